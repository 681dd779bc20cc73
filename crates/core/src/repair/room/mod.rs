//! Repairs in a room, one file each. New wiring is licensed work in most places: each says so.

mod add_outlet_there;
mod add_outlets;
mod alarm_circuit;
mod alarms_on_lights;
mod circuit_for_room;
mod enclosed_lamp;
mod equipment;
mod fit_alarms;
mod fit_service_light;
mod fit_switch;
mod make_wanted;
mod missing;
mod moves;
mod remove_cord;

use super::subject_proposal::{IN_THE_WALL, NEW_WIRING, SubjectChange};
use super::{Act, MaterialLine, SubjectProposal, WantedPlan};
use crate::facts::{RoomObservation, Sketch};
use crate::rules::{RoomSituation, RuleResult};
pub use missing::missing_outlets;
pub use moves::{RoomMove, saving_moves};

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
    /// What is wanted and not made yet, planned.
    pub wanted: &'a [WantedPlan],
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

/// The change a repair makes to a room: its sketch afterwards.
pub type RoomChange = SubjectChange<Sketch>;

/// Every repair in a room.
pub static ROOM_REPAIRS: &[RoomRepair] = &[
    add_outlets::REPAIR,
    add_outlet_there::REPAIR,
    circuit_for_room::REPAIR,
    fit_switch::REPAIR,
    fit_service_light::REPAIR,
    enclosed_lamp::REPAIR,
    fit_alarms::REPAIR,
    alarms_on_lights::REPAIR,
    alarm_circuit::REPAIR,
    remove_cord::REPAIR,
    equipment::fit_furnace_switch::REPAIR,
    equipment::lock_for_breaker::REPAIR,
    equipment::disconnect_in_sight::REPAIR,
    equipment::lower_setting::REPAIR,
    equipment::breaker_for_equipment::REPAIR,
    equipment::gfci_for_equipment::REPAIR,
    equipment::connector_at_equipment::REPAIR,
    equipment::cord_for_equipment::REPAIR,
    equipment::own_circuit::REPAIR,
    make_wanted::REPAIR,
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
    let propose =
        |repair: &RoomRepair| SubjectProposal::new(rule, repair.code, repair.title, (repair.plan)(found), &passes);
    concerned.map(propose).collect()
}

#[cfg(test)]
mod testing {
    //! Repairs tried on scenes.

    use super::{RoomChange, RoomFound, RoomRepair};
    use crate::rules::room_testing::{Scene, verdict};
    use crate::rules::{Verdict, judge_room};

    /// What a repair would change in a scene.
    pub fn plan(repair: &RoomRepair, scene: &Scene) -> Result<RoomChange, Vec<String>> {
        let situation = scene.situation();
        (repair.plan)(&RoomFound { situation, results: &judge_room(&situation), wanted: &[] })
    }

    /// The scene as a repair would leave it.
    pub fn after(repair: &RoomRepair, scene: &Scene) -> Scene {
        let mut after = scene.clone();
        after.room.sketch = plan(repair, scene).unwrap_or_else(|reasons| panic!("{reasons:?}")).after;
        after
    }

    /// A repair puts right what broke `rule`, says how, and brings what it needs.
    pub fn mends(repair: &RoomRepair, rule: &str, scene: &Scene) {
        assert!(repair.mends.contains(&rule), "{} is not offered for {rule}", repair.code);
        assert_eq!(verdict(rule, scene).0, Verdict::Violates, "{rule} is not broken to begin with");
        assert_eq!(verdict(rule, &after(repair, scene)).0, Verdict::Meets, "{rule}");
        let change = plan(repair, scene).unwrap_or_else(|reasons| panic!("{reasons:?}"));
        assert!(!change.steps.is_empty() && !change.materials.is_empty(), "{}", repair.code);
    }
}
