//! `appliance-circuit`: a furnace is alone on its circuit.

use super::super::{RoomCheck, RoomSituation};
use super::{Piece, each};
use crate::facts::EquipmentKind;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "appliance-circuit",
    title: "Furnace on its own circuit",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "what else is on the circuit of the furnace",
    reads: &[],
    limit: "A furnace has a circuit of its own; its pump, valve or humidifier may be on it.",
    why: "A vacuum cleaner that trips the breaker freezes the pipes.",
    example: "A furnace with the lights of the cellar.",
    citation: |edition| cite(edition, Some(("422.12", Confidence::Sure)), Some(("26-804", Confidence::CheckFirst))),
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    each(situation, |kind| kind == EquipmentKind::Furnace, |piece| vec![finding(piece)])
}

fn finding(piece: &Piece) -> Finding {
    match piece.what.alone {
        None => piece.ask("is anything but its own pump or valve on its circuit?", "alone"),
        Some(true) => piece.meets("it is alone on its circuit"),
        Some(false) => piece.violates("something else is on its circuit"),
    }
}

#[cfg(test)]
mod tests {
    use super::super::testing::with;
    use crate::facts::EquipmentKind;
    use crate::rules::Verdict;
    use crate::rules::room::testing::verdict;

    #[test]
    fn nothing_else_is_on_it() {
        // NEC 422.12, from memory, sure.
        let judge = |alone| verdict("appliance-circuit", &with(EquipmentKind::Furnace, |piece| piece.alone = alone)).0;
        assert_eq!(
            (judge(Some(true)), judge(Some(false)), judge(None)),
            (Verdict::Meets, Verdict::Violates, Verdict::NotMeasured)
        );
    }
}
