//! `splice-enclosed`: every splice is in a box that can be got at.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "splice-enclosed",
    title: "Splices in a box",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "a look for splices outside the box",
    reads: &["/observed/splice-outside"],
    limit: "Every splice is in a box with access.",
    why: "A splice in the open or in the wall burns unseen.",
    example: "A twist-on connector beside the box, behind the board.",
    citation: |edition| {
        cite(edition, Some(("300.15, 314.29", Confidence::Sure)), Some(("12-3000", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    vec![Finding::observed(
        situation.contents,
        Observation::SpliceOutside,
        "A splice is outside the box.",
        "All splices are in the box.",
    )]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::testing::{box_with, follows};

    #[test]
    fn it_follows_what_is_seen() {
        follows(RULE.code, Observation::SpliceOutside, &box_with(None, vec![]));
    }
}
