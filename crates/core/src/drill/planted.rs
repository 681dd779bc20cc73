//! A box, a panel, or both, with faults planted in them, to be named.

use fastrand::Rng;

use super::house::{House, house};
use super::question::{Choice, Form, Question};
use super::{DrillPlace, DrillWish, Made, looks};
use crate::assess::Assessed;
use crate::facts::{Basis, BoxRecord, Panel};
use crate::picture::{Face, Section};
use crate::quantity::capitalised;
use crate::rules::{RuleResult, Verdict};
use crate::standard::{Location, Severity};

/// The question of what is wrong at a place: every rule that concerns it can be named.
fn faults_at(tag: &str, what: &str, results: &[RuleResult]) -> Question {
    let concerned = results.iter().filter(|result| result.verdict != Verdict::NotApplicable);
    let mut choices: Vec<Choice> = concerned
        .map(|result| Choice {
            danger: result.severity == Severity::Danger,
            citation: result.citation_text(),
            ..Choice::new(result.rule, result.title, result.verdict == Verdict::Violates, result.sentence.clone())
        })
        .collect();
    choices.sort_by(|one, other| one.words.cmp(&other.words));
    Question { code: tag.to_owned(), words: format!("What is wrong {what}?"), form: Form::Many, choices }
}

/// A box as one who does not know yet sees it.
pub(super) fn place_of_box(record: &BoxRecord, basis: &Basis, breaker: Option<u8>) -> DrillPlace {
    let mut contents = record.found.clone();
    // Readings are taken by whoever looks.
    (contents.lamps, contents.readings, contents.trips) = Default::default();
    let device = contents.devices.first().map_or("junction box", |device| device.kind.name());
    let location = contents.location.map_or("", Location::name);
    let on = breaker.map(|breaker| format!(", breaker {breaker}")).unwrap_or_default();
    let mut section = Section::of(&contents, basis);
    section.required_reach = None;
    section.conductors.iter_mut().for_each(|conductor| conductor.required_tip = None);
    DrillPlace {
        tag: record.tag.clone(),
        words: format!("{}, {location}{on}", capitalised(device)),
        looks: looks::of_box(&contents, basis.units),
        section: Some(section),
        face: Some(Face::of(&contents)),
        readable: contents.devices.iter().any(|device| device.kind.is_receptacle()),
    }
}

fn place_of_panel(panel: &Panel, basis: &Basis) -> DrillPlace {
    DrillPlace {
        tag: PANEL.to_owned(),
        words: "Service panel".to_owned(),
        looks: looks::of_panel(panel, basis.units),
        section: None,
        face: None,
        readable: false,
    }
}

/// What the panel of a board is called.
const PANEL: &str = "Panel";

/// A board of faults to be named.
pub(super) fn made(wish: &DrillWish, draw: &mut Rng) -> Made {
    let House { facts, building } = house(wish, draw);
    let assessed = Assessed::of(&facts);
    let basis = &facts.audit.basis;
    let (mut places, mut questions) = (Vec::new(), Vec::new());
    for known in &assessed.panels {
        places.push(place_of_panel(known.record, basis));
        questions.push(faults_at(PANEL, "at the panel", &known.found.results));
    }
    for (number, known) in (1_u8..).zip(&assessed.boxes) {
        let breaker = assessed.panels.first().map(|_| number);
        places.push(place_of_box(known.record, basis, breaker));
        questions.push(faults_at(&known.record.tag, &format!("at {}", known.record.tag), &known.answer().found));
    }
    debug_assert!(questions.iter().any(|question| question.choices.iter().any(|choice| choice.right)));
    Made { places, building, questions, enough: None }
}
