//! `wanted-circuit`: the circuit is large enough, and is not kept for something else.

use super::{WantedCheck, WantedSituation, is_general};
use crate::facts::WantedKind;
use crate::rules::{Finding, Rule};
use crate::standard::ampacity::receptacles_allowed;
use crate::standard::{Confidence, Edition, Location, Profile, RoomKind, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<WantedCheck> = Rule {
    code: "wanted-circuit",
    title: "The circuit it would be on",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "the rating of the breaker, and what its circuit is kept for",
    reads: &[],
    limit: "Outlets of general use are on 15 or 20 A. The circuits of kitchen counters, bathroom, laundry and (2017) garage receptacles \
            feed nothing elsewhere, and receptacles there are on such a circuit of 20 A. A larger receptacle has a circuit of its own.",
    why: "A kitchen circuit that lights the hall as well trips with the kettle and leaves the stairs dark.",
    example: "A bedroom receptacle fed from the outlet beside the bathroom basin on the other side of the wall.",
    citation: |edition| {
        let nec = "210.11(C), 210.23, 210.52(B), 210.21(B)";
        cite(edition, Some((nec, Confidence::Sure)), Some(("26-654, 26-656, 14-600", Confidence::CheckFirst)))
    },
    check,
};

/// What a circuit is kept for.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Kept {
    Kitchen,
    Bathroom,
    Laundry,
    Garage,
}

impl Kept {
    const fn name(self) -> &'static str {
        match self {
            Self::Kitchen => "the kitchen and dining receptacles",
            Self::Bathroom => "the bathroom receptacles",
            Self::Laundry => "the laundry receptacles",
            Self::Garage => "the garage receptacles",
        }
    }

    /// What the receptacles of such a room are on.
    ///
    /// # Source
    /// NEC 210.52(B)(1), 210.11(C)(2) to (4); the garage since 2017. From memory, sure. In Canada kitchen and laundry alone, check
    /// first.
    fn of_room(kind: RoomKind, edition: Edition) -> Option<Self> {
        let nec = edition.profile() == Profile::Nec;
        match kind {
            RoomKind::Kitchen => Some(Self::Kitchen),
            RoomKind::Dining if nec => Some(Self::Kitchen),
            RoomKind::Laundry => Some(Self::Laundry),
            RoomKind::Bathroom if nec => Some(Self::Bathroom),
            RoomKind::Garage if nec && edition.year() >= 2017 => Some(Self::Garage),
            _ => None,
        }
    }

    fn of_place(location: Location, edition: Edition) -> Option<Self> {
        match location {
            Location::KitchenCounter | Location::Kitchen => Self::of_room(RoomKind::Kitchen, edition),
            Location::Bathroom | Location::TubOrShower => Self::of_room(RoomKind::Bathroom, edition),
            Location::Laundry => Self::of_room(RoomKind::Laundry, edition),
            Location::Garage => Self::of_room(RoomKind::Garage, edition),
            _ => None,
        }
    }
}

fn check(situation: &WantedSituation) -> Vec<Finding> {
    if situation.wanted.from.is_none() && situation.source().is_none() {
        return Vec::new();
    }
    let Some(amperes) = situation.amperes() else {
        return vec![match situation.source() {
            Some(source) => {
                let words = format!("find the breaker of {} and read its rating", source.record.tag);
                situation.ask("breaker", &words, "from")
            }
            None => situation.ask("breaker", "say the rating of the new breaker", "amperes"),
        }];
    };
    let mut findings = vec![rating(situation, amperes)];
    findings.extend(purpose(situation, amperes));
    findings
}

fn rating(situation: &WantedSituation, amperes: u16) -> Finding {
    let edition = situation.room.basis.edition;
    let from_panel = situation.wanted.source_panel().is_some();
    match situation.wanted.shape.filter(|shape| !is_general(Some(*shape))) {
        Some(shape) if !from_panel => Finding::violates(
            "breaker",
            format!("A {} receptacle has a circuit of its own: feed it from a panel.", shape.name()),
        ),
        Some(shape)
            if !receptacles_allowed(edition.profile(), amperes).contains(&shape.amperes())
                && shape.amperes() != amperes =>
        {
            Finding::violates(
                "breaker",
                format!("A {} receptacle of {} A is not for {amperes} A.", shape.name(), shape.amperes()),
            )
        }
        Some(shape) => Finding::meets("breaker", format!("A {} receptacle on {amperes} A.", shape.name())),
        None if matches!(amperes, 15 | 20) => {
            Finding::meets("breaker", format!("{amperes} A feed outlets of general use."))
        }
        None => Finding::violates("breaker", format!("{amperes} A feed no outlets of general use: 15 or 20 A do.")),
    }
}

