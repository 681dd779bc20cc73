//! An outlet on the sketch of a room: what it is, and where along the walls.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::facts::identifier::BoxId;
use crate::quantity::Length;

/// What is at an outlet, as far as one sees it from the room.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum OutletKind {
    /// A receptacle.
    #[default]
    Receptacle,
    /// A receptacle that a wall switch works, both halves, in the place of a light.
    Switched,
    /// A receptacle inside a cabinet or a part of an appliance or luminaire.
    Within,
    /// The receptacle of a range.
    Range,
    /// The receptacle of a clothes dryer.
    Dryer,
    /// A wall switch of the light.
    Switch,
}

impl OutletKind {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 6] = [Self::Receptacle, Self::Switched, Self::Within, Self::Range, Self::Dryer, Self::Switch];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Receptacle => "receptacle",
            Self::Switched => "receptacle, all of it switched",
            Self::Within => "receptacle in a cabinet or appliance",
            Self::Range => "range receptacle",
            Self::Dryer => "dryer receptacle",
            Self::Switch => "switch",
        }
    }
}

/// Where an outlet is in its room.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case", deny_unknown_fields)]
pub enum OutletPlace {
    /// On a wall, its middle so far from the left end, as one faces it.
    Wall {
        /// The number of the wall.
        wall: u16,
        /// From its left end.
        at: Length,
    },
    /// In the floor before a wall.
    Floor {
        /// The number of the wall.
        wall: u16,
        /// From its left end.
        at: Length,
        /// How far from the wall.
        off: Length,
    },
    /// On an island or peninsula, by its number.
    Island(u16),
    /// In the room, and on none of these: a ceiling, a cabinet.
    Elsewhere,
}

/// An outlet.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Outlet {
    /// Its number within the sketch.
    pub id: u16,
    /// The box that it is, where that box was recorded.
    #[serde(default)]
    pub box_id: Option<BoxId>,
    /// What it is; what the box is known to hold goes before it.
    #[serde(default)]
    pub kind: OutletKind,
    /// Where it is.
    pub place: OutletPlace,
    /// From the floor to its middle.
    #[serde(default)]
    pub height: Option<Length>,
}

impl Outlet {
    /// The wall that it is on or before, and how far from the left end.
    pub const fn on_wall(&self) -> Option<(u16, Length)> {
        match self.place {
            OutletPlace::Wall { wall, at } | OutletPlace::Floor { wall, at, .. } => Some((wall, at)),
            OutletPlace::Island(_) | OutletPlace::Elsewhere => None,
        }
    }
}
