//! `smoke-alarm`: a smoke alarm where people sleep, outside it, and on each storey.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite_residential};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "smoke-alarm",
    title: "Smoke alarm",
    basis: RuleBasis::Local,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "a smoke alarm in each bedroom, outside the bedrooms, and on each storey with the basement",
    reads: &[],
    limit: "A smoke alarm in every bedroom, one outside the bedrooms, and one on every storey, the basement too; what state and town ask of existing houses differs.",
    why: "Most of those who die in a fire at home had no alarm that sounded.",
    example: "A bedroom in the basement without an alarm.",
    citation: |edition| cite_residential(edition, ("R314.3", Confidence::MayBeOff), ("9.10.19", Confidence::MayBeOff)),
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    seen(situation, RoomObservation::SmokeAlarmMissing)
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::SmokeAlarmMissing;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_goes_by_what_was_seen_where_it_belongs() {
        let room = |kind| Scene::rectangle(kind, 120, 120);
        let of = |scene: &Scene| verdict("smoke-alarm", scene).0;
        assert_eq!(of(&room(RoomKind::Bedroom)), Verdict::NotMeasured);
        assert_eq!(of(&room(RoomKind::Bedroom).seen(SmokeAlarmMissing, true)), Verdict::Violates);
        assert_eq!(of(&room(RoomKind::Bedroom).seen(SmokeAlarmMissing, false)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Kitchen)), Verdict::NotApplicable);
    }
}
