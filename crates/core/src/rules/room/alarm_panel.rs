//! `alarm-panel`: alarms on the panel of their dwelling.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "alarm-panel",
    title: "Alarms on the panel of their dwelling",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "which panel feeds the alarms",
    reads: &[],
    limit: "Where there is a second dwelling, the alarms of each are fed from its own panel, whose breakers its people can reach.",
    why: "A neighbour who switches a breaker off for a lamp silences the alarms of people who sleep.",
    example: "The lower flat, its alarms on breaker 12 of the owner above.",
    citation: |edition| {
        cite(edition, Some(("240.24(B)", Confidence::MayBeOff)), Some(("32-200", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    seen(situation, RoomObservation::AlarmsOtherPanel)
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::AlarmsOtherPanel;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_goes_by_what_was_seen_where_it_belongs() {
        let room = |kind| Scene::rectangle(kind, 120, 120);
        let of = |scene: &Scene| verdict("alarm-panel", scene).0;
        assert_eq!(of(&room(RoomKind::Hallway)), Verdict::NotMeasured);
        assert_eq!(of(&room(RoomKind::Hallway).seen(AlarmsOtherPanel, true)), Verdict::Violates);
        assert_eq!(of(&room(RoomKind::Hallway).seen(AlarmsOtherPanel, false)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Kitchen)), Verdict::NotApplicable);
    }
}
