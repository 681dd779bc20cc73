//! How long it takes to judge one box, and to do all that the stateless endpoint does.

#![allow(missing_docs, clippy::unwrap_used, reason = "a benchmark")]

use divan::Bencher;
use nailpunch_core::judgement::{JudgeRequest, judge_box};
use nailpunch_core::quantity::{UnitSystem, parse_length};
use nailpunch_core::rules::{RULES, Situation, judge};
use nailpunch_core::survey::{Basis, BoxContents};

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
        r#"{{"depth":69850000,"cables":[{{"id":1,"sheath_end":50800000}},{{"id":2,"sheath_end":50800000}}],
            "conductors":[{}]}}"#,
        conductors.join(",")
    );
    serde_json::from_str(&json).unwrap()
}

#[divan::bench]
fn one_box(bencher: Bencher) {
    let (contents, basis) = (contents(), Basis::default());
    bencher.bench(|| judge(&Situation { contents: &contents, basis: &basis, wired_under: None, new_work: false }));
}

#[divan::bench]
fn one_box_with_repairs_and_section(bencher: Bencher) {
    let request = JudgeRequest {
        basis: Basis::default(),
        wired_under: None,
        new_work: false,
        contents: contents(),
        typed: Vec::new(),
    };
    bencher.with_inputs(|| request.clone()).bench_values(judge_box);
}

#[divan::bench(args = ["5", "5-3/4\"", "1' 2 1/2\"", "14.6 cm"])]
fn parse(text: &str) -> bool {
    parse_length(divan::black_box(text), UnitSystem::Inch).is_ok()
}
