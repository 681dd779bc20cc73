//! `enclosed-lamp`: a lamp that nothing can touch.

use super::{NEW_WIRING, RoomChange, RoomRepair};
use crate::facts::RoomObservation;
use crate::repair::{Act, MaterialLine};
use crate::rules::RoomSituation;

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "enclosed-lamp",
    title: "Put an enclosed LED in the place of the lamp",
    mends: &["closet-lamp"],
    plan,
};

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(situation: &RoomSituation) -> Result<RoomChange, Vec<String>> {
    let mut after = situation.sketch.clone();
    for what in [RoomObservation::ClosetLamp] {
        if after.observed(what) == Some(true) {
            after.observe(what, false);
        }
    }
    let steps = [
        (Act::ProveDead, "Switch the circuit off and prove the lampholder dead."),
        (Act::TakeOut, "Take the lampholder off; look how the box is held."),
        (
            Act::NewDevice,
            "Fit an enclosed LED luminaire, 6 in or more from what is stored; 12 in where it stands proud of the ceiling.",
        ),
        (Act::Read, "Measure from its edge to the shelves, and note what you see."),
    ];
    let steps = steps.into_iter().map(|(act, words)| (act, words.to_owned())).collect();
    let materials = vec![MaterialLine::piece(("enclosed-led-closet", "enclosed LED luminaire for a closet"), 1)];
    Ok(RoomChange { after, steps, cautions: vec![NEW_WIRING], minutes: 40, materials })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::room_testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn the_room_passes_afterwards() {
        let scene = Scene::rectangle(RoomKind::Closet, 120, 120).seen(RoomObservation::ClosetLamp, true);
        assert_eq!(verdict("closet-lamp", &scene).0, Verdict::Violates);
        let change = plan(&scene.situation()).expect("it can be done");
        let mut done = scene.clone();
        done.room.sketch = change.after;
        assert_eq!(verdict("closet-lamp", &done).0, Verdict::Meets);
        assert!(!change.steps.is_empty() && !change.materials.is_empty());
    }
}
