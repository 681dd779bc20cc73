//! What was met and what was not measured, in a table each instead of a line at every place.

use serde::Serialize;

use crate::place_part::{PlaceKind, PlacePart};

/// The places of one room, each with how many limits it meets.
#[derive(Serialize)]
pub struct MetLine {
    pub room: String,
    pub places: String,
}

/// A limit that was not measured, with the places where it was not.
#[derive(Serialize)]
pub struct MissingLine {
    pub title: &'static str,
    pub places: Vec<String>,
}

/// How many limits each place meets, room by room.
pub fn met(places: &[PlacePart]) -> Vec<MetLine> {
    let mut rooms: Vec<(&str, Vec<String>)> = Vec::new();
    for place in places {
        let (room, name) = match place.kind {
            PlaceKind::Box => (place.room.as_str(), place.name.as_str()),
            PlaceKind::Room => (place.name.as_str(), "the room"),
            PlaceKind::Panel => ("Panels", place.name.as_str()),
            PlaceKind::Run => ("Cable runs", place.name.as_str()),
        };
        let line = format!("{name}\u{a0}{}", place.met);
        match rooms.iter_mut().find(|(known, _)| *known == room) {
            Some((_, lines)) => lines.push(line),
            None => rooms.push((room, vec![line])),
        }
    }
    rooms.into_iter().map(|(room, lines)| MetLine { room: room.to_owned(), places: lines.join("; ") }).collect()
}

/// What was not measured, what is wanting in most places first.
pub fn missing(places: &[PlacePart]) -> Vec<MissingLine> {
    let mut lines: Vec<MissingLine> = Vec::new();
    for place in places {
        for title in &place.missing {
            match lines.iter_mut().find(|line| line.title == *title) {
                Some(line) => line.places.push(place.name.clone()),
                None => lines.push(MissingLine { title, places: vec![place.name.clone()] }),
            }
        }
    }
    lines.sort_by_key(|line| std::cmp::Reverse(line.places.len()));
    lines
}
