//! What is typed in a room, and why it is not taken.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::line_words::LengthError;
use crate::facts::{BoxId, PanelId, Sketch, WallPartKind};
use crate::quantity::UnitSystem;

/// The longest line, in characters.
pub(super) const LONGEST: usize = 400;

/// A box of the room, by its tag.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RoomBox {
    /// Its identifier.
    pub id: BoxId,
    /// Its short name.
    pub tag: String,
}

/// A line typed in a room.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RoomLineRequest {
    /// The line, at most 400 characters.
    pub line: String,
    /// The sketch as it is.
    pub sketch: Sketch,
    /// The wall that it is about; one more where absent.
    #[serde(default)]
    pub wall: Option<u16>,
    /// The island that it is about; one more where absent.
    #[serde(default)]
    pub island: Option<u16>,
    /// The unit of figures without one.
    pub units: UnitSystem,
    /// The piece of equipment that it is about; one more where absent.
    #[serde(default)]
    pub equipment: Option<u16>,
    /// What is wanted that it is about; one more where absent.
    #[serde(default)]
    pub wanted: Option<u16>,
    /// The boxes of the room.
    #[serde(default)]
    pub boxes: Vec<RoomBox>,
    /// All boxes of the audit, for what is wanted.
    #[serde(default)]
    pub all_boxes: Vec<RoomBox>,
    /// The panels of the audit, in order.
    #[serde(default)]
    pub panels: Vec<PanelId>,
}

impl RoomLineRequest {
    /// A line about nothing that is there yet, where no box is known.
    pub const fn new(line: String, sketch: Sketch, units: UnitSystem) -> Self {
        Self {
            line,
            sketch,
            wall: None,
            island: None,
            equipment: None,
            wanted: None,
            units,
            boxes: Vec::new(),
            all_boxes: Vec::new(),
            panels: Vec::new(),
        }
    }
}

/// Why a line is not taken; nothing of it is.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum RoomLineError {
    /// Nothing was typed.
    #[error("begin with a length or a thing along the wall: \"3' door 2'8 6' / 1' 8'\"")]
    Empty,
    /// It is too long.
    #[error("this line is longer than {LONGEST} characters; type one wall a line")]
    TooLong,
    /// A word that stands for nothing.
    #[error("\"{0}\" is no thing along a wall; use {names}, a length, or / before the outlets", names = thing_names())]
    UnknownThing(String),
    /// A word that is no outlet.
    #[error(
        "\"{0}\" is no outlet: no box of this room is called so. Type a length alone, o, sw, half, within, range or dryer, or add the box first"
    )]
    UnknownOutlet(String),
    /// A thing or a mark without its length, or with one that cannot be read.
    #[error(transparent)]
    Length(#[from] LengthError),
    /// Past what a wall can be.
    #[error("this wall would be longer than 100 m; measure again")]
    TooFar,
    /// A word that says nothing of equipment.
    #[error(
        "\"{0}\" says nothing of equipment: furnace, waterheater, aircon, dishwasher, disposer or charger, then what its nameplate and its switch say"
    )]
    UnknownEquipment(String),
    /// A word that says nothing of what is wanted.
    #[error(
        "\"{0}\" says nothing of what is wanted: receptacle, switch, luminaire or feed, then where, from what, through which wall"
    )]
    UnknownWanted(String),
    /// A tag that no box has.
    #[error("no \"{0}\" is in this audit: name a box by its tag, a panel by its number")]
    UnknownBox(String),
    /// A word without its figure.
    #[error("\"{0}\" wants a figure or a name behind it")]
    NoFigure(String),
}

fn thing_names() -> String {
    WallPartKind::ALL.map(WallPartKind::name).join(", ")
}
