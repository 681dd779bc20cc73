//! `cord-as-wiring`: no cord in the place of wiring.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "cord-as-wiring",
    title: "Cords used as wiring",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether a cord is fixed, hidden, or goes through a wall, ceiling, door or floor",
    reads: &[],
    limit: "Flexible cord is not used as fixed wiring: not stapled, hidden, or through walls, ceilings, doors, windows and floors.",
    why: "Cord has no protection where it is hidden or trodden on, and is smaller than the breaker allows for.",
    example: "An extension cord stapled along the skirting to a freezer.",
    citation: |edition| {
        let nec = if edition.year() >= 2017 { "400.12" } else { "400.8" };
        cite(edition, Some((nec, Confidence::Sure)), Some(("4-012", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    seen(situation, RoomObservation::CordAsWiring)
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::CordAsWiring;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_goes_by_what_was_seen() {
        let room = |kind| Scene::rectangle(kind, 120, 120);
        let of = |scene: &Scene| verdict("cord-as-wiring", scene).0;
        assert_eq!(of(&room(RoomKind::Garage)), Verdict::NotMeasured);
        assert_eq!(of(&room(RoomKind::Garage).seen(CordAsWiring, true)), Verdict::Violates);
        assert_eq!(of(&room(RoomKind::Garage).seen(CordAsWiring, false)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Bedroom)), Verdict::NotMeasured);
    }
}
