//! `over-tub`: nothing hangs over a tub.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "over-tub",
    title: "What hangs over the tub",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "what hangs within 3 ft of the tub or shower, up to 8 ft above its rim",
    reads: &[],
    limit: "No luminaire on a cord or chain, track or paddle fan within 3 ft of the tub or shower and 8 ft above its rim.",
    why: "Whoever stands in the tub reaches it, wet.",
    example: "A chandelier over the tub.",
    citation: |edition| cite(edition, Some(("410.10(D)", Confidence::Sure)), Some(("30-320", Confidence::MayBeOff))),
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    seen(situation, RoomObservation::OverTub)
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::OverTub;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_goes_by_what_was_seen() {
        let room = |kind| Scene::rectangle(kind, 120, 120);
        let of = |scene: &Scene| verdict("over-tub", scene).0;
        assert_eq!(of(&room(RoomKind::Bathroom)), Verdict::NotMeasured);
        assert_eq!(of(&room(RoomKind::Bathroom).seen(OverTub, true)), Verdict::Violates);
        assert_eq!(of(&room(RoomKind::Bathroom).seen(OverTub, false)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Bedroom)), Verdict::NotApplicable);
    }
}
