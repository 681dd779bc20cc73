//! Readings only: an outlet, instruments, and what is behind it. Only what instruments tell for certain is asked.

use fastrand::Rng;

use super::chance::below;
use super::measured::measure;
use super::question::{Choice, Form, Question};
use super::{DrillPlace, DrillWish, Made};
use crate::electrical::{Cause, Installation, TrueCircuit, TrueFault, TruePoint, WiringState, diagnose_box};
use crate::facts::{BoxContents, Construction, Device, DeviceKind, Supply};
use crate::quantity::{Gauge, capitalised};

/// What can be behind an outlet.
struct Behind {
    fault: Option<TrueFault>,
    /// The ways of wiring that it is told as; several where no instrument tells them apart. The first is what it is called after.
    told_as: &'static [WiringState],
    level: u8,
}

const fn behind(fault: Option<TrueFault>, told_as: &'static [WiringState], level: u8) -> Behind {
    Behind { fault, told_as, level }
}

/// Each with the level from which it is asked.
static BEHIND: [Behind; 10] = [
    behind(None, &[WiringState::Correct, WiringState::ResistiveGround, WiringState::NeutralGroundSwapped], 1),
    behind(Some(TrueFault::OpenGroundFeed), &[WiringState::OpenGround], 1),
    behind(Some(TrueFault::OpenNeutralFeed), &[WiringState::OpenNeutral], 1),
    behind(Some(TrueFault::HotNeutralReversed), &[WiringState::HotNeutralReversed], 1),
    behind(Some(TrueFault::OpenHotFeed), &[WiringState::OpenHot, WiringState::NoPower], 1),
    behind(Some(TrueFault::HotGroundReversed), &[WiringState::HotGroundReversed], 2),
    behind(Some(TrueFault::BootlegGround), &[WiringState::BootlegGround], 3),
    behind(Some(TrueFault::PoorNeutralFeed(3.0)), &[WiringState::ResistiveNeutral], 4),
    behind(Some(TrueFault::BoxUnbonded), &[WiringState::UnbondedBox], 4),
    behind(Some(TrueFault::BootlegReversed), &[WiringState::BootlegReversed], 5),
];

impl Behind {
    /// Its code.
    fn code(&self) -> String {
        self.told_as[0].code()
    }

    /// What it is called.
    fn name(&self) -> String {
        capitalised(self.told_as[0].facts().name)
    }

    /// What it does, and what looks just like it.
    fn why(&self) -> String {
        let [first, others @ ..] = self.told_as else { return String::new() };
        let facts = first.facts();
        let names: Vec<&str> = others.iter().map(|other| other.facts().name).collect();
        let like = if names.is_empty() { String::new() } else { format!(" Just so reads: {}.", names.join("; ")) };
        format!("{}: {}.{like}", capitalised(facts.name), facts.means)
    }
}

/// The outlet as far as one sees it from outside: a metal box, protected by a GFCI ahead of it.
fn outlet() -> BoxContents {
    BoxContents {
        construction: Some(Construction::Metal),
        devices: vec![Device::new(1, DeviceKind::DuplexReceptacle)],
        supply: Supply { gfci: Some(true), ..Supply::default() },
        ..BoxContents::default()
    }
}

/// The outlet with this behind it, where instruments tell it for certain.
fn told(behind: &Behind, metres: f64) -> Option<Installation> {
    let point = TruePoint { faults: behind.fault.into_iter().collect(), ..TruePoint::new(TAG, metres) };
    let circuits = vec![TrueCircuit { gfci: true, points: vec![point], ..TrueCircuit::new(1, Gauge::Awg12) }];
    let building = Installation { name: "outlet".to_owned(), circuits };
    let mut contents = outlet();
    measure(&building, TAG, &mut contents).ok()?;
    let read = diagnose_box(&contents);
    let fits = |known: &Cause| behind.told_as.contains(&known.state);
    let certain = read.iter().all(|half| !half.causes.is_empty() && half.causes.iter().all(fits));
    (certain && !read.is_empty()).then_some(building)
}

const TAG: &str = "R1";

pub(super) fn made(wish: &DrillWish, draw: &mut Rng) -> Made {
    let asked: Vec<&Behind> = BEHIND.iter().filter(|behind| behind.level <= wish.level).collect();
    let (building, right) = loop {
        let behind = asked[below(draw, asked.len())];
        if let Some(building) = told(behind, f64::from(draw.u32(5..=25))) {
            break (building, behind.code());
        }
    };
    let mut choices: Vec<Choice> = BEHIND
        .iter()
        .map(|known| {
            let danger = known.told_as[0].facts().live_where_not_expected;
            Choice { danger, ..Choice::new(known.code(), known.name(), known.code() == right, known.why()) }
        })
        .collect();
    choices.sort_by(|one, other| one.words.cmp(&other.words));
    let place = DrillPlace {
        tag: TAG.to_owned(),
        words: "Duplex receptacle in a metal box, GFCI-protected before it".to_owned(),
        looks: Vec::new(),
        section: None,
        face: None,
        readable: true,
    };
    let question = Question { code: TAG.to_owned(), words: "What is behind it?".to_owned(), form: Form::One, choices };
    Made { places: vec![place], building, questions: vec![question], enough: None }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn whatever_is_asked_is_told_by_instruments() {
        for behind in &BEHIND {
            let named = serde_json::to_value(behind.told_as[0]).expect("it is written");
            assert_eq!(named, behind.code(), "as it is in JSON");
            assert!(told(behind, 12.0).is_some(), "{}", behind.code());
        }
    }
}
