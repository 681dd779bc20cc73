//! The equipment ground of a box as one sees it: a path from outside, not a conductor in sight.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::conductor::Conductor;
use super::contents::{BoxContents, Cable, Construction};
use crate::standard::MethodGround;

/// What in a cable or raceway is the equipment ground, as one saw it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum CableGround {
    /// A wire in it.
    Wire,
    /// Its metal, with fittings made for that.
    Metal,
    /// Nothing.
    None,
}

impl CableGround {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 3] = [Self::Wire, Self::Metal, Self::None];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Wire => "a wire in it",
            Self::Metal => "its metal",
            Self::None => "nothing",
        }
    }
}

impl Cable {
    /// What its make and the note together say of its metal. A note settles what the make leaves open; against a make that
    /// can be no ground it gives none, and a make that is one, noted as none, is left to the meter.
    pub(super) fn metal_ground(&self) -> MethodGround {
        match (self.method.ground(), self.ground) {
            (MethodGround::Unknown | MethodGround::ShortWays, Some(CableGround::Metal)) => MethodGround::Itself,
            (MethodGround::Unknown | MethodGround::ShortWays, Some(CableGround::None)) => MethodGround::Never,
            (MethodGround::Itself, Some(CableGround::None)) => MethodGround::Unknown,
            (by_make, _) => by_make,
        }
    }
}

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
    /// Some conductor of a cable is noted.
    pub(super) fn has_conductors_of(&self, cable: &Cable) -> bool {
        self.conductors.iter().any(|conductor| conductor.cable == Some(cable.id))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::standard::WiringMethod;

    #[test]
    fn a_note_settles_what_the_make_leaves_open_and_nothing_else() {
        let of = |method, ground| Cable { method, ground, ..Cable::new(1) }.metal_ground();
        let cases = [
            (WiringMethod::FlexibleMetal, None, MethodGround::ShortWays),
            (WiringMethod::FlexibleMetal, Some(CableGround::Metal), MethodGround::Itself),
            (WiringMethod::FlexibleMetal, Some(CableGround::None), MethodGround::Never),
            (WiringMethod::Unknown, Some(CableGround::Metal), MethodGround::Itself),
            (WiringMethod::PlasticConduit, Some(CableGround::Metal), MethodGround::ByWire),
            (WiringMethod::ArmouredOld, Some(CableGround::Metal), MethodGround::Never),
            (WiringMethod::ThinWall, Some(CableGround::None), MethodGround::Unknown),
            (WiringMethod::ThinWall, Some(CableGround::Wire), MethodGround::Itself),
        ];
        for (method, ground, expected) in cases {
            assert_eq!(of(method, ground), expected, "{method:?} noted as {ground:?}");
        }
    }

    #[test]
    fn a_wire_that_was_seen_is_none_missing() {
        let mut contents = crate::testing::box_with(None, vec![]);
        assert_eq!(contents.ground_in_sight(), GroundInSight::None);
        contents.cables[0].ground = Some(CableGround::Wire);
        assert_eq!(contents.ground_in_sight(), GroundInSight::Unknown);
    }
}
