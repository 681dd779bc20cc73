//! `fit-switch`: a switch where one comes in.

use super::{NEW_WIRING, RoomChange, RoomRepair};
use crate::facts::RoomObservation;
use crate::repair::{Act, MaterialLine};
use crate::rules::RoomSituation;

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "fit-switch",
    title: "Fit a switch for the light",
    mends: &["room-light", "stair-switching"],
    plan,
};

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(situation: &RoomSituation) -> Result<RoomChange, Vec<String>> {
    let mut after = situation.sketch.clone();
    for what in
        [RoomObservation::NoSwitchedLight, RoomObservation::OnlyReceptacleSwitched, RoomObservation::StairNotSwitched]
    {
        if after.observed(what) == Some(true) {
            after.observe(what, false);
        }
    }
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
    let steps = steps.into_iter().map(|(act, words)| (act, words.to_owned())).collect();
    let materials = vec![
        MaterialLine::piece(("old-work-box-1-gang", "old-work box, 1 gang, 20 in³ or more"), 1),
        MaterialLine::piece(("switch-single-pole-15", "switch, 15 A; three-way for a stair"), 1),
        MaterialLine::piece(("cable-14-3-feet", "cable, 14 AWG, 3 conductors and ground, by the foot"), 25),
    ];
    Ok(RoomChange { after, steps, cautions: vec![NEW_WIRING], minutes: 120, materials })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::room_testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn the_room_passes_afterwards() {
        let scene = Scene::rectangle(RoomKind::Bathroom, 120, 120).seen(RoomObservation::NoSwitchedLight, true);
        assert_eq!(verdict("room-light", &scene).0, Verdict::Violates);
        let change = plan(&scene.situation()).expect("it can be done");
        let mut done = scene.clone();
        done.room.sketch = change.after;
        assert_eq!(verdict("room-light", &done).0, Verdict::Meets);
        assert!(!change.steps.is_empty() && !change.materials.is_empty());
    }
}
