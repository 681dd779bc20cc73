//! The limits read a second time: `second_reader/reader.py` has tables and plain arithmetic of its own and says what each
//! limit says of random boxes. `NAILPUNCH_BOXES` is how many; a sample runs with the tests.
#![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

use std::collections::BTreeMap;
use std::path::Path;
use std::process::Command;

use nailpunch_core::facts::{Basis, BoxContents};
use nailpunch_core::quantity::UnitSystem;
use nailpunch_core::rules::{Situation, fill, judge};
use nailpunch_core::standard::{Edition, WiredUnder};
use serde::Deserialize;

#[derive(Deserialize)]
struct Case {
    edition: Edition,
    year: Option<u16>,
    #[serde(rename = "box")]
    contents: BoxContents,
    verdicts: BTreeMap<String, String>,
    required_nl: Option<i64>,
}

#[test]
fn both_readers_say_the_same_of_every_box() {
    let count = std::env::var("NAILPUNCH_BOXES").unwrap_or_else(|_| "20000".to_owned());
    let script = Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/second_reader/reader.py");
    let answer = Command::new("python3").arg(script).args([count.as_str(), "7"]).output().unwrap();
    assert!(answer.status.success(), "{}", String::from_utf8_lossy(&answer.stderr));
    let mut differ = Vec::new();
    let mut compared = 0;
    for line in String::from_utf8(answer.stdout).unwrap().lines() {
        let case: Case = serde_json::from_str(line).unwrap_or_else(|error| unreachable!("{error}: {line}"));
        let basis = Basis { edition: case.edition, ..Basis::default() };
        let wired_under = case.year.map(WiredUnder::Year);
        let results = judge(&Situation { wired_under, ..Situation::new(&case.contents, &basis) });
        for (rule, theirs) in &case.verdicts {
            let ours = results.iter().find(|result| result.rule == rule).unwrap();
            let verdict = serde_json::to_value(ours.verdict).unwrap();
            if verdict != *theirs {
                differ.push(format!("{rule}: {verdict} ({}), the second reader {theirs}: {line}", ours.sentence));
            }
            compared += 1;
        }
        let required = fill(&case.contents, case.edition, UnitSystem::Inch).ok().map(|fill| fill.required.value);
        let near = |ours: i64, theirs: i64| (ours - theirs).abs() <= 10;
        if !required.zip(case.required_nl).map_or(required == case.required_nl, |(ours, theirs)| near(ours, theirs)) {
            differ.push(format!("fill {required:?}, the second reader {:?}: {line}", case.required_nl));
        }
    }
    println!("{compared} verdicts compared");
    assert!(compared >= 8 * 500);
    assert!(differ.is_empty(), "{} differ, as {:#?}", differ.len(), &differ[..differ.len().min(6)]);
}
