//! What sits in a box: devices on their yokes.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::surroundings::Stand;
use crate::quantity::{Gauge, Length};
use crate::standard::protection::{Outlet, OutletKind};
use crate::standard::{Configuration, Location, Purpose};

/// What a device is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum DeviceKind {
    /// A duplex receptacle of the grounding type, with three slots.
    DuplexReceptacle,
    /// A single receptacle of the grounding type.
    SingleReceptacle,
    /// A receptacle with two slots and no ground.
    TwoSlotReceptacle,
    /// A GFCI receptacle.
    GfciReceptacle,
    /// A range or dryer receptacle.
    RangeReceptacle,
    /// A single-pole switch.
    Switch,
    /// A three-way or four-way switch.
    ThreeWaySwitch,
    /// A dimmer or another switch with electronics.
    ElectronicSwitch,
    /// A switch and a receptacle on one yoke.
    Combination,
    /// Two or three switches on one yoke.
    StackedSwitches,
    /// A timer or another control with a line, a load and, as a rule, a neutral of its own.
    Timer,
    /// A smoke or carbon monoxide alarm.
    Alarm,
    /// A transformer for a bell or another low voltage.
    Transformer,
    /// A bell or chime.
    Bell,
    /// A blank plate, with nothing behind it but conductors.
    Blank,
}

impl DeviceKind {
    /// All of them.
    pub const ALL: [Self; 15] = [
        Self::DuplexReceptacle,
        Self::SingleReceptacle,
        Self::TwoSlotReceptacle,
        Self::GfciReceptacle,
        Self::RangeReceptacle,
        Self::Switch,
        Self::ThreeWaySwitch,
        Self::ElectronicSwitch,
        Self::Combination,
        Self::StackedSwitches,
        Self::Timer,
        Self::Alarm,
        Self::Transformer,
        Self::Bell,
        Self::Blank,
    ];

    /// In the words of the trade.
    pub const fn name(self) -> &'static str {
        match self {
            Self::DuplexReceptacle => "duplex receptacle",
            Self::SingleReceptacle => "single receptacle",
            Self::TwoSlotReceptacle => "two-slot receptacle",
            Self::GfciReceptacle => "GFCI receptacle",
            Self::RangeReceptacle => "range receptacle",
            Self::Switch => "switch",
            Self::ThreeWaySwitch => "three-way switch",
            Self::ElectronicSwitch => "electronic switch",
            Self::Combination => "switch and receptacle",
            Self::StackedSwitches => "switches on one yoke",
            Self::Timer => "timer",
            Self::Alarm => "alarm",
            Self::Transformer => "transformer",
            Self::Bell => "bell",
            Self::Blank => "blank plate",
        }
    }

    /// It has a receptacle.
    pub const fn is_receptacle(self) -> bool {
        matches!(
            self,
            Self::DuplexReceptacle
                | Self::SingleReceptacle
                | Self::TwoSlotReceptacle
                | Self::GfciReceptacle
                | Self::RangeReceptacle
                | Self::Combination
        )
    }

    /// It only switches, by hand or by the clock.
    pub const fn is_switch_only(self) -> bool {
        matches!(
            self,
            Self::Switch | Self::ThreeWaySwitch | Self::ElectronicSwitch | Self::StackedSwitches | Self::Timer
        )
    }

    /// It sits on a yoke, so that it takes room in its box. Alarms, transformers and bells hang on their own plate, as a blank
    /// plate is one.
    pub const fn has_yoke(self) -> bool {
        !matches!(self, Self::Alarm | Self::Transformer | Self::Bell | Self::Blank)
    }

    /// It may have a neutral of its own, for its electronics.
    pub const fn may_want_neutral(self) -> bool {
        matches!(self, Self::Timer | Self::ElectronicSwitch)
    }

    /// It has a slot for the ground, so that people trust one to be there.
    pub const fn is_grounding_type(self) -> bool {
        self.is_receptacle() && !matches!(self, Self::TwoSlotReceptacle)
    }

    /// How far the common ones reach behind their yoke. Common practice, no source.
    pub const fn usual_depth(self) -> Length {
        match self {
            Self::GfciReceptacle | Self::ElectronicSwitch => Length::sixteenths(20),
            Self::RangeReceptacle | Self::Timer => Length::sixteenths(24),
            Self::Alarm | Self::Transformer | Self::Bell | Self::Blank => Length::ZERO,
            _ => Length::sixteenths(16),
        }
    }
}

/// How the yoke of a device is seated.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Seat {
    /// On the ears of a flush box.
    BoxEars,
    /// On its own plaster ears, against the wall.
    PlasterEars,
    /// On rigid spacers.
    Spacers,
    /// On a compressible makeshift: foam, card, pipe insulation.
    Makeshift,
    /// Only held by its screws, in the air.
    Floating,
}

impl Seat {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 5] = [Self::BoxEars, Self::PlasterEars, Self::Spacers, Self::Makeshift, Self::Floating];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::BoxEars => "on the box ears",
            Self::PlasterEars => "on its own ears, on the wall",
            Self::Spacers => "on rigid spacers",
            Self::Makeshift => "on something that gives",
            Self::Floating => "in the air",
        }
    }
}

/// The tab between the two screws of one side of a duplex receptacle.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Tab {
    /// As it came: both halves together.
    Whole,
    /// Broken off: each half by itself.
    Broken,
}

/// What feeds the two halves of a split receptacle.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Halves {
    /// Two circuits.
    TwoCircuits,
    /// One circuit, one half through a switch.
    OneSwitched,
}

impl Halves {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 2] = [Self::TwoCircuits, Self::OneSwitched];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::TwoCircuits => "two circuits",
            Self::OneSwitched => "one circuit, one half switched",
        }
    }
}

