//! `wall-spacing`: no point along a wall is far from an outlet.

use super::{RoomCheck, RoomSituation, of_spaces, wall_demand};
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "wall-spacing",
    title: "Outlets along the walls",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    // From memory; rooms of before about 1956 were wired with one outlet a wall.
    since: Since::nec(1956),
    needs: "the walls by tape with their doors and cabinets, and where each receptacle is",
    reads: &[],
    limit: "No point along a wall of 2 ft or more is farther than 6 ft from a receptacle, measured along the wall round its \
            corners; in Canada 1.8 m, along walls of 900 mm or more.",
    why: "Cords that have to reach farther lie across doors and under rugs.",
    example: "15 ft of wall between a door and a closet with one outlet at 2 ft: the far end is 13 ft away, over by 7 ft.",
    citation: |edition| cite(edition, Some(("210.52(A)", Confidence::Sure)), Some(("26-722(a)", Confidence::MayBeOff))),
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    match wall_demand(situation) {
        Err(asks) => vec![asks.finding()],
        Ok(None) => Vec::new(),
        Ok(Some(demand)) => of_spaces(situation, &demand, "wall"),
    }
}

#[cfg(test)]
mod tests {
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn walls_worked_by_hand() {
        // A room of 12 ft by 10 ft with a 3 ft door in the middle of one long wall. In inches along each wall.
        let room = |outlets: &[(u16, u32)]| {
            let scene = Scene::rectangle(RoomKind::Bedroom, 144, 120).door(1, 54, 36);
            outlets.iter().fold(scene, |scene, (wall, at)| scene.outlet(*wall, *at))
        };
        // 44 ft of wall less the door is one space of 41 ft: 4 outlets at the fewest.
        assert_eq!(verdict("wall-spacing", &room(&[])).0, Verdict::Violates);
        let four = [(1, 126), (2, 96), (3, 114), (4, 60)];
        // By hand from the door: 36 in, 114, 126, 90 on each side of the tape, and 114 to the door.
        let (found, sentence) = verdict("wall-spacing", &room(&four));
        assert_eq!(found, Verdict::Violates, "{sentence}");
        assert!(sentence.contains("9 ft 6 in") && sentence.contains("over by 3 ft 6 in"), "{sentence}");
        assert_eq!(verdict("wall-spacing", &room(&[(1, 126), (2, 96), (3, 90), (4, 24), (1, 6)])).0, Verdict::Meets);
    }

    #[test]
    fn narrow_walls_high_outlets_and_other_rooms_ask_for_nothing() {
        // 20 in of wall between two doors.
        let narrow = |width: u32| {
            Scene::rectangle(RoomKind::Bedroom, 144, 120)
                .door(1, 0, 62)
                .door(1, 62 + width, 82 - width)
                .door(2, 0, 120)
                .door(3, 0, 144)
                .door(4, 0, 120)
        };
        assert_eq!(verdict("wall-spacing", &narrow(20)).0, Verdict::NotApplicable);
        assert_eq!(verdict("wall-spacing", &narrow(24)).0, Verdict::Violates);
        let high = narrow(24).outlet(1, 70).at_height(70);
        assert_eq!(verdict("wall-spacing", &high).0, Verdict::Violates, "5 ft 10 in is too high");
        assert_eq!(verdict("wall-spacing", &narrow(24).outlet(1, 70).at_height(60)).0, Verdict::Meets);
        let bath = Scene::rectangle(RoomKind::Bathroom, 144, 120);
        assert_eq!(verdict("wall-spacing", &bath).0, Verdict::NotApplicable);
    }

    #[test]
    fn what_was_not_taped_is_no_violation() {
        // One wall of 10 ft: an outlet may be just round either corner.
        let one = |inches: u32| Scene::walls(RoomKind::Bedroom, &[inches]);
        assert_eq!(verdict("wall-spacing", &one(120)).0, Verdict::NotMeasured);
        // Of 20 ft: its middle is 10 ft from both ends.
        assert_eq!(verdict("wall-spacing", &one(240)).0, Verdict::Violates);
        let unplaced = Scene::rectangle(RoomKind::Bedroom, 144, 120).with_box("B4");
        let (found, sentence) = verdict("wall-spacing", &unplaced);
        assert_eq!((found, sentence.as_str()), (Verdict::NotMeasured, "Place B4 on the sketch of the room."));
    }

    #[test]
    fn older_rooms_and_the_canadian_figures() {
        let scene = Scene::rectangle(RoomKind::Living, 144, 120).door(1, 0, 36);
        assert_eq!(verdict("wall-spacing", &scene.clone().wired(1940)).0, Verdict::Legacy);
        // 800 mm of wall (31 1/2 in): a wall space here, and none in Canada.
        let narrow = Scene::rectangle(RoomKind::Living, 144, 120)
            .door(1, 0, 112)
            .door(2, 0, 120)
            .door(3, 0, 144)
            .door(4, 0, 120);
        assert_eq!(verdict("wall-spacing", &narrow).0, Verdict::Violates);
        assert_eq!(verdict("wall-spacing", &narrow.canadian()).0, Verdict::NotApplicable);
    }
}
