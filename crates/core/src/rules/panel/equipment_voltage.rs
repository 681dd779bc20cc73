//! `equipment-voltage`: the label covers the voltage of the system.

use super::PanelSituation;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "equipment-voltage",
    title: "Panel against its voltage",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the voltage on the label, and what is read between the legs",
    reads: &[],
    limit: "The panel is rated for at least the nominal voltage of the system.",
    why: "Clearances and breakers are made for the voltage on the label and no more.",
    example: "A panel marked 120/208 V on a 240 V system.",
    citation: |edition| {
        cite(edition, Some(("110.4", Confidence::Sure)), Some(("2-100, 2-024", Confidence::CheckFirst)))
    },
    check,
};

/// The nominal voltage of a reading between the legs; `None` where it is none that we know.
const fn nominal(volts: u16) -> Option<u16> {
    Some(match volts {
        108..=132 => 120,
        190..=219 => 208,
        220..=264 => 240,
        440..=508 => 480,
        _ => return None,
    })
}

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let panel = situation.panel;
    let Some(rated) = panel.rated_volts else {
        return vec![Finding::not_measured("panel", "read the voltage on the label of the panel", "/rated_volts")];
    };
    let Some(measured) = panel.measured_volts else {
        return vec![Finding::not_measured("panel", "read the voltage between the legs", "/measured_volts")];
    };
    vec![match nominal(measured) {
        None => {
            let sentence =
                format!("{measured} V between the legs is no voltage of a sound system: the supply is in doubt.");
            Finding::violates("supply", sentence)
        }
        Some(volts) if volts <= rated => Finding::meets("panel", format!("Marked {rated} V on a {volts} V system.")),
        Some(volts) => Finding::violates("panel", format!("Marked {rated} V on a {volts} V system.")),
    }]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn the_label_covers_the_system() {
        let said = |rated, measured| {
            let panel = crate::facts::Panel { rated_volts: Some(rated), measured_volts: Some(measured), ..panel() };
            result(RULE.code, &panel).verdict
        };
        assert_eq!(said(240, 243), Verdict::Meets);
        assert_eq!(said(208, 208), Verdict::Meets);
        assert_eq!(said(208, 241), Verdict::Violates);
        assert_eq!(said(240, 170), Verdict::Violates, "a supply that is not sound");
        assert_eq!(result(RULE.code, &panel()).verdict, Verdict::NotMeasured);
    }
}
