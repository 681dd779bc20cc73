//! `enclosed-lamp`: a lamp that nothing can touch.

use super::{RoomChange, RoomFound, RoomRepair};
use crate::facts::RoomObservation;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "enclosed-lamp",
    title: "Put an enclosed LED in the place of the lamp",
    mends: &["closet-lamp"],
    plan,
};

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    let seen = [RoomObservation::ClosetLamp];
    let steps = [
        (Act::ProveDead, "Switch the circuit off and prove the lampholder dead."),
        (Act::TakeOut, "Take the lampholder off; look how the box is held."),
        (
            Act::NewDevice,
            "Fit an enclosed LED luminaire, 6 in or more from what is stored; 12 in where it stands proud of the ceiling.",
        ),
        (Act::Read, "Measure from its edge to the shelves, and note what you see."),
    ];
    let materials = vec![MaterialLine::piece(("enclosed-led-closet", "enclosed LED luminaire for a closet"), 1)];
    Ok(found.put_right(&seen, &steps, 40, materials))
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
        let scene = Scene::rectangle(RoomKind::Closet, 120, 120).seen(RoomObservation::ClosetLamp, true);
        mends(&REPAIR, "closet-lamp", &scene);
    }
}
