//! `room-circuit`: the receptacles of a bathroom, a laundry and a garage are on 20 A.

use super::{RoomCheck, RoomSituation, kind_of};
use crate::quantity::Amount;
use crate::rules::{Finding, Rule, Side};
use crate::standard::{Confidence, RoomKind, RuleBasis, Severity, Since, cite};

/// What their circuits have, in amperes. NEC 210.11(C)(2) to (4), from memory, sure.
const ASKED: u16 = 20;

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "room-circuit",
    title: "A 20 A circuit for this room",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::nec(1996),
    needs: "the box of each receptacle, and the rating of its breaker",
    reads: &[],
    limit: "The receptacles of a bathroom (1996), and one at least of a laundry and of a garage (2017), are on a circuit of 20 A that feeds \
            nothing elsewhere.",
    why: "A hair dryer takes 15 A by itself, a washer with its pump more: on a circuit with lights the room goes dark with the wet floor.",
    example: "A bathroom whose one receptacle is on the 15 A circuit of the hall.",
    citation: |edition| cite(edition, Some(("210.11(C)(2), (3), (4)", Confidence::Sure)), None),
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    let kind = match kind_of(situation) {
        Err(asks) => return vec![asks.finding()],
        Ok(kind) => kind,
    };
    // From memory: the laundry's since before 1980, the bathroom's 1996, the garage's 2017.
    let (each, since) = match kind {
        RoomKind::Bathroom => (true, 1996),
        RoomKind::Laundry => (false, 1978),
        RoomKind::Garage => (false, 2017),
        _ => return Vec::new(),
    };
    let receptacles = situation.sketch.outlets.iter().filter(|outlet| situation.is_receptacle(outlet));
    let known: Vec<(String, Option<u16>)> =
        receptacles.map(|outlet| (situation.name_of(outlet), amperes(situation, outlet))).collect();
    if known.is_empty() {
        return Vec::new();
    }
    let finding = |(name, amperes): &(String, Option<u16>)| match amperes {
        None => {
            Finding::not_measured(name.clone(), &format!("find the breaker of {name} and read its rating"), "/outlets")
        }
        Some(amperes) => {
            let words = format!("{name} is on {amperes} A; {ASKED} A are asked for");
            let finding = if *amperes == ASKED {
                Finding::meets(name.clone(), format!("{name} is on {amperes} A."))
            } else {
                Finding::violates(name.clone(), format!("{words} in a {}.", kind.name())).since(since)
            };
            finding.with_figures(Amount::amperes(*amperes), Amount::amperes(ASKED), Side::AtLeast, None)
        }
    };
    if each {
        return known.iter().map(finding).collect();
    }
    // One on 20 A does; else one that is not known may be it.
    let one = known.iter().find(|(_, amperes)| *amperes == Some(ASKED));
    let open = known.iter().find(|(_, amperes)| amperes.is_none());
    one.or(open).or(known.first()).map(finding).into_iter().collect()
}

/// The rating of the breaker of an outlet: by its circuit, else as it is noted at its box.
fn amperes(situation: &RoomSituation, outlet: &crate::facts::Outlet) -> Option<u16> {
    let place = situation.boxes.iter().position(|record| Some(record.id) == outlet.box_id)?;
    let fed_by = situation.fed_by.get(place).map_or(&[][..], Vec::as_slice);
    situation.boxes.get(place)?.found.fed_by(fed_by).supply.amperes
}

#[cfg(test)]
mod tests {
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::{Edition, RoomKind};

    /// Receptacles on breakers of so many amperes.
    fn room(kind: RoomKind, breakers: &[Option<u16>]) -> Scene {
        let scene = Scene::rectangle(kind, 120, 96);
        let each = (0_u32..).zip(breakers);
        each.fold(scene, |scene, (index, amperes)| {
            scene.rated_outlet(&format!("W{index}"), 1, 12 + 12 * index, *amperes)
        })
    }

    #[test]
    fn each_of_a_bathroom_and_one_of_a_laundry() {
        // NEC 210.11(C)(2) to (4), from memory, sure.
        let of = |kind, breakers: &[Option<u16>]| verdict("room-circuit", &room(kind, breakers)).0;
        assert_eq!(of(RoomKind::Bathroom, &[Some(20)]), Verdict::Meets);
        assert_eq!(of(RoomKind::Bathroom, &[Some(20), Some(15)]), Verdict::Violates);
        assert_eq!(of(RoomKind::Bathroom, &[Some(20), None]), Verdict::NotMeasured);
        assert_eq!(of(RoomKind::Laundry, &[Some(15), Some(20)]), Verdict::Meets);
        assert_eq!(of(RoomKind::Laundry, &[Some(15), None]), Verdict::NotMeasured);
        assert_eq!(of(RoomKind::Laundry, &[Some(15)]), Verdict::Violates);
        assert_eq!(of(RoomKind::Garage, &[Some(15)]), Verdict::Violates);
        assert_eq!(verdict("room-circuit", &room(RoomKind::Garage, &[Some(15)]).wired(2012)).0, Verdict::Legacy);
        assert_eq!(verdict("room-circuit", &room(RoomKind::Bathroom, &[Some(15)]).wired(1990)).0, Verdict::Legacy);
        let canadian = room(RoomKind::Bathroom, &[Some(15)]).under(Edition::Cec2021);
        assert_eq!(verdict("room-circuit", &canadian).0, Verdict::NotApplicable);
        assert_eq!(of(RoomKind::Bedroom, &[Some(15)]), Verdict::NotApplicable);
    }
}
