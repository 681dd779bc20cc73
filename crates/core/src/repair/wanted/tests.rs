#![allow(clippy::expect_used, reason = "a test that cannot go on should stop")]

use proptest::prelude::*;

use super::{WantedPlan, plan_wanted};
use crate::facts::{
    BoxHold, DeviceKind, Hung, HungKind, RunWay, StudNear, StudSide, WallFinish, WantedKind, WantedPlace, WantedSource,
};
use crate::quantity::{Length, Volume};
use crate::rules::wanted_testing::Wish;
use crate::standard::{Configuration, Edition, Location, RoomKind};

fn plan(wish: &Wish) -> WantedPlan {
    wish.asked(plan_wanted)
}

fn brings(plan: &WantedPlan, code: &str) -> u32 {
    plan.materials.iter().filter(|line| line.code.starts_with(code)).map(|line| line.count).sum()
}

fn says(plan: &WantedPlan, words: &str) -> bool {
    plan.steps.iter().any(|step| step.words.contains(words))
}

/// The light K1 with a hot that is always on, and a switch wanted for it.
fn switch_for_light() -> Wish {
    let mut wish = Wish::new(WantedKind::Switch);
    let light = &mut wish.boxes[0].found;
    light.devices.clear();
    light.hung = Some(Hung::new(HungKind::CeilingLuminaire));
    wish.wanted.works = Some(wish.boxes[0].id);
    wish
}

#[test]
fn a_receptacle_from_a_receptacle() {
    let done = plan(&Wish::new(WantedKind::Receptacle));
    assert!(done.ready, "{:?} {:?}", done.against, done.open);
    assert_eq!(done.label, "Receptacle, north wall at 6 ft, from K1");
    // By hand, 14 AWG at 2 in³: in K1 four conductors, the grounds as one, the device as two: 14 in³. In the new box two, one, two: 10.
    let fills: Vec<_> =
        done.boxes.iter().filter_map(|known| Some(known.fill.as_ref()?.required.text.clone())).collect();
    assert_eq!(fills, ["14 in³", "10 in³"]);
    // 10 ft of way and a foot for each end.
    assert_eq!(brings(&done, "cable-14-2-feet"), 12);
    assert_eq!((brings(&done, "old-work-box"), brings(&done, "duplex-receptacle")), (1, 1));
    let phases: Vec<_> = done.steps.iter().map(|step| step.phase).collect();
    assert!(phases.is_sorted() && says(&done, "prove K1 dead"), "{:?}", done.steps);
}

#[test]
fn a_full_box_is_made_larger_for_the_cable() {
    let mut wish = Wish::new(WantedKind::Receptacle);
    // 12.5 in³ hold the 10 in³ of today and not the 14 in³ of tomorrow.
    wish.boxes[0].found.marked_volume = Some(Volume::centi_cubic_inches(1250));
    let done = plan(&wish);
    assert!(done.ready, "{:?}", done.against);
    assert!(says(&done, "K1: take the old box out") && brings(&done, "old-work-box") == 2, "{:?}", done.materials);
    // One that is too full already is made larger as well.
    wish.boxes[0].found.marked_volume = Some(Volume::centi_cubic_inches(900));
    assert!(plan(&wish).ready && says(&plan(&wish), "K1: take the old box out"));
    wish.boxes[0].found.wall_finish = Some(WallFinish::Tile);
    let done = plan(&wish);
    assert!(!done.ready && done.steps.is_empty(), "an old-work box clamps no tile");
    assert!(done.against.iter().any(|reason| reason.contains("K1, with one cable more")), "{:?}", done.against);
    wish.boxes[0].found.marked_volume = None;
    assert!(
        plan(&wish).open.iter().any(|ask| ask.starts_with("K1, with one cable more: ")),
        "its volume is asked first"
    );
}

