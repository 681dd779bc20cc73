//! `intersystem-bonding`: telephone, antenna and cable are bonded at one place.

use super::{PanelSituation, of_service_since};
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "intersystem-bonding",
    title: "Terminal for other systems",
    basis: RuleBasis::Code,
    severity: Severity::Note,
    always: false,
    since: Since::ALWAYS,
    needs: "whether a terminal for bonding other systems is at the service",
    reads: &[],
    limit: "Since 2008 a terminal with room for three conductors at least, outside, at the service or the disconnect.",
    why: "Lightning seeks the difference between two systems, through what is plugged into both.",
    example: "An antenna lead on a rod of its own.",
    citation: |edition| cite(edition, Some(("250.94", Confidence::Sure)), None),
    check,
};

/// The edition that brought it. From memory.
const SINCE: u16 = 2008;

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let said = [
        "look for a bonding terminal for telephone, antenna and cable",
        "A bonding terminal for other systems is there.",
        "No bonding terminal for other systems is there.",
    ];
    of_service_since(situation, SINCE, |service| service.intersystem, "/service/intersystem", said)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::panel::testing::asked_of_a_service_since;

    #[test]
    fn since_its_edition_and_of_a_service_of_today() {
        asked_of_a_service_since(RULE.code, |service, there| service.intersystem = there);
    }
}
