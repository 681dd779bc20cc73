//! `breaker-one-per-terminal`: no doubled conductors under a breaker.

use super::PanelSituation;
use crate::facts::Breaker;
use crate::quantity::Amount;
use crate::rules::panel::each_breaker;
use crate::rules::{Finding, PanelCheck, Rule, Side};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "breaker-one-per-terminal",
    title: "One conductor a breaker terminal",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "how many conductors are under each terminal of each breaker",
    reads: &[],
    limit: "One conductor under a breaker terminal, unless the breaker is marked for two.",
    why: "Of two conductors under one screw one is loose, and two circuits hang on one breaker.",
    example: "Two 14 AWG conductors under a 15 A breaker that is made for one.",
    citation: |edition| cite(edition, Some(("110.14(A)", Confidence::Sure)), Some(("12-116", Confidence::CheckFirst))),
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    each_breaker(situation.panel, answer, "count the conductors under the terminals of", "/breakers")
}

fn answer(breaker: &Breaker) -> Option<Finding> {
    let most =
        (1..=2).map(|pole| breaker.conductors.iter().filter(|conductor| conductor.terminal == pole).count()).max()?;
    if most == 0 {
        return None;
    }
    let (label, name) = (format!("breaker {}", breaker.name()), breaker.name());
    let allowed = if breaker.for_two { 2 } else { 1 };
    let figures = |finding: Finding| {
        let over = (most > allowed).then(|| Amount::count(most - allowed));
        finding.with_figures(Amount::count(most), Amount::count(allowed), Side::AtMost, over)
    };
    Some(figures(if most > allowed {
        let sentence =
            format!("{most} conductors are under one terminal of breaker {name}; {allowed} is what it takes.");
        Finding::violates(label, sentence)
    } else if most == 2 {
        Finding::meets(
            label,
            format!("Two conductors are under a terminal of breaker {name}, which is marked for two."),
        )
    } else {
        Finding::meets(label, format!("One conductor is under each terminal of breaker {name}."))
    }))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Gauge;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn two_conductors_need_a_terminal_for_two() {
        // NEC 110.14(A), from memory.
        let mut doubled = panel();
        doubled.breakers[0].conductors = vec![hot(1, Gauge::Awg14); 2];
        doubled.breakers[1].conductors = vec![hot(1, Gauge::Awg14)];
        assert_eq!(result(RULE.code, &doubled).verdict, Verdict::Violates);
        doubled.breakers[0].for_two = true;
        assert_eq!(result(RULE.code, &doubled).verdict, Verdict::Meets);
        doubled.breakers[0].conductors.push(hot(1, Gauge::Awg14));
        assert_eq!(result(RULE.code, &doubled).verdict, Verdict::Violates);
    }

    #[test]
    fn each_pole_is_a_terminal() {
        let mut two_pole = panel();
        two_pole.breakers.truncate(1);
        two_pole.breakers[0].kind = crate::facts::BreakerKind::TwoPole;
        two_pole.breakers[0].conductors = vec![hot(1, Gauge::Awg10), hot(2, Gauge::Awg10)];
        assert_eq!(result(RULE.code, &two_pole).verdict, Verdict::Meets);
    }
}
