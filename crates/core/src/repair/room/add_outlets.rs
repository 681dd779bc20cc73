//! `add-outlets`: the fewest outlets that the room lacks, cut in where they serve most.

use super::missing::{MissingOutlet, missing_outlets};
use super::{IN_THE_WALL, NEW_WIRING, RoomChange, RoomFound, RoomRepair};
use crate::facts::{FloorLine, Outlet, OutletKind, OutletPlace, free_number};
use crate::quantity::Length;
use crate::repair::{Act, MaterialLine};
use crate::rules::RoomSituation;
use crate::standard::protection::{self, Asked};
use crate::standard::{Location, Purpose, RoomKind};

/// The repair.
pub const REPAIR: RoomRepair = RoomRepair {
    code: "add-outlets",
    title: "Add the outlets that are missing",
    mends: &["wall-spacing", "counter-spacing", "island-outlet", "bathroom-outlet", "room-outlet", "foyer-outlet"],
    plan,
};

/// Minutes for an outlet cut in and fed along the wall. Common practice, no source.
const MINUTES_EACH: u32 = 75;
/// Cable beyond what runs along the wall, for each outlet: up, down and into both boxes. Common practice, no source.
const CABLE_MORE: Length = Length::inches(72);

fn plan(found: &RoomFound) -> Result<RoomChange, Vec<String>> {
    let situation = &found.situation;
    let missing = missing_outlets(situation, found.results)?;
    if missing.is_empty() {
        return Err(vec!["no outlet is missing here".to_owned()]);
    }
    let mut after = situation.sketch.clone();
    let mut steps = vec![(Act::FindOut, source(situation, &missing))];
    let mut feet = 0;
    for (number, outlet) in (1..).zip(&missing) {
        let id = free_number(after.outlets.iter().map(|known| known.id));
        let (place, from) = (situation.name_place(outlet.place), nearest(situation, outlet.place));
        steps.push((Act::SetBox, format!("Outlet {number}: {place}. Cut in an old-work box clear of the stud.")));
        let cable = match &from {
            Some((name, away)) => {
                let length = *away + CABLE_MORE;
                feet += u32::try_from(length.nm() / Length::inches(12).nm() + 1).unwrap_or(u32::MAX);
                format!("from {name}, {} along the wall", away.say_run(situation.basis.units))
            }
            None => {
                feet += 50;
                "from an outlet of that circuit".to_owned()
            }
        };
        steps.push((
            Act::BringCable,
            format!("Fish 12 AWG cable to outlet {number} {cable}, and clamp it in both boxes; a plate where a stud is bored near its edge."),
        ));
        let new = Outlet { id, box_id: None, kind: OutletKind::Receptacle, place: outlet.place, height: None };
        after.outlets.push(new);
    }
    let count = u32::try_from(missing.len()).unwrap_or(u32::MAX);
    let outdoors = situation.sketch.kind == Some(RoomKind::Outdoors);
    let protected = missing.iter().filter(|outlet| wants_gfci(situation, outlet)).count();
    let protected = u32::try_from(protected).unwrap_or(u32::MAX);
    if protected > 0 {
        let words = "Fit GFCI receptacles where the code asks for them here, or put them on the load of one; tamper-resistant, 6 in of free \
                     conductor in each box.";
        steps.push((Act::NewDevice, words.to_owned()));
    }
    if protected < count {
        let words = "Fit tamper-resistant receptacles, 6 in of free conductor in each box. Where the code asks for AFCI on an extended \
                     circuit, it comes at the breaker or at the first outlet.";
        steps.push((Act::NewDevice, words.to_owned()));
    }
    if outdoors {
        steps.push((Act::Cover, "Close each with an in-use cover, sealed to the wall on three sides.".to_owned()));
    }
    steps.push((
        Act::Read,
        "Read each new outlet and press its test button; then put it on the sketch as left.".to_owned(),
    ));
    let gfci = if outdoors {
        ("gfci-receptacle-tr-wr-20", "GFCI receptacle, tamper- and weather-resistant, 20 A")
    } else {
        ("gfci-receptacle-tr-20", "GFCI receptacle, tamper-resistant, 20 A")
    };
    let (boxes, cover) = if outdoors {
        (
            ("weatherproof-box-1-gang", "weatherproof box, 1 gang"),
            ("in-use-cover-with-gasket", "in-use cover with gasket"),
        )
    } else {
        (
            ("old-work-box-1-gang", "old-work box, 1 gang, 20 in³ or more"),
            ("plate-receptacle-1-gang", "receptacle plate, 1 gang"),
        )
    };
    let plates = ("steel-plate-1-16-in", "steel plate, 1/16 in, for each stud drilled near its edge");
    let lines = [
        (boxes, count),
        (gfci, protected),
        (("receptacle-tr-15", "receptacle, tamper-resistant, 15 A"), count - protected),
        (cover, count),
        (("cable-12-2-feet", "cable, 12 AWG, 2 conductors and ground, by the foot"), feet),
        (plates, 2 * count),
    ];
    let materials = lines
        .into_iter()
        .filter(|(_, count)| *count > 0)
        .map(|(what, count)| MaterialLine::piece(what, count))
        .collect();
    let minutes = 30 + MINUTES_EACH * count;
    Ok(RoomChange { after, steps, cautions: vec![NEW_WIRING, IN_THE_WALL], minutes, materials })
}

