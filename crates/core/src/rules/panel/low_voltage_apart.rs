//! `low-voltage-apart`: low-voltage wires and transformers are outside the panel.

use super::PanelSituation;
use crate::facts::PanelObservation;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "low-voltage-apart",
    title: "Low voltage apart",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether low-voltage wires or a transformer are inside the panel",
    reads: &[],
    limit: "No bell, thermostat or data wire runs in a panel among the line conductors, and no transformer hangs inside it.",
    why: "A nick puts 120 V on a wire that children touch.",
    example: "A bell transformer inside the panel, its thin wires between the breakers.",
    citation: |edition| {
        let nec = ("725.136, 312.8", Confidence::MayBeOff);
        cite(edition, Some(nec), Some(("16-212", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    vec![Finding::observed_at_panel(situation.panel, PanelObservation::LowVoltageInside)]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::panel::testing::*;

    #[test]
    fn it_follows_what_is_seen() {
        follows_at_panel(RULE.code, PanelObservation::LowVoltageInside, Severity::Violation);
    }
}
