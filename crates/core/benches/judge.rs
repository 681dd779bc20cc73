//! How long it takes to judge one box, and to do all that the stateless endpoint does.

#![allow(missing_docs, clippy::unwrap_used, reason = "a benchmark")]

use divan::Bencher;
use nailpunch_core::assess::{JudgeRequest, judge_box};
use nailpunch_core::facts::{Basis, BoxContents, Seat};
use nailpunch_core::quantity::{UnitSystem, parse_length};
use nailpunch_core::repair::plan_box;
use nailpunch_core::rules::{RULES, Situation, judge};
use nailpunch_core::standard::Severity;

fn main() {
    println!("{} rules in the catalogue: divide `one_box` by that for the time of a rule", RULES.len());
    divan::main();
}

/// A box with two cables, six conductors, all short.
fn contents() -> BoxContents {
    let conductor = |id: u16, cable: u16, colour: &str, role: &str| {
        format!(
            r#"{{"id":{id},"cable":{cable},"gauge":"12","colour":"{colour}","role":"{role}","free_length":69850000}}"#
        )
    };
    let conductors: Vec<String> = [1_u16, 2]
        .into_iter()
        .flat_map(|cable| {
            let first = cable * 3 - 2;
            [
                conductor(first, cable, "black", "ungrounded"),
                conductor(first + 1, cable, "white", "grounded"),
                conductor(first + 2, cable, "bare", "equipment-grounding"),
            ]
        })
        .collect();
    let json = format!(
        r#"{{"depth":69850000,"construction":"nonmetallic","wall_finish":"gypsum-board","location":"living-space",
            "marked_volume":294967152,"fittings":{{"internal_clamps":false}},"stand":{{"set_back":9525000,"gap":0}},
            "supply":{{"amperes":20,"afci":true}},"bare_copper":0,
            "cables":[{{"id":1,"sheath_end":50800000,"clamped":true}},{{"id":2,"sheath_end":50800000,"clamped":true}}],
            "devices":[{{"id":1,"kind":"duplex-receptacle","amperes":15,"seat":"floating","tamper_resistant":true}}],
            "observed":[{{"what":"open-knockout","fault":true}},{{"what":"box-loose","fault":false}},
                {{"what":"cover-missing","fault":false}},{{"what":"plate-cracked","fault":true}}],
            "conductors":[{}]}}"#,
        conductors.join(",")
    );
    serde_json::from_str(&json).unwrap()
}

/// The plan for a box that is short and sunk, and for one whose device also floats, with a knockout open and the plate
/// cracked.
#[divan::bench(args = [2, 5])]
fn plan_with_faults(bencher: Bencher, faults: usize) {
    let (mut contents, basis) = (contents(), Basis::default());
    if faults == 2 {
        contents.observed.clear();
        contents.devices[0].seat = Some(Seat::PlasterEars);
    }
    bencher.bench(|| plan_box(&Situation::new(&contents, &basis), Severity::Workmanship));
}

/// An audit of so many boxes, judged by the whole catalogue: the cost grows as the count does.
#[divan::bench(args = [100, 1_000, 2_000, 10_000], sample_count = 5)]
fn audit(bencher: Bencher, boxes: usize) {
    let basis = Basis::default();
    let audit: Vec<BoxContents> = (0..boxes).map(|_| contents()).collect();
    bencher.bench(|| audit.iter().map(|contents| judge(&Situation::new(contents, &basis)).len()).sum::<usize>());
}

#[divan::bench]
fn one_box(bencher: Bencher) {
    let (contents, basis) = (contents(), Basis::default());
    bencher.bench(|| judge(&Situation::new(&contents, &basis)));
}

#[divan::bench]
fn one_box_with_drawings(bencher: Bencher) {
    let request = JudgeRequest {
        basis: Basis::default(),
        wired_under: None,
        new_work: false,
        repaired: Vec::new(),
        contents: contents(),
        fed_by: vec![],
        rulings: Vec::new(),
        typed: Vec::new(),
    };
    bencher.with_inputs(|| request.clone()).bench_values(judge_box);
}

#[divan::bench(args = ["5", "5-3/4\"", "1' 2 1/2\"", "14.6 cm"])]
fn parse(text: &str) -> bool {
    parse_length(divan::black_box(text), UnitSystem::Inch).is_ok()
}
