//! `appliance-disconnect`: fixed equipment is switched off in sight of it, or by what can be locked.

use super::super::{RoomCheck, RoomSituation};
use super::{Piece, each};
use crate::facts::{Disconnect, EquipmentKind};
use crate::quantity::Length;
use crate::rules::maximum::{Said, judge_maximum};
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, TwinLimit, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "appliance-disconnect",
    title: "Disconnect of equipment",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "where each piece is switched off; of an air conditioner how far, and whether one reaches over it",
    reads: &[],
    limit: "Above 300 VA a disconnect in sight, within 50 ft (15 m), or one that locks, or a plug. Of an air conditioner in sight and ready to reach, not behind it; in Canada within 3 m.",
    why: "Who has a hand in it must know that nobody switches it on.",
    example: "A water heater two floors from a panel whose breaker does not lock.",
    citation: |edition| {
        let nec = ("422.31(B), 422.33, 440.14", Confidence::Sure);
        cite(edition, Some(nec), Some(("28-604, 26-800", Confidence::MayBeOff)))
    },
    check,
};

/// In sight. NEC Article 100, from memory, sure.
const IN_SIGHT: TwinLimit = TwinLimit { inches: Some(Length::inches(600)), metric: Length::mm(15_000) };
/// CEC 28-604, from memory, may be off.
const CANADIAN: TwinLimit = TwinLimit { inches: None, metric: Length::mm(3_000) };

fn check(situation: &RoomSituation) -> Vec<Finding> {
    let fixed = |kind| !matches!(kind, EquipmentKind::Furnace | EquipmentKind::VehicleSupply);
    each(situation, fixed, |piece| of(situation, piece))
}

fn of(situation: &RoomSituation, piece: &Piece) -> Vec<Finding> {
    let conditioner = piece.what.kind == EquipmentKind::AirConditioner;
    let Some(disconnect) = piece.what.disconnect else {
        return vec![piece.ask("look where it is switched off", "disconnect")];
    };
    let mut findings = vec![match disconnect {
        Disconnect::None => piece.violates("nothing but a breaker that does not lock takes it off"),
        Disconnect::OutOfSight => piece.violates("its switch is out of sight and does not lock"),
        Disconnect::Lockable if conditioner => {
            piece.violates("it is switched off by what locks, and not in sight of it")
        }
        Disconnect::InSight | Disconnect::Lockable | Disconnect::Plug => {
            piece.meets(&format!("it is switched off {}", disconnect.name()))
        }
    }];
    if conditioner && disconnect == Disconnect::InSight {
        let canadian = situation.basis.edition.profile() == Profile::Cec;
        let limit = if canadian { CANADIAN } else { IN_SIGHT };
        findings.extend(piece.what.disconnect_way.map(|way| {
            judge_maximum(situation.basis, piece.label(), "way to its disconnect", way, limit, Said::ALONG_A_WALL)
        }));
        findings.push(match piece.what.reached {
            None => piece.ask("is its disconnect reached without reaching over it?", "reached"),
            Some(true) => piece.meets("its disconnect is ready to reach"),
            Some(false) => piece.violates("its disconnect is behind it"),
        });
    }
    findings
}

#[cfg(test)]
mod tests {
    use super::super::testing::with;
    use crate::facts::Disconnect;
    use crate::facts::EquipmentKind;
    use crate::quantity::Length;
    use crate::rules::Verdict;
    use crate::rules::room::testing::verdict;

    #[test]
    fn in_sight_or_locked_or_by_a_plug() {
        // NEC 422.31(B), 422.33, from memory, sure.
        let judge =
            |kind, disconnect| verdict("appliance-disconnect", &with(kind, |piece| piece.disconnect = disconnect)).0;
        use EquipmentKind::{AirConditioner, Dishwasher, Furnace, WaterHeater};
        assert_eq!(judge(WaterHeater, Some(Disconnect::Lockable)), Verdict::Meets);
        assert_eq!(judge(WaterHeater, Some(Disconnect::None)), Verdict::Violates);
        assert_eq!(judge(Dishwasher, Some(Disconnect::Plug)), Verdict::Meets);
        assert_eq!(judge(WaterHeater, None), Verdict::NotMeasured);
        assert_eq!(judge(AirConditioner, Some(Disconnect::Lockable)), Verdict::Violates);
        assert_eq!(judge(Furnace, None), Verdict::NotApplicable, "it has a rule of its own");
    }

    #[test]
    fn of_an_air_conditioner_within_fifty_feet_and_in_canada_three_metres() {
        // NEC 440.14 with Article 100, from memory, sure; CEC 28-604, may be off.
        let scene = |feet: u32, reached| {
            with(EquipmentKind::AirConditioner, |piece| {
                piece.disconnect = Some(Disconnect::InSight);
                (piece.disconnect_way, piece.reached) = (Some(Length::inches(feet * 12)), Some(reached));
            })
        };
        let judge = |scene| verdict("appliance-disconnect", &scene).0;
        assert_eq!((judge(scene(40, true)), judge(scene(60, true))), (Verdict::Meets, Verdict::Violates));
        assert_eq!(judge(scene(5, false)), Verdict::Violates);
        assert_eq!(
            (judge(scene(8, true).canadian()), judge(scene(20, true).canadian())),
            (Verdict::Meets, Verdict::Violates)
        );
    }
}
