//! From readings to a cause: the ways of wiring under which the instruments would have shown just this.

use serde::Serialize;
use utoipa::ToSchema;

use super::next_reading::{NextReading, next_reading};
use super::path::{GroundPath, grade_path};
use super::prediction::{PREDICTIONS, Prediction, Span};
use super::wiring::WiringState;
use crate::quantity::Voltage;
use crate::sentence::capitalised;
use crate::survey::{
    BoxBond, BoxContents, Construction, DetectorReading, DeviceKind, Half, Lamp, LampReading, Meter, MeterReading,
    Probe, TripReading,
};

/// How far a reading may be from what is predicted, in volts: the meter's own error and that of two readings taken one
/// after the other. Hot to ground within 5 V of hot to neutral is sound; common practice, no source.
const TOLERANCE: f64 = 2.5;
/// Below this a prediction says nothing of the supply, in volts.
const SAYS_SUPPLY: f64 = 30.0;

/// What was read in one half of a device.
#[derive(Debug, Clone)]
pub struct HalfReadings<'a> {
    /// Which half.
    pub half: Half,
    /// The three lamps.
    pub lamps: Option<&'a LampReading>,
    /// The meters, with a figure each.
    pub meters: Vec<&'a MeterReading>,
    /// The detectors.
    pub detectors: Vec<&'a DetectorReading>,
    /// The tester's button.
    pub trip: Option<&'a TripReading>,
    /// A GFCI upstream, and not the device itself, would answer to the button.
    pub gfci_upstream: bool,
    /// The box is of metal, as far as is known.
    pub metal_box: bool,
    /// The device has another half.
    pub has_other_half: bool,
    /// No ground comes to this box, by a conductor or by its metal: whatever is read, none is there.
    pub no_ground_here: bool,
}

impl<'a> HalfReadings<'a> {
    /// The readings of a box by half; a half in which nothing was read is left out.
    pub fn of(contents: &'a BoxContents) -> Vec<Self> {
        if contents.lamps.is_empty()
            && contents.readings.is_empty()
            && contents.detectors.is_empty()
            && contents.trips.is_empty()
        {
            return Vec::new();
        }
        let is_gfci = contents.devices.iter().any(|device| device.kind == DeviceKind::GfciReceptacle);
        let duplex = |kind| matches!(kind, DeviceKind::DuplexReceptacle | DeviceKind::TwoSlotReceptacle);
        let unbonded =
            contents.construction == Some(Construction::Nonmetallic) || contents.bond == Some(BoxBond::Nothing);
        let no_ground_here = unbonded && !contents.conductors.is_empty() && contents.grounds().next().is_none();
        let of_half = |half: Half| Self {
            half,
            lamps: contents.lamps.iter().find(|reading| reading.half == half),
            meters: contents
                .readings
                .iter()
                .filter(|r| r.half == half && r.volts.is_some() && r.from != r.to)
                .collect(),
            detectors: contents.detectors.iter().filter(|reading| reading.half == half).collect(),
            trip: contents.trips.iter().find(|reading| reading.half == half),
            gfci_upstream: contents.supply.gfci == Some(true) && !is_gfci,
            metal_box: contents.construction != Some(Construction::Nonmetallic),
            has_other_half: contents.devices.iter().any(|device| duplex(device.kind)),
            no_ground_here,
        };
        Half::ALL.into_iter().map(of_half).filter(|half| !half.is_empty()).collect()
    }

    fn is_empty(&self) -> bool {
        self.lamps.is_none() && self.meters.is_empty() && self.detectors.is_empty() && self.trip.is_none()
    }

    /// A meter's figure between two probes.
    fn volts(&self, meter: Meter, a: Probe, b: Probe) -> Option<Voltage> {
        self.meters.iter().find(|r| r.meter == meter && !r.loaded && r.is_between(a, b)).and_then(|r| r.volts)
    }

    /// The readings in words, as a verdict cites them.
    pub fn words(&self) -> Vec<String> {
        let mut words = Vec::new();
        if let Some(lamps) = self.lamps {
            let [hn, hg, ng] = [lamps.hot_neutral, lamps.hot_ground, lamps.neutral_ground].map(Lamp::name);
            words.push(format!("lamps hot–neutral {hn}, hot–ground {hg}, neutral–ground {ng}"));
        }
        words.extend(self.meters.iter().filter_map(|reading| reading.words()));
        for reading in &self.detectors {
            let says = if reading.chirps { "answers" } else { "is silent" };
            words.push(format!("{} at {} {says}", reading.class.name(), reading.at.name()));
        }
        if let Some(trip) = self.trip {
            let says = if trip.tripped { "opens the GFCI" } else { "does not open the GFCI" };
            words.push(format!("the tester's button {says}"));
        }
        words
    }

