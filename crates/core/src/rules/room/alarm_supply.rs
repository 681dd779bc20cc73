//! `alarm-supply`: alarms on a circuit whose loss is noticed.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "alarm-supply",
    title: "Supply of the alarms",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "what else is on the circuit of the alarms",
    reads: &[],
    limit: "In Canada alarms are on a lighting circuit, or one with lights on it, with no switch before them, so that its loss is noticed.",
    why: "An alarm on a dead circuit of its own is silent once its battery is flat, and nothing tells.",
    example: "The alarms alone on breaker 19.",
    citation: |edition| cite(edition, None, Some(("32-200", Confidence::MayBeOff))),
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    seen(situation, RoomObservation::AlarmsUnnoticed)
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::AlarmsUnnoticed;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_goes_by_what_was_seen_where_it_belongs() {
        let room = |kind| Scene::rectangle(kind, 120, 120).canadian();
        let of = |scene: &Scene| verdict("alarm-supply", scene).0;
        assert_eq!(of(&room(RoomKind::Hallway)), Verdict::NotMeasured);
        assert_eq!(of(&room(RoomKind::Hallway).seen(AlarmsUnnoticed, true)), Verdict::Violates);
        assert_eq!(of(&room(RoomKind::Hallway).seen(AlarmsUnnoticed, false)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Kitchen)), Verdict::NotApplicable);
    }
}
