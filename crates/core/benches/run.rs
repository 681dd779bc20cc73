//! What a cable run costs: its rules with 500 holes, and the whole demo. Figures: docs/performance.md.

#![allow(missing_docs, clippy::unwrap_used, reason = "a benchmark")]

use divan::Bencher;
use nailpunch_core::assess::Assessed;
use nailpunch_core::facts::{AuditFacts, Bundle, CableRun, Course, RunId};
use nailpunch_core::jot::{RunLineRequest, read_run_line};
use nailpunch_core::quantity::UnitSystem;
use nailpunch_core::rules::{RunSituation, judge_run};

fn main() {
    divan::main();
}

/// A run with 500 holes, every fourth too near the edge, through long framing.
fn run() -> CableRun {
    let lines = [
        "nm 12-2 20a",
        "bored 99 m / hole 200 x375 every 260 edge 40 / hole 330 x125 every 780 edge 20 bare",
        "studs 6 m edge 40 / staple 300",
    ];
    let found = lines.iter().fold(Course::default(), |course, line| {
        let request = RunLineRequest { line: (*line).to_owned(), course, stretch: None, units: UnitSystem::Metric };
        read_run_line(&request).unwrap().course
    });
    CableRun { found, ..CableRun::new(RunId(uuid::Uuid::nil()), "long") }
}

#[divan::bench]
fn run_rules_of_500_holes(bencher: Bencher) {
    let (run, basis) = (run(), nailpunch_core::facts::Basis::default());
    let situation = RunSituation { run: &run, course: &run.found, known: None, basis: &basis, wired_under: None };
    bencher.bench(|| judge_run(&situation));
}

#[divan::bench]
fn run_of_500_holes_with_its_repairs(bencher: Bencher) {
    let bundle: Bundle = serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).unwrap();
    let facts = bundle.facts();
    let facts = AuditFacts { rooms: Vec::new(), items: Vec::new(), runs: vec![run()], ..facts };
    bencher.bench(|| Assessed::of(&facts).counts());
}
