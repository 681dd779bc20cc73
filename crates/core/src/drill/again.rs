//! What comes again, and when: what was missed soon, what is known at growing intervals.
//!
//! # Source
//! The schedule SM-2, P. A. Woźniak, "Optimization of learning" (1990), section 3.2, from memory: a first interval of 1 day, a second
//! of 6, then each the last times the easiness; the easiness begins at 2.5, changes by 0.1 - (5 - q)(0.08 + (5 - q) 0.02) with the
//! grade q, and is never under 1.3; under grade 3 the intervals begin anew and the easiness stays.

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::DrillKind;
use super::question::Outcome;
use crate::facts::{Pointer, Problem};
use crate::rules::{is_panel_rule, rule, rule_title};

/// The most answers that are looked back on.
pub const MOST_PAST: usize = 20_000;
const EASIEST: f64 = 2.5;
const HARDEST: f64 = 1.3;
/// No interval is longer: four years.
const LONGEST: f64 = 1_461.0;

/// How something was answered on a day.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PastAnswer {
    /// The rule by its code, or another choice by its own.
    pub code: String,
    /// The day, counted from any day that stays the same.
    pub day: u32,
    /// How.
    pub outcome: Outcome,
}

/// Asks what comes again.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct AgainWish {
    /// Today, counted as the days of the answers are.
    pub today: u32,
    /// What was answered, the oldest first.
    #[schema(max_items = 20_000)]
    pub past: Vec<PastAnswer>,
}

/// How well one thing is known.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Known {
    /// The rule by its code, or another choice by its own.
    pub code: String,
    /// In words; empty where it is no rule.
    pub words: String,
    /// Where it can be drilled.
    pub kind: DrillKind,
    /// How often it was found.
    pub found: usize,
    /// How often it was missed.
    pub missed: usize,
    /// How often it was named where it was not so.
    pub wrong: usize,
    /// In how many days it is due; 0 today or before.
    pub due_in: u32,
    /// The interval that it is at, in days.
    pub interval: u32,
}

#[derive(Clone, Copy)]
struct Step {
    easiness: f64,
    repetition: u32,
    interval: f64,
    day: u32,
}

/// Grades of SM-2: right at once is 5; named where it was not so is 2, missed is 1.
const fn grade(outcome: Outcome) -> f64 {
    match outcome {
        Outcome::Found => 5.0,
        Outcome::Wrong => 2.0,
        Outcome::Missed => 1.0,
    }
}

impl Step {
    fn after(self, day: u32, outcome: Outcome) -> Self {
        let grade = grade(outcome);
        if grade < 3.0 {
            return Self { repetition: 1, interval: 1.0, day, ..self };
        }
        let easiness = (self.easiness + 0.1 - (5.0 - grade) * (0.08 + (5.0 - grade) * 0.02)).max(HARDEST);
        let repetition = self.repetition + 1;
        let interval = match repetition {
            1 => 1.0,
            2 => 6.0,
            _ => (self.interval * self.easiness).ceil().min(LONGEST),
        };
        Self { easiness, repetition, interval, day }
    }
}

/// How well each thing is known that was ever asked, what is due first at the head; and by the way what to drill next.
///
/// # Errors
/// More answers than are looked back on.
pub fn again(wish: &AgainWish) -> Result<Vec<Known>, Vec<Problem>> {
    if wish.past.len() > MOST_PAST {
        let message = format!("{} answers; the last {MOST_PAST} are enough", wish.past.len());
        return Err(vec![Problem::new(&Pointer::root().at("past"), message)]);
    }
    let mut steps: BTreeMap<&str, (Step, [usize; 3])> = BTreeMap::new();
    for answer in &wish.past {
        let begin = Step { easiness: EASIEST, repetition: 0, interval: 0.0, day: answer.day };
        let (step, counts) = steps.entry(&answer.code).or_insert((begin, [0; 3]));
        *step = step.after(answer.day, answer.outcome);
        counts[answer.outcome as usize] += 1;
    }
    let known = |(code, (step, [found, missed, wrong])): (&str, (Step, [usize; 3]))| {
        // Whole and at most four years: it fits.
        let interval = step.interval as u32;
        Known {
            code: code.to_owned(),
            words: rule_title(code).unwrap_or_default().to_owned(),
            kind: if rule(code).is_none() && is_panel_rule(code) { DrillKind::Panel } else { DrillKind::Box },
            found,
            missed,
            wrong,
            due_in: step.day.saturating_add(interval).saturating_sub(wish.today),
            interval,
        }
    };
    let mut all: Vec<Known> = steps.into_iter().map(known).collect();
    all.sort_by_key(|known| (known.due_in, std::cmp::Reverse(known.missed + known.wrong)));
    Ok(all)
}

#[cfg(test)]
mod tests {
    use super::*;

    fn after(past: &[(u32, Outcome)], today: u32) -> Known {
        let of =
            |(day, outcome): &(u32, Outcome)| PastAnswer { code: "box-fill".to_owned(), day: *day, outcome: *outcome };
        let wish = AgainWish { today, past: past.iter().map(of).collect() };
        again(&wish).expect("few").remove(0)
    }

    #[test]
    fn the_intervals_are_those_of_sm_2() {
        // SM-2 by hand: 1, 6, then 6 x 2.7 = 16.2, up to 17 days, as the easiness grew by 0.1 at each grade of 5 before.
        use Outcome::Found;
        assert_eq!(after(&[(0, Found)], 0).due_in, 1);
        assert_eq!(after(&[(0, Found), (1, Found)], 1).interval, 6);
        assert_eq!(after(&[(0, Found), (1, Found), (7, Found)], 7).interval, 17);
        let known = after(&[(0, Found), (1, Found), (7, Found)], 30);
        assert_eq!((known.due_in, known.found, known.words.as_str()), (0, 3, rule_title("box-fill").expect("a rule")));
    }

    #[test]
    fn what_was_missed_begins_anew() {
        use Outcome::{Found, Missed, Wrong};
        let known = after(&[(0, Found), (1, Found), (7, Missed)], 7);
        assert_eq!((known.interval, known.missed), (1, 1));
        assert_eq!(after(&[(0, Found), (1, Found), (7, Wrong), (8, Found)], 8).interval, 6);
    }

    #[test]
    fn what_is_due_stands_first_and_too_much_is_said() {
        let of = |code: &str, outcome| PastAnswer { code: code.to_owned(), day: 3, outcome };
        let past =
            vec![of("box-fill", Outcome::Found), of("box-setback", Outcome::Missed), of("box-fill", Outcome::Found)];
        let known = again(&AgainWish { today: 4, past: past.clone() }).expect("few");
        assert_eq!(known.iter().map(|known| known.code.as_str()).collect::<Vec<_>>(), ["box-setback", "box-fill"]);
        let many = AgainWish { today: 4, past: vec![past[0].clone(); MOST_PAST + 1] };
        assert!(again(&many).expect_err("too many")[0].message.contains("20001"));
    }
}
