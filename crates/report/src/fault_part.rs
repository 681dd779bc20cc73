//! What is wrong, each fault once with every place where it is.

use nailpunch_core::standard::Severity;
use serde::Serialize;

use crate::place_part::PlacePart;
use crate::table::Row;

/// A fault with every place where it is.
#[derive(Serialize)]
pub struct FaultLine {
    pub rule: &'static str,
    pub title: &'static str,
    pub verdict: &'static str,
    pub places: Vec<String>,
}

/// The findings of these places of which `tells` says so, once each with its places by their names: dangers first, then what
/// is found most often.
pub fn faults(places: &[PlacePart], tells: impl Fn(&Row) -> bool) -> Vec<FaultLine> {
    let mut faults: Vec<FaultLine> = Vec::new();
    for place in places {
        let name = &place.name;
        for row in place.rows.iter().filter(|row| row.is_wrong() && tells(row)) {
            match faults.iter_mut().find(|fault| (fault.title, fault.verdict) == (row.title, row.verdict)) {
                Some(fault) if fault.places.contains(name) => {}
                Some(fault) => fault.places.push(name.clone()),
                None => {
                    let Row { rule, title, verdict, .. } = *row;
                    faults.push(FaultLine { rule, title, verdict, places: vec![name.clone()] });
                }
            }
        }
    }
    faults.sort_by_key(|fault| (fault.verdict != Severity::Danger.name(), std::cmp::Reverse(fault.places.len())));
    faults
}
