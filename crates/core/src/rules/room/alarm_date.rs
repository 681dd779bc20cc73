//! `alarm-date`: no alarm past its date.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite_residential};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "alarm-date",
    title: "Age of the alarms",
    basis: RuleBasis::Listing,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the date on each alarm, and whether it sounds when tested",
    reads: &[],
    limit: "A smoke alarm is replaced 10 years after the date of its making, a CO alarm at the end of its printed life, and any that is silent when tested.",
    why: "A worn sensor keeps its green lamp and does not sound.",
    example: "A smoke alarm dated 2009.",
    citation: |edition| {
        cite_residential(
            edition,
            ("R314, NFPA 72 14.4", Confidence::MayBeOff),
            ("9.10.19, CAN/ULC-S552", Confidence::CheckFirst),
        )
    },
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    seen(situation, RoomObservation::AlarmPastDate)
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::AlarmPastDate;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_goes_by_what_was_seen_where_it_belongs() {
        let room = |kind| Scene::rectangle(kind, 120, 120);
        let of = |scene: &Scene| verdict("alarm-date", scene).0;
        assert_eq!(of(&room(RoomKind::Bedroom)), Verdict::NotMeasured);
        assert_eq!(of(&room(RoomKind::Bedroom).seen(AlarmPastDate, true)), Verdict::Violates);
        assert_eq!(of(&room(RoomKind::Bedroom).seen(AlarmPastDate, false)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Kitchen)), Verdict::NotApplicable);
    }
}