/// The edition asks for a GFCI there, or would once more were known of the place.
fn wants_gfci(situation: &RoomSituation, missing: &MissingOutlet) -> bool {
    let at_counter = ["counter-spacing", "island-outlet"].contains(&missing.rule);
    let location = match situation.sketch.kind {
        _ if at_counter => Location::KitchenCounter,
        Some(kind) => kind.location(),
        None => return true,
    };
    let outlet = protection::Outlet {
        kind: protection::OutletKind::Small,
        location,
        purpose: Some(Purpose::General),
        height: None,
        to_water: None,
    };
    !matches!(protection::gfci(situation.basis.edition, &outlet), Asked::No(_))
}

/// Where the feed may come from.
fn source(situation: &RoomSituation, missing: &[MissingOutlet]) -> String {
    let small_appliances = situation.sketch.kind.is_some_and(RoomKind::has_counter_rule);
    let own = match situation.sketch.kind {
        _ if small_appliances => "a small-appliance circuit of 20 A, and from nothing else",
        Some(RoomKind::Bathroom) => "the 20 A circuit of the bathrooms, and from nothing else",
        Some(RoomKind::Laundry) => "the 20 A circuit of the laundry, and from nothing else",
        _ => "a general circuit with room for more",
    };
    let outlets = if missing.len() == 1 { "The outlet is" } else { "The outlets are" };
    format!("{outlets} fed from {own}: find out which breaker that is, and what else is on it.")
}

