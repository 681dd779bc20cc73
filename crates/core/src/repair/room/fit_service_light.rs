//! `fit-service-light`: a light with its switch at the way in.

use super::{RoomChange, RoomFound, RoomRepair};
use crate::facts::RoomObservation;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "fit-service-light",
    title: "Fit a light, switched at the way in",
    mends: &["service-light"],
    plan,
};

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    let seen = [RoomObservation::ServiceLightMissing];
    let steps = [
        (Act::FindOut, "Find out which circuit is near, and that it has room for a light."),
        (
            Act::SetBox,
            "Set a box for the light near the equipment, clear of what hangs and what is stored, and one for its switch at the way in.",
        ),
        (Act::BringCable, "Bring a cable with a neutral to both; guard it where people come."),
        (
            Act::NewDevice,
            "Fit an enclosed luminaire and the switch. In a crawl space GFCI protects the light since 2017.",
        ),
        (Act::Read, "Try it from the way in; then look again and note it."),
    ];
    let materials = vec![
        MaterialLine::piece(("octagon-box-4", "octagon box, 4 in"), 1),
        MaterialLine::piece(("enclosed-luminaire", "enclosed luminaire"), 1),
        MaterialLine::piece(("switch-single-pole-15", "switch, 15 A; three-way for a stair"), 1),
        MaterialLine::piece(("cable-14-2-feet", "cable, 14 AWG, 2 conductors and ground, by the foot"), 30),
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
        let scene = Scene::rectangle(RoomKind::Utility, 120, 120).seen(RoomObservation::ServiceLightMissing, true);
        mends(&REPAIR, "service-light", &scene);
    }
}
