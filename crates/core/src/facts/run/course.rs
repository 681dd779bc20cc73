//! The course of a run: what it is made of, the ways it takes one after the other, and what is found at places along each.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

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

/// What holds a run at a place.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum SupportKind {
    /// A staple made for it.
    Staple,
    /// A strap, a clip or a hanger made for it.
    Strap,
    /// A cable tie.
    Tie,
    /// A staple driven so hard that it bites.
    TightStaple,
    /// One staple over two cables.
    SharedStaple,
    /// A bent nail, or a staple for paper.
    Nail,
    /// A pipe, a duct or another cable that it is tied to.
    Pipe,
}

impl SupportKind {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 7] =
        [Self::Staple, Self::Strap, Self::Tie, Self::TightStaple, Self::SharedStaple, Self::Nail, Self::Pipe];

    /// The word of the line.
    pub const fn word(self) -> &'static str {
        match self {
            Self::Staple => "staple",
            Self::Strap => "strap",
            Self::Tie => "tie",
            Self::TightStaple => "tight",
            Self::SharedStaple => "shared",
            Self::Nail => "nail",
            Self::Pipe => "pipe",
        }
    }

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Staple => "staple",
            Self::Strap => "strap",
            Self::Tie => "cable tie",
            Self::TightStaple => "staple that bites",
            Self::SharedStaple => "staple over two cables",
            Self::Nail => "bent nail",
            Self::Pipe => "tied to a pipe, duct or cable",
        }
    }
}

/// Something warm that a run passes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum WarmThing {
    /// A heating duct or a pipe of heating or hot water.
    Duct,
    /// A chimney of masonry or concrete.
    Chimney,
    /// The clean-out of a chimney.
    CleanOut,
    /// A flue or vent of metal.
    Flue,
}

impl WarmThing {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 4] = [Self::Duct, Self::Chimney, Self::CleanOut, Self::Flue];

    /// The word of the line.
    pub const fn word(self) -> &'static str {
        match self {
            Self::Duct => "duct",
            Self::Chimney => "chimney",
            Self::CleanOut => "cleanout",
            Self::Flue => "flue",
        }
    }

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Duct => "heating duct or hot pipe",
            Self::Chimney => "chimney",
            Self::CleanOut => "chimney clean-out",
            Self::Flue => "metal flue or vent",
        }
    }
}

/// How a splice along a run is made, where there is no box.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum SpliceHow {
    /// Connectors or tape, with no box.
    Open,
    /// A box with no cover, or a box that cannot be got at.
    Hidden,
    /// An in-line device made for it, in reach.
    InLine,
    /// An in-line device made for it, behind a finish.
    InLineHidden,
    /// Soldered and taped on knobs, as knob and tube was made.
    Soldered,
}

impl SpliceHow {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 5] = [Self::Open, Self::Hidden, Self::InLine, Self::InLineHidden, Self::Soldered];

    /// The word of the line.
    pub const fn word(self) -> &'static str {
        match self {
            Self::Open => "open",
            Self::Hidden => "hidden",
            Self::InLine => "inline",
            Self::InLineHidden => "inline-hidden",
            Self::Soldered => "soldered",
        }
    }

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Open => "splice without a box",
            Self::Hidden => "splice in a box that cannot be reached",
            Self::InLine => "in-line splice in reach",
            Self::InLineHidden => "in-line splice behind a finish",
            Self::Soldered => "soldered splice of knob and tube",
        }
    }
}

/// What was done to a run.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum DamageKind {
    /// The sheath or armour is scuffed; what it covers is whole.
    Scuffed,
    /// The sheath is cut, gnawed or torn open; the insulation of the conductors is whole.
    Sheath,
    /// The insulation of a conductor is cut, or copper is seen.
    Nicked,
    /// Crushed, kinked, or a nail or screw is through it.
    Crushed,
    /// Charred, melted or brittle with heat.
    Burnt,
    /// Cut through.
    Cut,
}

impl DamageKind {
    /// All of them, from the least.
    pub const ALL: [Self; 6] = [Self::Scuffed, Self::Sheath, Self::Nicked, Self::Crushed, Self::Burnt, Self::Cut];

    /// The word of the line.
    pub const fn word(self) -> &'static str {
        match self {
            Self::Scuffed => "scuffed",
            Self::Sheath => "sheath",
            Self::Nicked => "nicked",
            Self::Crushed => "crushed",
            Self::Burnt => "burnt",
            Self::Cut => "cut",
        }
    }

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Scuffed => "sheath scuffed",
            Self::Sheath => "sheath cut or gnawed open",
            Self::Nicked => "conductor nicked or bare",
            Self::Crushed => "crushed, or a nail through it",
            Self::Burnt => "charred, melted or brittle",
            Self::Cut => "cut through",
        }
    }
}

