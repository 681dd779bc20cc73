//! `end-bushing`: armour and conduit end in a bushing.

use super::{RunCheck, RunSituation, seen};
use crate::facts::RunObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "end-bushing",
    title: "Bushings at the ends of armour and conduit",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the ends of the armour or conduit",
    reads: &[],
    limit: "Armour ends in a fitting with an insulating bushing that can be seen; conduit with 4 AWG or larger in an insulating bushing.",
    why: "The cut edge of armour goes through insulation.",
    example: "Armoured cable in a box without its bushing.",
    citation: |edition| {
        cite(edition, Some(("320.40, 300.4(G)", Confidence::Sure)), Some(("12-610", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    seen(situation, RunObservation::EndUnbushed)
}

#[cfg(test)]
mod tests {
    use crate::facts::RunObservation::EndUnbushed;
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::WiringMethod;

    #[test]
    fn it_goes_by_what_was_seen() {
        let of = |scene: &Scene| verdict("end-bushing", scene).0;
        let run = || Scene::of(WiringMethod::ArmouredBonded);
        assert_eq!(of(&run()), Verdict::NotMeasured);
        assert_eq!(of(&run().seen(EndUnbushed, true)), Verdict::Violates);
        assert_eq!(of(&run().seen(EndUnbushed, false)), Verdict::Meets);
        assert_eq!(of(&Scene::of(WiringMethod::Nonmetallic)), Verdict::NotApplicable);
        assert_eq!(of(&Scene::of(WiringMethod::Unknown)), Verdict::NotMeasured);
    }
}
