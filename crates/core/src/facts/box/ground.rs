//! The equipment ground of a box as one sees it: a path from outside, not a conductor in sight.

use super::conductor::Conductor;
use super::contents::{BoxContents, Cable, Construction};
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
        let of = |ground: MethodGround| self.cables.iter().find(|cable| cable.method.ground() == ground);
        if let Some(cable) = of(MethodGround::Itself) {
            return GroundInSight::Metal(cable);
        }
        // Nothing metallic ends in a nonmetallic box that grounds anything.
        if self.construction == Some(Construction::Nonmetallic) {
            return GroundInSight::None;
        }
        let open = of(MethodGround::Unknown).or_else(|| of(MethodGround::ShortWays));
        if open.is_some() || self.cables.is_empty() { GroundInSight::Unknown } else { GroundInSight::None }
    }
}