#[test]
fn a_receptacle_beside_a_switch() {
    let done = plan(&Wish::beside_switch(true));
    assert!(done.ready, "{:?} {:?}", done.against, done.open);
    // By hand: two conductors, the grounds as one, two yokes as four: 14 in³; the smallest of two gangs has 28.
    let fill = done.boxes[0].fill.as_ref().expect("it has conductors");
    assert_eq!(
        (fill.required.text.as_str(), fill.available.as_ref().map(|v| v.text.as_str())),
        ("14 in³", Some("28 in³"))
    );
    assert!(done.cable.is_none() && brings(&done, "cable") == 0 && says(&done, "It grows to the right"));
    let looped = plan(&Wish::beside_switch(false));
    assert!(!looped.ready && looped.boxes.is_empty());
    assert!(looped.against[0].contains("no neutral is in it"), "{:?}", looped.against);
    // Fed from elsewhere it can be: a cable comes in, and its conductors count.
    let mut fed = Wish::beside_switch(false);
    let mut other = fed.boxes[0].clone();
    other.id = crate::facts::BoxId(uuid::Uuid::from_u128(2));
    other.tag = "K2".to_owned();
    other.found = Wish::new(WantedKind::Receptacle).boxes[0].found.clone();
    fed.wanted.from = Some(WantedSource::Box(other.id));
    fed.boxes.push(other);
    let done = plan(&fed);
    assert!(done.ready, "{:?} {:?}", done.against, done.open);
    assert_eq!(
        done.boxes.iter().map(|known| known.label.as_str()).collect::<Vec<_>>(),
        ["K2, with one cable more", "K1, as a box of 2 gangs"]
    );
    assert_eq!(done.boxes[1].fill.as_ref().map(|fill| fill.required.text.as_str()), Some("18 in³"));
}

#[test]
fn what_the_place_asks_for_is_planned() {
    // NEC 210.8(A), 210.12(B): from memory, sure.
    let of = |kind: RoomKind, edition: Edition| {
        let mut wish = Wish::new(WantedKind::Receptacle).under(edition);
        wish.room.sketch.kind = Some(kind);
        wish.boxes[0].found.supply.afci = Some(false);
        wish.boxes[0].found.location = Some(Location::LivingSpace);
        plan(&wish)
    };
    let bedroom = of(RoomKind::Bedroom, Edition::Nec2023);
    assert!(brings(&bedroom, "afci-breaker") == 1 && brings(&bedroom, "gfci") == 0, "{:?}", bedroom.against);
    assert_eq!(brings(&of(RoomKind::Bedroom, Edition::Nec2008), "afci-breaker"), 1);
    let outdoors = of(RoomKind::Outdoors, Edition::Nec2023);
    assert!(
        outdoors.ready && brings(&outdoors, "gfci-receptacle-15-a-tamper--and-weather-resistant") == 1,
        "{:?}",
        outdoors.materials
    );
    assert!(brings(&outdoors, "in-use-cover") == 1 && brings(&outdoors, "weatherproof-box") == 1);
}

#[test]
fn a_circuit_of_its_own() {
    let mut wish = Wish::new(WantedKind::Receptacle);
    wish.room.sketch.kind = Some(RoomKind::Laundry);
    wish.wanted.from = Some(WantedSource::Panel(wish.panel.id));
    (wish.wanted.amperes, wish.wanted.shape) = (Some(30), Some(Configuration::Straight14To30));
    let done = plan(&wish);
    assert!(done.ready, "{:?} {:?}", done.against, done.open);
    // Four wires since 1996; 30 A on 10 AWG: NEC 240.4(D), 250.140, from memory, sure. GFCI for 250 V in a laundry since 2020.
    assert_eq!((brings(&done, "cable-10-3-feet"), brings(&done, "breaker-new-30-gfci")), (12, 1));
    assert!(says(&done, "Work out the load") && says(&done, "two poles"));
    wish.panel.breakers = vec![crate::facts::Breaker::new(1, 1), crate::facts::Breaker::new(2, 4)];
    assert!(plan(&wish).against[0].contains("no two free spaces"));
    wish.wanted.amperes = Some(50);
    assert!(plan(&wish).against.iter().any(|reason| reason.contains("is not for 50 A")));
}

#[test]
fn a_switch_is_a_loop_with_a_neutral() {
    let wish = switch_for_light();
    let done = plan(&wish);
    assert!(done.ready, "{:?} {:?}", done.against, done.open);
    // NEC 404.2(C): a neutral at the switch, since 2011; from memory, sure.
    assert_eq!((brings(&done, "cable-14-3-feet"), brings(&done, "switch-15-a")), (12, 1));
    let mut apart = wish;
    apart.wanted.works = None;
    assert!(plan(&apart).open.iter().any(|ask| ask.contains("which light it works")));
}

