//! `fit-alarms`: alarms where they belong, within their date, that sound together.

use super::{RoomChange, RoomFound, RoomRepair};
use crate::facts::RoomObservation;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "fit-alarms",
    title: "Fit alarms that belong together",
    mends: &["smoke-alarm", "co-alarm", "alarm-date", "alarms-together"],
    plan,
};

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    let seen = [
        RoomObservation::SmokeAlarmMissing,
        RoomObservation::CoAlarmMissing,
        RoomObservation::AlarmPastDate,
        RoomObservation::AlarmsApart,
    ];
    let steps = [
        (
            Act::FindOut,
            "Count what the house needs: one in each bedroom, one outside them, one a storey; CO alarms where something burns fuel. One \
                        make of alarm throughout, so that they sound together.",
        ),
        (
            Act::NewDevice,
            "Replace what is past its date, and fit what is missing: on the ceiling, or its top within 12 in of it; 3 ft from bathroom doors, \
                          registers and fan blades, 10 ft from a cooking appliance.",
        ),
        (
            Act::Land,
            "Where they are wired, join their third conductor; where no wire can be brought, alarms that join by radio.",
        ),
        (Act::Read, "Press the button of one: every one sounds. Note it, with the date on each."),
    ];
    let materials = vec![
        MaterialLine::piece(("smoke-alarm", "smoke alarm, wired or joined by radio, with its battery"), 1),
        MaterialLine::piece(("co-alarm", "carbon monoxide alarm, or a combined one"), 1),
    ];
    Ok(found.put_right(&seen, &steps, 45, materials))
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
        let scene = Scene::rectangle(RoomKind::Hallway, 120, 120).seen(RoomObservation::SmokeAlarmMissing, true);
        mends(&REPAIR, "smoke-alarm", &scene);
    }
}
