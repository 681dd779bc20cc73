//! `service-outlet`: a receptacle near equipment that is serviced.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "service-outlet",
    title: "Receptacle for servicing equipment",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    // From memory, may be off by an edition.
    since: Since::nec(1993),
    needs: "whether heating or cooling equipment is there, and a receptacle within 25 ft on its level",
    reads: &[],
    limit: "Heating, air-conditioning and refrigeration equipment has a receptacle within 25 ft (7.5 m), on its level and not behind its own disconnect.",
    why: "Without one the vacuum pump runs from a cord down the hatch.",
    example: "An air handler in an attic, the nearest receptacle in the hall below.",
    citation: |edition| cite(edition, Some(("210.63", Confidence::Sure)), None),
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    seen(situation, RoomObservation::ServiceOutletMissing)
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::ServiceOutletMissing;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_goes_by_what_was_seen() {
        let room = |kind| Scene::rectangle(kind, 120, 120);
        let of = |scene: &Scene| verdict("service-outlet", scene).0;
        assert_eq!(of(&room(RoomKind::AtticOrCrawlSpace)), Verdict::NotMeasured);
        assert_eq!(of(&room(RoomKind::AtticOrCrawlSpace).seen(ServiceOutletMissing, true)), Verdict::Violates);
        assert_eq!(
            of(&room(RoomKind::AtticOrCrawlSpace).seen(ServiceOutletMissing, true).wired(1950)),
            Verdict::Legacy
        );
        assert_eq!(of(&room(RoomKind::AtticOrCrawlSpace).seen(ServiceOutletMissing, false)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Bedroom)), Verdict::NotApplicable);
    }
}
