//! `dead-front`: live parts are behind a cover that closes.

use super::PanelSituation;
use crate::facts::PanelObservation;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "dead-front",
    title: "Dead front",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "whether the dead front is in place, and what screws hold it",
    reads: &[],
    limit: "The dead front is in place and closes on all sides, held by blunt screws made for it.",
    why: "Behind it every terminal is live, and a pointed screw finds the conductors.",
    example: "A dead front that hangs on one screw, a finger wide open below.",
    citation: |edition| {
        cite(edition, Some(("408.38, 110.27", Confidence::Sure)), Some(("2-202", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let look = |what| Finding::observed_at_panel(situation.panel, what);
    let screws = look(PanelObservation::SharpScrews).with_severity(Severity::Violation);
    vec![look(PanelObservation::DeadFrontOff), screws]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn an_open_front_is_a_danger_and_a_wrong_screw_is_not() {
        follows_at_panel(RULE.code, PanelObservation::DeadFrontOff, Severity::Danger);
        follows_at_panel(RULE.code, PanelObservation::SharpScrews, Severity::Violation);
    }

    #[test]
    fn it_is_asked_for_before_anything_else_is_known() {
        assert_eq!(result(RULE.code, &panel()).verdict, Verdict::NotMeasured);
    }
}
