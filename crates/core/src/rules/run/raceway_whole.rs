//! `raceway-whole`: a raceway is whole.

use super::{RunCheck, RunSituation, seen};
use crate::facts::RunObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "raceway-whole",
    title: "Raceway whole from box to box",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "that the raceway is whole, its couplings and connectors tight",
    reads: &[],
    limit: "Couplings and connectors are made up tight; the raceway goes on from box to box.",
    why: "Metal conduit is the ground of what it feeds: apart, it grounds nothing.",
    example: "A thin-wall coupling pulled apart behind the furnace.",
    citation: |edition| {
        cite(
            edition,
            Some(("300.10, 300.12, 358.42", Confidence::Sure)),
            Some(("12-1012, 10-610", Confidence::MayBeOff)),
        )
    },
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    seen(situation, RunObservation::Apart)
}

#[cfg(test)]
mod tests {
    use crate::facts::RunObservation::Apart;
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::WiringMethod;

    #[test]
    fn it_goes_by_what_was_seen() {
        let of = |scene: &Scene| verdict("raceway-whole", scene).0;
        let run = || Scene::of(WiringMethod::ThinWall);
        assert_eq!(of(&run()), Verdict::NotMeasured);
        assert_eq!(of(&run().seen(Apart, true)), Verdict::Violates);
        assert_eq!(of(&run().seen(Apart, false)), Verdict::Meets);
        assert_eq!(of(&Scene::of(WiringMethod::Nonmetallic)), Verdict::NotApplicable);
        assert_eq!(of(&Scene::of(WiringMethod::Unknown)), Verdict::NotMeasured);
    }
}
