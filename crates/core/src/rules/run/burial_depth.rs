//! `burial-depth`: what lies in the ground lies deep enough.

use super::{RunCheck, RunSituation, at_least, field, of_stretches, or_another_way, unknown_method};
use crate::facts::{Course, PlacedStretch, RunWay};
use crate::quantity::Length;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, Edition, Over, Profile, RuleBasis, Severity, Since, TwinLimit, cite, least_cover};

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "burial-depth",
    title: "Depth in the ground",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "how deep the top of the run lies, what lies over it, and the breaker with its GFCI",
    reads: &[],
    limit: "In soil: cable 24 in (600 mm), plastic and thin-wall conduit 18 in (450 mm), rigid metal 6 in (150 mm); a circuit of a \
            dwelling of 120 V to 20 A with GFCI at its source 12 in (300 mm). Other figures under concrete, slabs, drives and \
            streets; in Canada by its own table.",
    why: "A spade goes 10 in deep.",
    example: "Underground cable 14 in under a lawn, no GFCI: short by 10 in.",
    citation: |edition| {
        let nec = if edition.year() >= 2023 { "300.5(A), Table 300.5(A)" } else { "300.5(A), Table 300.5" };
        cite(edition, Some((nec, Confidence::Sure)), Some(("12-012, Table 53", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    let buried = |course: &Course| course.stretches.iter().any(|stretch| stretch.way == RunWay::Buried);
    if buried(situation.course)
        && let Some(asks) = unknown_method(situation)
    {
        return vec![asks];
    }
    let findings = of_stretches(situation, |stretch| {
        (stretch.stretch.way == RunWay::Buried).then(|| of_buried(situation, stretch))
    });
    or_another_way(situation, findings, buried)
}

/// Whether a circuit is one of 120 V to 20 A with GFCI at its source; `None` where that is not known.
fn small_and_protected(situation: &RunSituation) -> Option<bool> {
    let (course, supply) = (situation.course, situation.supply());
    let no = [
        supply.amperes.map(|amperes| amperes > 20),
        supply.gfci.map(|gfci| !gfci),
        course.two_legs,
        (situation.basis.edition.profile() == Profile::Cec).then_some(true),
    ];
    if no.contains(&Some(true)) {
        return Some(false);
    }
    // A cable of two conductors on 120 V is the rule: only what is said to carry 240 V is asked no further.
    (supply.amperes.is_some() && supply.gfci.is_some()).then_some(true)
}

fn limit(edition: Edition, course: &Course, over: Over, small: bool) -> Option<TwinLimit> {
    least_cover(edition.profile(), course.method, over, small)
}

fn of_buried(situation: &RunSituation, stretch: &PlacedStretch) -> Finding {
    let (label, edition, course) = (stretch.label(), situation.basis.edition, situation.course);
    let Some(depth) = stretch.stretch.depth else {
        return Finding::not_measured(
            label.clone(),
            &format!("measure how deep {label} lies, at its top"),
            field(stretch, "depth"),
        );
    };
    let overs = stretch.stretch.over.map_or(Over::ALL.to_vec(), |over| vec![over]);
    let smalls = small_and_protected(situation).map_or(vec![false, true], |small| vec![small]);
    let what = format!("The cover of {label},");
    let judged: Vec<Finding> = overs
        .iter()
        .flat_map(|over| smalls.iter().map(move |small| (over, small)))
        .filter_map(|(over, small)| limit(edition, course, *over, *small))
        .map(|limit| at_least(situation.basis, label.clone(), &what, depth, limit))
        .collect();
    // Where something is not known, only what all of it agrees on is an answer.
    let (Some(worst), Some(best)) = (
        judged.iter().min_by_key(|known| known.verdict.rank()),
        judged.iter().max_by_key(|known| known.verdict.rank()),
    ) else {
        return Finding::not_applicable(
            label.clone(),
            format!("{label}: no depth is known for {}.", course.method.name()),
        );
    };
    if worst.verdict == best.verdict {
        return best.clone();
    }
    let say = depth.say(situation.basis.units);
    if stretch.stretch.over.is_none() {
        return Finding::not_measured(
            label.clone(),
            &format!("say what lies over {label}, {say} deep"),
            field(stretch, "over"),
        );
    }
    let (words, of) = if situation.supply().amperes.is_none() {
        ("read the rating of its breaker", "/amperes")
    } else {
        ("look whether GFCI protects it at its source", "/gfci")
    };
    Finding::not_measured(
        label.clone(),
        &format!("{words}: {label} lies {say} deep, which may do with GFCI to 20 A"),
        of,
    )
}

/// How deep a stretch must lie, if GFCI protects it at its source or if not.
pub fn deep_enough(situation: &RunSituation, over: Over, gfci: bool) -> Option<Length> {
    let small = gfci
        && situation.supply().amperes.is_some_and(|amperes| amperes <= 20)
        && situation.course.two_legs != Some(true);
    let known = limit(situation.basis.edition, situation.course, over, small)?;
    Some(known.shown(situation.basis.units))
}

#[cfg(test)]
mod tests {
    use crate::facts::RunWay;
    use crate::quantity::Length;
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::{Over, WiringMethod};

    fn scene(method: WiringMethod, depth: Option<u32>, over: Option<Over>) -> Scene {
        Scene::of(method).stretch(RunWay::Buried, 600).with(|s| (s.depth, s.over) = (depth.map(Length::inches), over))
    }

    fn on(mut scene: Scene, amperes: Option<u16>, gfci: Option<bool>) -> Verdict {
        (scene.run.found.amperes, scene.run.found.gfci) = (amperes, gfci);
        verdict("burial-depth", &scene).0
    }

    #[test]
    fn cable_by_its_column_and_that_of_gfci() {
        let cable = |depth| scene(WiringMethod::Underground, Some(depth), Some(Over::Soil));
        assert_eq!(on(cable(26), None, None), Verdict::Meets);
        assert_eq!(on(cable(14), Some(20), Some(false)), Verdict::Violates);
        assert_eq!(on(cable(14), Some(20), Some(true)), Verdict::Meets);
        assert_eq!(on(cable(14), Some(30), Some(true)), Verdict::Violates);
        assert_eq!(on(cable(14), Some(20), None), Verdict::NotMeasured);
        assert_eq!(on(cable(14), None, None), Verdict::NotMeasured);
        assert_eq!(on(cable(8), None, None), Verdict::Violates, "too shallow whatever feeds it");
    }

    #[test]
    fn what_lies_over_it_is_asked_where_it_matters() {
        let conduit = |depth, over| on(scene(WiringMethod::PlasticConduit, depth, over), Some(20), Some(false));
        assert_eq!(conduit(Some(19), Some(Over::Soil)), Verdict::Meets);
        assert_eq!(conduit(Some(10), None), Verdict::NotMeasured);
        assert_eq!(conduit(Some(10), Some(Over::Slab)), Verdict::Meets);
        assert_eq!(conduit(Some(26), None), Verdict::Meets, "deep enough under all");
        assert_eq!(conduit(None, Some(Over::Soil)), Verdict::NotMeasured);
        let rigid = on(scene(WiringMethod::RigidMetal, Some(8), Some(Over::Soil)), None, None);
        assert_eq!(rigid, Verdict::Meets);
    }
}