    fn path(&self, what: &str, probe: Probe) -> GroundPath {
        let hot_neutral = Meter::ALL.into_iter().find_map(|meter| self.volts(meter, Probe::Hot, Probe::Neutral));
        let [high, low] = Meter::ALL.map(|meter| self.volts(meter, Probe::Hot, probe));
        let air = self.volts(Meter::HighImpedance, Probe::Hot, Probe::Air);
        grade_path(what, hot_neutral, high, low, air)
    }

    /// The path to the ground slot.
    pub fn ground_path(&self) -> GroundPath {
        self.path("ground", Probe::Ground)
    }

    /// The path to the metal of the box.
    pub fn metal_path(&self) -> GroundPath {
        self.path("box metal", Probe::BoxMetal)
    }

    /// The families of scenes that show all this.
    pub(super) fn consistent<'p>(&self, predictions: &'p [Prediction]) -> Vec<&'p Prediction> {
        let possible = |prediction: &&Prediction| !(self.no_ground_here && prediction.state.facts().grounded);
        predictions.iter().filter(possible).filter(|prediction| self.fits(prediction)).collect()
    }

    fn fits(&self, prediction: &Prediction) -> bool {
        let (mut low, mut high) = prediction.scale;
        // One supply must explain every reading; a reading that the supply hardly enters only has to be near.
        let mut scaled = |span: Span, least: f64, most: f64| {
            if span.low > SAYS_SUPPLY {
                low = low.max(least / span.high);
                high = high.min(most / span.low);
                true
            } else {
                least <= span.high * prediction.scale.1 && most >= span.low * prediction.scale.0
            }
        };
        let meters = self.meters.iter().all(|reading| {
            let volts = reading.volts.unwrap_or_default().as_volts();
            let span = prediction.volts(reading.meter, reading.loaded, reading.from, reading.to);
            scaled(span, volts - TOLERANCE, volts + TOLERANCE)
        });
        if !meters || low > high {
            return false;
        }
        let lamps = self.lamps.is_none_or(|lamps| {
            let seen = [lamps.hot_neutral, lamps.hot_ground, lamps.neutral_ground];
            seen.into_iter().zip(prediction.lamps).all(|(lamp, span)| lamp_fits(lamp, span))
        });
        let detectors = self.detectors.iter().all(|reading| {
            let span = prediction.potential(reading.at);
            let threshold = reading.class.threshold();
            if reading.chirps { span.high > threshold * 0.7 } else { span.low < threshold * 1.3 }
        });
        let trip = self.trip.filter(|_| self.gfci_upstream);
        let trips = trip.is_none_or(|trip| prediction.trips.is_none_or(|predicted| predicted == trip.tripped));
        lamps && detectors && trips
    }
}

/// A lamp seen so, where it would have this voltage. A neon lamp strikes somewhere between 60 and 75 V, so that one in
/// series with another may be dim or dark.
fn lamp_fits(seen: Lamp, span: Span) -> bool {
    let (least, most) = match seen {
        Lamp::Off => (0.0, 75.0),
        Lamp::Dim => (25.0, 95.0),
        Lamp::Lit => (70.0, f64::INFINITY),
    };
    span.high >= least && span.low <= most
}

/// A way of wiring that explains the readings.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Cause {
    /// Which.
    pub state: WiringState,
    /// In a few words.
    pub name: &'static str,
    /// What it does to a person or a load.
    pub means: &'static str,
    /// Metal, or a slot taken for dead, is live.
    pub dangerous: bool,
    /// It is a fault.
    pub fault: bool,
}

impl From<WiringState> for Cause {
    fn from(state: WiringState) -> Self {
        let facts = state.facts();
        let (dangerous, fault) = (facts.live_where_not_expected, facts.fault);
        Self { state, name: facts.name, means: facts.means, dangerous, fault }
    }
}

/// What the readings of one half can mean.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Diagnosis {
    /// Which half.
    pub half: Half,
    /// The readings it rests on, in words.
    pub rests_on: Vec<String>,
    /// Every way of wiring that explains them, the likeliest first; empty when none does.
    pub causes: Vec<Cause>,
    /// One plain sentence.
    pub statement: String,
    /// The dangerous ones that look just like the likeliest, each in a sentence.
    pub look_alikes: Vec<String>,
    /// What these instruments cannot see.
    pub cannot_see: Vec<&'static str>,
    /// The readings that go with no single way of wiring, in words; empty unless there is a contradiction.
    pub contradiction: Vec<String>,
    /// The path to the ground slot.
    pub ground: GroundPath,
    /// The path to the metal of the box.
    pub metal: GroundPath,
    /// The reading to take next; absent when none would tell more.
    pub next: Option<NextReading>,
    /// What only opening the box tells, once no reading tells more.
    pub to_look_for: Option<&'static str>,
}

/// The ways of wiring that explain the readings, likeliest first, each once.
pub(super) fn causes(consistent: &[&Prediction]) -> Vec<WiringState> {
    let mut states: Vec<WiringState> = Vec::new();
    for prediction in consistent {
        if !states.contains(&prediction.state) {
            states.push(prediction.state);
        }
    }
    states.sort_by(|a, b| b.facts().weight.total_cmp(&a.facts().weight));
    states
}

