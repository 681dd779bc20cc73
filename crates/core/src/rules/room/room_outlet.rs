//! `room-outlet`: at least one receptacle where a room has to have one.

use super::{Asks, RoomCheck, RoomSituation, kind_of};
use crate::facts::FloorLine;
use crate::quantity::{Amount, Length};
use crate::rules::{Finding, Rule, Side};
use crate::standard::{Confidence, RoomKind, RuleBasis, Severity, Since, TwinLimit, cite};

/// A hallway of this length has an outlet. NEC 210.52(H): 10 ft (3 m), measured along its middle; from memory, sure.
const LONG_HALL: Length = Length::inches(120);

/// One outdoors is reached from the ground. NEC 210.52(E)(1): 6 1/2 ft (2 m); from memory, sure.
const FROM_GRADE: TwinLimit = TwinLimit { inches: Some(Length::inches(78)), metric: Length::mm(2_000) };

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "room-outlet",
    title: "An outlet where one is asked for",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    // From memory: laundry 1971, garage and basement 1978, hallway 1987; the youngest goes for all.
    since: Since::nec(1987),
    needs: "what kind of room it is, its receptacles, and of a hallway its walls by tape",
    reads: &[],
    limit: "A laundry, a garage, an unfinished basement and a hallway of 10 ft or more have at least one receptacle; outdoors one at the \
            front and one at the back of the house, 6 1/2 ft above grade at most.",
    why: "Without one the work there is done on a cord from elsewhere, past the protection that the place asks for.",
    example: "A laundry with the washer on a cord through the wall.",
    citation: |edition| {
        let nec = Some(("210.52(E), (F), (G), (H)", Confidence::Sure));
        cite(edition, nec, Some(("26-720, 26-722", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    let kind = match kind_of(situation) {
        Err(asks) => return vec![asks.finding()],
        Ok(kind) => kind,
    };
    match kind {
        RoomKind::Laundry | RoomKind::Garage | RoomKind::UnfinishedBasement | RoomKind::Outdoors => {}
        RoomKind::Hallway => match length_of_hall(situation) {
            Err(asks) => return vec![asks.finding()],
            Ok(length) if length < LONG_HALL => return Vec::new(),
            Ok(_) => {}
        },
        _ => return Vec::new(),
    }
    let reached = |outlet: &&crate::facts::Outlet| {
        kind != RoomKind::Outdoors || outlet.height.is_none_or(|height| height <= FROM_GRADE.strict())
    };
    let receptacles = situation.sketch.outlets.iter().filter(|outlet| situation.is_receptacle(outlet));
    let there = receptacles.filter(reached).count();
    let in_boxes = situation.not_placed().len();
    let name = kind.name();
    vec![if there + in_boxes > 0 {
        Finding::meets("room", format!("This {name} has a receptacle."))
    } else {
        let sentence = format!("No receptacle is on the sketch of this {name}; one at least is asked for.");
        let (found, wanted) = (Amount::count(0), Amount::count(1));
        Finding::violates("room", sentence).with_figures(found, wanted.clone(), Side::AtLeast, Some(wanted))
    }]
}

/// A hallway along its middle: half of its walls without its two ends, of which the shortest wall is one. Exact for a hallway of
/// one width, whatever corners it turns.
///
/// # Errors
/// The question for the tape.
fn length_of_hall(situation: &RoomSituation) -> Result<Length, Asks> {
    let asks = || Asks::new("room", "tape the walls of this hallway all round", "/walls");
    let line = FloorLine::of(situation.sketch).map_err(|_| asks())?;
    let widest = line.walls.iter().map(|wall| wall.length).max().unwrap_or(0);
    if widest >= LONG_HALL.nm() {
        // One wall alone is long enough.
        return Ok(Length::from_nm(widest).unwrap_or(Length::MAX));
    }
    let end = line.walls.iter().map(|wall| wall.length).min().filter(|_| line.closed).ok_or_else(asks)?;
    Ok(Length::from_nm((line.total / 2 - end).max(0)).unwrap_or(Length::MAX))
}

#[cfg(test)]
mod tests {
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn rooms_that_have_one() {
        let of = |scene: &Scene| verdict("room-outlet", scene).0;
        let laundry = Scene::rectangle(RoomKind::Laundry, 96, 60);
        assert_eq!(of(&laundry), Verdict::Violates);
        assert_eq!(of(&laundry.clone().outlet(1, 20)), Verdict::Meets);
        assert_eq!(of(&laundry.with_box("L1")), Verdict::Meets, "it is in the room, wherever it is");
        assert_eq!(of(&Scene::rectangle(RoomKind::Bedroom, 96, 60)), Verdict::NotApplicable);
        let outdoors = |height| Scene::walls(RoomKind::Outdoors, &[480]).outlet(1, 100).at_height(height);
        assert_eq!([of(&outdoors(18)), of(&outdoors(90))], [Verdict::Meets, Verdict::Violates]);
    }

    #[test]
    fn a_hallway_counts_from_ten_feet_along_its_middle() {
        let of = |scene: &Scene| verdict("room-outlet", scene).0;
        assert_eq!(of(&Scene::rectangle(RoomKind::Hallway, 119, 36)), Verdict::NotApplicable);
        assert_eq!(of(&Scene::rectangle(RoomKind::Hallway, 120, 36)), Verdict::Violates);
        // An L of 3 ft width, 7 ft and 6 ft along its outer walls: 7 + 6 - 3 = 10 ft along its middle, by hand.
        let l = Scene::l_shape(RoomKind::Hallway, [84, 72, 36]);
        assert_eq!(of(&l), Verdict::Violates);
        assert_eq!(of(&Scene::l_shape(RoomKind::Hallway, [83, 72, 36])), Verdict::NotApplicable);
    }
}
