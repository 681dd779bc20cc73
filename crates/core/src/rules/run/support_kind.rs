//! `support-kind`: what holds a run is made for it, and does it no harm.

use super::run_supported::is_stapled;
use super::{RunCheck, RunSituation, of_points, seen};
use crate::facts::{RunMark, RunObservation, SupportKind};
use crate::quantity::capitalised;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "support-kind",
    title: "What holds a cable run",
    basis: RuleBasis::Code,
    severity: Severity::Workmanship,
    always: true,
    since: Since::ALWAYS,
    needs: "what holds the run, and that flat cable lies flat",
    reads: &[],
    limit: "Staples, straps and hangers made for the cable, snug and not biting; one cable each unless made for more; flat cable \
            not on its edge; nothing tied to pipes, ducts or other cables.",
    why: "A staple that bites, or a bent nail, is a short circuit in waiting.",
    example: "A bent nail over an NM cable.",
    citation: |edition| {
        let nec = ("300.11, 334.30", Confidence::Sure);
        cite(edition, Some(nec), Some(("12-508, 12-510", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    let mut findings = of_points(situation, |spot, what| {
        let RunMark::Support(kind) = what else { return None };
        let label = spot.label(situation);
        let words = capitalised(kind.name());
        Some(match kind {
            SupportKind::Staple | SupportKind::Strap => Finding::meets(label.clone(), format!("{words}, {label}.")),
            SupportKind::Tie => Finding::not_measured(
                label.clone(),
                &format!("read the tie of {label}: is it listed to hold cable"),
                spot.field(""),
            ),
            SupportKind::TightStaple => {
                Finding::violates(label.clone(), format!("{words}, {label}: look at the sheath under it."))
                    .with_severity(Severity::Violation)
            }
            SupportKind::SharedStaple => {
                Finding::violates(label.clone(), format!("{words}, {label}: it is made for one."))
            }
            SupportKind::Nail => Finding::violates(label.clone(), format!("{words}, {label}: no support for cable.")),
            SupportKind::Pipe => Finding::violates(label.clone(), format!("Held by what it may not hang on, {label}.")),
        })
    });
    let stapled = is_stapled(situation.course.method) && findings.iter().any(|known| known.place.is_some());
    if stapled {
        findings.extend(seen(situation, RunObservation::OnEdge));
    }
    findings
}

#[cfg(test)]
mod tests {
    use crate::facts::{RunMark, RunObservation, RunWay, SupportKind};
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};

    #[test]
    fn what_is_made_for_it_does() {
        let of = |kind| {
            let scene = Scene::nonmetallic().seen(RunObservation::OnEdge, false).stretch(RunWay::Studs, 60);
            verdict("support-kind", &scene.mark(20, RunMark::Support(kind))).0
        };
        assert_eq!([SupportKind::Staple, SupportKind::Strap].map(of), [Verdict::Meets; 2]);
        assert_eq!(of(SupportKind::Tie), Verdict::NotMeasured);
        let bad = [SupportKind::TightStaple, SupportKind::SharedStaple, SupportKind::Nail, SupportKind::Pipe];
        assert_eq!(bad.map(of), [Verdict::Violates; 4]);
    }

    #[test]
    fn flat_cable_lies_flat() {
        let scene = Scene::nonmetallic().stretch(RunWay::Studs, 60).staples(&[10]);
        assert_eq!(verdict("support-kind", &scene).0, Verdict::NotMeasured);
        assert_eq!(verdict("support-kind", &scene.seen(RunObservation::OnEdge, true)).0, Verdict::Violates);
    }
}
