//! From readings to a cause: the ways of wiring under which the instruments would have shown just this.

use serde::Serialize;
use utoipa::ToSchema;

use super::half_readings::HalfReadings;
use super::next_reading::{NextReading, next_reading};
use super::path::GroundPath;
use super::prediction::{PREDICTIONS, Prediction};
use super::two_legs::TwoLegs;
use super::wiring::WiringState;
use crate::facts::{BoxContents, Half, Meter};
use crate::quantity::capitalised;

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
    let mut states: Vec<(WiringState, f64)> = Vec::new();
    for prediction in consistent {
        let weight = prediction.state.facts().weight * prediction.weight;
        match states.iter_mut().find(|(state, _)| *state == prediction.state) {
            Some((_, known)) => *known = known.max(weight),
            None => states.push((prediction.state, weight)),
        }
    }
    states.sort_by(|(_, a), (_, b)| b.total_cmp(a));
    states.into_iter().map(|(state, _)| state).collect()
}

/// What the readings of a box say, half by half. A range or dryer receptacle has none: see [`TwoLegs`].
pub fn diagnose_box(contents: &BoxContents) -> Vec<Diagnosis> {
    if TwoLegs::receptacle(contents).is_some() {
        return Vec::new();
    }
    HalfReadings::of(contents).iter().map(diagnose).collect()
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
    let named = |state: &&WiringState| state.facts().live_where_not_expected || **state == WiringState::BootlegGround;
    let rest = states.iter().skip(1).filter(named);
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
