//! `nail-plate`: a run in framing is far enough from its edge, or behind steel.

use super::{
    RunCheck, RunSituation, at_least, field, is_armoured, is_soft, of_points, of_stretches, or_another_way,
    unknown_method,
};
use crate::facts::{PlacedStretch, RunMark, RunWay};
use crate::quantity::Length;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, TwinLimit, WiringMethod, cite};

/// From the nearest edge of the framing to the hole, or to the cable along it.
///
/// # Source
/// NEC 300.4(A)(1), (D): 1 1/4 in (32 mm); CEC 12-516: 32 mm. From memory, sure.
pub const FROM_EDGE: TwinLimit = TwinLimit { inches: Some(Length::sixteenths(20)), metric: Length::mm(32) };

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "nail-plate",
    title: "Holes, notches and nail plates",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "for each hole the wood that is left to its nearest edge, or a plate; for each notch a plate; along framing the distance \
            from its edge",
    reads: &[],
    limit: "A bored hole, or a cable along framing, is 1 1/4 in (32 mm) from the nearest edge, else behind a steel plate of 1/16 in \
            (1.6 mm) or one listed for it; a notch has a plate. Rigid, thin-wall and plastic conduit need none.",
    why: "A drywall screw goes 1 in into the stud.",
    example: "A hole 1 in from the edge without a plate: short by 1/4 in.",
    citation: |edition| cite(edition, Some(("300.4(A), (D)", Confidence::Sure)), Some(("12-516", Confidence::Sure))),
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    let method = situation.course.method;
    let concerns = |way| matches!(way, RunWay::Studs | RunWay::Bored);
    let in_framing = situation.course.stretches.iter().any(|stretch| concerns(stretch.way));
    if in_framing && let Some(asks) = unknown_method(situation) {
        return vec![asks];
    }
    if !is_pierced(method) {
        return or_another_way(situation, Vec::new(), |course| is_pierced(course.method));
    }
    let mut findings = of_points(situation, |spot, what| {
        let label = spot.label(situation);
        match what {
            RunMark::Hole { metal: false, plate: Some(true), .. } => {
                Some(Finding::meets(label.clone(), format!("The hole of {label} has a plate.")))
            }
            RunMark::Hole { edge: None, metal: false, .. } => {
                let words =
                    format!("measure the hole of {label}: the wood left to its nearest edge; or is there a plate");
                Some(Finding::not_measured(label, &words, spot.field("/hole/edge")))
            }
            RunMark::Hole { edge: Some(edge), metal: false, plate, .. } => {
                let what = format!("The wood left at the hole of {label}");
                let judged = at_least(situation.basis, label.clone(), &what, edge, FROM_EDGE);
                Some(if plate.is_none() && !judged.reaches_limit {
                    let words = format!(
                        "look at the hole of {label}, {} from the edge: is there a plate",
                        edge.say(situation.basis.units)
                    );
                    Finding::not_measured(label, &words, spot.field("/hole/plate"))
                } else {
                    judged
                })
            }
            RunMark::Notch { plate } => Some(match plate {
                Some(true) => Finding::meets(label.clone(), format!("The notch of {label} has a plate.")),
                Some(false) => Finding::violates(label.clone(), format!("The notch of {label} has no plate.")),
                None => Finding::not_measured(
                    label.clone(),
                    &format!("look at the notch of {label}: is there a plate"),
                    spot.field("/notch/plate"),
                ),
            }),
            _ => None,
        }
    });
    findings.extend(of_stretches(situation, |stretch| along(situation, stretch)));
    // What goes through framing has holes: none noted is not none.
    findings.extend(of_stretches(situation, unbored));
    findings
}

/// A nail goes through it: rigid, thin-wall and plastic conduit turn one.
const fn is_pierced(method: WiringMethod) -> bool {
    is_soft(method) || is_armoured(method) || matches!(method, WiringMethod::FlexibleMetal)
}

fn along(situation: &RunSituation, stretch: &PlacedStretch) -> Option<Finding> {
    if stretch.stretch.way != RunWay::Studs {
        return None;
    }
    let label = stretch.label();
    Some(match (stretch.stretch.edge, stretch.stretch.guarded) {
        (_, Some(true)) => Finding::meets(label.clone(), format!("{label}: protected all along.")),
        (None, _) => {
            let words = format!("measure {label}: from the edge of the wood to the cable");
            Finding::not_measured(label, &words, field(stretch, "edge"))
        }
        (Some(edge), _) => at_least(
            situation.basis,
            label.clone(),
            &format!("The way from the edge of the wood, {label},"),
            edge,
            FROM_EDGE,
        ),
    })
}

fn unbored(stretch: &PlacedStretch) -> Option<Finding> {
    let bored = |what| matches!(what, RunMark::Hole { .. } | RunMark::Notch { .. });
    let none = stretch.stretch.way == RunWay::Bored && !stretch.stretch.points.iter().any(|point| bored(point.what));
    let label = stretch.label();
    none.then(|| {
        Finding::not_measured(
            label.clone(),
            &format!("note the holes of {label}: where each is, and how near the edge"),
            field(stretch, "points"),
        )
    })
}

#[cfg(test)]
mod tests {
    use crate::facts::{RunMark, RunWay};
    use crate::quantity::Length;
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::WiringMethod;

    fn hole(sixteenths: Option<u32>, plate: Option<bool>) -> Verdict {
        verdict("nail-plate", &Scene::nonmetallic().stretch(RunWay::Bored, 90).hole(40, sixteenths, plate)).0
    }

    #[test]
    fn a_hole_by_its_edge() {
        // A check value of the trade, common practice, no source: an edge at 1 in needs a plate.
        assert_eq!(hole(Some(16), Some(false)), Verdict::Violates);
        assert_eq!(hole(Some(16), Some(true)), Verdict::Meets);
        assert_eq!(hole(Some(16), None), Verdict::NotMeasured, "nobody said that there is no plate");
        assert_eq!(hole(Some(24), None), Verdict::Meets);
        assert_eq!(hole(Some(20), None), Verdict::Marginal);
        assert_eq!(hole(None, None), Verdict::NotMeasured);
        assert_eq!(hole(None, Some(true)), Verdict::Meets);
    }

    #[test]
    fn a_notch_and_a_cable_along_a_stud() {
        let notch = |plate| {
            let scene = Scene::nonmetallic().stretch(RunWay::Bored, 90).mark(10, RunMark::Notch { plate });
            verdict("nail-plate", &scene).0
        };
        assert_eq!(
            [Some(true), Some(false), None].map(notch),
            [Verdict::Meets, Verdict::Violates, Verdict::NotMeasured]
        );
        let along = |sixteenths: Option<u32>| {
            let scene =
                Scene::nonmetallic().stretch(RunWay::Studs, 90).with(|s| s.edge = sixteenths.map(Length::sixteenths));
            verdict("nail-plate", &scene).0
        };
        assert_eq!([Some(28), Some(8), None].map(along), [Verdict::Meets, Verdict::Violates, Verdict::NotMeasured]);
    }

    #[test]
    fn conduit_needs_none_and_holes_are_asked_for() {
        let conduit = Scene::of(WiringMethod::ThinWall).stretch(RunWay::Bored, 90).hole(40, Some(8), Some(false));
        assert_eq!(verdict("nail-plate", &conduit).0, Verdict::NotApplicable);
        let none = Scene::nonmetallic().stretch(RunWay::Bored, 90);
        assert_eq!(verdict("nail-plate", &none).0, Verdict::NotMeasured);
    }
}
