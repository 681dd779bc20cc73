//! `luminaire-secure`: what hangs is not held by its conductors.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "luminaire-secure",
    title: "Hangs by its support",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "what the luminaire or fan hangs by",
    reads: &["/observed/hangs-by-conductors"],
    limit: "What hangs is held by its box, its bracket or the structure; never by its conductors or their connectors.",
    why: "The weight draws the splices apart, and they arc where they part.",
    example: "A pendant that hangs by its two wires.",
    citation: |edition| {
        cite(edition, Some(("410.30(A), 314.27", Confidence::Sure)), Some(("30-302", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let hung = super::hung(situation, |_| true);
    hung.map(|hung| super::seen(situation, hung, Observation::HangsByConductors)).into_iter().collect()
}

#[cfg(test)]
mod tests {
    use super::super::testing::hanging;
    use super::*;
    use crate::facts::HungKind;
    use crate::standard::Location;
    use crate::testing::follows;

    #[test]
    fn it_follows_what_is_seen() {
        follows(
            RULE.code,
            Observation::HangsByConductors,
            &hanging(HungKind::CeilingLuminaire, Location::Bedroom, |_| ()),
        );
    }
}
