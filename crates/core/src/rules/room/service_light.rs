//! `service-light`: a light, switched at the way in, where equipment or storage is.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "service-light",
    title: "Light where equipment or storage is",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    // From memory, may be off by an edition.
    since: Since::nec(1990),
    needs: "whether equipment or storage is there, and a light with its switch at the way in",
    reads: &[],
    limit: "In an attic, a crawl space, a utility room and a basement with equipment to be serviced, or storage: a light near it, worked by a switch at the way in.",
    why: "Who services a furnace by a lamp in the teeth lays it on the insulation.",
    example: "A furnace in a crawl space, and no light.",
    citation: |edition| cite(edition, Some(("210.70(C)", Confidence::Sure)), None),
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    seen(situation, RoomObservation::ServiceLightMissing)
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::ServiceLightMissing;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_goes_by_what_was_seen() {
        let room = |kind| Scene::rectangle(kind, 120, 120);
        let of = |scene: &Scene| verdict("service-light", scene).0;
        assert_eq!(of(&room(RoomKind::AtticOrCrawlSpace)), Verdict::NotMeasured);
        assert_eq!(of(&room(RoomKind::AtticOrCrawlSpace).seen(ServiceLightMissing, true)), Verdict::Violates);
        assert_eq!(of(&room(RoomKind::AtticOrCrawlSpace).seen(ServiceLightMissing, true).wired(1950)), Verdict::Legacy);
        assert_eq!(of(&room(RoomKind::AtticOrCrawlSpace).seen(ServiceLightMissing, false)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Bedroom)), Verdict::NotApplicable);
    }
}
