//! `closet-lamp`: no open lamp near what is stored.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "closet-lamp",
    title: "Lamp in the closet",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    // From memory; open lamps in closets were allowed before.
    since: Since::nec(1987),
    needs: "the lamp of the closet, and how far it is from the shelves",
    reads: &[],
    limit: "No bare or hanging lamp in a clothes closet; 12 in from what is stored, 6 in for recessed, fluorescent and LED ones with a cover.",
    why: "Clothes and boxes against a hot lamp burn.",
    example: "A bare bulb over the shelf.",
    citation: |edition| cite(edition, Some(("410.16", Confidence::Sure)), Some(("30-204", Confidence::MayBeOff))),
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    seen(situation, RoomObservation::ClosetLamp)
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::ClosetLamp;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_goes_by_what_was_seen() {
        let room = |kind| Scene::rectangle(kind, 120, 120);
        let of = |scene: &Scene| verdict("closet-lamp", scene).0;
        assert_eq!(of(&room(RoomKind::Closet)), Verdict::NotMeasured);
        assert_eq!(of(&room(RoomKind::Closet).seen(ClosetLamp, true)), Verdict::Violates);
        assert_eq!(of(&room(RoomKind::Closet).seen(ClosetLamp, false)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Bedroom)), Verdict::NotApplicable);
    }
}
