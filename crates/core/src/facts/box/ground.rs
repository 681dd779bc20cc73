//! The equipment ground of a box as one sees it: a path from outside, not a conductor in sight.

use super::cable::{Cable, CableGround};
use super::conductor::Conductor;
use super::contents::{BoxContents, Construction};
use crate::standard::MethodGround;

/// What one sees of an equipment ground.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum GroundInSight<'a> {
    /// A conductor that comes in with a cable.
    Wire(&'a Conductor),
    /// The metal of a raceway or of listed armour.
    Metal(&'a Cable),
    /// What comes in brings none.
    None,
    /// How the conductors are run was not noted, and a metal raceway or armour would be one.
    Unknown,
}

impl BoxContents {
    /// What one sees of an equipment ground here. A pigtail inside the box and the own wire of a luminaire are none.
    pub fn ground_in_sight(&self) -> GroundInSight<'_> {
        if let Some(wire) = self.grounds().find(|ground| !ground.pigtail && !ground.from_canopy) {
            return GroundInSight::Wire(wire);
        }
        let of = |ground: MethodGround| self.cables.iter().find(|cable| cable.metal_ground() == ground);
        if let Some(cable) = of(MethodGround::Itself) {
            return GroundInSight::Metal(cable);
        }
        // A wire that was seen and is not among the conductors yet.
        let seen = |cable: &Cable| cable.ground == Some(CableGround::Wire) && !self.has_conductors_of(cable);
        if self.cables.iter().any(seen) {
            return GroundInSight::Unknown;
        }
        // Nothing metallic ends in a nonmetallic box that grounds anything.
        if self.construction == Some(Construction::Nonmetallic) {
            return GroundInSight::None;
        }
        let open = of(MethodGround::Unknown).or_else(|| of(MethodGround::ShortWays));
        if open.is_some() || self.cables.is_empty() { GroundInSight::Unknown } else { GroundInSight::None }
    }

    /// The metal of the box joins this ground to others: by a screw or clip of its own, or by what is spliced to it.
    pub fn is_on_box(&self, ground: &Conductor) -> bool {
        let spliced = |other: &Conductor| other.joined.is_some() && other.joined == ground.joined;
        self.construction != Some(Construction::Nonmetallic)
            && (ground.on_box || self.grounds().any(|other| other.on_box && spliced(other)))
    }

    /// Some conductor of a cable is noted.
    pub(super) fn has_conductors_of(&self, cable: &Cable) -> bool {
        self.conductors.iter().any(|conductor| conductor.cable == Some(cable.id))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_wire_that_was_seen_is_none_missing() {
        let mut contents = crate::testing::box_with(None, vec![]);
        assert_eq!(contents.ground_in_sight(), GroundInSight::None);
        contents.cables[0].ground = Some(CableGround::Wire);
        assert_eq!(contents.ground_in_sight(), GroundInSight::Unknown);
    }
}
