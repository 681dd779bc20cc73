//! `furnace-disconnect`: a furnace is switched off near it, without passing it.

use super::super::{RoomCheck, RoomSituation};
use super::{Piece, each};
use crate::facts::{Disconnect, EquipmentKind};
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "furnace-disconnect",
    title: "Furnace switch",
    basis: RuleBasis::Local,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "where the furnace is switched off, and whether one passes it on the way",
    reads: &[],
    limit: "A switch takes the furnace off in sight of it or can be locked; where a local rule asks for it, and by good practice, it is at the way in, reached without passing the furnace.",
    why: "With smoke or water at the furnace nobody walks past it to switch it off.",
    example: "A switch on the far side of the burner.",
    citation: |edition| {
        let nec = ("422.31, 424.19; local rules ask for its place", Confidence::MayBeOff);
        cite(edition, Some(nec), Some(("26-806", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    each(situation, |kind| kind == EquipmentKind::Furnace, |piece| vec![finding(piece)])
}

fn finding(piece: &Piece) -> Finding {
    match (piece.what.disconnect, piece.what.reached) {
        (None, _) => piece.ask("look where it is switched off", "disconnect"),
        (Some(Disconnect::None), _) => piece.violates("nothing but its breaker takes it off"),
        (Some(Disconnect::OutOfSight), _) => piece.violates("its switch is out of sight and does not lock"),
        (Some(_), None) => piece.ask("is its switch reached without passing it?", "reached"),
        (Some(_), Some(false)) => piece.violates("one passes it to reach its switch"),
        (Some(_), Some(true)) => piece.meets("its switch is reached without passing it"),
    }
}

#[cfg(test)]
mod tests {
    use super::super::testing::with;
    use crate::facts::Disconnect;
    use crate::facts::EquipmentKind;
    use crate::rules::Verdict;
    use crate::rules::room::testing::verdict;

    #[test]
    fn at_the_way_in_and_not_past_it() {
        // A local rule; common practice, no source.
        let judge = |disconnect, reached| {
            let scene = with(EquipmentKind::Furnace, |piece| (piece.disconnect, piece.reached) = (disconnect, reached));
            verdict("furnace-disconnect", &scene).0
        };
        assert_eq!(judge(Some(Disconnect::InSight), Some(true)), Verdict::Meets);
        assert_eq!(judge(Some(Disconnect::InSight), Some(false)), Verdict::Violates);
        assert_eq!(judge(Some(Disconnect::None), None), Verdict::Violates);
        assert_eq!(judge(Some(Disconnect::InSight), None), Verdict::NotMeasured);
        assert_eq!(judge(None, None), Verdict::NotMeasured);
    }
}
