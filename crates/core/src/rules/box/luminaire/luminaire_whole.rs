//! `luminaire-whole`: no part of a luminaire is broken.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "luminaire-whole",
    title: "Luminaire whole",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "whether the luminaire or lampholder is whole",
    reads: &["/observed/luminaire-broken"],
    limit: "No part of a luminaire or lampholder is cracked, burnt or missing so that a live part can be touched or the lamp is not held.",
    why: "A cracked lampholder leaves its shell within reach of a finger.",
    example: "A porcelain lampholder with a piece out of its rim.",
    citation: |edition| cite(edition, Some(("110.12(B)", Confidence::Sure)), Some(("2-300", Confidence::CheckFirst))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let hung = super::hung(situation, |_| true);
    hung.map(|hung| super::seen(situation, hung, Observation::LuminaireBroken)).into_iter().collect()
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
            Observation::LuminaireBroken,
            &hanging(HungKind::CeilingLuminaire, Location::Bedroom, |_| ()),
        );
    }
}
