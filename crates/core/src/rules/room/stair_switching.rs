//! `stair-switching`: a stair is lit from both ends.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "stair-switching",
    title: "Stair switched at each level",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::nec(1984),
    needs: "the risers of the stair, and a switch of its light at each level",
    reads: &[],
    limit: "A stair of 6 risers or more has a switch of its light at each level and landing with a way in; in Canada from 4 risers.",
    why: "Whoever goes down in the dark falls.",
    example: "A basement stair whose light is switched at its top alone.",
    citation: |edition| {
        cite(edition, Some(("210.70(A)(2)", Confidence::Sure)), Some(("30-504", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    seen(situation, RoomObservation::StairNotSwitched)
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::StairNotSwitched;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_goes_by_what_was_seen() {
        let room = |kind| Scene::rectangle(kind, 120, 120);
        let of = |scene: &Scene| verdict("stair-switching", scene).0;
        assert_eq!(of(&room(RoomKind::Stairway)), Verdict::NotMeasured);
        assert_eq!(of(&room(RoomKind::Stairway).seen(StairNotSwitched, true)), Verdict::Violates);
        assert_eq!(of(&room(RoomKind::Stairway).seen(StairNotSwitched, false)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Bedroom)), Verdict::NotApplicable);
    }
}
