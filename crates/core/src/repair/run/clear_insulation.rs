//! `clear-insulation`: insulation taken away from knob and tube.

use super::{LICENSED, RunChange, RunFound, RunRepair, UP_THERE, stretch_at, taped};
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RunRepair = RunRepair {
    code: "clear-insulation",
    title: "Clear the insulation from the knob and tube, until it is retired",
    mends: &["knob-and-tube-covered"],
    plan,
};

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let course = found.situation.course;
    let places = found.broken_at("knob-and-tube-covered");
    if places.is_empty() {
        return Err(vec!["nowhere was insulation seen round it".to_owned()]);
    }
    let closed = |place: &crate::facts::RunPlace| {
        course.stretches.get(place.stretch).is_some_and(|stretch| stretch.way.is_out_of_sight())
    };
    if places.iter().any(closed) {
        return Err(vec!["in a closed wall it cannot be cleared: retire the run".to_owned()]);
    }
    let mut after = course.clone();
    for place in &places {
        if let Some(stretch) = stretch_at(&mut after, *place) {
            stretch.insulated = Some(false);
        }
    }
    let length = taped(course, |index| places.iter().any(|place| place.stretch == index)).whole_feet();
    let steps = vec![
        (Act::ProveDead, "Switch off, and prove dead: its rubber may fall off where it is touched.".to_owned()),
        (Act::TakeOut, format!("Draw the insulation a hand's breadth away on all sides: {}.", found.names(&places))),
        (Act::FindOut, "Look at the insulation of the conductors: where it is brittle, stop and refer.".to_owned()),
        (Act::AtPanel, "Hold the circuit to 15 A, by a fuse or breaker that takes no larger one.".to_owned()),
    ];
    let materials =
        vec![MaterialLine::piece(("insulation-dam-feet", "board to hold insulation back, by the foot"), 2 * length)];
    let cautions = vec![LICENSED, UP_THERE, "This buys time: the wiring is retired when it is worked at."];
    Ok(RunChange { after, steps, cautions, minutes: 20 + 4 * length, materials })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::RunWay;
    use crate::repair::run::testing::{mends, plan};
    use crate::rules::run_testing::Scene;
    use crate::standard::WiringMethod;

    #[test]
    fn in_sight_it_can_be_cleared() {
        let scene = |way| Scene::of(WiringMethod::KnobAndTube).stretch(way, 120).with(|s| s.insulated = Some(true));
        mends(&REPAIR, "knob-and-tube-covered", &scene(RunWay::Attic));
        assert!(plan(&REPAIR, &scene(RunWay::Closed)).expect_err("not there")[0].contains("retire"));
    }
}