/// What is found at a place along a run.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case", deny_unknown_fields)]
pub enum RunMark {
    /// Something that holds it.
    Support(SupportKind),
    /// A hole in framing that it goes through.
    Hole {
        /// From the nearest edge of the wood to the edge of the hole.
        #[serde(default)]
        edge: Option<Length>,
        /// A steel plate of 1/16 in covers it, or one that is listed for it.
        #[serde(default)]
        plate: Option<bool>,
        /// The framing is of metal.
        #[serde(default)]
        metal: bool,
        /// A bushing or grommet covers the metal edges.
        #[serde(default)]
        bushed: Option<bool>,
    },
    /// A notch in framing that it lies in.
    Notch {
        /// A steel plate covers it.
        #[serde(default)]
        plate: Option<bool>,
    },
    /// A floor that it comes through.
    Floor {
        /// How far above the floor a sleeve of conduit or pipe goes; none is nought.
        #[serde(default)]
        sleeve: Option<Length>,
    },
    /// Something warm that it passes.
    Near {
        /// What it is.
        thing: WarmThing,
        /// How far it is away; nought where it touches.
        #[serde(default)]
        distance: Option<Length>,
    },
    /// A place where it comes out of the ground.
    Rises {
        /// How far above the ground a pipe or board protects it; none is nought.
        #[serde(default)]
        protected: Option<Length>,
    },
    /// A bend of a raceway, in degrees.
    Bend(u16),
    /// A box or conduit body within the run that can be reached.
    Box,
    /// A splice.
    Splice(SpliceHow),
    /// Damage.
    Damage(DamageKind),
}

/// A place along a stretch, and what is found there.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RunPoint {
    /// From where the stretch begins, along the run.
    pub at: Length,
    /// What is there.
    pub what: RunMark,
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

macro_rules! run_observations {
    ($($(#[$doc:meta])* $variant:ident $fault:literal / $sound:literal;)*) => {
        /// Something that one looks for along a run.
        #[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
        #[serde(rename_all = "kebab-case")]
        pub enum RunObservation {
            $($(#[$doc])* $variant,)*
        }

        impl RunObservation {
            /// Every observation, in the order one looks.
            pub const ALL: &'static [Self] = &[$(Self::$variant,)*];

            /// What is seen when it is there.
            pub const fn fault(self) -> &'static str {
                match self { $(Self::$variant => $fault,)* }
            }

            /// What is seen when it is not.
            pub const fn sound(self) -> &'static str {
                match self { $(Self::$variant => $sound,)* }
            }
        }
    };
}

run_observations! {
    /// Damage, or a splice without a box, somewhere along it.
    Harmed "damage, or a splice without a box" / "looked all along: whole, no splice without a box";
    /// An end of armour or metal conduit without its bushing.
    EndUnbushed "end of armour or conduit without its bushing" / "ends bushed";
    /// A raceway that is not whole from box to box.
    Apart "coupling or connector loose, raceway apart" / "raceway whole from box to box";
    /// A bend that is too sharp.
    SharpBend "bent too sharply, or kinked" / "bends wide";
    /// A flat cable stapled on its edge.
    OnEdge "flat cable stapled on its edge" / "flat cable lies flat";
    /// It goes through a wall, ceiling, floor, door or window, or is fixed or hidden.
    CordFixed "cord fixed, hidden, or through a wall, door or floor" / "cord loose and in sight";
}

impl RunObservation {
    /// Runs of this kind are looked at for it.
    pub const fn is_of(self, method: WiringMethod) -> bool {
        match self {
            Self::Harmed => true,
            Self::EndUnbushed => {
                matches!(method, WiringMethod::ArmouredBonded | WiringMethod::ArmouredOld | WiringMethod::RigidMetal)
            }
            Self::Apart => method.is_raceway(),
            Self::SharpBend => {
                !method.is_raceway() && !matches!(method, WiringMethod::Unknown | WiringMethod::KnobAndTube)
            }
            Self::OnEdge => matches!(method, WiringMethod::Nonmetallic | WiringMethod::Underground),
            Self::CordFixed => matches!(method, WiringMethod::Cord),
        }
    }
}

/// An observation along a run with its answer. What is not in the list was not looked at.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RunObserved {
    /// What was looked for.
    pub what: RunObservation,
    /// It is there.
    pub fault: bool,
}

/// An observation along a run as the screen offers it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RunObservationInfo {
    /// What to look for.
    pub what: RunObservation,
    /// The chip when it is there.
    pub fault: &'static str,
    /// The chip when it is not.
    pub sound: &'static str,
    /// The wiring methods that are looked at for it.
    pub methods: Vec<WiringMethod>,
}

/// Every observation along a run, in the order one looks.
pub fn run_observation_infos() -> Vec<RunObservationInfo> {
    let info = |what: &RunObservation| RunObservationInfo {
        what: *what,
        fault: what.fault(),
        sound: what.sound(),
        methods: WiringMethod::ALL.into_iter().filter(|method| what.is_of(*method)).collect(),
    };
    RunObservation::ALL.iter().map(info).collect()
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
