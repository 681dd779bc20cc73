//! The inspector's word on a verdict, and what no rule covers.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::problem::{Pointer, Problem, check_paragraph};
use crate::standard::{RuleBasis, Severity};

/// What the inspector says of a verdict.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum RulingKind {
    /// It stands as the rule says.
    Confirm,
    /// It does not count here, for the reason given.
    Dismiss,
}

/// The inspector's word on what one rule says of one box.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Ruling {
    /// The code of the rule.
    pub rule: String,
    /// What is said.
    pub kind: RulingKind,
    /// Why; required to dismiss.
    #[serde(default)]
    pub reason: String,
}

/// Something seen that no rule covers.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Remark {
    /// Its number within the box.
    pub id: u16,
    /// What was seen.
    pub text: String,
    /// What kind of requirement it goes against.
    pub basis: RuleBasis,
    /// How bad it is.
    pub severity: Severity,
}

const MOST: usize = 100;

/// What cannot be accepted in the rulings of a box or panel.
pub(super) fn ruling_problems(rulings: &[Ruling], at: &Pointer) -> Vec<Problem> {
    let mut problems = Vec::new();
    if rulings.len() > MOST {
        problems.push(Problem::new(at, format!("{} rulings; one record holds at most {MOST}", rulings.len())));
    }
    for (index, ruling) in rulings.iter().enumerate() {
        let place = at.at(index);
        if rulings[..index].iter().any(|other| other.rule == ruling.rule) {
            problems.push(Problem::new(&place.at("rule"), "this rule is ruled on twice; keep one ruling"));
        }
        if ruling.kind == RulingKind::Dismiss && ruling.reason.trim().is_empty() {
            let message = "a verdict is dismissed with a reason; write it in a few words";
            problems.push(Problem::new(&place.at("reason"), message));
        } else {
            check_paragraph(&mut problems, &place.at("reason"), &ruling.reason, false, 500);
        }
    }
    problems
}

/// What cannot be accepted in the remarks of a box or panel.
pub(super) fn remark_problems(remarks: &[Remark], at: &Pointer) -> Vec<Problem> {
    let mut problems = Vec::new();
    if remarks.len() > MOST {
        problems.push(Problem::new(at, format!("{} remarks; one record holds at most {MOST}", remarks.len())));
    }
    for (index, remark) in remarks.iter().enumerate() {
        check_paragraph(&mut problems, &at.at(index).at("text"), &remark.text, true, 500);
        if remarks[..index].iter().any(|other| other.id == remark.id) {
            problems.push(Problem::new(&at.at(index).at("id"), format!("remark {} stands twice", remark.id)));
        }
    }
    problems
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_dismissal_wants_a_reason_and_each_rule_is_ruled_on_once() {
        let ruling = |rule: &str, kind, reason: &str| Ruling { rule: rule.to_owned(), kind, reason: reason.to_owned() };
        let rulings = [
            ruling("box-fill", RulingKind::Dismiss, " "),
            ruling("box-fill", RulingKind::Confirm, ""),
            ruling("no-such", RulingKind::Confirm, ""),
        ];
        let pointers: Vec<_> = ruling_problems(&rulings, &Pointer::root()).into_iter().map(|p| p.pointer).collect();
        assert_eq!(pointers, ["/0/reason", "/1/rule"]);
    }

    #[test]
    fn a_remark_says_something() {
        let remark = Remark { id: 1, text: String::new(), basis: RuleBasis::Advisory, severity: Severity::Note };
        assert_eq!(remark_problems(&[remark], &Pointer::root())[0].pointer, "/0/text");
    }
}
