//! A cable or raceway that enters a box: how it is run, where it goes, what it brings, what in it is the ground.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::facts::CircuitId;
use crate::quantity::Length;
use crate::standard::{MethodGround, WiringMethod};

/// Where a cable comes into the box.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum CableEntry {
    /// Through the back, or at the back of a side: the sheath's end lies that much short of the box depth.
    #[default]
    Back,
    /// Through a side, top or bottom, farther forward.
    Side,
}

/// Where a cable goes, as seen from the box.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum CableGoes {
    /// It brings the feed.
    Feed,
    /// It takes the feed on to other boxes.
    Onward,
    /// To a switch, or from one to what it switches.
    Switched,
}

impl CableGoes {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 3] = [Self::Feed, Self::Onward, Self::Switched];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Feed => "brings the feed",
            Self::Onward => "takes the feed on",
            Self::Switched => "to a switch, or what it switches",
        }
    }
}

/// What a cable brings, as noted at the box; what is absent is as the note of the whole box has it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CableSupply {
    /// Its circuit.
    #[serde(default)]
    pub circuit: Option<CircuitId>,
    /// The rating of its breaker in amperes.
    #[serde(default)]
    pub amperes: Option<u16>,
    /// It is GFCI-protected upstream.
    #[serde(default)]
    pub gfci: Option<bool>,
    /// It is AFCI-protected.
    #[serde(default)]
    pub afci: Option<bool>,
}

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

/// One cable or raceway entering the box.
#[derive(Debug, Clone, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Cable {
    /// Its number within the box.
    pub id: u16,
    /// Which one it is, "top, from the panel".
    #[serde(default)]
    pub label: String,
    /// How its conductors are run.
    #[serde(default)]
    pub method: WiringMethod,
    /// Where it goes; not noted when absent.
    #[serde(default)]
    pub goes: Option<CableGoes>,
    /// What it brings, where that is not what the note of the whole box says.
    #[serde(default)]
    pub supply: Option<CableSupply>,
    /// What in it is the equipment ground, as far as one saw; not noted when absent.
    #[serde(default)]
    pub ground: Option<CableGround>,
    /// Where it comes in.
    #[serde(default)]
    pub entry: CableEntry,
    /// How far behind the opening the sheath or raceway ends.
    #[serde(default)]
    pub sheath_end: Option<Length>,
    /// How much sheath projects into the box, where it was measured.
    #[serde(default)]
    pub sheath_inside: Option<Length>,
    /// Slack found by pulling gently: what came, by hand.
    #[serde(default)]
    pub slack: Option<Length>,
    /// The cable is known to be fixed close by, so that no slack can come.
    #[serde(default)]
    pub fixed_close: bool,
    /// It is held by a clamp at the box.
    #[serde(default)]
    pub clamped: Option<bool>,
    /// From the box to its first support, along the sheath.
    #[serde(default)]
    pub first_support: Option<Length>,
    /// It is fished into a finished wall.
    #[serde(default)]
    pub fished: bool,
    /// It can be reached upstream, in a basement or an attic.
    #[serde(default)]
    pub reachable: Option<bool>,
}

impl Cable {
    /// A cable of which nothing is known.
    pub const fn new(id: u16) -> Self {
        Self {
            id,
            label: String::new(),
            method: WiringMethod::Unknown,
            goes: None,
            supply: None,
            ground: None,
            entry: CableEntry::Back,
            sheath_end: None,
            sheath_inside: None,
            slack: None,
            fixed_close: false,
            clamped: None,
            first_support: None,
            fished: false,
            reachable: None,
        }
    }

    /// What it is called: "cable 1", or by its label, "cable from the panel".
    pub fn name(&self) -> String {
        match self.label.trim() {
            "" => format!("cable {}", self.id),
            label if label.to_lowercase().starts_with("cable") => label.to_owned(),
            label => format!("cable {label}"),
        }
    }

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

#[cfg(test)]
mod tests {
    use super::*;

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
}