/// Everything that the readings of one half say.
pub fn diagnose(readings: &HalfReadings) -> Diagnosis {
    diagnose_with(readings, &PREDICTIONS)
}

/// The same over predictions at hand.
pub fn diagnose_with(readings: &HalfReadings, predictions: &[Prediction]) -> Diagnosis {
    let consistent = readings.consistent(predictions);
    let states = causes(&consistent);
    let contradiction = if states.is_empty() { conflicting(readings, predictions) } else { Vec::new() };
    let next = next_reading(readings, &consistent);
    let to_look_for = if next.is_none() { to_look_for(&states) } else { None };
    Diagnosis {
        half: readings.half,
        rests_on: readings.words(),
        statement: if contradiction.is_empty() {
            statement_of(&states)
        } else {
            format!(
                "These readings do not go together: {}. Prove the instruments on a known live outlet, then read again.",
                contradiction.join("; ")
            )
        },
        look_alikes: look_alikes(&states),
        cannot_see: cannot_see(readings),
        contradiction,
        ground: readings.ground_path(),
        metal: readings.metal_path(),
        next,
        to_look_for,
        causes: states.into_iter().map(Cause::from).collect(),
    }
}

/// What `states` come to, in one plain sentence.
pub(super) fn statement_of(states: &[WiringState]) -> String {
    match states {
        [] => "These readings fit no single way of wiring: prove the instruments on a known live outlet, then read again. \
               Two faults at once are possible."
            .to_owned(),
        [one] => format!("{}: {}.", capitalised(one.name()), one.facts().means),
        [first, other] => format!("{}, or {}: both read the same.", capitalised(first.name()), other.name()),
        [first, rest @ ..] => {
            format!("{}, or one of {} others that read the same.", capitalised(first.name()), rest.len())
        }
    }
}

/// The dangerous ones among the rest: they are named every time.
fn look_alikes(states: &[WiringState]) -> Vec<String> {
    let rest = states.iter().skip(1).filter(|state| state.facts().live_where_not_expected);
    rest.map(|state| format!("{}: {}", capitalised(state.name()), state.facts().means)).collect()
}

fn cannot_see(readings: &HalfReadings) -> Vec<&'static str> {
    let mut limits = Vec::new();
    let has_low = readings.meters.iter().any(|reading| reading.meter == Meter::LowImpedance);
    if readings.lamps.is_some() && !has_low {
        limits.push("how good the ground is: through some hundred ohms the lamps light as well");
    }
    if !has_low && !readings.meters.is_empty() {
        limits.push("a ghost from a poor path: a high-impedance meter shows both alike");
    }
    if !readings.meters.iter().any(|reading| reading.loaded) {
        limits.push("a poor joint: it shows under load only");
    }
    if readings.detectors.iter().any(|reading| !reading.chirps) {
        limits.push("a live end deep in the box: a silent detector is no proof");
    }
    if readings.has_other_half {
        limits.push("whether the halves hang on two breakers of one leg");
    }
    limits
}

fn to_look_for(states: &[WiringState]) -> Option<&'static str> {
    let has = |state| states.contains(&state);
    if has(WiringState::NoPower) && has(WiringState::OpenHot) {
        Some("whether other outlets of the circuit are live: then the hot is open between them and this one")
    } else if has(WiringState::BootlegGround) || has(WiringState::BootlegReversed) {
        Some("a jumper from the silver screw to the green one, and whether a ground conductor is in the box")
    } else if has(WiringState::NeutralGroundSwapped) {
        Some("which conductor is on the silver screw and which on the green one")
    } else {
        None
    }
}

/// The readings without which the rest would fit: each alone, or else lamps against meters.
fn conflicting(readings: &HalfReadings, predictions: &[Prediction]) -> Vec<String> {
    let fits = |readings: &HalfReadings| predictions.iter().any(|prediction| readings.fits(prediction));
    let mut odd = Vec::new();
    let without_lamps = HalfReadings { lamps: None, ..readings.clone() };
    let lamps_only = HalfReadings { meters: Vec::new(), detectors: Vec::new(), trip: None, ..readings.clone() };
    if readings.lamps.is_some() && fits(&without_lamps) {
        odd.push(if fits(&lamps_only) {
            "the lamps say one thing and the other instruments another".to_owned()
        } else {
            format!("{} is shown by no wiring at all", lamps_only.words().join(""))
        });
    }
    for index in 0..readings.meters.len() {
        let mut others = readings.clone();
        let reading = others.meters.remove(index);
        if fits(&others) && !others.is_empty() {
            odd.extend(reading.words().map(|words| format!("{words} does not go with the rest")));
        }
    }
    odd
}

#[cfg(test)]
#[path = "diagnosis_tests.rs"]
mod tests;
