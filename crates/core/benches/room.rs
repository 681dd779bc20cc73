//! What a taped room costs: its rules, the fewest outlets, what moving things would save. Figures: docs/performance.md.

#![allow(missing_docs, clippy::unwrap_used, reason = "a benchmark")]

use divan::Bencher;
use nailpunch_core::assess::Assessed;
use nailpunch_core::facts::{AuditFacts, Bundle, Sketch};
use nailpunch_core::jot::{RoomLineRequest, read_room_line};
use nailpunch_core::quantity::UnitSystem;
use nailpunch_core::repair::{missing_outlets, saving_moves};
use nailpunch_core::rules::{Beyond, RoomSituation, judge_room};
use nailpunch_core::standard::RoomKind;

fn main() {
    divan::main();
}

/// A kitchen of 60 ft of wall with 12 openings, cabinets and appliances along it, and too few outlets.
fn room() -> AuditFacts {
    let lines = [
        "north: counter 3' sink 2'9 counter 2' range 2'6 counter 4' fridge 3' 9 / 1'",
        "east: 2' door 2'6 2' window 3' 2' 6",
        "south: 3' door 3' 4' glass 3' 5'",
        "west: cabinet 2' 4' opening 3' 3' / 5'",
    ];
    let sketch = lines.iter().fold(Sketch { kind: Some(RoomKind::Kitchen), ..Sketch::default() }, |sketch, line| {
        let line = (*line).to_owned();
        let request = RoomLineRequest::new(line, sketch, UnitSystem::Inch);
        read_room_line(&request).unwrap().sketch
    });
    let bundle: Bundle = serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).unwrap();
    let mut facts = bundle.facts();
    facts.rooms.truncate(1);
    facts.rooms[0].boxes.clear();
    facts.rooms[0].room.sketch = sketch;
    AuditFacts { items: Vec::new(), circuits: Vec::new(), panels: Vec::new(), runs: Vec::new(), ..facts }
}

/// The room by itself, without boxes and without a house round it.
fn situation_of(facts: &AuditFacts) -> RoomSituation<'_> {
    let (room, basis) = (&facts.rooms[0].room, &facts.audit.basis);
    RoomSituation {
        room,
        sketch: &room.sketch,
        boxes: &[],
        fed_by: &[],
        basis,
        wired_under: None,
        beyond: Beyond::default(),
    }
}

#[divan::bench]
fn whole_demo(bencher: Bencher) {
    let bundle: Bundle = serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).unwrap();
    let facts = bundle.facts();
    bencher.bench(|| Assessed::of(&facts).counts());
}

#[divan::bench]
fn room_of_60_ft_with_12_openings(bencher: Bencher) {
    let facts = room();
    bencher.bench(|| Assessed::of(&facts).counts());
}

#[divan::bench]
fn room_rules_alone(bencher: Bencher) {
    let facts = room();
    let situation = situation_of(&facts);
    bencher.bench(|| judge_room(&situation));
}

#[divan::bench]
fn room_fewest_outlets(bencher: Bencher) {
    let facts = room();
    let situation = situation_of(&facts);
    bencher.bench(|| missing_outlets(&situation, &judge_room(&situation)));
}

#[divan::bench]
fn room_fewest_outlets_and_moves(bencher: Bencher) {
    let facts = room();
    let situation = situation_of(&facts);
    let missing = missing_outlets(&situation, &judge_room(&situation)).map_or(0, |missing| missing.len());
    println!("{missing} outlets missing; {} moves save one", saving_moves(&situation).len());
    bencher.bench(|| saving_moves(&situation));
}
