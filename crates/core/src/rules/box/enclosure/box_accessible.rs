//! `box-accessible`: a box can be reached without taking the building apart.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "box-accessible",
    title: "Box accessible",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "whether the box can be got at without taking the building apart",
    reads: &["/observed/box-buried"],
    limit: "Every box can be reached without removing part of the building.",
    why: "A buried splice is found by its smoke.",
    example: "A junction box behind new gypsum board.",
    citation: |edition| cite(edition, Some(("314.29", Confidence::Sure)), Some(("12-3014", Confidence::MayBeOff))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    vec![Finding::observed(
        situation.contents,
        Observation::BoxBuried,
        "The box cannot be reached without taking the building apart.",
        "The box can be reached.",
    )]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::testing::{box_with, follows};

    #[test]
    fn it_follows_what_is_seen() {
        follows(RULE.code, Observation::BoxBuried, &box_with(None, vec![]));
    }
}
