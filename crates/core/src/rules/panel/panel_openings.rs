//! `panel-openings`: nothing that is not used is open.

use super::PanelSituation;
use crate::facts::PanelObservation;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "panel-openings",
    title: "Openings of the panel",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether every breaker opening and every knockout is closed",
    reads: &[],
    limit: "Openings that nothing uses are closed: breaker openings with fillers, knockouts with seals.",
    why: "A finger, a screw or a mouse gets to live parts, and fire gets out.",
    example: "A breaker was taken out of space 14 and the opening left.",
    citation: |edition| {
        cite(edition, Some(("408.7, 110.12(A)", Confidence::Sure)), Some(("12-3024", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let look = |what| Finding::observed_at_panel(situation.panel, what);
    // Behind an open breaker space the bus is in reach of a finger.
    vec![look(PanelObservation::OpenSpace).with_severity(Severity::Danger), look(PanelObservation::OpenKnockout)]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn both_kinds_of_opening_count() {
        follows_at_panel(RULE.code, PanelObservation::OpenSpace, Severity::Danger);
        follows_at_panel(RULE.code, PanelObservation::OpenKnockout, Severity::Violation);
    }

    #[test]
    fn one_look_is_not_enough() {
        let mut half = panel();
        half.observe(PanelObservation::OpenSpace, false);
        assert_eq!(result(RULE.code, &half).verdict, Verdict::NotMeasured);
    }
}
