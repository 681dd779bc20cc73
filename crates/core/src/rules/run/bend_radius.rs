//! `bend-radius`: a cable bends wide.

use super::{RunCheck, RunSituation, is_armoured, is_soft, of_points, seen};
use crate::facts::{RunMark, RunObservation};
use crate::quantity::Length;
use crate::rules::{Finding, Rule, Side};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, WiringMethod, cite};

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "bend-radius",
    title: "Bends of a cable",
    basis: RuleBasis::Code,
    severity: Severity::Workmanship,
    always: false,
    since: Since::ALWAYS,
    needs: "that no bend is sharp and nothing is kinked; of a bend in doubt its radius, and how wide the cable is",
    reads: &[],
    limit: "A cable bends no tighter than 5 times its width at the inner edge, metal-clad cable of interlocked armour 7 times; in Canada 6 \
            times.",
    why: "A kink breaks the conductor or its insulation where nobody sees it.",
    example: "NM cable 12-2, 7/16 in wide, in a bend of 1 in: 2 3/16 in is asked for.",
    citation: |edition| {
        cite(
            edition,
            Some(("334.24, 320.24, 330.24", Confidence::Sure)),
            Some(("12-508, 12-614", Confidence::MayBeOff)),
        )
    },
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    let looked = seen(situation, RunObservation::SharpBend);
    let bends = of_points(situation, |spot, what| {
        let RunMark::Curve { radius } = what else { return None };
        if !(is_soft(situation.course.method) || is_armoured(situation.course.method)) {
            return None;
        }
        let (label, units) = (spot.label(situation), situation.basis.units);
        let Some(radius) = radius else {
            let words = format!("measure the radius of the bend at {label}, at its inner edge");
            return Some(Finding::not_measured(label, &words, spot.field("/curve/radius")));
        };
        let Some(least) = least_radius(situation) else {
            return Some(Finding::not_measured(label, "measure how wide the cable is, across", "/width"));
        };
        let words = format!("{label}: bent to {}; {} at least", radius.say(units), least.say(units));
        let finding = if radius >= least {
            Finding::meets(label, format!("{words}."))
        } else {
            Finding::violates(label, format!("{words}, {} times its width: ease it.", times(situation)))
        };
        Some(finding.with_lengths(units, radius, least, Side::AtLeast))
    });
    looked.into_iter().chain(bends).collect()
}

/// How many times its width a cable of this kind bends at the least.
///
/// # Source
/// NEC 334.24, 320.24(A), 330.24(B): 5, 5 and 7 times; from memory, sure. CEC 12-508, 12-614: 6 times; from memory, may be off.
fn times(situation: &RunSituation) -> i64 {
    let clad = matches!(situation.course.method, WiringMethod::MetalClad | WiringMethod::MetalCladListed);
    match situation.basis.edition.profile() {
        Profile::Cec => 6,
        Profile::Nec if clad => 7,
        Profile::Nec => 5,
    }
}

/// The least radius of a bend of this cable; `None` where its width was not measured.
pub fn least_radius(situation: &RunSituation) -> Option<Length> {
    Length::from_nm(situation.course.width?.nm() * times(situation)).ok()
}

#[cfg(test)]
mod tests {
    use crate::facts::RunObservation::SharpBend;
    use crate::facts::{RunMark, RunWay};
    use crate::quantity::Length;
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::WiringMethod;

    #[test]
    fn it_goes_by_what_was_seen() {
        let of = |scene: &Scene| verdict("bend-radius", scene).0;
        let run = || Scene::of(WiringMethod::Nonmetallic);
        assert_eq!(of(&run()), Verdict::NotMeasured);
        assert_eq!(of(&run().seen(SharpBend, true)), Verdict::Violates);
        assert_eq!(of(&run().seen(SharpBend, false)), Verdict::Meets);
        assert_eq!(of(&Scene::of(WiringMethod::ThinWall)), Verdict::NotApplicable);
        assert_eq!(of(&Scene::of(WiringMethod::Unknown)), Verdict::NotMeasured);
    }

    #[test]
    fn a_measured_bend_goes_by_the_width_of_its_cable() {
        // By hand: 7/16 in times 5 are 35/16, 2 3/16 in; times 7 of metal-clad 49/16, 3 1/16 in; in Canada times 6 are 42/16.
        let of = |method, sixteenths: Option<u32>, width: Option<u32>| {
            let mut scene = Scene::of(method).stretch(RunWay::Studs, 120).seen(SharpBend, false);
            scene = scene.mark(60, RunMark::Curve { radius: sixteenths.map(Length::sixteenths) });
            scene.run.found.width = width.map(Length::sixteenths);
            scene
        };
        let judge = |scene: &Scene| verdict("bend-radius", scene).0;
        let nm = WiringMethod::Nonmetallic;
        assert_eq!(judge(&of(nm, Some(35), Some(7))), Verdict::Meets);
        assert_eq!(judge(&of(nm, Some(34), Some(7))), Verdict::Violates);
        assert_eq!(judge(&of(nm, Some(41), Some(7)).canadian()), Verdict::Violates);
        assert_eq!(judge(&of(WiringMethod::MetalClad, Some(48), Some(7))), Verdict::Violates);
        assert_eq!(judge(&of(WiringMethod::MetalClad, Some(49), Some(7))), Verdict::Meets);
        assert_eq!(judge(&of(nm, None, Some(7))), Verdict::NotMeasured);
        assert_eq!(judge(&of(nm, Some(35), None)), Verdict::NotMeasured);
    }
}
