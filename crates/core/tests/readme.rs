//! The counts that the README names are those of the catalogues.

use nailpunch_core::pocket::{CalculatorsRequest, calculators};
use nailpunch_core::repair::{PANEL_REPAIRS, REPAIRS};
use nailpunch_core::rules::{PANEL_RULES, ROOM_RULES, RULES, WANTED_RULES};

#[test]
fn the_readme_counts_rules_and_repairs_as_they_are() {
    let readme = include_str!("../../../README.md");
    for said in [
        format!("{} rules on everything in a single device", RULES.len()),
        format!("{} rules with ampacity", PANEL_RULES.len()),
        format!("{} rules on outlets along walls and counters", ROOM_RULES.len()),
        format!("{} rules on what is in the wall", WANTED_RULES.len()),
        format!("{} repairs as changes of state", REPAIRS.len()),
        format!("{} repairs with what stays live", PANEL_REPAIRS.len()),
        format!("{} of the trade", calculators(&CalculatorsRequest::default()).len()),
    ] {
        assert!(readme.contains(&said), "the README does not say: {said}");
    }
}
