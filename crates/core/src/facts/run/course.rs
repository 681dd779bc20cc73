//! The course of a run: what it is made of, and the ways it takes one after the other.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::mark::RunPoint;
use super::observation::{RunObservation, RunObserved};
use crate::facts::bounded::at_most;
use crate::quantity::{Gauge, Length};
use crate::standard::{Material, Over, RacewayInsulation, TradeSize, WiringMethod};

/// How a stretch of a run goes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum RunWay {
    /// Along the side of a stud or joist.
    Studs,
    /// Through holes or notches in framing.
    Bored,
    /// On the surface of a wall or ceiling.
    Surface,
    /// Across the lower edges of joists.
    Joists,
    /// In an attic, over the top of joists or on rafters.
    Attic,
    /// In a closed wall or ceiling, where it cannot be seen.
    Closed,
    /// In a sleeve or conduit that is not the run itself.
    Sleeve,
    /// Outdoors, in the open.
    Outdoors,
    /// In the ground.
    Buried,
    /// Hanging free.
    Air,
}

impl RunWay {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 10] = [
        Self::Studs,
        Self::Bored,
        Self::Surface,
        Self::Joists,
        Self::Attic,
        Self::Closed,
        Self::Sleeve,
        Self::Outdoors,
        Self::Buried,
        Self::Air,
    ];

    /// The word of the line.
    pub const fn word(self) -> &'static str {
        match self {
            Self::Studs => "studs",
            Self::Bored => "bored",
            Self::Surface => "surface",
            Self::Joists => "joists",
            Self::Attic => "attic",
            Self::Closed => "closed",
            Self::Sleeve => "sleeve",
            Self::Outdoors => "outdoors",
            Self::Buried => "buried",
            Self::Air => "air",
        }
    }

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Studs => "along studs or joists",
            Self::Bored => "through framing",
            Self::Surface => "on a wall or ceiling",
            Self::Joists => "across the lower edges of joists",
            Self::Attic => "over attic joists or rafters",
            Self::Closed => "in a closed wall",
            Self::Sleeve => "in a sleeve",
            Self::Outdoors => "outdoors",
            Self::Buried => "in the ground",
            Self::Air => "hanging free",
        }
    }

    /// It cannot be fastened there, or nobody can see that it is.
    pub const fn is_out_of_sight(self) -> bool {
        matches!(self, Self::Closed | Self::Sleeve | Self::Buried)
    }
}

/// A stretch of a run that goes one way.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Stretch {
    /// How it goes.
    pub way: RunWay,
    /// How long it is, along the run.
    #[serde(default)]
    pub length: Option<Length>,
    /// Along framing: from the nearest edge of the wood to the run.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub edge: Option<Length>,
    /// How low it comes above the floor.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub height: Option<Length>,
    /// In an attic: from the nearest edge of the hatch to the run.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hatch: Option<Length>,
    /// In an attic: a permanent stair or ladder leads up.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub stairs: Option<bool>,
    /// In an attic: from the joists up to the rafters, where it lies.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub headroom: Option<Length>,
    /// In the ground: how deep its top lies.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub depth: Option<Length>,
    /// In the ground: what lies over it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub over: Option<Over>,
    /// A running board, guard strips, boards or a sleeve protect it all along.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub guarded: Option<bool>,
    /// It can be struck, trodden on or hung on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub struck: Option<bool>,
    /// It gets wet: outside, in a raceway outdoors, under water.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub wet: Option<bool>,
    /// How many cables lie together here without space between them, this one counted.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub together: Option<u8>,
    /// They go through one hole that is sealed, or lie in thermal insulation.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub insulated: Option<bool>,
    /// What is found along it, at most 1,000.
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    #[schema(max_items = 1_000)]
    pub points: Vec<RunPoint>,
}

