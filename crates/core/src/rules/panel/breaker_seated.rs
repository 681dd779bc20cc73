//! `breaker-seated`: no breaker rocks on its bus.

use super::PanelSituation;
use crate::facts::Breaker;
use crate::rules::panel::each_breaker;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "breaker-seated",
    title: "Breaker firm on its bus",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "whether each breaker sits firm",
    reads: &[],
    limit: "Every breaker sits firm on its bus and in its mounting.",
    why: "A loose stab arcs, heats its neighbours, and ends as a burnt bus.",
    example: "Breaker 9 rocks under a finger.",
    citation: |edition| {
        cite(edition, Some(("110.3(B), 110.12", Confidence::MayBeOff)), Some(("2-108", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let answer = |breaker: &Breaker| {
        let (label, name) = (format!("breaker {}", breaker.name()), breaker.name());
        Some(match breaker.firm? {
            true => Finding::meets(label, format!("Breaker {name} sits firm.")),
            false => Finding::violates(label, format!("Breaker {name} is loose on its bus.")),
        })
    };
    each_breaker(situation.panel, answer, "feel whether it sits firm, with the dead front on", "/breakers")
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn a_loose_breaker_is_named() {
        let mut loose = panel();
        assert_eq!(result(RULE.code, &loose).verdict, Verdict::NotMeasured);
        loose.breakers[0].firm = Some(true);
        loose.breakers[1].firm = Some(true);
        assert_eq!(result(RULE.code, &loose).verdict, Verdict::Meets);
        loose.breakers[1].firm = Some(false);
        let said = result(RULE.code, &loose);
        assert_eq!((said.verdict, said.worst_finding().and_then(|worst| worst.breaker)), (Verdict::Violates, Some(2)));
    }
}
