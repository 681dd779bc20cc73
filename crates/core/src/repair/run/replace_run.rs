//! `replace-run`: a new cable, of the right kind, from end to end.

use super::add_supports::{missing_supports, put, support_article};
use super::box_in_run::piece_of_cable;
use super::{DEAD_FIRST, IN_THE_WALL, LICENSED, RunChange, RunFound, RunRepair, count, is_to_cut_out, taped};
use crate::facts::{Course, CourseLine, RunMark, RunObservation, RunWay, Stretch};
use crate::quantity::{Gauge, Length};
use crate::repair::{Act, MaterialLine};
use crate::rules::{RunSituation, deep_enough};
use crate::standard::{Material, WiringMethod};

/// Cable beyond the run itself: into both boxes, and for the ways that a tape does not see. Common practice, no source.
const MORE_FEET: u32 = 6;
/// Wood left at a hole that is bored anew, and steel where there is not so much.
const FROM_EDGE: Length = Length::sixteenths(24);

/// The repair.
pub const REPAIR: RunRepair = RunRepair {
    code: "replace-run",
    title: "Replace the run",
    mends: &["cable-damaged", "splice-in-run", "wet-place", "cord-for-cable", "knob-and-tube-covered"],
    plan,
};

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let (situation, course) = (&found.situation, found.situation.course);
    let mut reasons = Vec::new();
    if course.method.is_raceway() {
        reasons.push("of a raceway the conductors are drawn anew: refer, or in own words".to_owned());
    }
    if course.stretches.is_empty() {
        reasons.push("tape the run first: the cable goes by its length".to_owned());
    }
    let gauge = course.gauge.filter(|_| course.method != WiringMethod::Cord).or_else(|| by_breaker(situation));
    if gauge.is_none() {
        reasons.push("read the size of the cable, or the rating of its breaker, first".to_owned());
    }
    if !reasons.is_empty() {
        return Err(reasons);
    }
    let after = replaced(situation, gauge);
    let length = taped(course, |_| true).whole_feet() + MORE_FEET;
    let untaped = CourseLine::of(course).length().is_none();
    let staples = after.stretches.iter().flat_map(|stretch| &stretch.points);
    let staples = count(staples.filter(|point| matches!(point.what, RunMark::Support(_))).count());
    let plates = after.stretches.iter().flat_map(|stretch| &stretch.points);
    let plates = count(
        plates
            .filter(|point| {
                matches!(point.what, RunMark::Hole { plate: Some(true), .. } | RunMark::Notch { plate: Some(true) })
            })
            .count(),
    );
    let label = after.label();
    let more = if untaped { ", and what is hidden" } else { "" };
    let steps = vec![
        (Act::FindOut, "Find out both ends, and what else the run feeds.".to_owned()),
        (Act::ProveDead, "Switch off, and prove dead at both ends.".to_owned()),
        (Act::NoteAsFound, "Note which conductor lands where, at both ends.".to_owned()),
        (
            Act::TakeOut,
            "Take the old cable out of both boxes; cut back and leave dead what cannot be drawn.".to_owned(),
        ),
        (Act::BringCable, format!("Run {label}, {length} ft{more}, drawing it after the old one where that slides.")),
        (Act::ClampCable, format!("Fasten it with {staples} supports, {plates} plates, and clamp it in both boxes.")),
        (Act::Splice, "Leave 6 in of free conductor and land as noted.".to_owned()),
        (Act::Read, "Power on; read what it feeds, tape the run anew and note it as left.".to_owned()),
    ];
    let mut materials = vec![MaterialLine::piece(piece_of_cable(&after), length)];
    if staples > 0 {
        materials.push(MaterialLine::piece(support_article(&after), staples));
    }
    if plates > 0 {
        materials.push(MaterialLine::piece(
            ("steel-plate-1-16-in", "steel plate, 1/16 in, for each stud drilled near its edge"),
            plates,
        ));
    }
    let closed = course.stretches.iter().any(|stretch| stretch.way == RunWay::Closed);
    let mut cautions = vec![DEAD_FIRST, LICENSED];
    cautions.extend(closed.then_some(IN_THE_WALL));
    Ok(RunChange { after, steps, cautions, minutes: 60 + 4 * length, materials })
}

/// The size that its breaker asks for.
fn by_breaker(situation: &RunSituation) -> Option<Gauge> {
    match situation.supply().amperes? {
        0..=15 => Some(Gauge::Awg14),
        16..=20 => Some(Gauge::Awg12),
        21..=30 => Some(Gauge::Awg10),
        _ => None,
    }
}

