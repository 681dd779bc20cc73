//! `garage-bays`: a receptacle in each vehicle bay.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "garage-bays",
    title: "A receptacle in each vehicle bay",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    // From memory, may be off by an edition.
    since: Since::nec(2014),
    needs: "the receptacles of each vehicle bay, and how high they are",
    reads: &[],
    limit: "Each vehicle bay of a garage has a receptacle; since 2017 at most 5 1/2 ft (1.7 m) up.",
    why: "A charger on an extension cord across two bays is tripped over and overloaded.",
    example: "A garage of two bays with one receptacle at the door.",
    citation: |edition| {
        cite(edition, Some(("210.52(G)(1)", Confidence::Sure)), Some(("26-724", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    seen(situation, RoomObservation::BayWithoutOutlet)
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::BayWithoutOutlet;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_goes_by_what_was_seen() {
        let room = |kind| Scene::rectangle(kind, 120, 120);
        let of = |scene: &Scene| verdict("garage-bays", scene).0;
        assert_eq!(of(&room(RoomKind::Garage)), Verdict::NotMeasured);
        assert_eq!(of(&room(RoomKind::Garage).seen(BayWithoutOutlet, true)), Verdict::Violates);
        assert_eq!(of(&room(RoomKind::Garage).seen(BayWithoutOutlet, true).wired(1950)), Verdict::Legacy);
        assert_eq!(of(&room(RoomKind::Garage).seen(BayWithoutOutlet, false)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Bedroom)), Verdict::NotApplicable);
    }
}
