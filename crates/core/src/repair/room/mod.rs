//! Repairs in a room, one file each. New wiring is licensed work in most places: each says so.

mod add_outlet_there;
mod add_outlets;
mod alarms_on_lights;
mod enclosed_lamp;
mod fit_alarms;
mod fit_service_light;
mod fit_switch;
mod missing;
mod moves;
mod remove_cord;

use super::subject_proposal::Way;
use super::{Act, MaterialLine, SubjectProposal, WorkStep};
use crate::facts::{RoomObservation, Sketch};
use crate::rules::{RoomSituation, RuleResult};
pub use missing::missing_outlets;
pub use moves::{RoomMove, saving_moves};

/// Said wherever wiring is added.
const NEW_WIRING: &str =
    "New wiring is licensed work, with a permit, in most places. Off and proven dead before a box is opened.";

/// Said wherever a wall is cut.
const IN_THE_WALL: &str = "Look what is in the wall before it is cut: cables, water, gas, ducts. In houses of before about 1980 have plaster \
                           and paint tested for asbestos and lead first.";

/// One repair of the catalogue in a room.
pub struct RoomRepair {
    /// Its code, in kebab case. Stored audits hold it: it is never used again for something else.
    pub code: &'static str,
    /// What is done, in a few words.
    pub title: &'static str,
    /// The codes of the rules that it can mend.
    pub mends: &'static [&'static str],
    /// The change it makes to a room, or why it cannot be made there.
    pub plan: fn(&RoomFound) -> Result<RoomChange, Vec<String>>,
}

/// A room as found, with what the rules say of it.
#[derive(Clone, Copy)]
pub struct RoomFound<'a> {
    /// The room and all that bears on it.
    pub situation: RoomSituation<'a>,
    /// What the rules say.
    pub results: &'a [RuleResult],
}

impl RoomFound<'_> {
    /// What was seen to be wrong put right: no longer there, where it was.
    fn put_right(
        &self,
        seen: &[RoomObservation],
        steps: &[(Act, &str)],
        minutes: u32,
        materials: Vec<MaterialLine>,
    ) -> RoomChange {
        let mut after = self.situation.sketch.clone();
        for what in seen {
            if after.observed(*what) == Some(true) {
                after.observe(*what, false);
            }
        }
        let steps = steps.iter().map(|(act, words)| (*act, (*words).to_owned())).collect();
        RoomChange { after, steps, cautions: vec![NEW_WIRING], minutes, materials }
    }
}

/// The change a repair makes to a room.
#[derive(Debug)]
pub struct RoomChange {
    /// The sketch afterwards.
    pub after: Sketch,
    /// What is done, in order.
    pub steps: Vec<(Act, String)>,
    /// Short and specific.
    pub cautions: Vec<&'static str>,
    /// Minutes for it. Common practice, no source.
    pub minutes: u32,
    /// What to bring.
    pub materials: Vec<MaterialLine>,
}

/// Every repair in a room.
pub static ROOM_REPAIRS: &[RoomRepair] = &[
    add_outlets::REPAIR,
    add_outlet_there::REPAIR,
    fit_switch::REPAIR,
    fit_service_light::REPAIR,
    enclosed_lamp::REPAIR,
    fit_alarms::REPAIR,
    alarms_on_lights::REPAIR,
    remove_cord::REPAIR,
];

/// The repair in a room with a code.
pub fn room_repair(code: &str) -> Option<&'static RoomRepair> {
    ROOM_REPAIRS.iter().find(|repair| repair.code == code)
}

/// What each repair that can mend `rule` would do in a room. `passes` judges the rule on the room as it would be.
pub fn propose_in_room(
    found: &RoomFound,
    rule: &'static str,
    passes: impl Fn(&Sketch) -> bool,
) -> Vec<SubjectProposal> {
    let concerned = ROOM_REPAIRS.iter().filter(|repair| repair.mends.contains(&rule));
    let propose = |repair: &RoomRepair| {
        let way = (repair.plan)(found).map(|RoomChange { after, steps, cautions, minutes, materials }| {
            let steps = steps.into_iter().map(|(act, words)| WorkStep::new(act, words)).collect();
            Way { clears: passes(&after), steps, cautions, minutes, materials }
        });
        SubjectProposal::new(rule, repair.code, repair.title, way)
    };
    concerned.map(propose).collect()
}

#[cfg(test)]
mod testing {
    //! Repairs tried on scenes.

    use super::{RoomChange, RoomFound, RoomRepair};
    use crate::rules::judge_room;
    use crate::rules::room_testing::Scene;

    /// What a repair would change in a scene.
    pub fn plan(repair: &RoomRepair, scene: &Scene) -> Result<RoomChange, Vec<String>> {
        let situation = scene.situation();
        (repair.plan)(&RoomFound { situation, results: &judge_room(&situation) })
    }

    /// The scene as a repair would leave it.
    pub fn after(repair: &RoomRepair, scene: &Scene) -> Scene {
        let mut after = scene.clone();
        after.room.sketch = plan(repair, scene).unwrap_or_else(|reasons| panic!("{reasons:?}")).after;
        after
    }
}
