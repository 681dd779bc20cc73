//! `opening-closed`: what is not used is closed.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "opening-closed",
    title: "Openings closed",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "a look for openings that nothing uses",
    reads: &["/observed/open-knockout"],
    limit: "Every unused opening of the box is closed with something as good as its wall.",
    why: "Sparks get out and vermin in.",
    example: "A knockout out and nothing in it, in an attic.",
    citation: |edition| {
        cite(edition, Some(("110.12(A), 314.17(A)", Confidence::Sure)), Some(("12-3024", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    vec![Finding::observed(
        situation.contents,
        Observation::OpenKnockout,
        "An opening that nothing uses is open.",
        "All unused openings are closed.",
    )]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::testing::{box_with, follows};

    #[test]
    fn it_follows_what_is_seen() {
        follows(RULE.code, Observation::OpenKnockout, &box_with(None, vec![]));
    }
}
