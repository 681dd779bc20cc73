//! The service of a building, as one sees it from outside and at its disconnect: the drop, the entrance, the disconnect, what is
//! bonded. It is looked at, recorded and referred: nothing ahead of the service disconnect is worked on.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::place::too_far;
use crate::facts::problem::{Pointer, Problem, check_year};
use crate::quantity::{Gauge, Length};

/// How a service comes to the building.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum ServiceEntry {
    /// Through the air.
    Overhead,
    /// Under the ground.
    Underground,
}

impl ServiceEntry {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 2] = [Self::Overhead, Self::Underground];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Overhead => "overhead",
            Self::Underground => "underground",
        }
    }
}

/// The roof that a service drop passes over.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum RoofUnder {
    /// Less steep than 4 in 12.
    Flat,
    /// 4 in 12 or steeper.
    Steep,
    /// Only its overhang, for 4 ft at most, on the way to a mast through it.
    Overhang,
}

impl RoofUnder {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 3] = [Self::Flat, Self::Steep, Self::Overhang];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Flat => "less steep than 4 in 12",
            Self::Steep => "4 in 12 or steeper",
            Self::Overhang => "its overhang only, 4 ft at most",
        }
    }
}

/// The gas pipe of a building.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum GasPipe {
    /// There is none.
    None,
    /// Rigid pipe.
    Rigid,
    /// Corrugated stainless tubing, in part or whole.
    Corrugated,
}

impl GasPipe {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 3] = [Self::None, Self::Rigid, Self::Corrugated];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::None => "none",
            Self::Rigid => "rigid pipe",
            Self::Corrugated => "corrugated tubing",
        }
    }
}

/// The service of a building.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Service {
    /// How it comes.
    #[serde(default)]
    pub entry: Option<ServiceEntry>,
    /// The year it was put in or replaced, where that is not the year of the panel.
    #[serde(default)]
    pub replaced: Option<u16>,
    /// The roof that the drop passes over; nothing where it passes over none.
    #[serde(default)]
    pub roof: Option<RoofUnder>,
    /// The drop over that roof, at its lowest.
    #[serde(default)]
    pub over_roof: Option<Length>,
    /// The drop or its loop over grade where one walks.
    #[serde(default)]
    pub over_walk: Option<Length>,
    /// The drop over a drive.
    #[serde(default)]
    pub over_drive: Option<Length>,
    /// The drop over a street or alley.
    #[serde(default)]
    pub over_street: Option<Length>,
    /// From open conductors to the nearest window that opens, door, porch or balcony.
    #[serde(default)]
    pub to_window: Option<Length>,
    /// How far service conductors run inside before their disconnect.
    #[serde(default)]
    pub inside: Option<Length>,
    /// How many handles take the whole service off, or, in a building that another one feeds, that building; 0 where nothing does.
    #[serde(default)]
    pub handles: Option<u8>,
    /// The disconnect is marked as such.
    #[serde(default)]
    pub marked: Option<bool>,
    /// An emergency disconnect stands outdoors, marked.
    #[serde(default)]
    pub emergency: Option<bool>,
    /// Surge protection at the service.
    #[serde(default)]
    pub surge: Option<bool>,
    /// A terminal for bonding other systems: telephone, antenna, cable.
    #[serde(default)]
    pub intersystem: Option<bool>,
    /// Metal water pipe is in the building.
    #[serde(default)]
    pub metal_water_pipe: Option<bool>,
    /// That pipe is bonded.
    #[serde(default)]
    pub water_bonded: Option<bool>,
    /// From where the water pipe enters to its clamp.
    #[serde(default)]
    pub water_clamp: Option<Length>,
    /// A jumper leads round the meter, the filter and what else can be taken out.
    #[serde(default)]
    pub water_jumper: Option<bool>,
    /// The gas pipe.
    #[serde(default)]
    pub gas: Option<GasPipe>,
    /// The gas pipe is bonded by a clamp of its own.
    #[serde(default)]
    pub gas_bonded: Option<bool>,
    /// The conductor to that clamp.
    #[serde(default)]
    pub gas_bond: Option<Gauge>,
    /// Between two rods.
    #[serde(default)]
    pub rods_apart: Option<Length>,
    /// A generator can feed the house here.
    #[serde(default)]
    pub generator: Option<bool>,
    /// A transfer switch or an interlock keeps it from the utility.
    #[serde(default)]
    pub interlock: Option<bool>,
}

impl Service {
    /// What cannot be accepted.
    pub(super) fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let lengths = [
            ("over_roof", self.over_roof),
            ("over_walk", self.over_walk),
            ("over_drive", self.over_drive),
            ("over_street", self.over_street),
            ("to_window", self.to_window),
            ("inside", self.inside),
            ("water_clamp", self.water_clamp),
            ("rods_apart", self.rods_apart),
        ];
        let mut problems = too_far(&lengths, at);
        if self.handles.is_some_and(|handles| handles > 42) {
            problems.push(Problem::new(&at.at("handles"), "0 to 42 handles; count them again"));
        }
        check_year(&mut problems, &at.at("replaced"), self.replaced);
        problems
    }
}
