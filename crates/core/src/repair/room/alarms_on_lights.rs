//! `alarms-on-lights`: alarms whose loss is seen by the light that goes with them.

use super::{RoomChange, RoomFound, RoomRepair};
use crate::facts::RoomObservation;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "alarms-on-lights",
    title: "Put the alarms on a lighting circuit",
    mends: &["alarm-supply"],
    plan,
};

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    let seen = [RoomObservation::AlarmsUnnoticed];
    let steps = [
        (
            Act::FindOut,
            "Find the lighting circuit nearest to the alarms, and what else is on it; not one behind a GFCI or a switch.",
        ),
        (Act::ProveDead, "Switch both circuits off and prove the box of the alarm dead."),
        (Act::BringCable, "Bring the feed of the alarms from a light on that circuit, ahead of its switch."),
        (Act::Read, "Switch the lighting circuit off: light and alarms go together. Note it at the panel and here."),
    ];
    let materials =
        vec![MaterialLine::piece(("cable-14-2-feet", "cable, 14 AWG, 2 conductors and ground, by the foot"), 15)];
    Ok(found.put_right(&seen, &steps, 90, materials))
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::RoomObservation;
    use crate::repair::room::testing::mends;
    use crate::rules::room_testing::Scene;
    use crate::standard::RoomKind;

    #[test]
    fn the_room_passes_afterwards() {
        let scene =
            Scene::rectangle(RoomKind::Hallway, 120, 120).canadian().seen(RoomObservation::AlarmsUnnoticed, true);
        mends(&REPAIR, "alarm-supply", &scene);
    }
}
