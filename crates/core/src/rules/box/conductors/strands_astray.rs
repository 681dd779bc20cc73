//! `strands-astray`: all strands of a stranded conductor are inside its terminal.

use crate::facts::{Observation, Strands};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "strands-astray",
    title: "Strands inside the terminal",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "a look at the terminals of stranded conductors",
    reads: &["/observed/strands-astray"],
    limit: "All strands of a stranded conductor are inside the terminal.",
    why: "A strand outside carries nothing, overloads the rest, and finds the next terminal.",
    example: "Three strands beside the screw.",
    citation: |edition| cite(edition, Some(("110.14(A)", Confidence::Sure)), Some(("12-116", Confidence::CheckFirst))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let stranded = |strands| strands == Strands::Stranded;
    if !situation.contents.conductors.iter().any(|conductor| stranded(conductor.strands)) {
        return Vec::new();
    }
    vec![Finding::observed(
        situation.contents,
        Observation::StrandsAstray,
        "Strands are outside the terminal.",
        "All strands are inside their terminals.",
    )]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::testing::{box_with, conductor, follows, verdict};

    #[test]
    fn it_concerns_stranded_conductors_only() {
        let mut one = conductor(Some(112), None);
        assert_eq!(verdict(RULE.code, &box_with(None, vec![one.clone()])), Verdict::NotApplicable);
        one.strands = Strands::Stranded;
        follows(RULE.code, Observation::StrandsAstray, &box_with(None, vec![one]));
    }
}
