//! `fit-switch`: a switch where one comes in.

use super::{RoomChange, RoomFound, RoomRepair};
use crate::facts::RoomObservation;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "fit-switch",
    title: "Fit a switch for the light",
    mends: &["room-light", "stair-switching"],
    plan,
};

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    let seen =
        [RoomObservation::NoSwitchedLight, RoomObservation::OnlyReceptacleSwitched, RoomObservation::StairNotSwitched];
    let steps = [
        (Act::FindOut, "Find out how the light is fed: at its own box, or through a box on the way."),
        (
            Act::SetBox,
            "Cut in a box at the way in, on the side of the latch, 4 ft from the floor; on a stair one at each level.",
        ),
        (
            Act::BringCable,
            "Bring a cable with a neutral from the feed; between the switches of a stair one with three conductors.",
        ),
        (Act::NewDevice, "Fit the switch; on a stair three-way switches. Its white conductor that is hot is marked."),
        (Act::Read, "Try it from each place; then look again and note it."),
    ];
    let materials = vec![
        MaterialLine::piece(("old-work-box-1-gang", "old-work box, 1 gang, 20 in³ or more"), 1),
        MaterialLine::piece(("switch-single-pole-15", "switch, 15 A; three-way for a stair"), 1),
        MaterialLine::piece(("cable-14-3-feet", "cable, 14 AWG, 3 conductors and ground, by the foot"), 25),
    ];
    Ok(found.put_right(&seen, &steps, 120, materials))
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
        let scene = Scene::rectangle(RoomKind::Bathroom, 120, 120).seen(RoomObservation::NoSwitchedLight, true);
        mends(&REPAIR, "room-light", &scene);
    }
}
