//! `fuses-right`: no fuse in the neutral, none bridged or too large for its wire.

use super::PanelSituation;
use crate::facts::PanelObservation;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "fuses-right",
    title: "Fuses",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "where there are fuses: in which conductors, and of what size",
    reads: &[],
    limit: "No fuse is in a neutral. A fuse is no larger than its wire allows, and not bridged; a base that takes any fuse gets an adaptor that takes only its own.",
    why: "A fuse in the neutral leaves the circuit live when it blows; a penny lets the wire be the fuse.",
    example: "A 30 A plug fuse on 14 AWG.",
    citation: |edition| {
        let nec = ("240.22, 240.51(B), 240.53, 240.4", Confidence::Sure);
        cite(edition, Some(nec), Some(("14-010, 14-200", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    use PanelObservation::{FuseTooLarge, FusedNeutral};
    // A panel of breakers has none: it is said where it was looked for.
    let seen = [FusedNeutral, FuseTooLarge].into_iter().filter(|what| situation.panel.observed(*what).is_some());
    seen.map(|what| Finding::observed_at_panel(situation.panel, what)).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn a_fuse_in_the_neutral_is_a_danger() {
        // NEC 240.22, from memory, sure.
        let mut panel = panel();
        assert_eq!(result(RULE.code, &panel).verdict, Verdict::NotApplicable);
        for what in [PanelObservation::FusedNeutral, PanelObservation::FuseTooLarge] {
            panel.observe(what, true);
            let found = result(RULE.code, &panel);
            assert_eq!((found.verdict, found.severity), (Verdict::Violates, Severity::Danger));
            panel.observe(what, false);
        }
        assert_eq!(result(RULE.code, &panel).verdict, Verdict::Meets);
    }
}
