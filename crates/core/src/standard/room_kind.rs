//! The kinds of room that codes tell apart when they ask for outlets.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::place::Location;

/// What a room is, by what the codes ask of it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum RoomKind {
    /// A kitchen.
    Kitchen,
    /// A dining room, breakfast room or pantry.
    Dining,
    /// A family, living or recreation room, parlor, library, den, sunroom or the like.
    Living,
    /// A bedroom.
    Bedroom,
    /// A bathroom.
    Bathroom,
    /// A hallway.
    Hallway,
    /// A foyer that is no part of a hallway.
    Foyer,
    /// A stairway.
    Stairway,
    /// A laundry.
    Laundry,
    /// A garage.
    Garage,
    /// A closet.
    Closet,
    /// An unfinished basement.
    UnfinishedBasement,
    /// A furnace or utility room.
    Utility,
    /// An attic or a crawl space.
    AtticOrCrawlSpace,
    /// Outdoors, at the front or the back of the house.
    Outdoors,
    /// Something else.
    Other,
}

impl RoomKind {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 16] = [
        Self::Kitchen,
        Self::Dining,
        Self::Living,
        Self::Bedroom,
        Self::Bathroom,
        Self::Hallway,
        Self::Foyer,
        Self::Stairway,
        Self::Laundry,
        Self::Garage,
        Self::Closet,
        Self::UnfinishedBasement,
        Self::Utility,
        Self::AtticOrCrawlSpace,
        Self::Outdoors,
        Self::Other,
    ];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Kitchen => "kitchen",
            Self::Dining => "dining room, breakfast room or pantry",
            Self::Living => "living, family or recreation room",
            Self::Bedroom => "bedroom",
            Self::Bathroom => "bathroom",
            Self::Hallway => "hallway",
            Self::Foyer => "foyer",
            Self::Stairway => "stairway",
            Self::Laundry => "laundry",
            Self::Garage => "garage",
            Self::Closet => "closet",
            Self::UnfinishedBasement => "unfinished basement",
            Self::Utility => "furnace or utility room",
            Self::AtticOrCrawlSpace => "attic or crawl space",
            Self::Outdoors => "outdoors, front or back",
            Self::Other => "something else",
        }
    }

    /// Its walls have outlets at most so far apart.
    ///
    /// # Source
    /// NEC 210.52(A); from memory, sure.
    pub const fn has_wall_spacing(self) -> bool {
        matches!(self, Self::Kitchen | Self::Dining | Self::Living | Self::Bedroom)
    }

    /// Its counters are served by outlets of their own, on small-appliance circuits.
    ///
    /// # Source
    /// NEC 210.52(B), (C); from memory, sure.
    pub const fn has_counter_rule(self) -> bool {
        matches!(self, Self::Kitchen | Self::Dining)
    }

    /// A wall switch works a light in it.
    ///
    /// # Source
    /// NEC 210.70(A)(1), (2): habitable rooms, kitchens, bathrooms, laundries (2023), hallways, stairways, garages. From
    /// memory; closets are asked for by nobody.
    pub const fn has_switched_light(self) -> bool {
        self.has_wall_spacing()
            || matches!(self, Self::Bathroom | Self::Hallway | Self::Foyer | Self::Stairway | Self::Garage)
    }

    /// The place that a receptacle in it is in, by what protection the codes ask of it.
    pub const fn location(self) -> Location {
        match self {
            Self::Kitchen => Location::Kitchen,
            Self::Dining | Self::Living => Location::LivingSpace,
            Self::Bedroom => Location::Bedroom,
            Self::Bathroom => Location::Bathroom,
            Self::Hallway | Self::Foyer | Self::Stairway | Self::Closet => Location::Hallway,
            Self::Laundry => Location::Laundry,
            Self::Garage => Location::Garage,
            Self::UnfinishedBasement => Location::UnfinishedBasement,
            Self::Utility => Location::UtilityRoom,
            Self::AtticOrCrawlSpace => Location::Attic,
            Self::Outdoors => Location::Outdoors,
            Self::Other => Location::OtherDry,
        }
    }

    /// Smoke alarms belong here: in bedrooms, outside them, and on each storey.
    ///
    /// # Source
    /// IRC R314.3, NFPA 72 chapter 29; NBC 9.10.19. From memory, sure in substance.
    pub const fn has_smoke_alarm(self) -> bool {
        matches!(self, Self::Bedroom | Self::Hallway | Self::UnfinishedBasement)
    }

    /// A lighting outlet, and no switched receptacle in its place.
    ///
    /// # Source
    /// NEC 210.70(A)(1) exception 1, and (2); from memory, sure.
    pub const fn wants_a_light_itself(self) -> bool {
        matches!(self, Self::Kitchen | Self::Bathroom | Self::Hallway | Self::Foyer | Self::Stairway | Self::Garage)
    }
}
