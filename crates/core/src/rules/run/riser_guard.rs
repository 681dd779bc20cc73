//! `riser-guard`: a cable that comes out of the ground is protected.

use super::{
    RunCheck, RunSituation, Spot, at_least, field, is_armoured, is_soft, of_points, of_stretches, or_another_way,
};
use crate::facts::{Course, RunMark, RunPoint, RunWay};
use crate::quantity::Length;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, TwinLimit, cite};

/// How far above the ground.
///
/// # Source
/// NEC 300.5(D)(1): 8 ft (2.5 m), from memory, sure. CEC 12-012: 2 m, from memory, may be off.
const ABOVE: TwinLimit = TwinLimit { inches: Some(Length::inches(96)), metric: Length::mm(2_500) };
const ABOVE_IN_CANADA: TwinLimit = TwinLimit { inches: None, metric: Length::mm(2_000) };

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "riser-guard",
    title: "Cable that comes out of the ground",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "where the cable comes out of the ground, and how far up conduit or a board protects it",
    reads: &[],
    limit: "From 18 in (450 mm) below the ground, or the depth it must have, to 8 ft (2.5 m) above it, or to the building; in Canada \
            2 m. Into a building as far as where it enters.",
    why: "It is where the mower and the trimmer go.",
    example: "Underground cable up a post with 12 in of conduit: short by 7 ft.",
    citation: |edition| cite(edition, Some(("300.5(D)(1)", Confidence::Sure)), Some(("12-012", Confidence::MayBeOff))),
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    let concerns = |course: &Course| {
        (is_soft(course.method) || is_armoured(course.method))
            && course.stretches.iter().any(|stretch| {
                let rises = |point: &RunPoint| matches!(point.what, RunMark::Rises { .. });
                stretch.way == RunWay::Buried || stretch.points.iter().any(rises)
            })
    };
    if !concerns(situation.course) {
        return or_another_way(situation, Vec::new(), concerns);
    }
    let limit = if situation.basis.edition.profile() == Profile::Cec { ABOVE_IN_CANADA } else { ABOVE };
    let mut findings = of_points(situation, |spot, what| {
        let RunMark::Rises { protected } = what else { return None };
        let label = spot.label(situation);
        Some(match protected {
            None => {
                let words = format!("measure how far up the cable is protected, {label}; 0 where nothing does");
                Finding::not_measured(label, &words, spot.field("/rises/protected"))
            }
            // Where it goes straight into the building, protection goes as far as it enters.
            Some(height) if height > Length::ZERO && enters_there(situation, spot) => {
                let up = height.say_run(situation.basis.units);
                Finding::meets(label.clone(), format!("Protected {up} up, {label}, to where it enters the building."))
            }
            Some(height) => at_least(
                situation.basis,
                label.clone(),
                &format!("The protection above the ground, {label},"),
                height,
                limit,
            ),
        })
    });
    if findings.is_empty() {
        findings = of_stretches(situation, |stretch| {
            let label = stretch.label();
            let words = format!("note where {label} comes out, and how far up it is protected");
            (stretch.stretch.way == RunWay::Buried)
                .then(|| Finding::not_measured(label, &words, field(stretch, "points")))
        });
    }
    findings
}

/// The stretch that comes after the place, or before it where the run begins in the ground, is within the building.
fn enters_there(situation: &RunSituation, spot: &Spot) -> bool {
    let stretches = &situation.course.stretches;
    let ends = spot.stretch.stretch.length.is_some_and(|length| spot.point.at.nm() * 2 >= length.nm());
    let beside = if ends {
        stretches.get(spot.stretch.index + 1)
    } else {
        spot.stretch.index.checked_sub(1).and_then(|before| stretches.get(before))
    };
    beside.is_some_and(|stretch| {
        matches!(stretch.way, RunWay::Closed | RunWay::Studs | RunWay::Bored | RunWay::Joists | RunWay::Attic)
    })
}

#[cfg(test)]
mod tests {
    use crate::facts::{RunMark, RunWay};
    use crate::quantity::Length;
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::WiringMethod;

    #[test]
    fn up_to_eight_feet() {
        let of = |method, inches: Option<u32>| {
            let mark = RunMark::Rises { protected: inches.map(Length::inches) };
            verdict("riser-guard", &Scene::of(method).stretch(RunWay::Buried, 300).mark(300, mark)).0
        };
        assert_eq!(of(WiringMethod::Underground, Some(12)), Verdict::Violates);
        assert_eq!(of(WiringMethod::Underground, Some(100)), Verdict::Meets);
        assert_eq!(of(WiringMethod::Underground, None), Verdict::NotMeasured);
        assert_eq!(of(WiringMethod::RigidMetal, Some(0)), Verdict::NotApplicable);
        // Into the wall of the house 2 ft up: protected as far as that.
        let wall = |inches: u32| {
            let mark = RunMark::Rises { protected: Some(Length::inches(inches)) };
            let scene = Scene::of(WiringMethod::Underground).stretch(RunWay::Buried, 300).mark(300, mark);
            verdict("riser-guard", &scene.stretch(RunWay::Closed, 40)).0
        };
        assert_eq!((wall(24), wall(0)), (Verdict::Meets, Verdict::Violates));
        let outside = RunMark::Rises { protected: Some(Length::ZERO) };
        let seen = Scene::of(WiringMethod::Underground).stretch(RunWay::Outdoors, 60).mark(0, outside);
        assert_eq!(verdict("riser-guard", &seen).0, Verdict::Violates, "where only what comes out was taped");
        let bare = Scene::of(WiringMethod::Underground).stretch(RunWay::Buried, 300);
        assert_eq!(verdict("riser-guard", &bare).0, Verdict::NotMeasured);
    }
}
