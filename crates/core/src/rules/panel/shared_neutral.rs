//! `shared-neutral`: opposite legs, one handle.

use super::PanelSituation;
use crate::facts::Breaker;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "shared-neutral",
    title: "Shared neutrals",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::nec(2008),
    needs: "which breakers share a neutral, and whether their handles are tied",
    reads: &[],
    limit: "Breakers that share a neutral are on opposite legs and open together, by two poles or tied handles (2008 on).",
    why: "On one leg the neutral carries the sum of both; with one breaker off it still stings from the other.",
    example: "7 and 11 share a neutral and are both on leg A: it carries up to 40 A on 12 AWG.",
    citation: |edition| {
        cite(edition, Some(("210.4(B), 210.4(A)", Confidence::Sure)), Some(("4-020", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let panel = situation.panel;
    let pairs = panel.breakers.iter().filter_map(|breaker| {
        let other = panel.breaker(breaker.shares_neutral_with?)?;
        // A pair that both of them name is told once.
        let twice = other.shares_neutral_with == Some(breaker.id) && other.id < breaker.id;
        (!twice).then_some((breaker, other))
    });
    pairs.flat_map(|(breaker, other)| of_pair(breaker, other)).collect()
}

fn of_pair(breaker: &Breaker, other: &Breaker) -> Vec<Finding> {
    let pair = format!("{} and {}", breaker.name(), other.name());
    let label = format!("breakers {pair}");
    let legs = if breaker.leg() == other.leg() {
        let sum = breaker.amperes.zip(other.amperes).map(|(one, two)| one + two);
        let carries = sum.map_or_else(String::new, |sum| format!(": it carries up to {sum} A"));
        let sentence = format!("Breakers {pair} share a neutral and are on one leg{carries}.");
        Finding { severity: Some(Severity::Danger), since: Some(0), ..Finding::violates(label.clone(), sentence) }
    } else {
        Finding::meets(label.clone(), format!("Breakers {pair} share a neutral and are on opposite legs."))
    };
    let tied = match breaker.tied.or(other.tied) {
        Some(true) => Finding::meets(label, format!("The handles of {pair} are tied.")),
        Some(false) => Finding::violates(label, format!("Breakers {pair} share a neutral and do not open together.")),
        None => Finding::not_measured(label, &format!("look whether the handles of {pair} are tied"), "/breakers"),
    };
    vec![legs.of_breaker(breaker), tied.of_breaker(breaker)]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    fn pair(space: u8, tied: Option<bool>) -> crate::facts::Panel {
        let mut panel = panel();
        panel.breakers[1].space = space;
        for breaker in &mut panel.breakers {
            breaker.amperes = Some(20);
        }
        (panel.breakers[0].shares_neutral_with, panel.breakers[0].tied) = (Some(2), tied);
        panel
    }

    #[test]
    fn one_leg_is_a_danger_at_any_age() {
        // Spaces 1 and 3 are on opposite legs, 1 and 5 on one. Common practice, no source.
        assert_eq!(result(RULE.code, &pair(3, Some(true))).verdict, Verdict::Meets);
        let mut old = pair(5, Some(true));
        old.wired_under = Some(crate::standard::WiredUnder::Year(1970));
        let said = result(RULE.code, &old);
        assert_eq!((said.verdict, said.severity), (Verdict::Violates, Severity::Danger));
        assert_eq!(said.sentence, "Breakers 1 and 5 share a neutral and are on one leg: it carries up to 40 A.");
    }

    #[test]
    fn tied_handles_came_with_2008() {
        // NEC 210.4(B), 2008, from memory, sure.
        let mut apart = pair(3, Some(false));
        assert_eq!(result(RULE.code, &apart).verdict, Verdict::Violates);
        apart.wired_under = Some(crate::standard::WiredUnder::Year(1999));
        assert_eq!(result(RULE.code, &apart).verdict, Verdict::Legacy);
        assert_eq!(result(RULE.code, &pair(3, None)).verdict, Verdict::NotMeasured);
    }
}
