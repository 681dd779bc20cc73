//! `cord-for-cable`: a cord takes the place of no cable.

use super::{RunCheck, RunSituation, of_stretches, or_another_way, seen};
use crate::facts::{RunObservation, RunWay};
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, WiringMethod, cite};

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "cord-for-cable",
    title: "Cord in the place of cable",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "whether a cord is fixed, hidden, or goes through a wall, ceiling, door or floor",
    reads: &[],
    limit: "Flexible cord is not fixed to the building, hidden, or led through walls, ceilings, floors, doors and windows.",
    why: "A cord is smaller than the breaker allows for, and wears where it is trodden on or hidden.",
    example: "An extension cord through a wall to an outdoor light.",
    citation: |edition| {
        let nec = if edition.year() >= 2017 { "400.12" } else { "400.8" };
        cite(edition, Some((nec, Confidence::Sure)), Some(("4-012", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    if situation.course.method != WiringMethod::Cord {
        return or_another_way(situation, Vec::new(), |course| course.method == WiringMethod::Cord);
    }
    let hidden = |way| matches!(way, RunWay::Closed | RunWay::Bored | RunWay::Buried);
    let mut findings = of_stretches(situation, |stretch| {
        let label = stretch.label();
        hidden(stretch.stretch.way)
            .then(|| Finding::violates(label.clone(), format!("A cord in the place of a cable, {label}.")))
    });
    if findings.is_empty() {
        findings = seen(situation, RunObservation::CordFixed);
    }
    findings
}

#[cfg(test)]
mod tests {
    use crate::facts::{RunObservation, RunWay};
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::WiringMethod;

    #[test]
    fn what_is_hidden_speaks_for_itself() {
        let of = |scene: &Scene| verdict("cord-for-cable", scene).0;
        let cord = |way| Scene::of(WiringMethod::Cord).stretch(way, 60);
        assert_eq!(of(&cord(RunWay::Closed)), Verdict::Violates);
        assert_eq!(of(&cord(RunWay::Air)), Verdict::NotMeasured);
        assert_eq!(of(&cord(RunWay::Air).seen(RunObservation::CordFixed, false)), Verdict::Meets);
        assert_eq!(of(&cord(RunWay::Air).seen(RunObservation::CordFixed, true)), Verdict::Violates);
        assert_eq!(of(&Scene::nonmetallic().stretch(RunWay::Closed, 60)), Verdict::NotApplicable);
    }
}
