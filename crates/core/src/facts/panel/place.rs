//! Where a panel hangs, and the space before it.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::facts::problem::{Pointer, Problem};
use crate::quantity::Length;

/// Farthest accepted measure round a panel or a service: 60 m.
pub(super) const FARTHEST: Length = Length::mm(60_000);

/// Where a panel hangs, by what the codes ask of the place.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum PanelRoom {
    /// A clothes closet.
    ClothesCloset,
    /// A bathroom.
    Bathroom,
    /// Over the steps of a stair.
    OverSteps,
    /// Outdoors.
    Outdoors,
    /// A garage.
    Garage,
    /// A basement, a utility room.
    Utility,
    /// Another room that one lives in.
    LivedIn,
}

impl PanelRoom {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 7] = [
        Self::Utility,
        Self::Garage,
        Self::Outdoors,
        Self::LivedIn,
        Self::ClothesCloset,
        Self::Bathroom,
        Self::OverSteps,
    ];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::ClothesCloset => "a clothes closet",
            Self::Bathroom => "a bathroom",
            Self::OverSteps => "over the steps of a stair",
            Self::Outdoors => "outdoors",
            Self::Garage => "a garage",
            Self::Utility => "a basement or utility room",
            Self::LivedIn => "a room that one lives in",
        }
    }
}

/// Where a panel hangs, and the space before it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PanelPlace {
    /// In what room.
    #[serde(default)]
    pub room: Option<PanelRoom>,
    /// The width of the clear space before it.
    #[serde(default)]
    pub width: Option<Length>,
    /// The depth of that space, from its front.
    #[serde(default)]
    pub depth: Option<Length>,
    /// The height of that space, from the floor.
    #[serde(default)]
    pub headroom: Option<Length>,
    /// From the floor to the middle of its highest breaker handle in the on position.
    #[serde(default)]
    pub highest_handle: Option<Length>,
}

impl PanelPlace {
    /// What cannot be accepted.
    pub(super) fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let lengths = [
            ("width", self.width),
            ("depth", self.depth),
            ("headroom", self.headroom),
            ("highest_handle", self.highest_handle),
        ];
        too_far(&lengths, at)
    }
}

/// Lengths that nobody measured so long.
pub(super) fn too_far(lengths: &[(&str, Option<Length>)], at: &Pointer) -> Vec<Problem> {
    let far = lengths.iter().filter(|(_, length)| length.is_some_and(|length| length > FARTHEST));
    far.map(|(field, _)| Problem::new(&at.at(field), "this is longer than 60 m (197 ft); measure it again")).collect()
}
