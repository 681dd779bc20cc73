//! `emergency-disconnect`: a dwelling can be taken off from outdoors.

use super::{PanelSituation, of_service_since};
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "emergency-disconnect",
    title: "Emergency disconnect outdoors",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether a marked emergency disconnect stands outdoors",
    reads: &[],
    limit: "Since 2020, on a service that is new or replaced, a marked emergency disconnect stands outdoors, ready to reach.",
    why: "Who fights a fire takes the house off from outside.",
    example: "A service replaced in 2024 whose only disconnect is in the cellar.",
    citation: |edition| cite(edition, Some(("230.85", Confidence::Sure)), None),
    check,
};

/// The edition that brought it. From memory.
const SINCE: u16 = 2020;

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let said = [
        "look for a marked emergency disconnect outdoors",
        "An emergency disconnect stands outdoors.",
        "No emergency disconnect stands outdoors.",
    ];
    of_service_since(situation, SINCE, |service| service.emergency, "/service/emergency", said)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::panel::testing::asked_of_a_service_since;

    #[test]
    fn since_its_edition_and_of_a_service_of_today() {
        asked_of_a_service_since(RULE.code, |service, there| service.emergency = there);
    }
}
