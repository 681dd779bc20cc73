//! `stud-bushing`: a cable through metal framing has bushings.

use super::{RunCheck, RunSituation, is_soft, of_points, or_another_way};
use crate::facts::RunMark;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "stud-bushing",
    title: "Bushings in metal framing",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "for each hole in metal framing, its bushing",
    reads: &[],
    limit: "NM cable through metal framing goes through bushings or grommets that cover the metal edges, in before the cable.",
    why: "The edge of a steel stud cuts a sheath when the cable is drawn.",
    example: "NM cable through a bare slot of a steel stud.",
    citation: |edition| cite(edition, Some(("300.4(B)(1)", Confidence::Sure)), Some(("12-516", Confidence::MayBeOff))),
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    if !is_soft(situation.course.method) {
        return or_another_way(situation, Vec::new(), |course| is_soft(course.method));
    }
    of_points(situation, |spot, what| {
        let RunMark::Hole { metal: true, bushed, .. } = what else { return None };
        let label = spot.label(situation);
        Some(match bushed {
            Some(true) => Finding::meets(label.clone(), format!("The metal stud of {label} has its bushing.")),
            Some(false) => Finding::violates(label.clone(), format!("The metal stud of {label} has no bushing.")),
            None => {
                let words = format!("look at the metal stud of {label}: is there a bushing");
                Finding::not_measured(label, &words, spot.field("/hole/bushed"))
            }
        })
    })
}

#[cfg(test)]
mod tests {
    use crate::facts::{RunMark, RunWay};
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::WiringMethod;

    #[test]
    fn metal_edges_are_covered() {
        let of = |method, bushed| {
            let hole = RunMark::Hole { edge: None, plate: None, metal: true, bushed };
            verdict("stud-bushing", &Scene::of(method).stretch(RunWay::Bored, 60).mark(16, hole)).0
        };
        assert_eq!(of(WiringMethod::Nonmetallic, Some(false)), Verdict::Violates);
        assert_eq!(of(WiringMethod::Nonmetallic, Some(true)), Verdict::Meets);
        assert_eq!(of(WiringMethod::Nonmetallic, None), Verdict::NotMeasured);
        assert_eq!(of(WiringMethod::MetalClad, Some(false)), Verdict::NotApplicable);
    }
}
