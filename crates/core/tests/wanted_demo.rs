//! Every box of the demo asked to feed something, and to take something beside what is in it: each answer says what stands against it,
//! or can be made and keeps every rule.

#![allow(clippy::expect_used, reason = "a test that cannot go on should stop")]

use nailpunch_core::assess::Assessed;
use nailpunch_core::facts::{
    BoxId, Bundle, InWall, InWallSeen, OutletPlace, RunWay, StudNear, StudSide, Tested, WallFinish, Wanted, WantedKind,
    WantedPlace, WantedSource,
};
use nailpunch_core::quantity::Length;
use nailpunch_core::repair::WantedPlan;

/// A wish of which everything that is asked is said.
fn wish(id: u16, kind: WantedKind, source: BoxId, beside: bool) -> Wanted {
    Wanted {
        at: Some(if beside { WantedPlace::Box(source) } else { WantedPlace::New(OutletPlace::Elsewhere) }),
        from: (!beside).then_some(WantedSource::Box(source)),
        works: Some(source),
        height: Some(Length::inches(16)),
        finish: Some(WallFinish::GypsumBoard),
        stud: Some(StudNear { side: StudSide::Left, away: Length::inches(6) }),
        cavity: Some(Length::sixteenths(56)),
        in_wall: InWall::ALL.map(|what| InWallSeen { what, there: false }).to_vec(),
        asbestos: Some(Tested::Clear),
        lead: Some(Tested::Clear),
        way: Some(RunWay::Closed),
        length: Some(Length::inches(120)),
        ..Wanted::new(id, kind)
    }
}

#[test]
fn every_box_of_the_demo_answers() {
    let bundle: Bundle =
        serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).expect("the demo");
    let mut facts = bundle.facts();
    let ids: Vec<BoxId> = facts.boxes().into_iter().map(|(_, record)| record.id).collect();
    let kinds = [WantedKind::Receptacle, WantedKind::Switch, WantedKind::Luminaire, WantedKind::Feed];
    let asked = ids.iter().flat_map(|id| kinds.map(|kind| (*id, kind, false)));
    let asked: Vec<_> = asked.chain(ids.iter().map(|id| (*id, WantedKind::Receptacle, true))).collect();
    let mut plans: Vec<WantedPlan> = Vec::new();
    let room = facts.rooms.iter().position(|known| known.room.name == "Lower sitting room").expect("it is there");
    for some in asked.chunks(20) {
        let wanted = (1..).zip(some).map(|(id, (source, kind, beside))| wish(id, *kind, *source, *beside));
        facts.rooms[room].room.sketch.wanted = wanted.collect();
        let assessed = Assessed::of(&facts);
        let found =
            assessed.rooms.iter().find(|known| known.record.name == "Lower sitting room").expect("it is judged");
        plans.extend(found.found.wanted.iter().cloned());
    }
    assert_eq!(plans.len(), asked.len());
    for plan in &plans {
        assert_eq!(
            plan.ready,
            plan.against.is_empty() && plan.open.is_empty() && !plan.boxes.is_empty(),
            "{}",
            plan.label
        );
        assert_eq!(plan.ready, !plan.steps.is_empty() && !plan.materials.is_empty(), "{}", plan.label);
        for known in plan.boxes.iter().filter(|_| plan.ready) {
            let fill = known.fill.as_ref().expect("it has conductors");
            assert!(fill.over.is_none(), "{}: {} is overfilled", plan.label, known.label);
        }
    }
    let ready = plans.iter().filter(|plan| plan.ready).count();
    // Most boxes of this house cannot: old wiring, dangers, circuits that are kept. Some can, of each kind but the feed of a switch.
    assert!(ready >= 10 && ready < plans.len() / 2, "{ready} of {} can be made", plans.len());
}
