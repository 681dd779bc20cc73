//! `cable-damaged`: a run is whole from end to end.

use super::{RunCheck, RunSituation, of_points, unless_marked};
use crate::facts::{DamageKind, RunMark};
use crate::quantity::capitalised;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "cable-damaged",
    title: "Damage to a cable run",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "what was seen of damage along the run",
    reads: &[],
    limit: "No damage that opens the sheath or armour, reaches a conductor, crushes, burns or cuts the run.",
    why: "A nail through a cable arcs behind the board, where nobody sees it and no breaker feels it.",
    example: "A screw through an NM cable 6 ft along: a danger.",
    citation: |edition| {
        cite(edition, Some(("110.12(B), 300.4", Confidence::Sure)), Some(("2-108, 12-518", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    let findings = of_points(situation, |spot, what| {
        let RunMark::Damage(how) = what else { return None };
        let label = spot.label(situation);
        let words = capitalised(how.name());
        Some(match how {
            DamageKind::Scuffed => Finding::meets(label.clone(), format!("{words}, {label}: what it covers is whole.")),
            DamageKind::Sheath => Finding::violates(label.clone(), format!("{words}, {label}.")),
            DamageKind::Nicked | DamageKind::Crushed | DamageKind::Burnt | DamageKind::Cut => {
                Finding::violates(label.clone(), format!("{words}, {label}: off until it is mended."))
                    .with_severity(Severity::Danger)
            }
        })
    });
    unless_marked(situation, findings)
}

#[cfg(test)]
mod tests {
    use crate::facts::{DamageKind, RunObservation, RunWay};
    use crate::rules::run::testing::{Scene, verdict};
    use crate::rules::{Verdict, is_dangerous, judge_run};

    #[test]
    fn it_goes_by_what_the_damage_reaches() {
        let scene = |how| Scene::nonmetallic().stretch(RunWay::Closed, 90).damaged(40, how);
        let cases = [
            (DamageKind::Scuffed, Verdict::Meets, false),
            (DamageKind::Sheath, Verdict::Violates, false),
            (DamageKind::Nicked, Verdict::Violates, true),
            (DamageKind::Cut, Verdict::Violates, true),
        ];
        for (how, expected, danger) in cases {
            assert_eq!(verdict("cable-damaged", &scene(how)).0, expected, "{how:?}");
            assert_eq!(is_dangerous(&judge_run(&scene(how).situation())), danger, "{how:?}");
        }
        let old = scene(DamageKind::Crushed).wired(1962);
        assert_eq!(verdict("cable-damaged", &old).0, Verdict::Violates, "no age excuses it");
    }

    #[test]
    fn that_it_is_whole_is_said_and_not_thought() {
        let of = |scene: &Scene| verdict("cable-damaged", scene).0;
        let bare = Scene::nonmetallic().stretch(RunWay::Closed, 90);
        assert_eq!(of(&bare), Verdict::NotMeasured);
        assert_eq!(of(&bare.clone().seen(RunObservation::Harmed, false)), Verdict::Meets);
        assert_eq!(of(&bare.clone().seen(RunObservation::Harmed, true)), Verdict::NotMeasured, "where?");
        let marked = bare.damaged(40, DamageKind::Cut).seen(RunObservation::Harmed, false);
        assert_eq!(of(&marked), Verdict::Violates, "what is marked says more");
    }
}
