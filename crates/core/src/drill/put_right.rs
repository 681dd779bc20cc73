//! Put it right: a box with one fault, which is told, and the repairs of which one will do in this very place.

use fastrand::Rng;

use super::house::{House, house};
use super::planted::place_of_box;
use super::question::{Choice, Form, Question};
use super::{DrillWish, Made};
use crate::assess::Assessed;
use crate::repair::{Standing, propose};
use crate::rules::Situation;

pub(super) fn made(wish: &DrillWish, draw: &mut Rng) -> Made {
    // A fault that only one repair was ever thought of for is no question.
    loop {
        if let Some(made) = asked(house(wish, draw)) {
            return made;
        }
    }
}

fn asked(house: House) -> Option<Made> {
    let House { facts, building } = house;
    let assessed = Assessed::of(&facts);
    let known = assessed.boxes.first()?;
    let broken = known.answer().found.iter().find(|result| result.is_broken())?;
    let basis = &facts.audit.basis;
    let proposals = propose(&Situation::new(&known.record.found, basis));
    let choices: Vec<Choice> = proposals
        .into_iter()
        .map(|proposal| {
            let right = proposal.standing == Standing::Clears && proposal.clears.contains(&broken.rule);
            let why = match (right, proposal.reasons.as_slice()) {
                (true, _) => format!("Afterwards the box passes: {} min.", proposal.minutes),
                (false, []) => "It does nothing about this fault.".to_owned(),
                (false, reasons) => reasons.join(" "),
            };
            Choice::new(proposal.repair, proposal.title, right, why)
        })
        .collect();
    let right = choices.iter().filter(|choice| choice.right).count();
    if right == 0 || choices.len() - right < 2 {
        return None;
    }
    let words = format!("{} What puts it right, alone?", broken.sentence);
    let question = Question { code: known.record.tag.clone(), words, form: Form::One, choices };
    let places = vec![place_of_box(known.record, basis, None)];
    Some(Made { places, building, questions: vec![question], enough: None })
}
