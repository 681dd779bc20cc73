//! `appliance-connection`: the cable of equipment is held where it comes in, and its cover is on.

use super::super::{RoomCheck, RoomSituation};
use super::{Piece, each};
use crate::facts::EquipmentKind;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "appliance-connection",
    title: "Connection of equipment",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the connector and the cover of each piece",
    reads: &[],
    limit: "A connector or clamp holds the cable where it comes in; the cover of the splice is on.",
    why: "A cable that chafes on sheet metal puts the whole tank at 120 V.",
    example: "A disposer whose cable comes through the bare hole of its base.",
    citation: |edition| {
        cite(edition, Some(("300.15, 314.17, 400.14", Confidence::MayBeOff)), Some(("12-3022", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    let outside = |kind| matches!(kind, EquipmentKind::AirConditioner | EquipmentKind::VehicleSupply);
    each(situation, |kind| !outside(kind), |piece| vec![finding(piece)])
}

fn finding(piece: &Piece) -> Finding {
    match piece.what.clamped {
        None => piece.ask("look for the connector at its cable, and its cover", "clamped"),
        Some(true) => piece.meets("a connector holds its cable, and its cover is on"),
        Some(false) => piece.violates("no connector holds its cable, or its cover is off"),
    }
}

#[cfg(test)]
mod tests {
    use super::super::testing::with;
    use crate::facts::EquipmentKind;
    use crate::rules::Verdict;
    use crate::rules::room::testing::verdict;

    #[test]
    fn a_connector_and_a_cover() {
        let judge = |clamped| {
            verdict("appliance-connection", &with(EquipmentKind::Disposer, |piece| piece.clamped = clamped)).0
        };
        assert_eq!(
            (judge(Some(true)), judge(Some(false)), judge(None)),
            (Verdict::Meets, Verdict::Violates, Verdict::NotMeasured)
        );
    }
}
