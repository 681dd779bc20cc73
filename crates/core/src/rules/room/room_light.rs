//! `room-light`: a wall switch works a light.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "room-light",
    title: "Light from a wall switch",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::nec(1971),
    needs: "whether a wall switch works a light or a receptacle",
    reads: &[],
    limit: "A wall switch at the way in works a light; outside kitchen, bathroom, hallway, stairway and garage it may work a receptacle instead.",
    why: "Who comes into a dark room crosses it to find the lamp.",
    example: "A bathroom whose only light has a chain.",
    citation: |edition| cite(edition, Some(("210.70(A)", Confidence::Sure)), Some(("30-500", Confidence::CheckFirst))),
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    let only_receptacle = situation.sketch.observed(RoomObservation::OnlyReceptacleSwitched) == Some(true);
    match situation.sketch.kind {
        Some(kind) if only_receptacle && kind.wants_a_light_itself() => {
            let sentence = format!("Only a receptacle is switched; a {} has a light that is.", kind.name());
            vec![Finding::violates("room", sentence)]
        }
        Some(kind) if only_receptacle && kind.has_switched_light() => {
            vec![Finding::meets("room", "A wall switch works a receptacle.")]
        }
        _ => seen(situation, RoomObservation::NoSwitchedLight),
    }
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::{NoSwitchedLight, OnlyReceptacleSwitched};
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn a_switched_receptacle_will_do_in_some_rooms() {
        let room = |kind| Scene::rectangle(kind, 120, 120);
        let of = |scene: &Scene| verdict("room-light", scene).0;
        assert_eq!(of(&room(RoomKind::Bedroom)), Verdict::NotMeasured);
        assert_eq!(of(&room(RoomKind::Bedroom).seen(NoSwitchedLight, true)), Verdict::Violates);
        assert_eq!(of(&room(RoomKind::Bedroom).seen(OnlyReceptacleSwitched, true)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Bathroom).seen(OnlyReceptacleSwitched, true)), Verdict::Violates);
        assert_eq!(of(&room(RoomKind::Bathroom).seen(NoSwitchedLight, false)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Closet)), Verdict::NotApplicable);
    }
}
