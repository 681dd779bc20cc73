//! `surge-protection`: a service that is new or replaced has surge protection.

use super::{PanelSituation, of_service_since};
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "surge-protection",
    title: "Surge protection",
    basis: RuleBasis::Code,
    severity: Severity::Note,
    always: false,
    since: Since::ALWAYS,
    needs: "whether surge protection is at the service",
    reads: &[],
    limit: "Since 2020 a dwelling service that is new or replaced has a surge-protective device of type 1 or 2.",
    why: "Electronics in alarms and breakers fail by surges without a sign.",
    example: "A service of 2022 without one.",
    citation: |edition| cite(edition, Some(("230.67", Confidence::Sure)), None),
    check,
};

/// The edition that brought it. From memory.
const SINCE: u16 = 2020;

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let said = [
        "look for a surge-protective device at the service",
        "Surge protection is at the service.",
        "No surge protection is at the service.",
    ];
    of_service_since(situation, SINCE, |service| service.surge, "/service/surge", said)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::panel::testing::asked_of_a_service_since;

    #[test]
    fn since_its_edition_and_of_a_service_of_today() {
        asked_of_a_service_since(RULE.code, |service, there| service.surge = there);
    }
}
