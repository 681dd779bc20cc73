//! How a board was answered: what a championship and an examiner count.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::question::{DrillAnswer, DrillMark, Outcome};
use super::{DrillWish, Made, made};
use crate::facts::{Pointer, Problem};

/// The most answers that are taken.
const MOST_ANSWERS: usize = 2_000;
/// An examination is passed from here on, in hundredths. Common practice, no source: 70 to 75 are asked.
const PASSED_FROM: usize = 75;

/// Asks for the score of a board.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ScoreWish {
    /// The board.
    pub board: DrillWish,
    /// What was answered, in the order in which it was.
    #[schema(max_items = 2_000)]
    pub answers: Vec<DrillAnswer>,
    /// How long it took.
    #[serde(default)]
    pub seconds: u32,
    /// How many readings were taken, or rounds switched.
    #[serde(default)]
    pub readings: u32,
}

/// The score of a board.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct DrillScore {
    /// What was found.
    pub found: usize,
    /// What was missed.
    pub missed: usize,
    /// What was named and is not so.
    pub wrong: usize,
    /// What was found of all that counts, in hundredths: wrong names count against it.
    pub percent: usize,
    /// Every danger was named before anything else; absent where there was no danger, or nothing was named.
    pub danger_first: Option<bool>,
    /// A danger was missed.
    pub danger_missed: bool,
    /// It would pass: enough was found, and no danger missed.
    pub passed: bool,
    /// How long it took.
    pub seconds: u32,
    /// What counts are rules: they come again.
    pub comes_again: bool,
    /// How many readings or rounds are enough, where they count.
    pub enough: Option<u32>,
    /// In one plain sentence.
    pub says: String,
    /// Each choice that counts.
    pub marks: Vec<DrillMark>,
}

/// Scores a board.
///
/// # Errors
/// There is no such level, or an answer names what is not on the board.
pub fn score(wish: &ScoreWish) -> Result<DrillScore, Vec<Problem>> {
    let at = Pointer::root().at("answers");
    if wish.answers.len() > MOST_ANSWERS {
        return Err(vec![Problem::new(
            &at,
            format!("{} answers; at most {MOST_ANSWERS} are taken", wish.answers.len()),
        )]);
    }
    let Made { questions, enough, .. } = made(&wish.board)?;
    let problems: Vec<Problem> = (0..)
        .zip(&wish.answers)
        .filter_map(|(index, answer)| {
            let place = at.at(index);
            let Some(question) = questions.iter().find(|known| known.code == answer.question) else {
                return Some(Problem::new(&place.at("question"), "this board has no such question; load it again"));
            };
            let known = question.choices.iter().any(|choice| choice.code == answer.choice);
            (!known)
                .then(|| Problem::new(&place.at("choice"), "this question has no such choice; load the board again"))
        })
        .collect();
    if !problems.is_empty() {
        return Err(problems);
    }
    let mut marks = Vec::new();
    for question in &questions {
        let given = wish.answers.iter().filter(|answer| answer.question == question.code);
        let given: Vec<&str> = given.map(|answer| answer.choice.as_str()).collect();
        marks.extend(question.marked(&given));
    }
    let count = |outcome: Outcome| marks.iter().filter(|mark| mark.outcome == outcome).count();
    let (found, missed, wrong) = (count(Outcome::Found), count(Outcome::Missed), count(Outcome::Wrong));
    let percent = found * 100 / (found + missed + wrong).max(1);
    let danger_missed = marks.iter().any(|mark| mark.danger && mark.outcome == Outcome::Missed);
    let passed = percent >= PASSED_FROM && !danger_missed;
    let says = says(wish, (found, missed, wrong), passed, danger_missed, enough);
    Ok(DrillScore {
        found,
        missed,
        wrong,
        percent,
        danger_first: danger_first(&wish.answers, &marks),
        danger_missed,
        passed,
        seconds: wish.seconds,
        comes_again: wish.board.kind.is_of_rules(),
        enough,
        says,
        marks,
    })
}

/// Whether each danger that was found was named before all else that was named.
fn danger_first(answers: &[DrillAnswer], marks: &[DrillMark]) -> Option<bool> {
    let is_danger = |answer: &DrillAnswer| {
        let of = |mark: &&DrillMark| mark.question == answer.question && mark.choice == answer.choice;
        marks.iter().find(of).is_some_and(|mark| mark.danger && mark.outcome == Outcome::Found)
    };
    let dangers: Vec<bool> = answers.iter().map(is_danger).collect();
    // "True before false" is what sorted from large to small is.
    dangers.contains(&true).then(|| dangers.is_sorted_by(|one, next| one >= next))
}

fn says(
    wish: &ScoreWish,
    (found, missed, wrong): (usize, usize, usize),
    passed: bool,
    danger_missed: bool,
    enough: Option<u32>,
) -> String {
    let mut says =
        format!("{found} found, {missed} missed, {wrong} wrong in {}:{:02} min.", wish.seconds / 60, wish.seconds % 60);
    if danger_missed {
        says.push_str(" A danger was missed.");
    } else if passed {
        says.push_str(" This would pass.");
    }
    if let Some(enough) = enough {
        says.push_str(&format!(" {} taken; {enough} are enough at best.", wish.readings));
    }
    says
}