impl Stretch {
    /// A stretch of which nothing is known but its way.
    pub const fn new(way: RunWay) -> Self {
        Self {
            way,
            length: None,
            edge: None,
            height: None,
            hatch: None,
            stairs: None,
            headroom: None,
            depth: None,
            over: None,
            guarded: None,
            struck: None,
            wet: None,
            together: None,
            insulated: None,
            points: Vec::new(),
        }
    }

    /// It gets wet, as noted or as its way has it; `None` where it was not looked at.
    pub fn is_wet(&self) -> Option<bool> {
        match self.way {
            RunWay::Buried | RunWay::Outdoors => Some(true),
            RunWay::Sleeve => self.wet,
            _ => Some(self.wet.unwrap_or(false)),
        }
    }
}

/// Conductors of one kind in a raceway.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RacewayConductors {
    /// How many.
    #[schema(maximum = 200)]
    pub count: u16,
    /// Their size.
    pub gauge: Gauge,
    /// Their insulation.
    #[serde(default)]
    pub insulation: RacewayInsulation,
}

/// The course of a run: what it is made of, and its stretches in order from where it begins.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Course {
    /// How it is wired.
    #[serde(default)]
    pub method: WiringMethod,
    /// The size of its conductors.
    #[serde(default)]
    pub gauge: Option<Gauge>,
    /// How many insulated conductors the cable has, as its name says: 2 of 12-2.
    #[serde(default)]
    #[schema(maximum = 12)]
    pub conductors: Option<u8>,
    /// What they are made of.
    #[serde(default)]
    pub material: Material,
    /// The size of a raceway.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub size: Option<TradeSize>,
    /// A raceway with the thicker wall of its kind: rigid and not intermediate, schedule 80 and not 40.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub thick: Option<bool>,
    /// What is drawn through a raceway, at most 20 kinds.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "at_most::<_, _, 400>")]
    #[schema(max_items = 20)]
    pub holds: Vec<RacewayConductors>,
    /// How many of the conductors in a raceway carry current at the same time.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(maximum = 200)]
    pub carrying: Option<u16>,
    /// How wide the cable is, measured across.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub width: Option<Length>,
    /// The rating of its breaker, as noted here; what its circuit says goes before.
    #[serde(default)]
    pub amperes: Option<u16>,
    /// It is protected by GFCI at its source, as noted here; what its circuit says goes before.
    #[serde(default)]
    pub gfci: Option<bool>,
    /// It carries 240 V.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub two_legs: Option<bool>,
    /// Slack that can be drawn to a place along it: what came, by hand.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub slack: Option<Length>,
    /// Its stretches in order, at most 40.
    #[serde(default, deserialize_with = "at_most::<_, _, 400>")]
    #[schema(max_items = 40)]
    pub stretches: Vec<Stretch>,
    /// What was looked for.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "at_most::<_, _, 400>")]
    pub observed: Vec<RunObserved>,
}

impl Course {
    /// Nothing was taken down.
    pub fn is_empty(&self) -> bool {
        *self == Self::default()
    }

    /// The answer to an observation; `None` when it was not looked at.
    pub fn observed(&self, what: RunObservation) -> Option<bool> {
        self.observed.iter().find(|observed| observed.what == what).map(|observed| observed.fault)
    }

    /// Answers an observation, in the place of what was said before.
    pub fn observe(&mut self, what: RunObservation, fault: bool) {
        self.observed.retain(|observed| observed.what != what);
        self.observed.push(RunObserved { what, fault });
    }

    /// What it is made of as one writes it, "NM cable 12-2" or "thin-wall conduit 3/4".
    pub fn label(&self) -> String {
        let metal = self.material.other_than_copper();
        let size = match (self.size, self.gauge, self.conductors) {
            (Some(size), ..) => size.name().to_owned(),
            (None, Some(gauge), Some(conductors)) => format!("{}-{conductors}", gauge.size()),
            (None, Some(gauge), None) => format!("{} AWG", gauge.size()),
            (None, None, _) => String::new(),
        };
        [self.method.name(), &size, metal].into_iter().filter(|word| !word.is_empty()).collect::<Vec<_>>().join(" ")
    }
}
