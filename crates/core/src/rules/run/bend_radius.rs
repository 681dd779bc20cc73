//! `bend-radius`: a cable bends wide.

use super::{RunCheck, RunSituation, seen};
use crate::facts::RunObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "bend-radius",
    title: "Bends of a cable",
    basis: RuleBasis::Code,
    severity: Severity::Workmanship,
    always: false,
    since: Since::ALWAYS,
    needs: "that no bend is sharp and nothing is kinked",
    reads: &[],
    limit: "A cable bends no tighter than 5 times its width at the inner edge, metal-clad cable of interlocked armour 7 times.",
    why: "A kink breaks the conductor or its insulation where nobody sees it.",
    example: "NM cable folded round a joist.",
    citation: |edition| {
        cite(
            edition,
            Some(("334.24, 320.24, 330.24", Confidence::Sure)),
            Some(("12-508, 12-614", Confidence::MayBeOff)),
        )
    },
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    seen(situation, RunObservation::SharpBend)
}

#[cfg(test)]
mod tests {
    use crate::facts::RunObservation::SharpBend;
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::WiringMethod;

    #[test]
    fn it_goes_by_what_was_seen() {
        let of = |scene: &Scene| verdict("bend-radius", scene).0;
        let run = || Scene::of(WiringMethod::Nonmetallic);
        assert_eq!(of(&run()), Verdict::NotMeasured);
        assert_eq!(of(&run().seen(SharpBend, true)), Verdict::Violates);
        assert_eq!(of(&run().seen(SharpBend, false)), Verdict::Meets);
        assert_eq!(of(&Scene::of(WiringMethod::ThinWall)), Verdict::NotApplicable);
        assert_eq!(of(&Scene::of(WiringMethod::Unknown)), Verdict::NotMeasured);
    }
}
