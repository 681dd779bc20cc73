//! `appliance-cord`: the cord of a disposer or dishwasher is as long as it may be.

use super::super::{RoomCheck, RoomSituation};
use super::{Piece, each};
use crate::facts::EquipmentKind;
use crate::quantity::Length;
use crate::rules::maximum::{Said, judge_maximum};
use crate::rules::{Finding, Rule, at_least};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, TwinLimit, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "appliance-cord",
    title: "Cord of equipment",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "how long the cord is",
    reads: &[],
    limit: "A disposer: 18 to 36 in (450 to 900 mm). A dishwasher: 3 to 4 ft (0.9 to 1.2 m) up to 2014, 3 to 6 1/2 ft (0.9 to 2.0 m) since 2017.",
    why: "A cord too short is stretched; one too long is pinched, or hangs in the water.",
    example: "A disposer on a cord of 5 ft that lies on the floor of the cabinet.",
    citation: |edition| cite(edition, Some(("422.16(B)(1), (2)", Confidence::Sure)), None),
    check,
};

const fn twin(inches: u32, mm: u32) -> TwinLimit {
    TwinLimit { inches: Some(Length::inches(inches)), metric: Length::mm(mm) }
}

/// Least and most. NEC 422.16(B)(1), (2), from memory, sure.
fn limits(kind: EquipmentKind, year: u16) -> (TwinLimit, TwinLimit) {
    match kind {
        EquipmentKind::Disposer => (twin(18, 450), twin(36, 900)),
        _ if year >= 2017 => (twin(36, 900), twin(78, 2_000)),
        _ => (twin(36, 900), twin(48, 1_200)),
    }
}

fn check(situation: &RoomSituation) -> Vec<Finding> {
    if situation.basis.edition.profile() == Profile::Cec {
        return Vec::new();
    }
    let by_cord = |kind| matches!(kind, EquipmentKind::Disposer | EquipmentKind::Dishwasher);
    each(situation, by_cord, |piece| of(situation, piece))
}

fn of(situation: &RoomSituation, piece: &Piece) -> Vec<Finding> {
    let (least, most) = limits(piece.what.kind, situation.basis.edition.year());
    match (piece.what.by_cord, piece.what.cord) {
        (None, _) => vec![piece.ask("is it by a cord and plug, or wired in?", "by_cord")],
        (Some(false), _) => vec![piece.meets("it is wired in")],
        (Some(true), None) => vec![piece.ask("measure its cord", "cord")],
        (Some(true), Some(cord)) => {
            let what = format!("The cord of the {}", piece.label());
            let long_enough = at_least(situation.basis, piece.label(), &what, cord, least);
            let what = format!("cord of the {}", piece.label());
            vec![long_enough, judge_maximum(situation.basis, piece.label(), &what, cord, most, Said::AT_A_BOX)]
        }
    }
}

#[cfg(test)]
mod tests {
    use super::super::testing::with;
    use crate::facts::EquipmentKind;
    use crate::quantity::Length;
    use crate::rules::Verdict;
    use crate::rules::room::testing::verdict;
    use crate::standard::Edition;

    #[test]
    fn a_disposer_eighteen_to_thirty_six_and_a_dishwasher_by_edition() {
        // NEC 422.16(B)(1), (2), from memory, sure.
        let scene =
            |kind, inches| with(kind, |piece| (piece.by_cord, piece.cord) = (Some(true), Some(Length::inches(inches))));
        let judge = |scene| verdict("appliance-cord", &scene).0;
        use EquipmentKind::{Dishwasher, Disposer};
        assert_eq!(judge(scene(Disposer, 24)), Verdict::Meets);
        assert_eq!((judge(scene(Disposer, 12)), judge(scene(Disposer, 60))), (Verdict::Violates, Verdict::Violates));
        assert_eq!(judge(scene(Dishwasher, 60)), Verdict::Meets);
        assert_eq!(judge(scene(Dishwasher, 60).under(Edition::Nec2014)), Verdict::Violates);
        assert_eq!(judge(with(Disposer, |piece| piece.by_cord = Some(false))), Verdict::Meets);
    }
}
