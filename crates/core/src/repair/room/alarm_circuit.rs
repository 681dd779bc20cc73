//! `alarm-circuit`: the alarms on a circuit of their own dwelling, wired and marked as the town asks.

use super::{RoomChange, RoomFound, RoomRepair};
use crate::facts::RoomObservation;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "alarm-circuit",
    title: "Feed the alarms from this dwelling's panel",
    mends: &["alarm-panel", "alarm-wiring"],
    plan,
};

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    let seen = [RoomObservation::AlarmsOtherPanel, RoomObservation::AlarmsUnmarked];
    let steps = [
        (
            Act::FindOut,
            "Find out which breaker feeds the alarms, and whether alarms of two dwellings sound together: that wire stays parted.",
        ),
        (Act::ProveDead, "Switch that breaker off, and prove the boxes of the alarms dead."),
        (
            Act::BringCable,
            "Bring a feed from the panel of this dwelling to the first alarm, in the cable that the town asks for: armoured where it does.",
        ),
        (
            Act::Splice,
            "Cap the old feed in a box within reach; join the alarms of this dwelling to the new one, and to each other.",
        ),
        (
            Act::Torque,
            "At the panel, with the main off: a breaker listed for it, on a lighting circuit or one that is looked after.",
        ),
        (Act::Read, "Switch it off and see which alarms chirp; press each, and hear all of the dwelling sound."),
        (
            Act::Label,
            "Mark the breaker, with a lock that holds it on where the town asks; write it into the directory.",
        ),
    ];
    let materials = vec![
        MaterialLine::piece(
            ("armoured-cable-14-2-feet", "armoured cable with bonding strip, 14 AWG, 2 conductors, by the foot"),
            40,
        ),
        MaterialLine::piece(("armour-connector-with-bushings", "armour connector, with bushings"), 4),
        MaterialLine::piece(("breaker-lock-on", "lock that holds a breaker on, and a red mark"), 1),
    ];
    Ok(found.put_right(&seen, &steps, 180, materials))
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::{AlarmWiring, RoomObservation};
    use crate::repair::room::testing::mends;
    use crate::rules::room_testing::Scene;
    use crate::standard::RoomKind;

    #[test]
    fn the_room_passes_afterwards() {
        let hall = || Scene::rectangle(RoomKind::Hallway, 120, 120);
        mends(&REPAIR, "alarm-panel", &hall().seen(RoomObservation::AlarmsOtherPanel, true));
        let mut town = hall().seen(RoomObservation::AlarmsUnmarked, true);
        town.basis.house_rules.alarm_wiring = AlarmWiring::ArmouredAndMarked;
        mends(&REPAIR, "alarm-wiring", &town);
    }
}
