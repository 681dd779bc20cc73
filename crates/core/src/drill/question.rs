//! A question of the drill, with its right answers, and how what was answered is marked.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// How a question is answered.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Form {
    /// By one choice.
    One,
    /// By as many choices as are right, none among them.
    Many,
    /// By all choices in their order.
    Order,
}

/// A choice, as one who does not know yet sees it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct DrillChoice {
    /// Its code.
    pub code: String,
    /// In words.
    pub words: String,
}

/// A question, as one who does not know yet sees it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct DrillQuestion {
    /// Its code: the tag of the place that it is about, where it is about one.
    pub code: String,
    /// In words.
    pub words: String,
    /// How it is answered.
    pub form: Form,
    /// What can be chosen.
    pub choices: Vec<DrillChoice>,
}

/// A choice with what is known of it.
#[derive(Debug, Clone, PartialEq, Eq)]
pub(super) struct Choice {
    pub code: String,
    pub words: String,
    /// It is among the right ones.
    pub right: bool,
    /// It is about something that can hurt now.
    pub danger: bool,
    /// Why it is right or wrong, with its figure.
    pub why: String,
    /// Where the limit stands; empty where it is no matter of a code.
    pub citation: String,
    /// Choices of the same class may take each other's place in an order.
    pub class: String,
}

impl Choice {
    /// A choice that no code speaks of.
    pub(super) fn new(code: impl Into<String>, words: impl Into<String>, right: bool, why: impl Into<String>) -> Self {
        let code = code.into();
        let class = code.clone();
        Self { code, words: words.into(), right, danger: false, why: why.into(), citation: String::new(), class }
    }
}

/// A question with its right answers; those of an order stand as they should.
#[derive(Debug, Clone, PartialEq, Eq)]
pub(super) struct Question {
    pub code: String,
    pub words: String,
    pub form: Form,
    pub choices: Vec<Choice>,
}

/// One choice that was given to a question; all of them stand in the order in which they were given.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DrillAnswer {
    /// The question, by its code.
    pub question: String,
    /// The choice, by its code.
    pub choice: String,
}

/// How one choice was answered.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Outcome {
    /// It is right, and was given.
    Found,
    /// It is right, and was not given.
    Missed,
    /// It was given, and is not right.
    Wrong,
}

/// A choice that counts.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct DrillMark {
    /// The question, by its code.
    pub question: String,
    /// The choice, by its code.
    pub choice: String,
    /// The choice in words.
    pub words: String,
    /// How it was answered.
    pub outcome: Outcome,
    /// It is about something that can hurt now.
    pub danger: bool,
    /// Why, with its figure.
    pub why: String,
    /// Where the limit stands; empty where it is no matter of a code.
    pub citation: String,
}

impl Question {
    /// As one who does not know yet sees it; `shuffled` are the places of its choices in the order in which they are shown.
    pub(super) fn shown(&self, shuffled: &[usize]) -> DrillQuestion {
        let choice = |place: &usize| {
            let Choice { code, words, .. } = &self.choices[*place];
            DrillChoice { code: code.clone(), words: words.clone() }
        };
        DrillQuestion {
            code: self.code.clone(),
            words: self.words.clone(),
            form: self.form,
            choices: shuffled.iter().map(choice).collect(),
        }
    }

    fn mark(&self, choice: &Choice, outcome: Outcome) -> DrillMark {
        DrillMark {
            question: self.code.clone(),
            choice: choice.code.clone(),
            words: choice.words.clone(),
            outcome,
            danger: choice.danger,
            why: choice.why.clone(),
            citation: choice.citation.clone(),
        }
    }

    /// Marks what was given to it, by the codes of the choices in the order in which they were given.
    pub(super) fn marked(&self, given: &[&str]) -> Vec<DrillMark> {
        let was_given = |choice: &Choice| given.contains(&choice.code.as_str());
        match self.form {
            Form::Many => self
                .choices
                .iter()
                .filter_map(|choice| {
                    let outcome = match (choice.right, was_given(choice)) {
                        (true, true) => Outcome::Found,
                        (true, false) => Outcome::Missed,
                        (false, true) => Outcome::Wrong,
                        (false, false) => return None,
                    };
                    Some(self.mark(choice, outcome))
                })
                .collect(),
            Form::One => {
                let chosen = given.last().and_then(|code| self.choices.iter().find(|choice| choice.code == *code));
                let right = || self.choices.iter().find(|choice| choice.right);
                match chosen {
                    Some(chosen) if chosen.right => vec![self.mark(chosen, Outcome::Found)],
                    other => {
                        let wrong = other.map(|choice| self.mark(choice, Outcome::Wrong));
                        wrong.into_iter().chain(right().map(|choice| self.mark(choice, Outcome::Missed))).collect()
                    }
                }
            }
            Form::Order => {
                let class = |code: &str| self.choices.iter().find(|choice| choice.code == code).map(|c| &c.class);
                let at = |place: usize| given.get(place).and_then(|code| class(code));
                let outcome = |place: usize, choice: &Choice| match at(place) {
                    Some(class) if *class == choice.class => Outcome::Found,
                    _ => Outcome::Missed,
                };
                self.choices.iter().enumerate().map(|(place, c)| self.mark(c, outcome(place, c))).collect()
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn question(form: Form, right: &[bool]) -> Question {
        let choice = |(place, right): (usize, &bool)| Choice::new(place.to_string(), "", *right, "");
        Question {
            code: "K1".to_owned(),
            words: String::new(),
            form,
            choices: right.iter().enumerate().map(choice).collect(),
        }
    }

    fn outcomes(question: &Question, given: &[&str]) -> Vec<(String, Outcome)> {
        question.marked(given).into_iter().map(|mark| (mark.choice, mark.outcome)).collect()
    }

    #[test]
    fn what_is_named_is_found_missed_or_wrong() {
        let known = question(Form::Many, &[true, true, false, false]);
        let marked = outcomes(&known, &["0", "3"]);
        let expected = [("0", Outcome::Found), ("1", Outcome::Missed), ("3", Outcome::Wrong)];
        assert_eq!(marked, expected.map(|(code, outcome)| (code.to_owned(), outcome)));
        assert!(outcomes(&question(Form::Many, &[false]), &[]).is_empty(), "nothing wrong and nothing named");
    }

    #[test]
    fn of_one_choice_the_last_counts() {
        let known = question(Form::One, &[false, true, true]);
        assert_eq!(outcomes(&known, &["0", "2"]), [("2".to_owned(), Outcome::Found)]);
        assert_eq!(outcomes(&known, &["0"]).len(), 2, "wrong, and what would have been right");
        assert_eq!(outcomes(&known, &[]), [("1".to_owned(), Outcome::Missed)]);
    }

    #[test]
    fn an_order_is_marked_place_by_place_and_equals_may_change_places() {
        let mut known = question(Form::Order, &[true; 4]);
        known.choices[2].class = "1".to_owned();
        let found = |given: &[&str]| outcomes(&known, given).iter().filter(|(_, o)| *o == Outcome::Found).count();
        assert_eq!(found(&["0", "2", "1", "3"]), 4);
        assert_eq!(found(&["3", "1", "2", "0"]), 2);
        assert_eq!(found(&[]), 0);
    }
}
