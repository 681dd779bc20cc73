//! The places that codes speak of.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Where a box is, by what the codes ask of the place.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Location {
    /// A bathroom.
    Bathroom,
    /// A kitchen, serving the counter.
    KitchenCounter,
    /// A kitchen, not serving the counter.
    Kitchen,
    /// Within 6 ft of a sink outside the kitchen.
    NearSink,
    /// A laundry.
    Laundry,
    /// A garage.
    Garage,
    /// Outdoors.
    Outdoors,
    /// A crawl space.
    CrawlSpace,
    /// An unfinished basement.
    UnfinishedBasement,
    /// A finished basement.
    FinishedBasement,
    /// A bedroom.
    Bedroom,
    /// A family, dining, living or similar room, a closet or hallway.
    LivingSpace,
    /// An attic.
    Attic,
    /// Somewhere else inside and dry.
    OtherDry,
}

impl Location {
    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Bathroom => "bathroom",
            Self::KitchenCounter => "kitchen counter",
            Self::Kitchen => "kitchen, not the counter",
            Self::NearSink => "within 6 ft of a sink",
            Self::Laundry => "laundry",
            Self::Garage => "garage",
            Self::Outdoors => "outdoors",
            Self::CrawlSpace => "crawl space",
            Self::UnfinishedBasement => "unfinished basement",
            Self::FinishedBasement => "finished basement",
            Self::Bedroom => "bedroom",
            Self::LivingSpace => "living space",
            Self::Attic => "attic",
            Self::OtherDry => "other, dry",
        }
    }
}
