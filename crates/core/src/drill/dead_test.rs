//! Prove it dead: the steps of the dead test of a box, to be put in order.

use fastrand::Rng;

use super::house::House;
use super::planted::place_of_box;
use super::question::{Choice, Form, Question};
use super::{DrillWish, Made};
use crate::electrical::proof_of_dead::{DeadStepKind, dead_test_of_box};
use crate::facts::DeadTestMethods;

pub(super) fn made(wish: &DrillWish, draw: &mut Rng) -> Made {
    let House { facts, building } = House::sound(wish, 1, false, draw);
    let record = &facts.rooms[0].boxes[0];
    let test = dead_test_of_box(&record.found, DeadTestMethods::TwoInstruments);
    let choices = test.steps.into_iter().map(|step| {
        let why = match step.kind {
            DeadStepKind::SwitchOff => "First of all, and kept off.",
            DeadStepKind::Prove => "An instrument is proven on a known live point before it is believed.",
            DeadStepKind::Test => "Every half and every cable, between its instrument's two proofs.",
            DeadStepKind::ProveAgain => "Once more on the known live point: it may have failed meanwhile.",
        };
        Choice { class: format!("{:?} {:?}", step.kind, step.method), ..Choice::new(step.step, step.words, true, why) }
    });
    let question = Question {
        code: record.tag.clone(),
        words: "In what order is this box proven dead?".to_owned(),
        form: Form::Order,
        choices: choices.collect(),
    };
    let places = vec![place_of_box(record, &facts.audit.basis, None)];
    Made { places, building, questions: vec![question], enough: None }
}