#[test]
fn a_light_is_fed_from_its_switch_and_fed_anew() {
    let mut lamp = Wish::beside_switch(true);
    lamp.wanted.kind = WantedKind::Luminaire;
    lamp.wanted.at = Wish::new(WantedKind::Luminaire).wanted.at;
    (lamp.wanted.from, lamp.wanted.works) = (Some(WantedSource::Box(lamp.boxes[0].id)), Some(lamp.boxes[0].id));
    let done = plan(&lamp);
    assert!(done.ready, "{:?} {:?}", done.against, done.open);
    assert!(brings(&done, "round-box") == 1 && says(&done, "its black to the switched hot"));
    // The same light, which is there, gets another feed from the switch.
    let mut light = lamp.boxes[0].clone();
    light.id = crate::facts::BoxId(uuid::Uuid::from_u128(2));
    light.tag = "L1".to_owned();
    (light.found.devices, light.found.hung) = (Vec::new(), Some(Hung::new(HungKind::CeilingLuminaire)));
    lamp.wanted.kind = WantedKind::Feed;
    lamp.wanted.at = Some(WantedPlace::Box(light.id));
    lamp.boxes.push(light);
    let done = plan(&lamp);
    assert!(done.ready, "{:?} {:?}", done.against, done.open);
    assert!(says(&done, "Take the old feed out") && done.boxes[1].label == "L1, with its new feed");
    lamp.boxes[1].found.observe(crate::facts::Observation::NoBox, true);
    assert!(plan(&lamp).against.iter().any(|reason| reason.contains("No box is at L1")));
}

#[test]
fn cable_is_held_to_its_way() {
    let mut wish = Wish::new(WantedKind::Receptacle);
    wish.wanted.way = Some(RunWay::Outdoors);
    // NEC 334.12(B)(4), from memory, sure.
    assert!(plan(&wish).against.iter().any(|reason| reason.starts_with("The cable: ")), "NM cable in the wet");
    (wish.wanted.way, wish.wanted.finish) = (Some(RunWay::Studs), Some(WallFinish::Exposed));
    let done = plan(&wish);
    // NEC 334.30: 12 in from each box and every 4 1/2 ft: 10 ft take three. By hand.
    assert_eq!(
        (done.ready, brings(&done, "cable-staple"), brings(&done, "nail-on-box")),
        (true, 3, 1),
        "{:?}",
        done.against
    );
    (wish.wanted.way, wish.wanted.length) = (None, None);
    assert_eq!(plan(&wish).open.len(), 2);
}

#[test]
fn what_is_dangerous_as_it_is_is_mended_first() {
    let mut wish = Wish::new(WantedKind::Receptacle);
    wish.boxes[0].found.observe(crate::facts::Observation::NeutralGroundJumper, true);
    let done = plan(&wish);
    assert!(!done.ready && done.against.iter().any(|reason| reason.contains("mend it first")), "{:?}", done.against);
}

proptest! {
    #[test]
    fn nothing_is_ready_that_breaks_a_rule_and_nothing_panics(
        kind in 0_usize..4,
        room in 0_usize..15,
        volume in 900_u32..3_000,
        stud in 0_u32..160,
        way in 0_usize..10,
        edition in 0_usize..Edition::ALL.len(),
        finish in 0_usize..7,
        to_panel in any::<bool>(),
    ) {
        let mut wish = Wish::new(WantedKind::ALL[kind]).under(Edition::ALL[edition]);
        wish.room.sketch.kind = Some(RoomKind::ALL[room]);
        wish.boxes[0].found.marked_volume = Some(Volume::centi_cubic_inches(volume));
        wish.wanted.stud = Some(StudNear { side: StudSide::Left, away: Length::sixteenths(stud) });
        wish.wanted.way = Some(RunWay::ALL[way]);
        wish.wanted.finish = Some(WallFinish::ALL[finish]);
        if to_panel {
            wish.wanted.from = Some(WantedSource::Panel(wish.panel.id));
            wish.wanted.amperes = Some(20);
        }
        let done = plan(&wish);
        prop_assert_eq!(done.ready, done.against.is_empty() && done.open.is_empty() && !done.boxes.is_empty());
        prop_assert_eq!(done.ready, !done.steps.is_empty());
        for known in &done.boxes {
            let fits = known.fill.as_ref().and_then(|fill| Some((fill.required.value, fill.available.as_ref()?.value)));
            let fits = fits.is_none_or(|(required, available)| required <= available);
            prop_assert!(!done.ready || fits, "{} is overfilled: {:?}", known.label, known.fill);
        }
    }
}

#[test]
fn a_new_box_begins_with_what_it_will_hold_and_nothing_measured() {
    let done = plan(&Wish::new(WantedKind::Receptacle));
    let begins = &done.boxes[1].begins_with;
    assert_eq!(begins.devices[0].kind, DeviceKind::DuplexReceptacle);
    assert_eq!(begins.conductors.len(), 3);
    assert!(begins.conductors.iter().all(|conductor| conductor.free_length.is_none()));
    assert_ne!(begins.stand.held_by, Some(BoxHold::Wings), "how it is held is looked at");
}
