//! `knob-and-tube-covered`: knob and tube stays in free air.

use super::{RunCheck, RunSituation, field, of_stretches, or_another_way};
use crate::facts::RunWay;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, WiringMethod, cite};

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "knob-and-tube-covered",
    title: "Knob and tube in insulation",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "for each stretch of knob and tube, whether insulation lies round it",
    reads: &[],
    limit: "Knob-and-tube wiring is not in hollow spaces that are filled with insulation which wraps the conductors.",
    why: "It was rated for free air; wrapped, it bakes its rubber until it falls off.",
    example: "Loose fill blown over the knobs of an attic.",
    citation: |edition| cite(edition, Some(("394.12(5)", Confidence::Sure)), Some(("2-300", Confidence::MayBeOff))),
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    let covered = |course: &crate::facts::Course| course.method == WiringMethod::KnobAndTube;
    if !covered(situation.course) {
        return or_another_way(situation, Vec::new(), covered);
    }
    of_stretches(situation, |stretch| {
        if matches!(stretch.stretch.way, RunWay::Buried | RunWay::Outdoors | RunWay::Air) {
            return None;
        }
        let label = stretch.label();
        Some(match stretch.stretch.insulated {
            Some(true) => Finding::violates(label.clone(), format!("Insulation wraps the knob and tube, {label}.")),
            Some(false) => Finding::meets(label.clone(), format!("The knob and tube is in free air, {label}.")),
            None => {
                let words = format!("look at {label}: does insulation lie round the knob and tube");
                Finding::not_measured(label, &words, field(stretch, "insulated"))
            }
        })
    })
}

#[cfg(test)]
mod tests {
    use crate::facts::RunWay;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::rules::{Verdict, is_dangerous, judge_run};
    use crate::standard::WiringMethod;

    #[test]
    fn in_free_air_or_wrapped() {
        let scene = |method, insulated| Scene::of(method).stretch(RunWay::Attic, 120).with(|s| s.insulated = insulated);
        let of = |insulated| verdict("knob-and-tube-covered", &scene(WiringMethod::KnobAndTube, insulated)).0;
        assert_eq!([Some(true), Some(false), None].map(of), [Verdict::Violates, Verdict::Meets, Verdict::NotMeasured]);
        let old = scene(WiringMethod::KnobAndTube, Some(true)).wired(1928);
        assert!(is_dangerous(&judge_run(&old.situation())), "no age excuses it");
        let cable = scene(WiringMethod::Nonmetallic, Some(true));
        assert_eq!(verdict("knob-and-tube-covered", &cable).0, Verdict::NotApplicable);
    }
}
