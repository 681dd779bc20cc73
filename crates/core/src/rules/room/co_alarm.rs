//! `co-alarm`: a carbon monoxide alarm outside the bedrooms.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite_residential};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "co-alarm",
    title: "Carbon monoxide alarm",
    basis: RuleBasis::Local,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "what burns fuel, whether a garage is attached, and a CO alarm outside the bedrooms",
    reads: &[],
    limit: "Where something burns fuel or a garage is attached: a CO alarm outside the bedrooms, and in a bedroom with a fuel-burning appliance.",
    why: "Nobody smells it, and who sleeps does not wake.",
    example: "A gas furnace in the basement, and no CO alarm in the hall of the bedrooms.",
    citation: |edition| cite_residential(edition, ("R315", Confidence::MayBeOff), ("9.32.3.9", Confidence::MayBeOff)),
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    seen(situation, RoomObservation::CoAlarmMissing)
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::CoAlarmMissing;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_goes_by_what_was_seen_where_it_belongs() {
        let room = |kind| Scene::rectangle(kind, 120, 120);
        let of = |scene: &Scene| verdict("co-alarm", scene).0;
        assert_eq!(of(&room(RoomKind::Hallway)), Verdict::NotMeasured);
        assert_eq!(of(&room(RoomKind::Hallway).seen(CoAlarmMissing, true)), Verdict::Violates);
        assert_eq!(of(&room(RoomKind::Hallway).seen(CoAlarmMissing, false)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Kitchen)), Verdict::NotApplicable);
    }
}