/// The outlet nearest to a place along the walls, and how far it is.
fn nearest(situation: &RoomSituation, place: OutletPlace) -> Option<(String, Length)> {
    let line = FloorLine::of(situation.sketch).ok()?;
    let OutletPlace::Wall { wall, at } = place else { return None };
    let here = line.position(wall, at)?;
    let away = |at: i64| {
        let straight = (at - here).abs();
        if line.closed { straight.min(line.total - straight) } else { straight }
    };
    let outlets = situation.receptacles_on(&line).map(|(outlet, at)| (away(at), outlet));
    let (distance, outlet) = outlets.min_by_key(|known| known.0)?;
    Some((situation.name_of(outlet), Length::from_nm(distance).ok()?))
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use super::{REPAIR, RoomChange};
    use crate::facts::WallPartKind::{Basin, Counter, Glass, Tub};
    use crate::repair::room::testing;
    use crate::rules::Verdict;
    use crate::rules::room_testing::{Scene, verdict};
    use crate::standard::RoomKind;

    fn plan(scene: &Scene) -> Result<RoomChange, Vec<String>> {
        testing::plan(&REPAIR, scene)
    }

    fn after(scene: &Scene) -> Scene {
        testing::after(&REPAIR, scene)
    }

    #[test]
    fn the_outlets_that_it_adds_serve_the_room() {
        let bedroom = Scene::rectangle(RoomKind::Bedroom, 144, 120).door(1, 54, 36);
        let done = after(&bedroom);
        // 41 ft of wall in one space: 4 outlets at 12 ft each are the fewest, by hand.
        assert_eq!(done.room.sketch.outlets.len(), 4);
        assert!(matches!(verdict("wall-spacing", &done).0, Verdict::Meets | Verdict::Marginal));
        let kitchen = Scene::rectangle(RoomKind::Kitchen, 168, 120).door(3, 0, 168).door(4, 0, 120).door(2, 0, 120);
        let kitchen = kitchen.part(1, Counter, 0, 100);
        let done = after(&kitchen);
        assert_eq!(verdict("counter-spacing", &done).0, Verdict::Meets, "8 ft 4 in take three");
        assert_eq!(done.room.sketch.outlets.len() - 1, 3, "and one on the wall beside the counter");
        let bath = Scene::rectangle(RoomKind::Bathroom, 96, 60).part(1, Basin, 24, 20);
        assert_eq!(verdict("bathroom-outlet", &after(&bath)).0, Verdict::Meets);
        let change = plan(&bath).unwrap();
        // One between two basins serves both; a basin that has one asks for no more.
        let two = Scene::rectangle(RoomKind::Bathroom, 120, 60).part(1, Basin, 12, 20).part(1, Basin, 60, 20);
        assert_eq!(after(&two).room.sketch.outlets.len(), 1);
        let far = Scene::rectangle(RoomKind::Bathroom, 240, 60).part(1, Basin, 12, 20).part(1, Basin, 200, 20);
        assert_eq!(after(&far.clone()).room.sketch.outlets.len(), 2);
        assert_eq!(after(&far.outlet(1, 40)).room.sketch.outlets.len(), 2, "one more beside the second");
        // Never over the tub, whose end is beside the basin here.
        let small = Scene::rectangle(RoomKind::Bathroom, 60, 96).part(4, Tub, 0, 60).deep(30).part(3, Basin, 0, 24);
        let done = after(&small);
        assert_eq!(verdict("bathroom-outlet", &done).0, Verdict::Meets);
        assert_eq!(verdict("tub-zone", &done).0, Verdict::Marginal, "{:?}", done.room.sketch.outlets);
        assert!(change.materials.iter().any(|line| line.code.starts_with("gfci")), "{change:?}");
    }

    #[test]
    fn each_wall_of_a_foyer_gets_one() {
        let foyer = Scene::rectangle(RoomKind::Foyer, 120, 96).door(1, 42, 36).door(3, 42, 36);
        let done = after(&foyer);
        assert_eq!((done.room.sketch.outlets.len(), verdict("foyer-outlet", &done).0), (2, Verdict::Meets));
    }

    #[test]
    fn what_it_brings_goes_by_the_place_and_the_edition() {
        let brings = |scene: &Scene, code: &str| {
            let change = plan(scene).unwrap();
            change.materials.iter().any(|line| line.code.starts_with(code))
        };
        // Laundry: NEC 210.8(A)(10), since 2014; from memory, sure.
        let laundry = Scene::rectangle(RoomKind::Laundry, 96, 60);
        assert!(brings(&laundry, "gfci") && !brings(&laundry.clone().under(crate::standard::Edition::Nec2011), "gfci"));
        assert!(!brings(&Scene::rectangle(RoomKind::Bedroom, 144, 120).door(1, 54, 36), "gfci"));
        let outdoors = Scene::walls(RoomKind::Outdoors, &[480]);
        assert!(brings(&outdoors, "gfci-receptacle-tr-wr") && brings(&outdoors, "in-use-cover"));
    }

    #[test]
    fn what_was_dismissed_asks_for_none() {
        use crate::facts::{Ruling, RulingKind};
        let mut bedroom = Scene::rectangle(RoomKind::Bedroom, 144, 120).door(1, 54, 36);
        let reason = "a room for storage".to_owned();
        bedroom.room.rulings = vec![Ruling { rule: "wall-spacing".to_owned(), kind: RulingKind::Dismiss, reason }];
        assert_eq!(plan(&bedroom).unwrap_err(), ["no outlet is missing here"]);
    }

    #[test]
    fn beyond_the_ends_of_the_tape_one_may_be() {
        // One wall of 20 ft, whatever is round its corners: its middle wants one, by hand, and no more.
        let one = Scene::walls(RoomKind::Bedroom, &[240]);
        assert_eq!(after(&one).room.sketch.outlets.len(), 1);
    }

    #[test]
    fn where_none_can_be_put_it_says_so() {
        let glass = Scene::rectangle(RoomKind::Living, 240, 120).part(1, Glass, 0, 240).door(2, 0, 120).door(3, 0, 240);
        let glass = glass.door(4, 0, 120);
        assert!(plan(&glass).unwrap_err()[0].contains("no outlet can be put"));
        let none = Scene::rectangle(RoomKind::Bathroom, 96, 60);
        assert_eq!(plan(&none).unwrap_err(), ["no outlet is missing here"]);
    }
}
