//! `in-line-splice`: a device made to join NM cable without a box.

use super::box_in_run::piece_of_cable;
use super::{DEAD_FIRST, LICENSED, RunChange, RunFound, RunRepair, copper_alone, count, is_to_cut_out, point_at};
use crate::facts::{InLineSplices, RunMark, RunObservation, RunPlace, RunWay, SpliceHow};
use crate::quantity::{Gauge, Length};
use crate::repair::{Act, MaterialLine};
use crate::standard::{Profile, WiringMethod};

/// What cutting out takes of a cable: with so much slack one device does. Common practice, no source.
const CUT: Length = Length::inches(3);

/// The repair.
pub const REPAIR: RunRepair = RunRepair {
    code: "in-line-splice",
    title: "Cut it out, and join by an in-line device",
    mends: &["cable-damaged", "splice-in-run"],
    plan,
};

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let (situation, course) = (&found.situation, found.situation.course);
    let mut reasons = Vec::new();
    if course.method != WiringMethod::Nonmetallic {
        reasons.push("such devices are made for NM cable alone".to_owned());
    }
    if situation.basis.edition.profile() == Profile::Cec {
        reasons.push("whether it is taken in Canada is for the authority to say".to_owned());
    }
    match course.gauge {
        Some(Gauge::Awg14 | Gauge::Awg12) => {}
        Some(gauge) => reasons.push(format!("they are made for 14 and 12 AWG, and this is {gauge}")),
        None => reasons.push("read the size of the cable first".to_owned()),
    }
    reasons.extend(copper_alone(course));
    let mut places = found.broken_at("cable-damaged");
    places.extend(found.broken_at("splice-in-run"));
    places.retain(|place| {
        let point = place.point.and_then(|point| course.stretches.get(place.stretch)?.points.get(point));
        point.is_some_and(|point| is_to_cut_out(point.what) && point.what != RunMark::Splice(SpliceHow::InLineHidden))
    });
    if places.is_empty() {
        reasons.push("there is nothing to cut out".to_owned());
    }
    let wet =
        |place: &RunPlace| course.stretches.get(place.stretch).is_some_and(|stretch| stretch.is_wet() != Some(false));
    if places.iter().any(wet) {
        reasons.push("such devices are for dry places".to_owned());
    }
    let closed =
        |place: &RunPlace| course.stretches.get(place.stretch).is_some_and(|stretch| stretch.way == RunWay::Closed);
    match situation.basis.house_rules.in_line_splices {
        InLineSplices::Never => reasons.push("the house rule takes none".to_owned()),
        InLineSplices::InReach if places.iter().any(closed) => {
            reasons.push("it would be behind a finish, and the house rule takes them in reach only".to_owned());
        }
        InLineSplices::InReach | InLineSplices::BehindFinish => {}
    }
    if !reasons.is_empty() {
        return Err(reasons);
    }
    let mut after = course.clone();
    for place in &places {
        let how = if closed(place) { SpliceHow::InLineHidden } else { SpliceHow::InLine };
        if let Some(point) = point_at(&mut after, *place) {
            point.what = RunMark::Splice(how);
        }
    }
    after.observe(RunObservation::Harmed, false);
    let one = course.slack.is_some_and(|slack| slack >= CUT);
    let devices = count(places.len()) * if one { 1 } else { 2 };
    let joined = if one {
        "Cut the damage out, draw the slack, and join the ends by one device, as its sheet says."
    } else {
        "Cut the damage out, and join a piece of the same cable in by two devices, as their sheet says."
    };
    let steps = vec![
        (Act::ProveDead, format!("Switch off, and prove dead at both ends: {}.", found.names(&places))),
        (Act::Splice, joined.to_owned()),
        (Act::ClampCable, "Fasten the cable within 12 in of each end of a device.".to_owned()),
        (Act::Read, "Power on; read the outlets that follow, and note the run as left.".to_owned()),
    ];
    let mut materials = vec![MaterialLine::piece(
        ("in-line-nm-device", "in-line splice device listed for NM cable, 14 or 12 AWG"),
        devices,
    )];
    if !one {
        materials.push(MaterialLine::piece(piece_of_cable(course), 2 * count(places.len())));
    }
    let cautions = vec![DEAD_FIRST, LICENSED, "Not every authority takes these devices: ask first."];
    Ok(RunChange { after, steps, cautions, minutes: 45 * count(places.len()), materials })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::{DamageKind, InLineSplices, RunWay};
    use crate::repair::run::testing::{leaves_aluminium_alone, mends, plan};
    use crate::rules::run_testing::Scene;

    #[test]
    fn in_reach_and_behind_a_finish_by_the_house_rule() {
        let scene = |way| Scene::nonmetallic().stretch(way, 90).damaged(40, DamageKind::Nicked);
        mends(&REPAIR, "cable-damaged", &scene(RunWay::Joists));
        leaves_aluminium_alone(&REPAIR, &scene(RunWay::Joists));
        let mut closed = scene(RunWay::Closed);
        assert!(plan(&REPAIR, &closed).expect_err("not there")[0].contains("house rule"));
        closed.basis.house_rules.in_line_splices = InLineSplices::BehindFinish;
        mends(&REPAIR, "cable-damaged", &closed);
        assert!(plan(&REPAIR, &scene(RunWay::Joists).canadian()).is_err());
        assert!(plan(&REPAIR, &scene(RunWay::Buried)).expect_err("wet")[0].contains("dry places"));
    }
}
