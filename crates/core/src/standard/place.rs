//! The places that codes speak of, and what an outlet in them is for.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Where a box is, by what the codes ask of the place.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Location {
    /// A bathroom.
    Bathroom,
    /// Within 6 ft of a tub or shower that is in no bathroom.
    TubOrShower,
    /// A kitchen, serving the counter.
    KitchenCounter,
    /// A kitchen, not serving the counter.
    Kitchen,
    /// Within 6 ft of a wet-bar sink.
    WetBarSink,
    /// Within 6 ft of a laundry or utility sink.
    UtilitySink,
    /// Within 6 ft of another sink outside the kitchen.
    NearSink,
    /// A laundry.
    Laundry,
    /// A garage.
    Garage,
    /// An unfinished outbuilding at grade: a shed, a workshop, a barn.
    Outbuilding,
    /// Outdoors, where rain reaches it.
    Outdoors,
    /// Outdoors under a roof, damp and not wet.
    OutdoorsCovered,
    /// Indoors, and damp or wet.
    IndoorDamp,
    /// A crawl space.
    CrawlSpace,
    /// An unfinished basement.
    UnfinishedBasement,
    /// A finished basement.
    FinishedBasement,
    /// A bedroom.
    Bedroom,
    /// A family, dining, living, recreation or similar room.
    LivingSpace,
    /// A hallway or a closet.
    Hallway,
    /// A furnace or utility room, a workshop inside.
    UtilityRoom,
    /// An attic.
    Attic,
    /// Somewhere else inside and dry.
    OtherDry,
}

impl Location {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 22] = [
        Self::Bathroom,
        Self::TubOrShower,
        Self::KitchenCounter,
        Self::Kitchen,
        Self::WetBarSink,
        Self::UtilitySink,
        Self::NearSink,
        Self::Laundry,
        Self::Garage,
        Self::Outbuilding,
        Self::Outdoors,
        Self::OutdoorsCovered,
        Self::IndoorDamp,
        Self::CrawlSpace,
        Self::UnfinishedBasement,
        Self::FinishedBasement,
        Self::Bedroom,
        Self::LivingSpace,
        Self::Hallway,
        Self::UtilityRoom,
        Self::Attic,
        Self::OtherDry,
    ];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Bathroom => "bathroom",
            Self::TubOrShower => "within 6 ft of a tub or shower",
            Self::KitchenCounter => "kitchen counter",
            Self::Kitchen => "kitchen, not the counter",
            Self::WetBarSink => "within 6 ft of a wet-bar sink",
            Self::UtilitySink => "within 6 ft of a laundry or utility sink",
            Self::NearSink => "within 6 ft of a sink",
            Self::Laundry => "laundry",
            Self::Garage => "garage",
            Self::Outbuilding => "unfinished outbuilding",
            Self::Outdoors => "outdoors",
            Self::OutdoorsCovered => "outdoors under a roof",
            Self::IndoorDamp => "indoors, damp or wet",
            Self::CrawlSpace => "crawl space",
            Self::UnfinishedBasement => "unfinished basement",
            Self::FinishedBasement => "finished basement",
            Self::Bedroom => "bedroom",
            Self::LivingSpace => "living space",
            Self::Hallway => "hallway or closet",
            Self::UtilityRoom => "furnace or utility room",
            Self::Attic => "attic",
            Self::OtherDry => "other, dry",
        }
    }

    /// Whose receptacles take a circuit of 20 A, in words; `None` where any circuit does.
    ///
    /// # Source
    /// NEC 210.11(C)(1) to (3), 210.52(B): small appliances, laundry, bathroom. From memory, sure.
    pub const fn twenty_ampere_circuit(self) -> Option<&'static str> {
        match self {
            Self::KitchenCounter | Self::Kitchen => Some("the receptacles of a kitchen"),
            Self::Laundry => Some("the receptacles of a laundry"),
            Self::Bathroom | Self::TubOrShower => Some("the receptacles of a bathroom"),
            _ => None,
        }
    }

    /// Outside, with or without a roof over it.
    pub const fn is_outdoors(self) -> bool {
        matches!(self, Self::Outdoors | Self::OutdoorsCovered)
    }

    /// Damp or wet, so that what sits there is made for it.
    pub const fn is_damp(self) -> bool {
        self.is_outdoors() || matches!(self, Self::IndoorDamp)
    }
}

/// What a receptacle or switch is for, as far as the codes care.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Purpose {
    /// A receptacle for whatever is plugged in.
    General,
    /// An appliance in a space of its own that is not easily moved: a freezer, a washer.
    DedicatedAppliance,
    /// A refrigerator.
    Refrigerator,
    /// The opener of a garage door, out of reach.
    DoorOpener,
    /// A sump pump, alone and labelled.
    SumpPump,
    /// A fire or burglar alarm.
    Alarm,
    /// A dishwasher.
    Dishwasher,
    /// A microwave oven.
    Microwave,
    /// A range, oven or cooktop.
    Range,
    /// A clothes dryer.
    Dryer,
    /// A vehicle.
    Vehicle,
    /// A switch of lighting.
    Lighting,
    /// A switch of lighting, with a neutral at another switch from which the whole area is seen.
    LightingSeenElsewhere,
    /// A switch of something else: a fan, a disposer, a receptacle.
    OtherLoad,
}

impl Purpose {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 14] = [
        Self::General,
        Self::DedicatedAppliance,
        Self::Refrigerator,
        Self::DoorOpener,
        Self::SumpPump,
        Self::Alarm,
        Self::Dishwasher,
        Self::Microwave,
        Self::Range,
        Self::Dryer,
        Self::Vehicle,
        Self::Lighting,
        Self::LightingSeenElsewhere,
        Self::OtherLoad,
    ];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::General => "general use",
            Self::DedicatedAppliance => "an appliance in a space of its own",
            Self::Refrigerator => "a refrigerator",
            Self::DoorOpener => "a garage-door opener",
            Self::SumpPump => "a sump pump, labelled",
            Self::Alarm => "an alarm",
            Self::Dishwasher => "a dishwasher",
            Self::Microwave => "a microwave oven",
            Self::Range => "a range, oven or cooktop",
            Self::Dryer => "a dryer",
            Self::Vehicle => "a vehicle",
            Self::Lighting => "lighting",
            Self::LightingSeenElsewhere => "lighting, with a neutral at another switch that sees it all",
            Self::OtherLoad => "a load that is not lighting",
        }
    }

    /// It stays in its place, behind or beside its receptacle.
    pub const fn is_dedicated(self) -> bool {
        matches!(
            self,
            Self::DedicatedAppliance
                | Self::Refrigerator
                | Self::DoorOpener
                | Self::SumpPump
                | Self::Dishwasher
                | Self::Microwave
                | Self::Range
                | Self::Dryer
        )
    }
}
