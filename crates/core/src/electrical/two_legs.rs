//! What a meter shows at a 120/240 V receptacle, of a range or a dryer: two legs, a neutral, and a ground where it has a
//! slot for one. Lamps do not fit it.

use crate::facts::{BoxContents, Device, Meter, Probe};
use crate::quantity::Voltage;

/// One leg of 120/240 V is whole from the first to the second; beyond, a lost neutral shares the 240 V by the loads. Common
/// practice, no source.
const LEG: (Voltage, Voltage) = (Voltage::volts(100), Voltage::volts(132));
/// From here on two hots are taken to be on opposite legs. 208 V is what two legs of a three-phase building give.
const OPPOSITE: Voltage = Voltage::volts(195);
/// Up to here there is nothing between two points that carries anything. Common practice, no source.
const NOTHING: Voltage = Voltage::volts(30);

/// How the legs and the neutral stand.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Legs {
    /// Hot to hot was not read.
    HotToHotNotRead,
    /// A hot to the neutral was not read.
    HotToNeutralNotRead,
    /// Nothing shows: it is off, or everything is open.
    Off,
    /// Two opposite legs and a neutral.
    Sound,
    /// The legs do not share the neutral evenly.
    NeutralOpen,
    /// Both hots are on one leg.
    SameLeg,
    /// One leg is open, or its slot is on the neutral.
    LegOpen,
    /// Neither leg reaches the neutral.
    NoLeg,
    /// No single wiring reads like this.
    Confused,
}

/// How the ground slot of a four-wire receptacle stands.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum GroundSlot {
    /// A three-wire receptacle has none.
    NotThere,
    /// A hot to the ground was not read.
    NotRead,
    /// Hot and neutral have to be right first.
    NoReference,
    /// The full voltage of a leg.
    Sound,
    /// Nothing.
    Open,
    /// Less than a leg.
    Bad,
    /// More than a leg.
    Live,
}

/// What was read at a range or dryer receptacle, and what it comes to.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct TwoLegs {
    /// The legs and the neutral.
    pub legs: Legs,
    /// The readings that say so, in words.
    pub leg_figures: String,
    /// What the legs are read against: the neutral, or the ground where there is no neutral.
    pub against: Probe,
    /// The ground slot.
    pub ground: GroundSlot,
    /// The readings that say so, in words.
    pub ground_figures: String,
}

impl TwoLegs {
    /// Of a receptacle.
    pub fn of(contents: &BoxContents, device: &Device) -> Self {
        // Two hots and a ground: the ground is what the legs are read against, and no slot is left to read.
        let against = if device.is_without_neutral() { Probe::Ground } else { Probe::Neutral };
        let (legs, leg_figures) = legs(contents, against);
        let own_ground = !device.is_three_wire() && !device.is_without_neutral();
        let (ground, ground_figures) =
            if own_ground { ground(contents) } else { (GroundSlot::NotThere, String::new()) };
        Self { legs, leg_figures, against, ground, ground_figures }
    }

    /// The receptacle that a box of nothing else has; the readings of its box are read so, and not half by half.
    pub fn receptacle(contents: &BoxContents) -> Option<&Device> {
        let mut receptacles = contents.devices.iter().filter(|device| device.kind.is_receptacle()).peekable();
        let first = *receptacles.peek()?;
        receptacles.all(Device::is_two_legged).then_some(first).filter(|first| first.is_two_legged())
    }

    /// Two legs, a neutral, and a ground where there is a slot for one.
    pub fn is_sound(&self) -> bool {
        self.legs == Legs::Sound && matches!(self.ground, GroundSlot::Sound | GroundSlot::NotThere)
    }

    /// The ground slot was found to be a ground, or to be none.
    pub fn ground_found(&self) -> Option<bool> {
        match self.ground {
            GroundSlot::NotThere if self.against == Probe::Ground && self.legs == Legs::Sound => Some(true),
            GroundSlot::Sound => Some(true),
            GroundSlot::Open | GroundSlot::Bad | GroundSlot::Live => Some(false),
            GroundSlot::NotThere | GroundSlot::NotRead | GroundSlot::NoReference => None,
        }
    }
}

fn legs(contents: &BoxContents, against: Probe) -> (Legs, String) {
    let read = |from, to| between(contents, from, to);
    let Some(across) = read(Probe::Hot, Probe::OtherHot) else { return (Legs::HotToHotNotRead, String::new()) };
    let each = (read(Probe::Hot, against), read(Probe::OtherHot, against));
    let (Some(one), Some(other)) = each else { return (Legs::HotToNeutralNotRead, String::new()) };
    let (across_said, one_said, other_said) = (across.print(), one.print(), other.print());
    let to = against.name();
    let figures = format!("{across_said} from hot to hot, {one_said} and {other_said} from the hots to the {to}");
    let whole = |volts: Voltage| (LEG.0..=LEG.1).contains(&volts);
    let legs = match (whole(one), whole(other)) {
        _ if across.max(one).max(other) <= NOTHING => Legs::Off,
        (true, true) if across >= OPPOSITE => Legs::Sound,
        _ if across >= OPPOSITE => Legs::NeutralOpen,
        (true, true) if across <= NOTHING => Legs::SameLeg,
        (true, true) => Legs::Confused,
        (true, false) | (false, true) => Legs::LegOpen,
        (false, false) => Legs::NoLeg,
    };
    (legs, figures)
}

fn ground(contents: &BoxContents) -> (GroundSlot, String) {
    let of_leg = |hot| between(contents, hot, Probe::Ground).zip(between(contents, hot, Probe::Neutral));
    let Some((to_ground, to_neutral)) = of_leg(Probe::Hot).or_else(|| of_leg(Probe::OtherHot)) else {
        return (GroundSlot::NotRead, String::new());
    };
    let figures = format!("{} from hot to ground, {} to the neutral", to_ground.print(), to_neutral.print());
    let ground = if to_neutral < LEG.0 {
        GroundSlot::NoReference
    } else if to_ground <= NOTHING {
        GroundSlot::Open
    } else if to_ground > LEG.1 {
        GroundSlot::Live
    } else if to_ground >= LEG.0 {
        GroundSlot::Sound
    } else {
        GroundSlot::Bad
    };
    (ground, figures)
}

/// What was read between two leads: on the low-impedance meter where it was, and unloaded where it was.
fn between(contents: &BoxContents, from: Probe, to: Probe) -> Option<Voltage> {
    let read = contents.readings.iter().filter(|reading| reading.is_between(from, to) && reading.volts.is_some());
    read.min_by_key(|reading| (reading.meter != Meter::LowImpedance, reading.loaded))?.volts
}
