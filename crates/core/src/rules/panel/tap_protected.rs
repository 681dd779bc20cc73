//! `tap-protected`: no small conductor hangs on a large fuse.

use super::PanelSituation;
use crate::facts::PanelObservation;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "tap-protected",
    title: "Taps ahead of a breaker",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "whether a small conductor is tapped ahead of the breaker that should protect it",
    reads: &[],
    limit: "No conductor is connected ahead of an overcurrent device that fits it, unless a tap rule of the code covers it.",
    why: "Nothing opens before the conductor burns.",
    example: "A doorbell transformer on the line side of a 60 A breaker in 14 AWG.",
    citation: |edition| cite(edition, Some(("240.21", Confidence::Sure)), Some(("14-100", Confidence::CheckFirst))),
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    vec![Finding::observed_at_panel(situation.panel, PanelObservation::UnfusedTap)]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn an_unprotected_tap_is_a_danger_at_any_age() {
        follows_at_panel(RULE.code, PanelObservation::UnfusedTap, Severity::Danger);
        let mut old = panel();
        old.wired_under = Some(crate::standard::WiredUnder::Year(1950));
        old.observe(PanelObservation::UnfusedTap, true);
        assert_eq!(result(RULE.code, &old).verdict, Verdict::Violates);
    }
}