/// How many conductors a range or dryer receptacle is made for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum RangeWires {
    /// Two hots and a neutral that grounds the frame as well: there is no slot for a ground.
    Three,
    /// Two hots, a neutral and a ground.
    Four,
}

impl RangeWires {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 2] = [Self::Three, Self::Four];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Three => "three-wire, no ground slot",
            Self::Four => "four-wire",
        }
    }
}

/// One device on its yoke.
#[derive(Debug, Clone, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Device {
    /// Its number within the box.
    pub id: u16,
    /// What it is.
    pub kind: DeviceKind,
    /// How many gangs it takes, 1 to 6.
    #[serde(default = "one")]
    pub gangs: u8,
    /// The largest conductor connected to it; the largest in the box when it is not noted.
    #[serde(default)]
    pub largest: Option<Gauge>,
    /// Its rating in amperes.
    #[serde(default)]
    pub amperes: Option<u16>,
    /// The shape of its slots, which says its volts, its amperes and its wires.
    #[serde(default)]
    pub configuration: Option<Configuration>,
    /// A timer or electronic switch has a neutral lead or screw of its own.
    #[serde(default)]
    pub own_neutral: Option<bool>,
    /// Whether a range or dryer receptacle is a three-wire or a four-wire one.
    #[serde(default)]
    pub range_wires: Option<RangeWires>,
    /// What it is for; general use when it is not noted.
    #[serde(default)]
    pub purpose: Option<Purpose>,
    /// The year it was put in the place of another, where it is younger than the wiring.
    #[serde(default)]
    pub replaced: Option<u16>,
    /// It is an AFCI receptacle, alone or with a GFCI in it.
    #[serde(default)]
    pub arc_fault: Option<bool>,
    /// How far it reaches behind its yoke.
    #[serde(default)]
    pub behind: Option<Length>,
    /// How its yoke is seated.
    #[serde(default)]
    pub seat: Option<Seat>,
    /// Spacers of 1/8 in under its ears.
    #[serde(default)]
    pub spacers: u8,
    /// Marked tamper-resistant.
    #[serde(default)]
    pub tamper_resistant: Option<bool>,
    /// Marked weather-resistant.
    #[serde(default)]
    pub weather_resistant: Option<bool>,
    /// Marked for aluminium: CO/ALR at 15 and 20 A, AL/CU above.
    #[serde(default)]
    pub for_aluminium: Option<bool>,
    /// It carries the marks that it has no equipment ground and is GFCI-protected.
    #[serde(default)]
    pub marked_no_ground: Option<bool>,
    /// Its halves are fed by two circuits, or one half is switched.
    #[serde(default)]
    pub split: bool,
    /// Which of the two it is, where it is split.
    #[serde(default)]
    pub halves: Option<Halves>,
    /// The tab between the brass screws.
    #[serde(default)]
    pub hot_tab: Option<Tab>,
    /// The tab between the silver screws.
    #[serde(default)]
    pub neutral_tab: Option<Tab>,
}

const fn one() -> u8 {
    1
}

impl Device {
    /// A device of which only the kind is known.
    pub const fn new(id: u16, kind: DeviceKind) -> Self {
        let gangs = if matches!(kind, DeviceKind::RangeReceptacle) { 2 } else { 1 };
        Self {
            id,
            kind,
            gangs,
            largest: None,
            amperes: None,
            configuration: None,
            own_neutral: None,
            range_wires: None,
            purpose: None,
            replaced: None,
            arc_fault: None,
            behind: None,
            seat: None,
            spacers: 0,
            tamper_resistant: None,
            weather_resistant: None,
            for_aluminium: None,
            marked_no_ground: None,
            split: false,
            halves: None,
            hot_tab: None,
            neutral_tab: None,
        }
    }

    /// How a person at the wall calls it.
    pub fn label(&self) -> String {
        match self.configuration {
            Some(configuration) if self.kind == DeviceKind::RangeReceptacle => {
                format!("{} receptacle {}", configuration.name(), self.id)
            }
            _ => format!("{} {}", self.kind.name(), self.id),
        }
    }

    /// Its rating in amperes, as it is marked or as the shape of its slots says.
    pub fn rated(&self) -> Option<u16> {
        self.amperes.or(self.configuration.map(Configuration::amperes))
    }

    /// It is for two legs, so that lamps do not fit it: 240 V from hot to hot.
    pub fn is_two_legged(&self) -> bool {
        self.configuration.map_or(self.kind == DeviceKind::RangeReceptacle, Configuration::is_two_legged)
    }

    /// It has no slot for a neutral: two hots and a ground.
    pub fn is_without_neutral(&self) -> bool {
        self.configuration.is_some_and(|configuration| !configuration.has_neutral())
    }

    /// It has a slot for the ground, so that people trust one to be there.
    pub fn is_grounding_type(&self) -> bool {
        self.kind.is_grounding_type() && !self.is_three_wire()
    }

    /// It is a three-wire range or dryer receptacle: the neutral grounds the frame.
    pub fn is_three_wire(&self) -> bool {
        let shape = self.configuration.map(|configuration| !configuration.has_ground());
        self.kind == DeviceKind::RangeReceptacle && shape.unwrap_or(self.range_wires == Some(RangeWires::Three))
    }

    /// The outlet that it is, as the codes look at it, in a box that stands like this at such a place.
    pub fn outlet(&self, location: Location, stand: &Stand) -> Outlet {
        let large = self.is_two_legged()
            || self.kind == DeviceKind::RangeReceptacle
            || self.rated().is_some_and(|amperes| amperes > 20);
        Outlet {
            kind: if large { OutletKind::Large } else { OutletKind::Small },
            location,
            purpose: self.purpose,
            height: stand.height,
            to_water: stand.to_water,
        }
    }
}
