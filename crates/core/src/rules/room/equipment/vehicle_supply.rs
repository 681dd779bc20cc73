//! `vehicle-supply`: a charger has a circuit of its own for 125 % of what it draws.

use super::super::{RoomCheck, RoomSituation};
use super::{Piece, each};
use crate::facts::EquipmentKind;
use crate::quantity::Amount;
use crate::rules::{Finding, Rule, Side};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "vehicle-supply",
    title: "Supply of the vehicle charger",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "what it is set to draw, its breaker and conductors, whether it is alone on its circuit and by a plug",
    reads: &[],
    limit: "A circuit of its own; breaker and conductors for 125 % of what it draws. By a plug its receptacle is GFCI-protected since 2020.",
    why: "It draws its full current for hours, every night.",
    example: "A charger of 40 A on a breaker of 40 A: 50 A is required.",
    citation: |edition| {
        let nec = ("625.40, 625.41, 625.54", Confidence::Sure);
        cite(edition, Some(nec), Some(("86-300, 8-106", Confidence::MayBeOff)))
    },
    check,
};

/// The edition that asks for GFCI at its receptacle. NEC 625.54, from memory, sure.
const GFCI_SINCE: u16 = 2020;

fn check(situation: &RoomSituation) -> Vec<Finding> {
    let nec = situation.basis.edition.profile() == Profile::Nec && situation.basis.edition.year() >= GFCI_SINCE;
    each(
        situation,
        |kind| kind == EquipmentKind::VehicleSupply,
        |piece| {
            let by_plug = (nec && piece.what.by_cord != Some(false)).then(|| gfci(piece));
            [alone(piece)].into_iter().chain(load(piece)).chain(by_plug).collect()
        },
    )
}

fn alone(piece: &Piece) -> Finding {
    match piece.what.alone {
        None => piece.ask("is anything else on its circuit?", "alone"),
        Some(true) => piece.meets("it is alone on its circuit"),
        Some(false) => piece.violates("something else is on its circuit"),
    }
}

fn load(piece: &Piece) -> Vec<Finding> {
    let Some(draws) = piece.what.amperes else {
        return vec![piece.ask("read what it is set to draw", "amperes")];
    };
    let least = u16::try_from((u32::from(draws) * 125).div_ceil(100)).unwrap_or(u16::MAX);
    let judge = |what: &str, has: u16| {
        let finding = if has >= least {
            piece.meets(&format!("{what} {has} A, and {least} A are asked for by {draws} A"))
        } else {
            piece.violates(&format!("{what} {has} A; {draws} A for hours ask for {least} A"))
        };
        let short = (has < least).then(|| Amount::amperes(least - has));
        finding.with_figures(Amount::amperes(has), Amount::amperes(least), Side::AtLeast, short)
    };
    let breaker = piece.what.breaker.map_or_else(
        || piece.ask("read the rating of its breaker", "breaker"),
        |breaker| judge("its breaker has", breaker),
    );
    let conductor = match piece.what.conductor.zip(piece.carries()) {
        Some((gauge, carries)) => judge(&format!("{gauge} copper carries"), carries),
        None => piece.ask("read the size of its conductors", "conductor"),
    };
    vec![breaker, conductor]
}

fn gfci(piece: &Piece) -> Finding {
    match (piece.what.by_cord, piece.what.gfci) {
        (None, _) => piece.ask("is it by a plug, or wired in?", "by_cord"),
        (Some(_), None) => piece.ask("is its receptacle GFCI-protected?", "gfci"),
        (Some(_), Some(true)) => piece.meets("its receptacle is GFCI-protected"),
        (Some(_), Some(false)) => piece.violates("its receptacle is not GFCI-protected").since(GFCI_SINCE),
    }
}

#[cfg(test)]
mod tests {
    use super::super::testing::with;
    use crate::facts::Equipment;
    use crate::facts::EquipmentKind;
    use crate::quantity::Gauge;
    use crate::rules::Verdict;
    use crate::rules::room::testing::verdict;
    use crate::standard::Edition;

    fn judge(edition: Edition, set: impl Fn(&mut Equipment)) -> Verdict {
        let scene = with(EquipmentKind::VehicleSupply, |piece| {
            (piece.amperes, piece.breaker, piece.conductor) = (Some(40), Some(50), Some(Gauge::Awg8));
            (piece.alone, piece.by_cord) = (Some(true), Some(false));
            set(piece);
        });
        verdict("vehicle-supply", &scene.under(edition)).0
    }

    #[test]
    fn forty_amperes_ask_for_fifty() {
        // NEC 625.41, 625.40, 625.54, from memory, sure; 8 AWG copper carries 50 A at 75 °C.
        let nec = |set: &dyn Fn(&mut Equipment)| judge(Edition::Nec2023, set);
        assert_eq!(nec(&|_| ()), Verdict::Meets);
        assert_eq!(nec(&|piece| piece.breaker = Some(40)), Verdict::Violates);
        assert_eq!(nec(&|piece| piece.conductor = Some(Gauge::Awg10)), Verdict::Violates);
        assert_eq!(nec(&|piece| piece.alone = Some(false)), Verdict::Violates);
        let by_plug = |piece: &mut Equipment| (piece.by_cord, piece.gfci) = (Some(true), Some(false));
        assert_eq!((nec(&by_plug), judge(Edition::Nec2017, by_plug)), (Verdict::Violates, Verdict::Meets));
        assert_eq!(nec(&|piece| piece.amperes = None), Verdict::NotMeasured);
    }
}
