//! `deck-outlet`: a receptacle at each deck, porch and balcony.

use super::{RoomCheck, RoomSituation, seen};
use crate::facts::RoomObservation;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "deck-outlet",
    title: "A receptacle at each deck, porch and balcony",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    // From memory, may be off by an edition.
    since: Since::nec(2008),
    needs: "whether a deck, porch or balcony is reached from inside, and its receptacle",
    reads: &[],
    limit: "A deck, porch or balcony that is reached from inside the dwelling has a receptacle within its perimeter, at most 6 1/2 ft (2 m) up.",
    why: "Light strings and grills hang on a cord through the door else.",
    example: "A balcony off the bedroom without a receptacle.",
    citation: |edition| cite(edition, Some(("210.52(E)(3)", Confidence::Sure)), None),
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    seen(situation, RoomObservation::DeckWithoutOutlet)
}

#[cfg(test)]
mod tests {
    use crate::facts::RoomObservation::DeckWithoutOutlet;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_goes_by_what_was_seen() {
        let room = |kind| Scene::rectangle(kind, 120, 120);
        let of = |scene: &Scene| verdict("deck-outlet", scene).0;
        assert_eq!(of(&room(RoomKind::Outdoors)), Verdict::NotMeasured);
        assert_eq!(of(&room(RoomKind::Outdoors).seen(DeckWithoutOutlet, true)), Verdict::Violates);
        assert_eq!(of(&room(RoomKind::Outdoors).seen(DeckWithoutOutlet, true).wired(1950)), Verdict::Legacy);
        assert_eq!(of(&room(RoomKind::Outdoors).seen(DeckWithoutOutlet, false)), Verdict::Meets);
        assert_eq!(of(&room(RoomKind::Bedroom)), Verdict::NotApplicable);
    }
}