/// The same way with a new cable: no damage, of the right kind, held, guarded and deep enough.
fn replaced(situation: &RunSituation, gauge: Option<Gauge>) -> Course {
    let course = situation.course;
    let wet = course.stretches.iter().any(|stretch| stretch.is_wet() != Some(false));
    let method = match course.method {
        _ if wet => WiringMethod::Underground,
        WiringMethod::ArmouredOld | WiringMethod::ArmouredBonded => WiringMethod::ArmouredBonded,
        kept @ (WiringMethod::MetalClad | WiringMethod::MetalCladListed) => kept,
        _ => WiringMethod::Nonmetallic,
    };
    let conductors = course.conductors.or(Some(2));
    let mut after = Course { method, gauge, conductors, material: Material::Copper, ..course.clone() };
    after.observed.clear();
    let of_kind = |what: &RunObservation| what.is_of(method);
    for what in RunObservation::ALL.iter().filter(|what| of_kind(what)) {
        after.observe(*what, false);
    }
    let depths: Vec<Option<Length>> = course
        .stretches
        .iter()
        .map(|stretch| {
            let as_cable = RunSituation { course: &after, ..*situation };
            deep_enough(&as_cable, stretch.over.unwrap_or_default(), situation.supply().gfci == Some(true))
        })
        .collect();
    for (stretch, depth) in after.stretches.iter_mut().zip(depths) {
        relaid(stretch, depth);
    }
    let bare = after.clone();
    let as_laid = RunSituation { course: &bare, ..*situation };
    let line = CourseLine::of(&bare);
    let supports: Vec<(usize, Length)> =
        missing_supports(&as_laid).unwrap_or_default().into_iter().filter_map(|at| line.at(at)).collect();
    put(&mut after, &supports);
    after
}

fn relaid(stretch: &mut Stretch, depth: Option<Length>) {
    stretch
        .points
        .retain(|point| !is_to_cut_out(point.what) && !matches!(point.what, RunMark::Support(_) | RunMark::Damage(_)));
    for point in &mut stretch.points {
        match &mut point.what {
            RunMark::Hole { edge, plate, bushed, .. } => {
                if edge.is_none_or(|edge| edge < FROM_EDGE) {
                    *plate = Some(true);
                }
                *bushed = Some(true);
            }
            RunMark::Notch { plate } => *plate = Some(true),
            RunMark::Floor { sleeve } => *sleeve = Some(sleeve.unwrap_or_default().max(Length::mm(1_600))),
            RunMark::Near { distance, .. } => *distance = Some(distance.unwrap_or_default().max(Length::inches(7))),
            RunMark::Rises { protected } => *protected = Some(protected.unwrap_or_default().max(Length::inches(102))),
            _ => {}
        }
    }
    match stretch.way {
        RunWay::Studs => stretch.edge = Some(stretch.edge.unwrap_or_default().max(FROM_EDGE)),
        RunWay::Joists | RunWay::Attic | RunWay::Surface | RunWay::Outdoors | RunWay::Air => {
            stretch.guarded = Some(true)
        }
        RunWay::Buried => stretch.depth = stretch.depth.into_iter().chain(depth).max(),
        RunWay::Bored | RunWay::Closed | RunWay::Sleeve => {}
    }
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::{DamageKind, RunMark, RunWay, SpliceHow, SupportKind};
    use crate::quantity::Length;
    use crate::repair::run::testing::{after, mends, plan};
    use crate::rules::run_testing::Scene;
    use crate::rules::{RuleResult, judge_run};
    use crate::standard::{Over, WiringMethod};

    fn broken(scene: &Scene) -> Vec<&'static str> {
        judge_run(&scene.situation())
            .iter()
            .filter(|result| result.is_broken())
            .map(|result: &RuleResult| result.rule)
            .collect()
    }

    #[test]
    fn the_new_one_breaks_nothing() {
        let scene = Scene::nonmetallic().stretch(RunWay::Joists, 120).staples(&[40]).spliced(60, SpliceHow::Open);
        let scene = scene.stretch(RunWay::Bored, 80).hole(16, Some(8), Some(false)).damaged(30, DamageKind::Burnt);
        let scene = scene.stretch(RunWay::Studs, 60).mark(20, RunMark::Support(SupportKind::Nail));
        let scene = scene
            .stretch(RunWay::Buried, 400)
            .with(|s| (s.depth, s.over) = (Some(Length::inches(5)), Some(Over::Drive)));
        let scene = scene.mark(400, RunMark::Rises { protected: Some(Length::ZERO) });
        assert!(broken(&scene).len() > 5, "{:?}", broken(&scene));
        mends(&REPAIR, "cable-damaged", &scene);
        mends(&REPAIR, "wet-place", &scene);
        assert_eq!(broken(&after(&REPAIR, &scene)), Vec::<&str>::new());
        assert_eq!(broken(&after(&REPAIR, &scene.canadian())), Vec::<&str>::new());
    }

    #[test]
    fn a_cord_goes_by_its_breaker() {
        let mut cord = Scene::of(WiringMethod::Cord).stretch(RunWay::Closed, 60);
        assert!(plan(&REPAIR, &cord).is_err());
        cord.run.found.amperes = Some(20);
        mends(&REPAIR, "cord-for-cable", &cord);
        let change = plan(&REPAIR, &cord).expect("it can be done");
        assert!(change.materials[0].what.contains("12-2") && change.materials[0].count == 11, "{:?}", change.materials);
    }
}
