//! `equipment-nameplate`: the breaker and the conductors of an air conditioner are those of its nameplate.

use super::super::{RoomCheck, RoomSituation};
use super::{Piece, each};
use crate::facts::EquipmentKind;
use crate::quantity::Amount;
use crate::rules::{Finding, Rule, Side};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "equipment-nameplate",
    title: "Equipment against its nameplate",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "least ampacity and most overcurrent of the nameplate, whether it asks for fuses; the breaker; the conductors",
    reads: &[],
    limit: "The overcurrent device has no more than the nameplate says; where it asks for fuses, fuses are there; the conductors carry the least ampacity that it names.",
    why: "Too large a breaker lets the windings burn before it trips.",
    example: "A nameplate of 25 A at most on a breaker of 40 A.",
    citation: |edition| {
        let nec = ("440.4(B), 440.22, 440.32, 110.3(B)", Confidence::Sure);
        cite(edition, Some(nec), Some(("28-706, 28-708", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    each(
        situation,
        |kind| kind == EquipmentKind::AirConditioner,
        |piece| vec![overcurrent(piece), fuse(piece), conductor(piece)],
    )
}

fn overcurrent(piece: &Piece) -> Finding {
    let Some(most) = piece.what.most_overcurrent else {
        return piece.ask("read the most overcurrent protection from its nameplate", "most_overcurrent");
    };
    let Some(breaker) = piece.what.breaker else {
        return piece.ask("read the rating of its breaker or fuses", "breaker");
    };
    let over = (breaker > most).then(|| Amount::amperes(breaker - most));
    let finding = if over.is_none() {
        piece.meets(&format!("{breaker} A protect it, and its nameplate takes {most} A"))
    } else {
        piece.violates(&format!("{breaker} A protect it; its nameplate takes {most} A at most"))
    };
    finding.with_figures(Amount::amperes(breaker), Amount::amperes(most), Side::AtMost, over)
}

fn fuse(piece: &Piece) -> Finding {
    match (piece.what.asks_for_fuse, piece.what.fused) {
        (None, _) => piece.ask("look whether its nameplate asks for fuses and names no breaker", "asks_for_fuse"),
        (Some(false), _) => piece.meets("its nameplate takes a breaker"),
        (Some(true), None) => piece.ask("look whether fuses are in its disconnect", "fused"),
        (Some(true), Some(true)) => piece.meets("its nameplate asks for fuses, and they are there"),
        (Some(true), Some(false)) => piece.violates("its nameplate asks for fuses, and a breaker alone is there"),
    }
}

fn conductor(piece: &Piece) -> Finding {
    let Some(least) = piece.what.least_ampacity else {
        return piece.ask("read the least circuit ampacity from its nameplate", "least_ampacity");
    };
    let Some((gauge, carries)) = piece.what.conductor.zip(piece.carries()) else {
        return piece.ask("read the size of its conductors", "conductor");
    };
    let short = (carries < least).then(|| Amount::amperes(least - carries));
    let finding = if short.is_none() {
        piece.meets(&format!("{gauge} copper carries {carries} A, and its nameplate asks for {least} A"))
    } else {
        piece.violates(&format!("{gauge} copper carries {carries} A; its nameplate asks for {least} A"))
    };
    finding.with_figures(Amount::amperes(carries), Amount::amperes(least), Side::AtLeast, short)
}

#[cfg(test)]
mod tests {
    use super::super::testing::with;
    use crate::facts::Equipment;
    use crate::facts::EquipmentKind;
    use crate::quantity::Gauge;
    use crate::rules::Verdict;
    use crate::rules::room::testing::verdict;

    fn judge(set: impl Fn(&mut Equipment)) -> Verdict {
        let scene = with(EquipmentKind::AirConditioner, |piece| {
            (piece.least_ampacity, piece.most_overcurrent, piece.asks_for_fuse) = (Some(18), Some(30), Some(false));
            (piece.breaker, piece.conductor) = (Some(30), Some(Gauge::Awg12));
            set(piece);
        });
        verdict("equipment-nameplate", &scene).0
    }

    #[test]
    fn the_nameplate_governs() {
        // NEC 440.4(B), 440.22, 440.32, from memory, sure; 12 AWG copper carries 20 A in the 60 °C column, 14 AWG 15 A.
        assert_eq!(judge(|_| ()), Verdict::Meets);
        assert_eq!(judge(|piece| piece.breaker = Some(40)), Verdict::Violates);
        assert_eq!(judge(|piece| piece.conductor = Some(Gauge::Awg14)), Verdict::Violates);
        assert_eq!(judge(|piece| (piece.asks_for_fuse, piece.fused) = (Some(true), Some(false))), Verdict::Violates);
        assert_eq!(judge(|piece| (piece.asks_for_fuse, piece.fused) = (Some(true), Some(true))), Verdict::Meets);
        assert_eq!(judge(|piece| piece.least_ampacity = None), Verdict::NotMeasured);
    }
}
