//! `exposed-to-damage`: a cable in the open is protected where it can be struck, trodden on or hung on.

use super::{RunCheck, RunSituation, Spot, at_least, field, is_soft, of_points, of_stretches, or_another_way};
use crate::facts::{Course, PlacedStretch, RunMark, RunWay};
use crate::quantity::{Gauge, Length};
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, TwinLimit, cite};

/// A sleeve goes this far above a floor.
///
/// # Source
/// NEC 334.15(B), 6 in (150 mm), from memory, sure.
const SLEEVE: TwinLimit = TwinLimit { inches: Some(Length::inches(6)), metric: Length::mm(150) };

/// Below this a cable in the open is protected, in Canada: CEC 12-518, 1.5 m, from memory, may be off.
const LOW: TwinLimit = TwinLimit { inches: None, metric: Length::mm(1_500) };

/// Out of reach of what is carried and stacked: 7 ft. Common practice of inspectors, no source; the code has no figure.
const OUT_OF_REACH: Length = Length::inches(84);

/// The rule.
pub const RULE: Rule<RunCheck> = Rule {
    code: "exposed-to-damage",
    title: "Cable exposed to damage",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "where the cable is in the open: whether it can be struck, how low it comes, what protects it, its size under joists",
    reads: &[],
    limit: "Cable in the open is in conduit or behind boards where it can be struck; a sleeve goes 6 in (150 mm) above a floor that it \
            comes through. Under the joists of a basement or crawl space only two 6 AWG, three 8 AWG or larger lie on the lower \
            edges: smaller ones go through holes or on running boards. In Canada: protected below 1.5 m, and under joists.",
    why: "Cable under joists is where people hang things.",
    example: "12-2 NM cable stapled across the joists of a basement.",
    citation: |edition| {
        cite(edition, Some(("334.15(A) to (C)", Confidence::Sure)), Some(("12-514, 12-518", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &RunSituation) -> Vec<Finding> {
    let exposed =
        |course: &Course| is_soft(course.method) && course.stretches.iter().any(|stretch| is_in_the_open(stretch.way));
    if !is_soft(situation.course.method) {
        return or_another_way(situation, Vec::new(), exposed);
    }
    let mut findings = of_stretches(situation, |stretch| match stretch.stretch.way {
        RunWay::Joists => Some(under_joists(situation, stretch)),
        way if is_in_the_open(way) => Some(in_the_open(situation, stretch)),
        _ => None,
    });
    findings.extend(of_points(situation, |spot, what| match what {
        RunMark::Floor { sleeve } => Some(through_floor(situation, spot, sleeve)),
        _ => None,
    }));
    or_another_way(situation, findings, exposed)
}

/// Where a cable can be seen, and struck.
const fn is_in_the_open(way: RunWay) -> bool {
    matches!(way, RunWay::Surface | RunWay::Outdoors | RunWay::Air | RunWay::Joists)
}

fn in_the_open(situation: &RunSituation, stretch: &PlacedStretch) -> Finding {
    let (known, label, units) = (stretch.stretch, stretch.label(), situation.basis.units);
    if known.guarded == Some(true) {
        return Finding::meets(label.clone(), format!("{label}: protected."));
    }
    if situation.basis.edition.profile() == Profile::Cec {
        return match known.height {
            Some(height) => {
                at_least(situation.basis, label.clone(), &format!("The lowest point of {label},"), height, LOW)
            }
            None => Finding::not_measured(
                label.clone(),
                &format!("measure how low {label} comes above the floor"),
                field(stretch, "height"),
            ),
        };
    }
    match (known.struck, known.height) {
        (Some(true), _) => {
            Finding::violates(label.clone(), format!("{label}: it can be struck there, and nothing protects it."))
        }
        (Some(false), _) => Finding::meets(label.clone(), format!("{label}: where nothing strikes it.")),
        (None, Some(height)) if height >= OUT_OF_REACH => {
            Finding::meets(label.clone(), format!("{label}: {} up, out of reach.", height.say_run(units)))
        }
        (None, _) => {
            let words = format!("look at {label}: can it be struck there, or is it protected");
            Finding::not_measured(label, &words, field(stretch, "struck"))
        }
    }
}

fn under_joists(situation: &RunSituation, stretch: &PlacedStretch) -> Finding {
    let label = stretch.label();
    if stretch.stretch.guarded == Some(true) {
        return Finding::meets(label.clone(), format!("{label}: on a running board, or protected."));
    }
    if situation.basis.edition.profile() == Profile::Cec {
        return Finding::violates(label.clone(), format!("{label}: not protected."));
    }
    match is_large(situation.course) {
        Some(true) => Finding::meets(label.clone(), format!("{label}: large enough to lie on their edges.")),
        Some(false) => {
            let words = format!("{label}: smaller than two 6 AWG or three 8 AWG, and on no running board.");
            Finding::violates(label, words)
        }
        None => Finding::not_measured(label, "read the size of the cable and its conductors", "/gauge"),
    }
}

/// Two conductors of 6 AWG, three of 8 AWG, or larger.
fn is_large(course: &Course) -> Option<bool> {
    match (course.gauge?, course.conductors) {
        (gauge, _) if gauge >= Gauge::Awg6 => Some(true),
        (Gauge::Awg8, conductors) => conductors.map(|count| count >= 3),
        _ => Some(false),
    }
}

fn through_floor(situation: &RunSituation, spot: &Spot, sleeve: Option<Length>) -> Finding {
    let label = spot.label(situation);
    let limit = if situation.basis.edition.profile() == Profile::Cec { LOW } else { SLEEVE };
    match sleeve {
        None => {
            let words = format!("measure the sleeve at the floor of {label}, 0 where there is none");
            Finding::not_measured(label, &words, spot.field("/floor/sleeve"))
        }
        Some(height) => {
            at_least(situation.basis, label.clone(), &format!("The sleeve above the floor of {label}"), height, limit)
        }
    }
}

#[cfg(test)]
mod tests {
    use crate::facts::{RunMark, RunWay};
    use crate::quantity::{Gauge, Length};
    use crate::rules::Verdict;
    use crate::rules::run::testing::{Scene, verdict};
    use crate::standard::WiringMethod;

    fn of(scene: &Scene) -> Verdict {
        verdict("exposed-to-damage", scene).0
    }

    #[test]
    fn under_joists_by_size() {
        // NEC 334.15(C), from memory: two 6 AWG or three 8 AWG lie on the edges of joists.
        let cable = |gauge, conductors, guarded: Option<bool>| {
            let mut scene = Scene::nonmetallic().stretch(RunWay::Joists, 120).with(|s| s.guarded = guarded);
            (scene.run.found.gauge, scene.run.found.conductors) = (Some(gauge), Some(conductors));
            of(&scene)
        };
        assert_eq!(cable(Gauge::Awg12, 2, None), Verdict::Violates);
        assert_eq!(cable(Gauge::Awg12, 2, Some(true)), Verdict::Meets);
        assert_eq!((cable(Gauge::Awg8, 2, None), cable(Gauge::Awg8, 3, None)), (Verdict::Violates, Verdict::Meets));
        assert_eq!(cable(Gauge::Awg6, 2, None), Verdict::Meets);
    }

    #[test]
    fn in_the_open_by_what_can_strike_it() {
        let wall = |say: fn(&mut crate::facts::Stretch)| Scene::nonmetallic().stretch(RunWay::Surface, 60).with(say);
        assert_eq!(of(&wall(|_| ())), Verdict::NotMeasured);
        assert_eq!(of(&wall(|s| s.struck = Some(true))), Verdict::Violates);
        assert_eq!(of(&wall(|s| s.struck = Some(false))), Verdict::Meets);
        assert_eq!(of(&wall(|s| s.height = Some(Length::inches(90)))), Verdict::Meets);
        assert_eq!(of(&wall(|s| s.height = Some(Length::inches(40)))), Verdict::NotMeasured, "low is not yet struck");
        assert_eq!(of(&wall(|s| s.height = Some(Length::inches(40))).canadian()), Verdict::Violates);
        let mut armoured = wall(|s| s.struck = Some(true));
        armoured.run.found.method = WiringMethod::MetalClad;
        assert_eq!(of(&armoured), Verdict::NotApplicable);
    }

    #[test]
    fn what_goes_another_way_is_proven() {
        // Found across the joists, left through holes in them.
        let mut scene = Scene::nonmetallic().stretch(RunWay::Joists, 120);
        assert_eq!(of(&scene), Verdict::Violates);
        let left = Scene::nonmetallic().stretch(RunWay::Bored, 120).run.found;
        scene.run.left = Some(left);
        let situation = crate::rules::RunSituation { course: scene.run.now(), ..scene.situation() };
        let results = crate::rules::judge_run(&situation);
        let verdict = results.iter().find(|result| result.rule == "exposed-to-damage").map(|result| result.verdict);
        assert_eq!(verdict, Some(Verdict::Meets));
    }

    #[test]
    fn what_is_wired_otherwise_is_proven() {
        // NM cable found bare of plates and guards, left as thin-wall conduit the same way.
        let found = Scene::nonmetallic().stretch(RunWay::Joists, 120).stretch(RunWay::Bored, 60);
        let mut scene = found.hole(20, Some(8), Some(false));
        scene.run.left = Some(crate::facts::Course { method: WiringMethod::ThinWall, ..scene.run.found.clone() });
        let situation = crate::rules::RunSituation { course: scene.run.now(), ..scene.situation() };
        for result in crate::rules::judge_run(&situation) {
            if ["exposed-to-damage", "nail-plate", "bend-radius"].contains(&result.rule) {
                assert_eq!(result.verdict, Verdict::Meets, "{}", result.rule);
            }
        }
    }

    #[test]
    fn a_sleeve_above_the_floor() {
        let floor = |sleeve: Option<u32>| {
            let mark = RunMark::Floor { sleeve: sleeve.map(Length::inches) };
            of(&Scene::nonmetallic().stretch(RunWay::Studs, 60).mark(30, mark))
        };
        assert_eq!(
            [Some(0), Some(4), Some(8), None].map(floor),
            [Verdict::Violates, Verdict::Violates, Verdict::Meets, Verdict::NotMeasured]
        );
    }
}
