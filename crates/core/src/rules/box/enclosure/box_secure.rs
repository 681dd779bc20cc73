//! `box-secure`: the box does not move.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "box-secure",
    title: "Box held",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether the box moves when it is pushed",
    reads: &["/observed/box-loose"],
    limit: "The box is held to the structure, or by ears and wings that clamp the wall.",
    why: "A moving box pulls on its cables at every plug.",
    example: "A device box that rocks with the plug.",
    citation: |edition| cite(edition, Some(("314.23", Confidence::Sure)), Some(("12-3010", Confidence::MayBeOff))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    vec![Finding::observed(situation.contents, Observation::BoxLoose, "The box moves.", "The box is held firm.")]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::testing::{box_with, follows};

    #[test]
    fn it_follows_what_is_seen() {
        follows(RULE.code, Observation::BoxLoose, &box_with(None, vec![]));
    }
}
