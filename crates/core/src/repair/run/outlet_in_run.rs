//! `outlet-in-run`: the box that the damage asks for is made an outlet, so that it is reached for ever.

use super::box_in_run::{SLACK_FOR_ONE, cut_out, pieces};
use super::{DEAD_FIRST, IN_THE_WALL, LICENSED, RunChange, RunFound, RunRepair, copper_alone};
use crate::facts::RunWay;
use crate::quantity::Gauge;
use crate::repair::r#box::connector::lever_for;
use crate::repair::{Act, MaterialLine};
use crate::standard::WiringMethod;

/// The repair.
pub const REPAIR: RunRepair = RunRepair {
    code: "outlet-in-run",
    title: "Cut it out, and make the box there an outlet",
    mends: &["cable-damaged", "splice-in-run"],
    plan,
};

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let (situation, course) = (&found.situation, found.situation.course);
    let pieces = pieces(course);
    let mut reasons = Vec::new();
    let [piece] = pieces.as_slice() else {
        return Err(vec!["an outlet takes the place of one damage, and there is not one".to_owned()]);
    };
    if course.method != WiringMethod::Nonmetallic || course.two_legs == Some(true) {
        reasons.push("an outlet is put into an NM cable of 120 V".to_owned());
    }
    let gauge = course.gauge.filter(|gauge| matches!(gauge, Gauge::Awg14 | Gauge::Awg12));
    if gauge.is_none() {
        reasons.push("the cable is 14 or 12 AWG for it".to_owned());
    }
    reasons.extend(copper_alone(course));
    let way = course.stretches.get(piece.stretch).map(|stretch| stretch.way);
    if !matches!(way, Some(RunWay::Closed | RunWay::Surface | RunWay::Studs)) {
        reasons.push("it is not on a wall where an outlet could be".to_owned());
    }
    match situation.supply().amperes {
        Some(15 | 20) => {}
        Some(amperes) => reasons.push(format!("on {amperes} A no general outlet may be added")),
        None => reasons.push("read the rating of its breaker first".to_owned()),
    }
    if course.slack.is_none_or(|slack| slack < SLACK_FOR_ONE) {
        reasons.push(format!("it takes {} of slack, for 6 in from each side", found.say(SLACK_FOR_ONE)));
    }
    if !reasons.is_empty() {
        return Err(reasons);
    }
    let mut after = course.clone();
    cut_out(&mut after, *piece, true);
    let steps = vec![
        (Act::FindOut, "Find out what else is on the circuit: a kitchen, bath or laundry circuit, or a single appliance takes no outlet elsewhere.".to_owned()),
        (Act::ProveDead, "Switch off, and prove dead at both ends of the run.".to_owned()),
        (Act::SetBox, format!("Cut in a box at stretch {}, {}.", piece.stretch + 1, found.say(piece.from))),
        (Act::ClampCable, "Clamp both cables, 1/4 in of sheath inside, 6 in of free conductor.".to_owned()),
        (Act::NewDevice, "Fit a tamper-resistant receptacle by pigtails, with GFCI and AFCI where the edition asks for them in this room.".to_owned()),
        (Act::Read, "Power on; read the new outlet and those that follow. Note it as a box of its room, and the run as left.".to_owned()),
    ];
    let mut materials = vec![
        MaterialLine::piece(("old-work-box-1-gang", "old-work box, 1 gang, 20 in³ or more"), 1),
        MaterialLine::piece(("receptacle-tr-15", "receptacle, tamper-resistant, 15 A"), 1),
        MaterialLine::piece(("plate-receptacle-1-gang", "receptacle plate, 1 gang"), 1),
    ];
    materials.extend(gauge.map(|gauge| MaterialLine::piece(lever_for(3, gauge), 3)));
    Ok(RunChange { after, steps, cautions: vec![DEAD_FIRST, LICENSED, IN_THE_WALL], minutes: 60, materials })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::{DamageKind, RunWay};
    use crate::quantity::Length;
    use crate::repair::run::testing::{leaves_aluminium_alone, mends, plan};
    use crate::rules::run_testing::Scene;

    #[test]
    fn where_there_is_slack_on_a_wall() {
        let mut scene = Scene::nonmetallic().stretch(RunWay::Closed, 120).damaged(60, DamageKind::Crushed);
        assert!(plan(&REPAIR, &scene).expect_err("no slack")[0].contains("slack"));
        scene.run.found.slack = Some(Length::inches(16));
        mends(&REPAIR, "cable-damaged", &scene);
        leaves_aluminium_alone(&REPAIR, &scene);
        scene.run.found.amperes = Some(30);
        assert!(plan(&REPAIR, &scene).is_err());
    }
}
