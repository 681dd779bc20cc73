//! `water-heater-circuit`: the breaker and the conductors of a water heater are for 125 % of its load.

use super::super::{RoomCheck, RoomSituation};
use super::{Piece, each};
use crate::facts::EquipmentKind;
use crate::quantity::Amount;
use crate::rules::{Finding, Rule, Side};
use crate::standard::ampacity::next_rating;
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "water-heater-circuit",
    title: "Circuit of the water heater",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the watts of its nameplate, its breaker and conductors",
    reads: &[],
    limit: "The breaker has 125 % of the load at least and 150 % at most, the latter taken up to the next size; the conductors carry 125 %. 4,500 W at 240 V: 18.8 A, so a breaker of 25 or 30 A, and 10 AWG.",
    why: "It runs for hours: at its full rating a breaker trips, and a thin wire cooks.",
    example: "4,500 W on 12 AWG and 20 A.",
    citation: |edition| {
        let nec = ("422.10, 422.11(E), 422.13", Confidence::Sure);
        cite(edition, Some(nec), Some(("26-746, 8-302", Confidence::CheckFirst)))
    },
    check,
};

/// Between the legs of a dwelling.
const VOLTS: u32 = 240;

fn check(situation: &RoomSituation) -> Vec<Finding> {
    each(
        situation,
        |kind| kind == EquipmentKind::WaterHeater,
        |piece| {
            let Some(watts) = piece.what.watts else {
                return vec![piece.ask("read the watts from its nameplate", "watts")];
            };
            vec![breaker(piece, watts), conductor(piece, watts)]
        },
    )
}

/// So many per cent of the current of a load, in whole amperes, up.
fn amperes(watts: u16, per_cent: u32) -> u16 {
    u16::try_from((u32::from(watts) * per_cent).div_ceil(VOLTS * 100)).unwrap_or(u16::MAX)
}

fn breaker(piece: &Piece, watts: u16) -> Finding {
    let Some(breaker) = piece.what.breaker else { return piece.ask("read the rating of its breaker", "breaker") };
    let least = amperes(watts, 125);
    // Above 13.3 A 150 %, taken up to the next size; NEC 422.11(E)(2), (3), from memory, sure.
    let most = next_rating(amperes(watts, 150)).unwrap_or(u16::MAX).max(20);
    let words = format!("{watts} W ask for {least} A, a quarter over what it draws");
    let (limit, side) = if breaker < least { (least, Side::AtLeast) } else { (most, Side::AtMost) };
    let finding = if breaker < least {
        piece.violates(&format!("{words}; its breaker has {breaker} A"))
    } else if breaker > most {
        piece.violates(&format!("its breaker has {breaker} A; {most} A is the most for {watts} W"))
    } else {
        piece.meets(&format!("{words}, and its breaker has {breaker} A"))
    };
    finding.with_figures(Amount::amperes(breaker), Amount::amperes(limit), side, None)
}

fn conductor(piece: &Piece, watts: u16) -> Finding {
    let Some((gauge, carries)) = piece.what.conductor.zip(piece.carries()) else {
        return piece.ask("read the size of its conductors", "conductor");
    };
    let least = amperes(watts, 125);
    let finding = if carries >= least {
        piece.meets(&format!("{gauge} copper carries {carries} A, and {least} A are asked for"))
    } else {
        piece.violates(&format!("{gauge} copper carries {carries} A; {least} A are asked for"))
    };
    finding.with_figures(Amount::amperes(carries), Amount::amperes(least), Side::AtLeast, None)
}

#[cfg(test)]
mod tests {
    use super::super::testing::with;
    use crate::facts::EquipmentKind;
    use crate::quantity::Gauge;
    use crate::rules::Verdict;
    use crate::rules::room::testing::verdict;

    #[test]
    fn four_and_a_half_kilowatts_on_ten_gauge_and_twenty_five_or_thirty_amperes() {
        // NEC 422.13, 422.11(E)(3), from memory, sure: 4,500 / 240 = 18.75 A; × 1.25 = 23.4; × 1.5 = 28.1, next size 30.
        let judge = |watts, breaker, gauge| {
            let scene = with(EquipmentKind::WaterHeater, |piece| {
                (piece.watts, piece.breaker, piece.conductor) = (Some(watts), Some(breaker), Some(gauge));
            });
            verdict("water-heater-circuit", &scene).0
        };
        assert_eq!(judge(4_500, 25, Gauge::Awg10), Verdict::Meets);
        assert_eq!(judge(4_500, 30, Gauge::Awg10), Verdict::Meets);
        assert_eq!(judge(4_500, 20, Gauge::Awg10), Verdict::Violates);
        assert_eq!(judge(4_500, 40, Gauge::Awg8), Verdict::Violates);
        assert_eq!(judge(4_500, 25, Gauge::Awg12), Verdict::Violates);
        assert_eq!(judge(1_500, 20, Gauge::Awg12), Verdict::Meets);
        assert_eq!(verdict("water-heater-circuit", &with(EquipmentKind::WaterHeater, |_| ())).0, Verdict::NotMeasured);
    }
}
