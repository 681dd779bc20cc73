//! `remove-cord`: an outlet in the place of a cord.

use super::{RoomChange, RoomFound, RoomRepair};
use crate::facts::RoomObservation;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "remove-cord",
    title: "Take the cord out, and feed what it fed from an outlet",
    mends: &["cord-as-wiring"],
    plan,
};

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    let seen = [RoomObservation::CordAsWiring];
    let steps = [
        (Act::FindOut, "Find out what the cord feeds, and where it is plugged in or spliced."),
        (Act::ProveDead, "Unplug it, or switch off and prove dead where it is spliced."),
        (Act::TakeOut, "Take the cord out, with its staples; close the holes."),
        (Act::SetBox, "Cut in an outlet where the appliance stands, fed by cable from the nearest of its circuit."),
        (Act::Read, "Read the outlet; then look again and note it."),
    ];
    let materials = vec![
        MaterialLine::piece(("old-work-box-1-gang", "old-work box, 1 gang, 20 in³ or more"), 1),
        MaterialLine::piece(("receptacle-tr-15", "receptacle, tamper-resistant, 15 A"), 1),
        MaterialLine::piece(("cable-12-2-feet", "cable, 12 AWG, 2 conductors and ground, by the foot"), 25),
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
        let scene = Scene::rectangle(RoomKind::Garage, 120, 120).seen(RoomObservation::CordAsWiring, true);
        mends(&REPAIR, "cord-as-wiring", &scene);
    }
}
