//! `foyer-outlet`: an outlet in each wall space of a large foyer.

use super::{RoomCheck, RoomSituation, foyer_demand};
use crate::quantity::{Amount, Length};
use crate::rules::{Finding, Rule, Side};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "foyer-outlet",
    title: "Outlets in the foyer",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::nec(2011),
    needs: "the walls of the foyer by tape, and where each receptacle is",
    reads: &[],
    limit: "A foyer of more than 60 ft² that is no part of a hallway has a receptacle in each wall space of 3 ft or more; doors and glass \
            beside them down to the floor are none.",
    why: "A lamp or a cleaner there is run on a cord across the way in.",
    example: "A foyer of 10 ft by 8 ft with one outlet for three stretches of wall.",
    citation: |edition| cite(edition, Some(("210.52(I)", Confidence::Sure)), None),
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    let demand = match foyer_demand(situation) {
        Err(asks) => return vec![asks.finding()],
        Ok(None) => return Vec::new(),
        Ok(Some(demand)) => demand,
    };
    let units = situation.basis.units;
    let of = |space: &super::Space| {
        let label = demand.label(situation, space);
        let width = Length::from_nm(space.spread.width()).unwrap_or(Length::MAX).say_run(units);
        let (count, wanted) = (space.outlets.len(), Amount::count(1));
        if count > 0 {
            return Finding::meets(label.clone(), format!("{label}: {width} of wall with an outlet."));
        }
        match situation.ask_to_place() {
            Some(ask) => Finding::not_measured(label, &ask, "/outlets"),
            None => Finding::violates(label.clone(), format!("{width} of foyer wall without an outlet: {label}."))
                .with_figures(Amount::count(count), wanted.clone(), Side::AtLeast, Some(wanted)),
        }
    };
    demand.spaces.iter().map(of).collect()
}

#[cfg(test)]
mod tests {
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::{Edition, RoomKind};

    #[test]
    fn each_wall_space_of_a_large_foyer_has_one() {
        // NEC 210.52(I), from memory, sure: 10 ft by 8 ft are 80 ft²; 10 ft by 6 ft are 60 ft² and no more.
        let of = |scene: &Scene| verdict("foyer-outlet", scene).0;
        let foyer = || Scene::rectangle(RoomKind::Foyer, 120, 96).door(1, 42, 36).door(3, 42, 36);
        assert_eq!(of(&foyer()), Verdict::Violates);
        assert_eq!(of(&foyer().outlet(2, 48)), Verdict::Violates, "the other side has none");
        assert_eq!(of(&foyer().outlet(2, 48).outlet(4, 48)), Verdict::Meets);
        assert_eq!(of(&Scene::rectangle(RoomKind::Foyer, 120, 72)), Verdict::NotApplicable);
        assert_eq!(of(&foyer().wired(1990)), Verdict::Legacy);
        assert_eq!(of(&foyer().under(Edition::Cec2021)), Verdict::NotApplicable);
        assert_eq!(of(&Scene::walls(RoomKind::Foyer, &[120, 96])), Verdict::NotMeasured);
    }

    #[test]
    fn narrow_walls_between_doors_are_none() {
        // 35 in between two doors, and the rest of the room closed off by doors.
        let narrow = |width: u32| {
            let scene = Scene::rectangle(RoomKind::Foyer, 120, 96).door(2, 0, 96).door(3, 0, 120).door(4, 0, 96);
            scene.door(1, 0, 40).door(1, 40 + width, 80 - width)
        };
        assert_eq!(verdict("foyer-outlet", &narrow(35)).0, Verdict::NotApplicable);
        assert_eq!(verdict("foyer-outlet", &narrow(36)).0, Verdict::Violates);
    }
}
