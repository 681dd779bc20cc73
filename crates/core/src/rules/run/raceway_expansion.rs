//! `raceway-expansion`: plastic conduit outdoors can grow and shrink.

use super::{RunCheck, RunSituation, of_stretches, or_another_way};
use crate::facts::{PlacedStretch, RunMark, RunWay, Stretch};
use crate::quantity::Length;
use crate::rules::{Finding, Rule, Side};
use crate::standard::{Confidence, RuleBasis, Severity, Since, WiringMethod, cite};

/// A straight piece outdoors longer than this moves 1/4 in from winter to a summer's sun: 4.06 in in 100 ft for 100 °F, NEC Table
/// 352.44, from memory, sure; 62 °F between the two is common practice, no source.
const LONGEST: Length = Length::inches(120);

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "raceway-expansion",
    title: "Expansion of plastic conduit",
    basis: RuleBasis::Code,
    severity: Severity::Workmanship,
    always: false,
    since: Since::nec(1999),
    needs: "the straight pieces of plastic conduit outdoors, and their expansion fittings",
    reads: &[],
    limit: "A straight piece of plastic conduit that moves 1/4 in or more has an expansion fitting: outdoors from 10 ft on, between boxes and \
            bends.",
    why: "It pulls out of its box, or bows off the wall and breaks its straps.",
    example: "40 ft of conduit along a fence, bowed like a banana in July.",
    citation: |edition| {
        cite(edition, Some(("352.44, 300.7(B)", Confidence::Sure)), Some(("12-1118, 12-1012", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    let concerns = |course: &crate::facts::Course| course.method == WiringMethod::PlasticConduit;
    if !concerns(situation.course) {
        return or_another_way(situation, Vec::new(), concerns);
    }
    of_stretches(situation, |stretch| of_stretch(situation, stretch))
}

fn of_stretch(situation: &RunSituation, stretch: &PlacedStretch) -> Option<Finding> {
    if stretch.stretch.way != RunWay::Outdoors {
        return None;
    }
    let (label, units) = (stretch.label(), situation.basis.units);
    let Some(longest) = stiff_pieces(stretch.stretch).and_then(longest) else {
        let words = format!("tape {label}: plastic conduit moves with the sun");
        return Some(Finding::not_measured(label, &words, super::field(stretch, "length")));
    };
    let words = format!("{label}: {} straight without an expansion fitting", longest.say_run(units));
    let finding = if longest <= LONGEST {
        Finding::meets(label, format!("{words}: it moves little."))
    } else {
        Finding::violates(label, format!("{words}; {} at most.", LONGEST.say_run(units)))
    };
    Some(finding.with_lengths(units, longest, LONGEST, Side::AtMost))
}

/// The longest of them.
fn longest(pieces: Vec<(i64, i64)>) -> Option<Length> {
    Length::from_nm(pieces.into_iter().map(|(_, width)| width).max()?).ok()
}

/// The straight pieces of a stretch in which nothing gives, each where it begins and how long it is, in nanometres; `None` where its
/// length was not taken.
fn stiff_pieces(stretch: &Stretch) -> Option<Vec<(i64, i64)>> {
    let length = stretch.length?;
    let gives = |what: RunMark| matches!(what, RunMark::Bend(_) | RunMark::Box | RunMark::Expansion);
    let points = stretch.points.iter().filter(|point| gives(point.what) && point.at <= length);
    let mut ends: Vec<i64> = [0, length.nm()].into_iter().chain(points.map(|point| point.at.nm())).collect();
    ends.sort_unstable();
    Some(ends.windows(2).map(|pair| (pair[0], pair[1] - pair[0])).collect())
}

/// Where expansion fittings go that plastic conduit lacks: a stretch and a place along it, in the middle of each piece too long.
pub fn missing_expansions(situation: &RunSituation) -> Vec<(usize, Length)> {
    let mut places = Vec::new();
    for (index, stretch) in situation.course.stretches.iter().enumerate() {
        let Some(stiff) = stiff_pieces(stretch).filter(|_| stretch.way == RunWay::Outdoors) else { continue };
        for (from, width) in stiff {
            let pieces = (width + LONGEST.nm() - 1) / LONGEST.nm();
            let inner = (1..pieces).map(|piece| from + width * piece / pieces);
            places.extend(inner.filter_map(|at| Some((index, Length::from_nm(at).ok()?))));
        }
    }
    places
}

#[cfg(test)]
mod tests {
    use crate::facts::{RunMark, RunWay};
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::WiringMethod;

    #[test]
    fn what_moves_a_quarter_inch_has_a_fitting() {
        // By hand: 10 ft × 4.06 in in 100 ft × 62 of 100 °F are 1/4 in.
        let of = |scene: &Scene| verdict("raceway-expansion", scene).0;
        let pvc = |inches| Scene::of(WiringMethod::PlasticConduit).stretch(RunWay::Outdoors, inches);
        assert_eq!((of(&pvc(120)), of(&pvc(121))), (Verdict::Meets, Verdict::Violates));
        assert_eq!(of(&pvc(240).mark(120, RunMark::Expansion)), Verdict::Meets);
        assert_eq!(of(&pvc(240).mark(120, RunMark::Bend(90))), Verdict::Meets);
        assert_eq!(of(&pvc(260).mark(120, RunMark::Bend(90))), Verdict::Violates);
        assert_eq!(of(&Scene::of(WiringMethod::PlasticConduit).stretch(RunWay::Buried, 900)), Verdict::NotApplicable);
        assert_eq!(of(&Scene::of(WiringMethod::RigidMetal).stretch(RunWay::Outdoors, 900)), Verdict::NotApplicable);
    }
}
