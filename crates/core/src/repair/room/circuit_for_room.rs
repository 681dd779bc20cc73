//! `circuit-for-room`: a circuit of 20 A more for what has to have one of its own.

use super::{IN_THE_WALL, NEW_WIRING, RoomChange, RoomFound, RoomRepair};
use crate::facts::{Outlet, WallPartKind};
use crate::repair::{Act, MaterialLine};
use crate::rules::RoomSituation;
use crate::standard::RoomKind;

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "circuit-for-room",
    title: "A 20 A circuit more",
    mends: &["small-appliance-circuits", "room-circuit"],
    plan,
};

fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    let situation = &found.situation;
    let broken = |code: &str| found.results.iter().any(|result| result.rule == code && result.is_broken());
    let counter = broken("small-appliance-circuits");
    let moved: Vec<&Outlet> =
        situation.sketch.outlets.iter().filter(|outlet| moves(situation, outlet, counter)).collect();
    // Of a counter every second one, so that both circuits are at hand along it; of another room all of them.
    let moved: Vec<&Outlet> =
        moved.into_iter().skip(usize::from(counter)).step_by(if counter { 2 } else { 1 }).collect();
    if moved.is_empty() {
        return Err(vec!["there is no second outlet that could be on it: add one first".to_owned()]);
    }
    let names: Vec<String> = moved.iter().map(|outlet| situation.name_of(outlet)).collect();
    let what = if counter { "a second circuit for small appliances" } else { "a circuit for this room" };
    let mut after = situation.sketch.clone();
    // Which breaker feeds them is found out anew.
    for outlet in after.outlets.iter_mut().filter(|outlet| moved.iter().any(|known| known.id == outlet.id)) {
        outlet.box_id = None;
    }
    let named = names.join(" and ");
    let steps = [
        (
            Act::FindOut,
            "Count the free spaces of the panel, and work out the load of the house with this circuit.".to_owned(),
        ),
        (Act::ProveDead, format!("Switch off what feeds {named} today, and prove each dead, point by point.")),
        (
            Act::BringCable,
            format!(
                "Bring 12 AWG cable from the panel to the first of {named}, supported and plated, and from there to the next."
            ),
        ),
        (
            Act::Splice,
            format!(
                "Take {named} off the old circuit: its cable goes on to what is beyond, or ends capped in a box within reach."
            ),
        ),
        (
            Act::NewDevice,
            format!("Land the new feed; the first of {named} is a GFCI where the edition asks for one here."),
        ),
        (
            Act::Torque,
            format!(
                "At the panel, with the main off: a breaker of 20 A, with AFCI and GFCI as the edition asks, listed for it, for {what}."
            ),
        ),
        (Act::Read, format!("Read {named}; switch the new breaker off and see that nothing else goes dark.")),
        (
            Act::Label,
            "Write it into the directory, draw the circuit, and put each box back on the sketch as left.".to_owned(),
        ),
    ];
    let materials = vec![
        MaterialLine::piece(("cable-12-2-feet", "cable, 12 AWG, 2 conductors and ground, by the foot"), 60),
        MaterialLine::piece(("breaker-new-20", "breaker, 20 A, one pole, listed for the panel"), 1),
        MaterialLine::piece(("steel-plate-1-16-in", "steel plate, 1/16 in, for each stud drilled near its edge"), 4),
    ];
    Ok(RoomChange { after, steps: steps.to_vec(), cautions: vec![NEW_WIRING, IN_THE_WALL], minutes: 240, materials })
}

/// An outlet that goes on the new circuit, or may.
fn moves(situation: &RoomSituation, outlet: &Outlet, counter: bool) -> bool {
    if !situation.is_receptacle(outlet) {
        return false;
    }
    if !counter {
        return matches!(situation.sketch.kind, Some(RoomKind::Bathroom | RoomKind::Laundry | RoomKind::Garage));
    }
    let on_wall = outlet.on_wall().and_then(|(id, at)| Some((situation.sketch.wall(id)?, at)));
    on_wall.is_some_and(|(wall, at)| {
        let mut counters = wall.parts.iter().filter(|part| part.what == WallPartKind::Counter);
        counters.any(|part| part.spans(at))
    })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::WallPartKind::Counter;
    use crate::repair::room::testing::plan;
    use crate::rules::Verdict;
    use crate::rules::room_testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn every_second_outlet_of_a_counter_goes_on_it() {
        let kitchen = Scene::rectangle(RoomKind::Kitchen, 168, 120).part(1, Counter, 0, 160);
        let kitchen = (0_u32..4)
            .fold(kitchen, |scene, index| scene.boxed_outlet(&format!("K{index}"), 1, 20 + 40 * index, Some("7")));
        assert_eq!(verdict("small-appliance-circuits", &kitchen).0, Verdict::Violates);
        let change = plan(&REPAIR, &kitchen).expect("there are four");
        assert!(change.steps.iter().any(|(_, words)| words.contains("K1 and K3")), "{:?}", change.steps);
        let mut after = kitchen.clone();
        after.room.sketch = change.after;
        // Nothing is proven by it: the breaker of those is found out anew.
        assert_eq!(verdict("small-appliance-circuits", &after).0, Verdict::NotMeasured);
        let one =
            Scene::rectangle(RoomKind::Kitchen, 168, 120).part(1, Counter, 0, 40).boxed_outlet("K0", 1, 20, Some("7"));
        assert!(plan(&REPAIR, &one).expect_err("one alone")[0].contains("add one first"));
    }

    #[test]
    fn a_bathroom_on_the_circuit_of_the_hall_gets_its_own() {
        let bath = Scene::rectangle(RoomKind::Bathroom, 96, 60).rated_outlet("W1", 1, 30, Some(15));
        assert_eq!(verdict("room-circuit", &bath).0, Verdict::Violates);
        let change = plan(&REPAIR, &bath).expect("it is possible");
        assert!(change.after.outlets.iter().all(|outlet| outlet.box_id.is_none()));
    }
}
