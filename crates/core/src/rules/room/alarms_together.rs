//! `alarms-together`: alarms sound together.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite_residential};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "alarms-together",
    title: "Alarms sound together",
    basis: RuleBasis::Local,
    severity: Severity::Violation,
    always: false,
    since: Since::of(1989, 1989),
    needs: "whether every alarm sounds when one is tested",
    reads: &[],
    limit: "Where more than one alarm is asked for they sound together, by a wire or by radio; houses wired before that came in keep single ones until they are altered.",
    why: "A fire in the basement is not heard behind a closed bedroom door.",
    example: "Three alarms, each on its own battery.",
    citation: |edition| {
        cite_residential(edition, ("R314.4", Confidence::MayBeOff), ("9.10.19.5", Confidence::CheckFirst))
    },
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    seen(situation, RoomObservation::AlarmsApart)
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::AlarmsApart;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_goes_by_what_was_seen_where_it_belongs() {
        let room = |kind| Scene::rectangle(kind, 120, 120);
        let of = |scene: &Scene| verdict("alarms-together", scene).0;
        assert_eq!(of(&room(RoomKind::Hallway)), Verdict::NotMeasured);
        assert_eq!(of(&room(RoomKind::Hallway).seen(AlarmsApart, true)), Verdict::Violates);
        assert_eq!(of(&room(RoomKind::Hallway).seen(AlarmsApart, false)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Kitchen)), Verdict::NotApplicable);
    }
}
