//! `appliance-gfci`: a dishwasher is GFCI-protected.

use super::super::{RoomCheck, RoomSituation};
use super::{Piece, each};
use crate::facts::EquipmentKind;
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "appliance-gfci",
    title: "GFCI of the dishwasher",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether the dishwasher is GFCI-protected",
    reads: &[],
    limit: "Since 2014 the outlet of a dishwasher in a dwelling is GFCI-protected.",
    why: "Water and a metal front, and hands in both.",
    example: "A dishwasher of 2018 wired straight from its breaker.",
    citation: |edition| cite(edition, Some(("210.8(D), 422.5(A)", Confidence::MayBeOff)), None),
    check,
};

/// NEC 210.8(D) of 2014, from memory, sure.
const SINCE: u16 = 2014;

fn check(situation: &RoomSituation) -> Vec<Finding> {
    let edition = situation.basis.edition;
    if edition.profile() == Profile::Cec || edition.year() < SINCE {
        return Vec::new();
    }
    each(situation, |kind| kind == EquipmentKind::Dishwasher, |piece| vec![finding(piece)])
}

fn finding(piece: &Piece) -> Finding {
    match piece.what.gfci {
        None => piece.ask("is it GFCI-protected?", "gfci"),
        Some(true) => piece.meets("it is GFCI-protected"),
        Some(false) => piece.violates("it is not GFCI-protected").since(SINCE),
    }
}

#[cfg(test)]
mod tests {
    use super::super::testing::with;
    use crate::facts::EquipmentKind;
    use crate::rules::Verdict;
    use crate::rules::room::testing::verdict;
    use crate::standard::Edition;

    #[test]
    fn since_2014() {
        // NEC 210.8(D), from memory, sure.
        let scene = |gfci| with(EquipmentKind::Dishwasher, |piece| piece.gfci = gfci);
        let judge = |scene| verdict("appliance-gfci", &scene).0;
        assert_eq!((judge(scene(Some(true))), judge(scene(Some(false)))), (Verdict::Meets, Verdict::Violates));
        assert_eq!(judge(scene(Some(false)).wired(2005)), Verdict::Legacy);
        assert_eq!(judge(scene(Some(false)).under(Edition::Nec2011)), Verdict::NotApplicable);
    }
}
