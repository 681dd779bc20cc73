//! Where a box is, what feeds it, how it stands in its wall, and what it is made up of.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::quantity::{Gauge, Length, Volume};
use crate::standard::box_volume::StandardBox;

/// The surface that the box stands in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum WallFinish {
    /// Gypsum board.
    GypsumBoard,
    /// Plaster.
    Plaster,
    /// Tile.
    Tile,
    /// Concrete, brick or block.
    Masonry,
    /// Wood, or panelling of wood.
    Wood,
    /// Another surface that burns.
    OtherCombustible,
    /// No finish: framing, attic, basement.
    Exposed,
}

impl WallFinish {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 7] = [
        Self::GypsumBoard,
        Self::Plaster,
        Self::Tile,
        Self::Masonry,
        Self::Wood,
        Self::OtherCombustible,
        Self::Exposed,
    ];

    /// In the words of the trade.
    pub const fn name(self) -> &'static str {
        match self {
            Self::GypsumBoard => "gypsum board",
            Self::Plaster => "plaster",
            Self::Tile => "tile",
            Self::Masonry => "masonry",
            Self::Wood => "wood",
            Self::OtherCombustible => "combustible finish",
            Self::Exposed => "exposed",
        }
    }
}

/// What feeds the box, as far as it is known at the box.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Supply {
    /// The rating of the breaker in amperes.
    #[serde(default)]
    pub amperes: Option<u16>,
    /// What comes in is GFCI-protected upstream.
    #[serde(default)]
    pub gfci: Option<bool>,
    /// What comes in is AFCI-protected.
    #[serde(default)]
    pub afci: Option<bool>,
    /// The terminals at both its ends are marked for 75 °C.
    #[serde(default)]
    pub warm: Option<bool>,
    /// The breaker feeds one motor or air conditioner, by its nameplate.
    #[serde(default)]
    pub motor: Option<bool>,
    /// The receptacle here is the only one of its circuit.
    #[serde(default)]
    pub only_receptacle: Option<bool>,
    /// The two circuits of a split yoke are switched off together.
    #[serde(default)]
    pub common_disconnect: Option<bool>,
}

/// How the box stands in its wall.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Stand {
    /// How far the front edge is back from the finished surface; nothing when it is flush.
    #[serde(default)]
    pub set_back: Option<Length>,
    /// How far the front edge stands proud of the finished surface.
    #[serde(default)]
    pub proud: Option<Length>,
    /// The widest gap in the surface round the box.
    #[serde(default)]
    pub gap: Option<Length>,
    /// How thick a finish will be put over the present surface.
    #[serde(default)]
    pub finish_to_come: Option<Length>,
    /// What that finish is.
    #[serde(default)]
    pub finish_to_come_kind: Option<WallFinish>,
    /// From the floor, outdoors from grade, to its middle.
    #[serde(default)]
    pub height: Option<Length>,
    /// From the nearest edge of a sink, tub or shower.
    #[serde(default)]
    pub to_water: Option<Length>,
    /// It is in a wall or ceiling that holds back fire: between a garage and the dwelling, or between dwellings.
    #[serde(default)]
    pub fire_rated: Option<bool>,
    /// Supported on two sides or through the back.
    #[serde(default)]
    pub far_side: Option<bool>,
    /// Nailed to a stud on a side that can be reached.
    #[serde(default)]
    pub nailed: Option<bool>,
    /// What the box itself has to hold on by.
    #[serde(default)]
    pub held_by: Option<BoxHold>,
    /// A stud or another member of the structure is beside the box.
    #[serde(default)]
    pub stud_near: Option<bool>,
}

/// What a box holds on by.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum BoxHold {
    /// Nails into a stud.
    Nails,
    /// Screws into a stud.
    StudScrews,
    /// Wings or clamps that draw up against the back of the wall: an old-work box.
    Wings,
    /// Clips at its sides, bent over its edge.
    SideClips,
    /// Its own ears, on the face of the wall.
    Ears,
}

impl BoxHold {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 5] = [Self::Nails, Self::StudScrews, Self::Wings, Self::SideClips, Self::Ears];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Nails => "nails into a stud",
            Self::StudScrews => "screws into a stud",
            Self::Wings => "wings or clamps behind the wall",
            Self::SideClips => "side clips",
            Self::Ears => "its ears, on the wall",
        }
    }
}

/// What a cover plate is made of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Plate {
    /// Metal, or held by metal screws over a yoke that is not grounded.
    Metal,
    /// Plastic, with plastic screws where the yoke is not grounded.
    Nonmetallic,
}

impl Plate {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 2] = [Self::Metal, Self::Nonmetallic];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Metal => "metal, or metal screws",
            Self::Nonmetallic => "plastic, plastic screws",
        }
    }
}

/// How a metal box is bonded.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum BoxBond {
    /// By a grounding screw that does nothing else.
    Screw,
    /// By a listed clip or device.
    Listed,
    /// By a sheet-metal screw, a cover screw or a wire under a clamp.
    Makeshift,
    /// Not at all.
    Nothing,
}

impl BoxBond {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 4] = [Self::Screw, Self::Listed, Self::Makeshift, Self::Nothing];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Screw => "grounding screw",
            Self::Listed => "listed clip or device",
            Self::Makeshift => "makeshift",
            Self::Nothing => "not bonded",
        }
    }
}

/// What is added to the front of a box.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum AddedKind {
    /// A plaster ring, or mud ring.
    PlasterRing,
    /// An extension ring.
    ExtensionRing,
    /// A domed cover.
    DomedCover,
    /// A box extender.
    BoxExtender,
}

impl AddedKind {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 4] = [Self::PlasterRing, Self::ExtensionRing, Self::DomedCover, Self::BoxExtender];

    /// In the words of the trade.
    pub const fn name(self) -> &'static str {
        match self {
            Self::PlasterRing => "plaster ring",
            Self::ExtensionRing => "extension ring",
            Self::DomedCover => "domed cover",
            Self::BoxExtender => "box extender",
        }
    }
}

/// One part added to a box.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Added {
    /// What it is.
    pub kind: AddedKind,
    /// The volume marked on it; unmarked it adds none unless it is a box of the table.
    #[serde(default)]
    pub marked_volume: Option<Volume>,
    /// The row of the table it is made from, for an extension ring.
    #[serde(default)]
    pub size: Option<StandardBox>,
    /// How far it brings the opening forward.
    #[serde(default)]
    pub forward: Option<Length>,
}

/// What holds a luminaire inside a box and takes room in it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum SupportFitting {
    /// A luminaire stud.
    Stud,
    /// A hickey.
    Hickey,
}

impl SupportFitting {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 2] = [Self::Stud, Self::Hickey];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Stud => "luminaire stud",
            Self::Hickey => "hickey",
        }
    }
}

/// What else takes room in the box.
#[derive(Debug, Clone, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Fittings {
    /// There are cable clamps inside the box.
    #[serde(default)]
    pub internal_clamps: Option<bool>,
    /// Studs and hickeys, each kind once; at most 2.
    #[serde(default)]
    #[schema(max_items = 2)]
    pub support: Vec<SupportFitting>,
    /// Terminal blocks, each by the largest conductor on it; at most 8.
    #[serde(default)]
    #[schema(max_items = 8)]
    pub terminal_blocks: Vec<Gauge>,
}
