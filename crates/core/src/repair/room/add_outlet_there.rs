//! `add-outlet-there`: a receptacle at equipment, in a bay, at a deck.

use super::{RoomChange, RoomFound, RoomRepair};
use crate::facts::RoomObservation;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "add-outlet-there",
    title: "Add the receptacle that is asked for there",
    mends: &["service-outlet", "garage-bays", "deck-outlet"],
    plan,
};

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    let seen =
        [RoomObservation::ServiceOutletMissing, RoomObservation::BayWithoutOutlet, RoomObservation::DeckWithoutOutlet];
    let steps = [
        (
            Act::FindOut,
            "Find out which circuit it goes on: of a garage the 20 A one of the garage alone; of equipment not behind its own disconnect.",
        ),
        (
            Act::SetBox,
            "Set a box: within 25 ft of the equipment on its level; in the bay, 5 1/2 ft up at most; at the deck, 6 1/2 ft up at most.",
        ),
        (Act::BringCable, "Bring 12 AWG cable to it, supported and guarded."),
        (
            Act::NewDevice,
            "Fit a receptacle with GFCI where the edition asks for it there, weather-resistant with an in-use cover outdoors.",
        ),
        (Act::Read, "Read it and press its test button; then look again and note it."),
    ];
    let materials = vec![
        MaterialLine::piece(("square-box-4-1-2", "square box, 4 by 1 1/2 in, 21 in³, with cover and clamps"), 1),
        MaterialLine::piece(("gfci-receptacle-tr-wr-20", "GFCI receptacle, tamper- and weather-resistant, 20 A"), 1),
        MaterialLine::piece(("cable-12-2-feet", "cable, 12 AWG, 2 conductors and ground, by the foot"), 30),
    ];
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
        let cases = [
            (RoomKind::Utility, RoomObservation::ServiceOutletMissing, "service-outlet"),
            (RoomKind::Garage, RoomObservation::BayWithoutOutlet, "garage-bays"),
            (RoomKind::Outdoors, RoomObservation::DeckWithoutOutlet, "deck-outlet"),
        ];
        for (kind, what, rule) in cases {
            mends(&REPAIR, rule, &Scene::rectangle(kind, 120, 120).seen(what, true));
        }
    }
}
