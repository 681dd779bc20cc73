//! `box-in-run`: the damaged piece cut out, and the ends joined in boxes that can be reached.

use super::add_supports::put;
use super::{DEAD_FIRST, IN_THE_WALL, LICENSED, RunChange, RunFound, RunRepair, copper_alone, count, is_to_cut_out};
use crate::facts::{Course, RunMark, RunObservation, RunPoint, RunWay};
use crate::quantity::{Gauge, Length};
use crate::repair::r#box::connector::lever_for;
use crate::repair::{Act, Article, MaterialLine};

/// With so much slack one box does: 6 in of free conductor from each side, and what is cut out.
pub(super) const SLACK_FOR_ONE: Length = Length::inches(14);
/// From the damage to each of two boxes.
const ASIDE: Length = Length::inches(12);
/// From a box to the staple beside it.
const BESIDE: Length = Length::inches(8);

/// The repair.
pub const REPAIR: RunRepair = RunRepair {
    code: "box-in-run",
    title: "Cut it out, and join in a box that can be reached",
    mends: &["cable-damaged", "splice-in-run"],
    plan,
};

/// What is to be cut out of a stretch, from first to last: places less than two boxes apart are one.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) struct Piece {
    pub stretch: usize,
    pub from: Length,
    pub to: Length,
}

/// The pieces of a run that are to be cut out.
pub(super) fn pieces(course: &Course) -> Vec<Piece> {
    let mut pieces: Vec<Piece> = Vec::new();
    for (stretch, known) in course.stretches.iter().enumerate() {
        let mut places: Vec<Length> =
            known.points.iter().filter(|point| is_to_cut_out(point.what)).map(|point| point.at).collect();
        places.sort_unstable();
        for at in places {
            match pieces.last_mut() {
                Some(last) if last.stretch == stretch && at.less(last.to) <= ASIDE + ASIDE + ASIDE => last.to = at,
                _ => pieces.push(Piece { stretch, from: at, to: at }),
            }
        }
    }
    pieces
}

/// The course with `piece` cut out, and boxes where its ends are joined; the number of boxes.
pub(super) fn cut_out(course: &mut Course, piece: Piece, one: bool) -> u32 {
    let Some(stretch) = course.stretches.get_mut(piece.stretch) else { return 0 };
    stretch.points.retain(|point| !(is_to_cut_out(point.what) && piece.from <= point.at && point.at <= piece.to));
    let end = stretch.length.unwrap_or(Length::MAX);
    let one = one && piece.from == piece.to;
    let boxes = if one { vec![piece.from] } else { vec![piece.from.less(ASIDE), (piece.to + ASIDE).min(end)] };
    stretch.points.extend(boxes.iter().map(|at| RunPoint { at: *at, what: RunMark::Box }));
    let in_sight = !stretch.way.is_out_of_sight();
    stretch.points.sort_by_key(|point| point.at);
    if in_sight {
        // The new piece and the old ends are fastened beside each box.
        let beside = boxes.iter().flat_map(|at| [at.less(BESIDE), (*at + BESIDE).min(end)]);
        put(course, &beside.map(|at| (piece.stretch, at)).collect::<Vec<_>>());
    }
    course.observe(RunObservation::Harmed, false);
    count(boxes.len())
}

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let course = found.situation.course;
    let pieces = pieces(course);
    let mut reasons = Vec::new();
    if pieces.is_empty() {
        reasons.push("there is nothing to cut out".to_owned());
    }
    match course.gauge {
        None => reasons.push("read the size of the cable first: the box goes by it".to_owned()),
        Some(gauge) if gauge > Gauge::Awg10 => {
            reasons.push(format!("for {gauge} the box is chosen by its own fill: refer, or in own words"));
        }
        Some(_) => {}
    }
    reasons.extend(copper_alone(course));
    if course.method.is_raceway() {
        reasons.push("in a raceway the conductors are drawn anew, from box to box".to_owned());
    }
    let buried = |piece: &Piece| course.stretches.get(piece.stretch).is_some_and(|known| known.way == RunWay::Buried);
    if pieces.iter().any(buried) {
        reasons.push("in the ground no box can be reached: a splice kit listed for burial, or a new run".to_owned());
    }
    if !reasons.is_empty() {
        return Err(reasons);
    }
    let one = course.slack.is_some_and(|slack| slack >= SLACK_FOR_ONE);
    let mut after = course.clone();
    let boxes: u32 = pieces.iter().map(|piece| cut_out(&mut after, *piece, one)).sum();
    let closed = |piece: &Piece| course.stretches.get(piece.stretch).is_some_and(|known| known.way == RunWay::Closed);
    let closed = pieces.iter().any(closed);
    let conductors = u32::from(course.conductors.unwrap_or(2)) + 1;
    let spare = pieces.iter().map(|piece| (piece.to.less(piece.from) + ASIDE + ASIDE).whole_feet() + 3).sum::<u32>();
    let more = boxes > count(pieces.len());
    let mut steps = vec![(Act::ProveDead, "Switch off, and prove dead at both ends of the run.".to_owned())];
    for piece in &pieces {
        let place = format!("stretch {} at {}", piece.stretch + 1, found.say(piece.from));
        let what = if one && piece.from == piece.to {
            format!("Set a box at {place}, where it can be reached.")
        } else {
            format!(
                "Set two boxes, {} on either side of the damage at {place}, where they can be reached.",
                found.say(ASIDE)
            )
        };
        steps.push((Act::SetBox, what));
    }
    if more {
        steps.push((Act::BringCable, "Run a piece of the same cable from box to box. Longer than 6 ft counts as an extension: AFCI and what else the edition asks for.".to_owned()));
    }
    steps.extend([
        (
            Act::ClampCable,
            "Clamp each cable, 1/4 in of sheath inside, and fasten it within 12 in of the box.".to_owned(),
        ),
        (
            Act::Splice,
            "Leave 6 in of free conductor; join ground to ground, neutral to neutral, hot to hot, and pull at each."
                .to_owned(),
        ),
        (Act::Cover, "Close each box by a blank cover that stays in reach, with the breaker written on it.".to_owned()),
        (Act::Read, "Power on; read the outlets that follow, and note the run as left.".to_owned()),
    ]);
    let mut materials = vec![if closed {
        MaterialLine::piece(("old-work-box-1-gang", "old-work box, 1 gang, 20 in³ or more"), boxes)
    } else {
        MaterialLine::piece(("square-box-4-1-2", "square box, 4 by 1 1/2 in, 21 in³, with cover and clamps"), boxes)
    }];
    if let Some(gauge) = course.gauge {
        materials.push(MaterialLine::piece(lever_for(2, gauge), conductors * boxes));
    }
    if closed {
        materials.push(MaterialLine::piece(("blank-plate-1-gang", "blank plate, 1 gang"), boxes));
    }
    if more {
        materials.push(MaterialLine::piece(piece_of_cable(course), spare));
    }
    let mut cautions = vec![DEAD_FIRST, LICENSED];
    cautions.extend(closed.then_some(IN_THE_WALL));
    Ok(RunChange { after, steps, cautions, minutes: 40 * boxes, materials })
}