fn purpose(situation: &WantedSituation, amperes: u16) -> Vec<Finding> {
    let edition = situation.room.basis.edition;
    let receptacle = situation.wanted.kind == WantedKind::Receptacle && !situation.is_large();
    let Some(kind) = situation.room.sketch.kind else {
        return vec![Finding::not_measured("purpose", "say what kind of room this is", "/kind")];
    };
    let wanted_on = Kept::of_room(kind, edition).filter(|_| receptacle);
    let source = situation.source();
    let kept = source
        .as_ref()
        .filter(|source| source.has_receptacle())
        .and_then(|source| Kept::of_place(source.location()?, edition));
    let tag = source.as_ref().map_or("", |source| source.record.tag.as_str());
    let mut findings = Vec::new();
    match (kept, wanted_on) {
        (Some(kept), Some(on)) if kept == on => {
            findings.push(Finding::meets("purpose", format!("{tag} is on a circuit of {}.", kept.name())));
        }
        // 210.11(C)(3), exception: all of one bathroom may be on the circuit that serves nothing else. From memory, sure.
        (Some(Kept::Bathroom), None) if kind == RoomKind::Bathroom => {
            let words = format!(
                "find out whether the circuit of {tag} serves this bathroom alone: only then may it feed more than receptacles here"
            );
            findings.push(situation.ask("purpose", &words, "from"));
        }
        (Some(kept), _) => findings.push(Finding::violates(
            "purpose",
            format!("{tag} is on a circuit of {}, which feeds nothing elsewhere.", kept.name()),
        )),
        (None, Some(on)) if source.is_some() => findings.push(Finding::violates(
            "purpose",
            format!("A receptacle here is on a circuit of {}, and {tag} is not: feed it from one that is.", on.name()),
        )),
        (None, Some(on)) => {
            findings.push(Finding::meets("purpose", format!("A circuit of its own for {}.", on.name())))
        }
        (None, None) => {
            findings.push(Finding::meets("purpose", "Its circuit is kept for nothing else that we know of."))
        }
    }
    if let Some(on) = wanted_on.filter(|_| edition.profile() == Profile::Nec && amperes != 20) {
        findings.push(Finding::violates(
            "purpose",
            format!("{} are on 20 A, not on {amperes} A.", crate::quantity::capitalised(on.name())),
        ));
    }
    findings
}

#[cfg(test)]
mod tests {
    use super::super::testing::{Wish, verdict};
    use crate::facts::{Device, DeviceKind, WantedKind, WantedSource};
    use crate::rules::Verdict;
    use crate::standard::{Configuration, Edition, Location, RoomKind};

    /// A receptacle wanted in a room of such a kind, from a receptacle at such a place, on so many amperes.
    fn from(kind: RoomKind, place: Location, amperes: Option<u16>) -> Wish {
        let mut wish = Wish::new(WantedKind::Receptacle);
        wish.room.sketch.kind = Some(kind);
        let source = &mut wish.boxes[0].found;
        (source.location, source.supply.amperes) = (Some(place), amperes);
        source.devices = vec![Device::new(1, DeviceKind::DuplexReceptacle)];
        wish
    }

    fn judge(wish: &Wish) -> (Verdict, String) {
        verdict("wanted-circuit", wish)
    }

    #[test]
    fn what_is_kept_for_a_room_feeds_nothing_elsewhere() {
        // NEC 210.11(C), 210.52(B)(2): from memory, sure.
        use Location::{Bathroom, Bedroom, Garage, KitchenCounter, LivingSpace};
        let of = |kind, place, amperes| judge(&from(kind, place, Some(amperes))).0;
        assert_eq!(of(RoomKind::Bedroom, LivingSpace, 15), Verdict::Meets);
        assert_eq!(of(RoomKind::Bedroom, Bathroom, 20), Verdict::Violates);
        assert_eq!(of(RoomKind::Living, KitchenCounter, 20), Verdict::Violates);
        assert_eq!(of(RoomKind::Dining, KitchenCounter, 20), Verdict::Meets);
        assert_eq!(of(RoomKind::Kitchen, LivingSpace, 20), Verdict::Violates);
        assert_eq!(of(RoomKind::Kitchen, KitchenCounter, 15), Verdict::Violates, "small appliances are on 20 A");
        assert_eq!(of(RoomKind::Bedroom, Bedroom, 30), Verdict::Violates);
        let garage = from(RoomKind::Utility, Garage, Some(20));
        assert_eq!(judge(&garage).0, Verdict::Violates);
        assert_eq!(judge(&garage.under(Edition::Nec2014)).0, Verdict::Meets, "its own circuit came in 2017");
        assert_eq!(judge(&from(RoomKind::Bedroom, Bedroom, None)).0, Verdict::NotMeasured);
        let mut lamp = from(RoomKind::Bathroom, Bathroom, Some(20));
        lamp.wanted.kind = WantedKind::Luminaire;
        assert_eq!(judge(&lamp).0, Verdict::NotMeasured, "only where it serves that bathroom alone");
    }

    #[test]
    fn a_large_receptacle_has_a_circuit_of_its_own() {
        // NEC 210.21(B)(1), 210.23: from memory, sure.
        let mut wish = from(RoomKind::Utility, Location::UtilityRoom, Some(20));
        wish.wanted.shape = Some(Configuration::Straight14To30);
        assert!(judge(&wish).1.contains("a circuit of its own"));
        wish.wanted.from = Some(WantedSource::Panel(wish.panel.id));
        wish.wanted.amperes = Some(30);
        assert_eq!(judge(&wish).0, Verdict::Meets);
        wish.wanted.amperes = Some(50);
        assert_eq!(judge(&wish).0, Verdict::Violates);
    }
}
