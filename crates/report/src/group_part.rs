//! The places of a report, grouped by what one would do about them.

use nailpunch_core::assess::ToDo;
use serde::Serialize;

use crate::place_part::PlacePart;

/// The places about which one would do the same.
#[derive(Serialize)]
pub struct GroupPart {
    pub title: &'static str,
    pub says: &'static str,
    pub places: Vec<PlacePart>,
}

/// The groups in which there is anything, the most urgent first; within each, the order of the walk.
pub fn groups(places: Vec<PlacePart>) -> Vec<GroupPart> {
    let mut groups: Vec<GroupPart> =
        ToDo::ALL.map(|to_do| GroupPart { title: to_do.name(), says: to_do.says(), places: Vec::new() }).into();
    for place in places {
        if let Some(to_do) = place.to_do
            && let Some(group) = groups.get_mut(to_do as usize)
        {
            group.places.push(place);
        }
    }
    groups.retain(|group| !group.places.is_empty());
    groups
}
