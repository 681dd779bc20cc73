//! The reading that would tell most: the one that splits what is still possible, dangers first, at the least trouble.

use serde::Serialize;
use utoipa::ToSchema;

use super::half_readings::HalfReadings;
use super::path::{GroundPath, PathGrade};
use super::prediction::{Prediction, Span};
use crate::facts::{Meter, Probe};

/// A reading to take.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct NextReading {
    /// What to do, in words.
    pub words: String,
    /// The meter and its leads; absent for the lamps and the button.
    pub meter: Option<MeterWish>,
    /// The three lamps are to be read.
    pub lamps: bool,
    /// What it tells apart, in words.
    pub tells: String,
}

/// A meter and where its leads go.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
pub struct MeterWish {
    /// The meter.
    pub meter: Meter,
    /// One lead.
    pub from: Probe,
    /// The other lead.
    pub to: Probe,
    /// Under load.
    pub loaded: bool,
}

enum Candidate {
    Lamps,
    Button,
    Meter(MeterWish),
}

/// Two voltages of which the spans are this far apart are told from each other, in volts.
const TOLD_APART: f64 = 6.0;

/// The trouble of each, in minutes. Common practice, no source.
fn candidates(readings: &HalfReadings) -> Vec<(Candidate, f64)> {
    use Meter::{HighImpedance, LowImpedance};
    use Probe::{BoxMetal, Ground, Hot, KnownGround, Neutral, OtherHot};
    let mut candidates = Vec::new();
    if readings.lamps.is_none() {
        candidates.push((Candidate::Lamps, 0.5));
    }
    if readings.gfci_upstream && readings.trip.is_none() {
        candidates.push((Candidate::Button, 2.0));
    }
    let mut meter = |meter, from, to, loaded, minutes| {
        let taken = |r: &&crate::facts::MeterReading| r.meter == meter && r.loaded == loaded && r.is_between(from, to);
        if !readings.meters.iter().any(taken) {
            candidates.push((Candidate::Meter(MeterWish { meter, from, to, loaded }), minutes));
        }
    };
    for (from, to) in [(Hot, Neutral), (Hot, Ground), (Neutral, Ground)] {
        meter(HighImpedance, from, to, false, 1.0);
        meter(LowImpedance, from, to, false, 1.2);
    }
    meter(LowImpedance, Ground, KnownGround, false, 4.0);
    meter(LowImpedance, Hot, KnownGround, false, 4.0);
    meter(LowImpedance, Neutral, KnownGround, false, 4.0);
    meter(HighImpedance, Hot, Neutral, true, 5.0);
    meter(HighImpedance, Neutral, Ground, true, 5.0);
    if readings.metal_box {
        meter(HighImpedance, Hot, BoxMetal, false, 1.5);
        meter(LowImpedance, Hot, BoxMetal, false, 1.5);
    }
    if readings.has_other_half {
        meter(LowImpedance, Hot, OtherHot, false, 1.5);
    }
    candidates
}

fn apart(a: &Prediction, b: &Prediction, span: impl Fn(&Prediction) -> Span) -> bool {
    let (x, y) = (span(a), span(b));
    x.high * a.scale.1 + TOLD_APART < y.low * b.scale.0 || y.high * b.scale.1 + TOLD_APART < x.low * a.scale.0
}

impl Candidate {
    fn tells_apart(&self, a: &Prediction, b: &Prediction) -> bool {
        match self {
            Self::Lamps => (0..3).any(|lamp| {
                // A lamp tells only what is plainly lit from what is plainly dark.
                let (x, y) = (a.lamps[lamp], b.lamps[lamp]);
                (x.low > 95.0 && y.high < 70.0) || (y.low > 95.0 && x.high < 70.0)
            }),
            Self::Button => matches!((a.trips, b.trips), (Some(x), Some(y)) if x != y),
            Self::Meter(wish) => apart(a, b, |p| p.volts(wish.meter, wish.loaded, wish.from, wish.to)),
        }
    }

    fn words(&self) -> String {
        match self {
            Self::Lamps => "Read the three lamps".to_owned(),
            Self::Button => "Press the tester's GFCI button".to_owned(),
            Self::Meter(wish) => {
                let load = if wish.loaded { ", with a heater running in this half" } else { "" };
                format!("Read {} to {} with the {}{load}", wish.from.name(), wish.to.name(), wish.meter.name())
            }
        }
    }
}

/// How much it matters to know whether this is so: dangers more than their likelihood says.
fn weight(prediction: &Prediction) -> f64 {
    let facts = prediction.state.facts();
    if facts.metal_live {
        100.0
    } else if facts.live_where_not_expected {
        facts.weight.max(20.0)
    } else {
        facts.weight
    }
}

/// Where the high-impedance meter shows a poor path or a ghost, the low-impedance one decides before anything else.
fn settles_a_ghost(readings: &HalfReadings) -> Option<NextReading> {
    let open = |path: GroundPath| path.grade == PathGrade::ImpairedOrGhost;
    let to = if open(readings.ground_path()) {
        Probe::Ground
    } else if open(readings.metal_path()) {
        Probe::BoxMetal
    } else {
        return None;
    };
    let wish = MeterWish { meter: Meter::LowImpedance, from: Probe::Hot, to, loaded: false };
    let (words, tells) = (Candidate::Meter(wish).words(), "tells a poor path from a ghost".to_owned());
    Some(NextReading { words, meter: Some(wish), lamps: false, tells })
}

/// The reading to take next among what is still possible; `None` when none would tell more.
pub(super) fn next_reading(readings: &HalfReadings, consistent: &[&Prediction]) -> Option<NextReading> {
    if let Some(reading) = settles_a_ghost(readings) {
        return Some(reading);
    }
    // A way of wiring with several families counts once.
    let families = |state| consistent.iter().filter(|other| other.state == state).count() as f64;
    let weights: Vec<f64> =
        consistent.iter().map(|prediction| weight(prediction) / families(prediction.state)).collect();
    let gain = |candidate: &Candidate| -> f64 {
        let mut gain = 0.0;
        for (index, a) in consistent.iter().enumerate() {
            for (other, b) in consistent.iter().enumerate().skip(index + 1) {
                if a.state != b.state && candidate.tells_apart(a, b) {
                    gain += weights[index] * weights[other];
                }
            }
        }
        gain
    };
    let scored = candidates(readings).into_iter().map(|(candidate, minutes)| (gain(&candidate) / minutes, candidate));
    let (_, best) = scored.filter(|(score, _)| *score > 0.0).max_by(|a, b| a.0.total_cmp(&b.0))?;
    let first = consistent.iter().max_by(|a, b| a.state.facts().weight.total_cmp(&b.state.facts().weight))?;
    let mut others: Vec<&str> = Vec::new();
    for other in consistent.iter().filter(|other| other.state != first.state && best.tells_apart(first, other)) {
        if !others.contains(&other.state.name()) {
            others.push(other.state.name());
        }
    }
    let tells = if others.is_empty() {
        "tells what is left from each other".to_owned()
    } else {
        format!("tells {} from {}", first.state.name(), others.join(", "))
    };
    let meter = if let Candidate::Meter(wish) = &best { Some(*wish) } else { None };
    Some(NextReading { words: best.words(), meter, lamps: matches!(best, Candidate::Lamps), tells })
}
