//! `pool-referred`: pool, spa or hot tub.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "pool-referred",
    title: "Pool, spa or hot tub",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether there is one, and whether a licensed electrician looked at it",
    reads: &[],
    limit: "A pool, spa or hot tub is looked at by an electrician who is licensed for it: bonding of water, deck and metal, GFCI, distances of receptacles and lines, its disconnect.",
    why: "In water a few volts between two metals hold a swimmer fast. It is measured with instruments and judged by many rules that are not in this program.",
    example: "A hot tub on the deck, bought with the house.",
    citation: |edition| {
        let nec = Some(("680.22, 680.26, 680.42 to 680.44", Confidence::MayBeOff));
        cite(edition, nec, Some(("68-056 to 68-068, 68-400", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    seen(situation, RoomObservation::PoolNotLookedAt)
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::PoolNotLookedAt;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_is_asked_outdoors_and_referred() {
        let yard = || Scene::walls(RoomKind::Outdoors, &[480]);
        let of = |scene: &Scene| verdict("pool-referred", scene).0;
        assert_eq!(of(&yard()), Verdict::NotMeasured);
        assert_eq!(of(&yard().seen(PoolNotLookedAt, true)), Verdict::Violates);
        assert_eq!(of(&yard().seen(PoolNotLookedAt, false)), Verdict::Meets);
        assert_eq!(of(&Scene::rectangle(RoomKind::Bedroom, 120, 120)), Verdict::NotApplicable);
        // Nothing is planned for it: it is referred.
        assert!(crate::repair::ROOM_REPAIRS.iter().all(|repair| !repair.mends.contains(&"pool-referred")));
    }
}