/// A piece of the same cable, by the foot.
pub(super) fn piece_of_cable(course: &Course) -> Article {
    let label = course.label();
    Article {
        code: format!("cable-{}-feet", label.replace(' ', "-").to_lowercase()),
        words: format!("{label}, with ground, by the foot"),
    }
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::{DamageKind, RunMark, RunObservation, RunWay, SpliceHow};
    use crate::quantity::Length;
    use crate::repair::run::testing::{after, leaves_aluminium_alone, mends, plan};
    use crate::rules::Verdict;
    use crate::rules::run_testing::{Scene, verdict};

    fn boxes(scene: &Scene) -> usize {
        let course = plan(&REPAIR, scene).expect("it can be done").after;
        course.stretches[0].points.iter().filter(|point| point.what == RunMark::Box).count()
    }

    #[test]
    fn two_boxes_or_one_where_there_is_slack() {
        let mut scene = Scene::nonmetallic().stretch(RunWay::Closed, 120).damaged(60, DamageKind::Crushed);
        mends(&REPAIR, "cable-damaged", &scene);
        leaves_aluminium_alone(&REPAIR, &scene);
        assert_eq!(boxes(&scene), 2);
        scene.run.found.slack = Some(Length::inches(16));
        assert_eq!(boxes(&scene), 1);
        mends(&REPAIR, "cable-damaged", &scene);
    }

    #[test]
    fn what_is_close_together_is_cut_out_at_once_and_held_anew() {
        let scene = Scene::nonmetallic().seen(RunObservation::OnEdge, false).stretch(RunWay::Joists, 200);
        let scene = scene.staples(&[10, 60, 110, 160, 190]);
        let scene = scene.damaged(80, DamageKind::Nicked).spliced(100, SpliceHow::Open);
        assert_eq!(boxes(&scene), 2);
        let done = after(&REPAIR, &scene);
        assert_eq!(verdict("run-supported", &scene).0, Verdict::Meets);
        assert_eq!(verdict("run-supported", &done).0, Verdict::Meets);
        mends(&REPAIR, "splice-in-run", &scene);
    }

    #[test]
    fn not_in_the_ground_and_not_without_a_size() {
        let buried = Scene::nonmetallic().stretch(RunWay::Buried, 200).damaged(80, DamageKind::Cut);
        assert!(plan(&REPAIR, &buried).expect_err("none")[0].contains("ground"));
        let mut unread = Scene::nonmetallic().stretch(RunWay::Joists, 200).damaged(80, DamageKind::Cut);
        unread.run.found.gauge = None;
        assert!(plan(&REPAIR, &unread).is_err());
    }
}
