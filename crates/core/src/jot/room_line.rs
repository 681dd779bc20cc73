//! The line typed in a room: one line, one wall, as one walks along it with a tape; or an island, or what stands on no wall.
//! Documented in docs/jot.md.
//!
//! ```text
//! line   = wall | island | "else" { outlet } | "top" length | equipment | wanted (each in its own file)
//! wall   = [ name ":" ] { thing length [ "x" length ] [ "back" length ] [ "@" length ] | length } [ "=" length ] [ corner ] [ "/" { outlet } ]
//! island = ( "island" | "peninsula" ) length length [ "/" { outlet } ]
//! outlet = [ tag ] [ "o" | "sw" | "half" | "within" | "range" | "dryer" ] [ length ] { "h" length | "off" length }
//! corner = "corner" | "out" | "in45" | "out45" | "on"
//! ```

use serde::Serialize;
use utoipa::ToSchema;

use super::line_words::{LengthError, Words};
use super::room_request::{LONGEST, RoomLineError, RoomLineRequest};
use super::{equipment_line, wanted_line};
use crate::facts::{
    Corner, Equipment, Island, Outlet, OutletKind, OutletPlace, Sketch, Wall, WallPart, WallPartKind, WantedPlace,
    free_number,
};
use crate::quantity::Length;

/// A sketch after a line.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RoomLine {
    /// The sketch with what the line says in its place.
    pub sketch: Sketch,
    /// What was understood, in plain words.
    pub says: String,
}

/// Other words for things.
const ALSO: [(&str, WallPartKind); 12] = [
    ("win", WallPartKind::Window),
    ("op", WallPartKind::Opening),
    ("ctr", WallPartKind::Counter),
    ("refrigerator", WallPartKind::Refrigerator),
    ("ref", WallPartKind::Refrigerator),
    ("stove", WallPartKind::Range),
    ("cook", WallPartKind::Cooktop),
    ("cab", WallPartKind::Cabinet),
    ("fire", WallPartKind::Fireplace),
    ("vanity", WallPartKind::Basin),
    ("bath", WallPartKind::Tub),
    ("heat", WallPartKind::Heater),
];

pub(super) const CORNERS: [(&str, Corner); 5] = [
    ("corner", Corner::Inside),
    ("out", Corner::Outside),
    ("in45", Corner::InsideHalf),
    ("out45", Corner::OutsideHalf),
    ("on", Corner::Straight),
];

pub(super) const OUTLETS: [(&str, OutletKind); 6] = [
    ("o", OutletKind::Receptacle),
    ("sw", OutletKind::Switch),
    ("half", OutletKind::Switched),
    ("within", OutletKind::Within),
    ("range", OutletKind::Range),
    ("dryer", OutletKind::Dryer),
];

fn outlet_kind(word: &str) -> Option<OutletKind> {
    OUTLETS.iter().find(|(name, _)| name.eq_ignore_ascii_case(word)).map(|(_, kind)| *kind)
}

fn thing(word: &str) -> Option<WallPartKind> {
    let named = WallPartKind::ALL.into_iter().find(|kind| kind.name() == word);
    named.or_else(|| ALSO.iter().find(|(name, _)| *name == word).map(|(_, kind)| *kind))
}

/// Reads a line on to a sketch.
///
/// # Errors
/// [`RoomLineError`] when something of it is not understood; nothing of it is taken then.
///
/// # Example
/// ```
/// use nailpunch_core::jot::{RoomLineRequest, read_room_line};
/// use nailpunch_core::facts::Sketch;
/// use nailpunch_core::quantity::UnitSystem;
///
/// let line = "north: 3' door 2'8 6'4 / 1' 8'".to_owned();
/// let request = RoomLineRequest::new(line, Sketch::default(), UnitSystem::Inch);
/// let read = read_room_line(&request).expect("a wall");
/// assert_eq!(read.says, "North wall, 12 ft: door 2 ft 8 in; 2 outlets.");
/// ```
pub fn read_room_line(request: &RoomLineRequest) -> Result<RoomLine, RoomLineError> {
    if request.line.chars().count() > LONGEST {
        return Err(RoomLineError::TooLong);
    }
    let about = [request.wall, request.island, request.equipment, request.wanted];
    if request.line.trim().is_empty() && about.iter().any(Option::is_some) {
        return Ok(taken_out(request));
    }
    let (name, rest) = match request.line.split_once(':') {
        Some((name, rest)) => (Some(name.trim()), rest),
        None => (None, request.line.as_str()),
    };
    let rest = rest.replace('@', " @ ").replace('=', " = ").replace(',', " ");
    let words: Vec<&str> = rest.split_whitespace().collect();
    let mut words = Words { words, at: 0, units: request.units };
    match words.peek() {
        None if name.is_none() => Err(RoomLineError::Empty),
        Some(word @ ("island" | "peninsula")) => {
            words.at += 1;
            island(request, word, &mut words)
        }
        Some("else") => {
            words.at += 1;
            let mut sketch = request.sketch.clone();
            let elsewhere = |outlet: &Outlet| outlet.place == OutletPlace::Elsewhere;
            put_outlets(request, &mut sketch, &mut words, elsewhere, |_, _| Ok(OutletPlace::Elsewhere))?;
            let count = sketch.outlets.iter().filter(|outlet| elsewhere(outlet)).count();
            Ok(RoomLine { sketch, says: format!("{} on no wall.", outlets(count)) })
        }
        Some(equipment_line::WORD) => {
            words.at += 1;
            equipment(request, name.unwrap_or_default(), &mut words)
        }
        Some(wanted_line::WORD) => {
            words.at += 1;
            wanted(request, name.unwrap_or_default(), &mut words)
        }
        Some("top") => {
            words.at += 1;
            let top = words.length("top")?;
            let sketch = Sketch { counter_height: Some(top), ..request.sketch.clone() };
            Ok(RoomLine { sketch, says: format!("Counters {} high.", top.say_run(request.units)) })
        }
        _ => wall(request, name.unwrap_or_default(), &mut words),
    }
}

/// The sketch without the wall or the island whose line was emptied, and without the outlets on it.
fn taken_out(request: &RoomLineRequest) -> RoomLine {
    let mut sketch = request.sketch.clone();
    sketch.walls.retain(|wall| Some(wall.id) != request.wall);
    sketch.islands.retain(|island| Some(island.id) != request.island);
    sketch.equipment.retain(|piece| Some(piece.id) != request.equipment);
    sketch.wanted.retain(|wanted| Some(wanted.id) != request.wanted);
    sketch.outlets.retain(|outlet| match outlet.place {
        OutletPlace::Wall { wall, .. } | OutletPlace::Floor { wall, .. } => Some(wall) != request.wall,
        OutletPlace::Island(island) => Some(island) != request.island,
        OutletPlace::Elsewhere => true,
    });
    // What is wanted there stays wanted, its place to be said anew.
    for wanted in &mut sketch.wanted {
        let gone = match wanted.at {
            Some(WantedPlace::New(OutletPlace::Wall { wall, .. } | OutletPlace::Floor { wall, .. })) => {
                Some(wall) == request.wall
            }
            Some(WantedPlace::New(OutletPlace::Island(island))) => Some(island) == request.island,
            _ => false,
        };
        if gone {
            wanted.at = None;
        }
    }
    RoomLine { sketch, says: "Taken out, with its outlets.".to_owned() }
}

fn equipment(request: &RoomLineRequest, name: &str, words: &mut Words) -> Result<RoomLine, RoomLineError> {
    let mut sketch = request.sketch.clone();
    let known = request.equipment.filter(|id| sketch.equipment.iter().any(|piece| piece.id == *id));
    let id = known.unwrap_or_else(|| free_number(sketch.equipment.iter().map(|piece| piece.id)));
    let piece = equipment_line::read(id, name, words)?;
    let says = format!("{}.", crate::quantity::capitalised(&piece.label()));
    match sketch.equipment.iter_mut().find(|known| known.id == id) {
        // What feeds it is chosen, not typed.
        Some(known) => *known = Equipment { fed: known.fed.take(), ..piece },
        None => sketch.equipment.push(piece),
    }
    Ok(RoomLine { sketch, says })
}

fn wanted(request: &RoomLineRequest, name: &str, words: &mut Words) -> Result<RoomLine, RoomLineError> {
    let mut sketch = request.sketch.clone();
    let known = request.wanted.filter(|id| sketch.wanted.iter().any(|wanted| wanted.id == *id));
    let id = known.unwrap_or_else(|| free_number(sketch.wanted.iter().map(|wanted| wanted.id)));
    let known = wanted_line::Known { boxes: &request.all_boxes, panels: &request.panels };
    let wanted = wanted_line::read(id, name, words, &known)?;
    let says = format!("Wanted: {}.", wanted.kind.name());
    match sketch.wanted.iter_mut().find(|known| known.id == id) {
        Some(known) => *known = wanted,
        None => sketch.wanted.push(wanted),
    }
    Ok(RoomLine { sketch, says })
}

fn outlets(count: usize) -> String {
    if count == 1 { "1 outlet".to_owned() } else { format!("{count} outlets") }
}

fn further(cursor: Length, by: Length) -> Result<Length, RoomLineError> {
    Length::from_nm(cursor.nm() + by.nm()).map_err(|_| RoomLineError::TooFar)
}

fn wall(request: &RoomLineRequest, name: &str, words: &mut Words) -> Result<RoomLine, RoomLineError> {
    let mut sketch = request.sketch.clone();
    let known = request.wall.and_then(|id| sketch.wall(id)).cloned();
    let id = known.as_ref().map_or_else(|| free_number(sketch.walls.iter().map(|wall| wall.id)), |wall| wall.id);
    let mut wall = Wall { id, name: name.to_owned(), length: None, corner: Corner::Inside, parts: Vec::new() };
    let (mut cursor, mut total) = (Length::ZERO, None);
    while let Some(word) = words.peek() {
        if word == "/" {
            break;
        }
        if words.is_length() {
            cursor = further(cursor, words.length("wall")?)?;
            continue;
        }
        words.at += 1;
        let lower = word.to_lowercase();
        if lower == "=" {
            total = Some(words.length("=")?);
        } else if let Some(what) = thing(&lower) {
            let width = words.length(word)?;
            let depth = if words.take("x") { Some(words.length("x")?) } else { None };
            let behind = if words.take("back") { Some(words.length("back")?) } else { None };
            let placed = words.take("@");
            let from = if placed { words.length("@")? } else { cursor };
            // A window whose place was taped lies over what stands before it.
            if !placed || what.stands_on_floor() {
                cursor = further(from, width)?;
            }
            further(from, width)?;
            wall.parts.push(WallPart { what, from, width, depth, behind });
        } else if let Some((_, corner)) = CORNERS.iter().find(|(name, _)| *name == lower) {
            wall.corner = *corner;
        } else {
            return Err(RoomLineError::UnknownThing(word.to_owned()));
        }
    }
    wall.length = total.or((cursor > Length::ZERO).then_some(cursor));
    let parts: Vec<String> =
        wall.parts.iter().map(|part| format!("{} {}", part.what.name(), part.width.say_run(request.units))).collect();
    let label = wall.label();
    match sketch.walls.iter_mut().find(|known| known.id == id) {
        Some(known) => *known = wall.clone(),
        None => sketch.walls.push(wall.clone()),
    }
    words.take("/");
    let here = |outlet: &Outlet| outlet.on_wall().is_some_and(|(known, _)| known == id);
    let place = |at: Option<Length>, off: Option<Length>| {
        let at = at.ok_or_else(|| LengthError::None("/".to_owned()))?;
        Ok(match off {
            Some(off) => OutletPlace::Floor { wall: id, at, off },
            None => OutletPlace::Wall { wall: id, at },
        })
    };
    put_outlets(request, &mut sketch, words, here, place)?;
    let count = sketch.outlets.iter().filter(|outlet| here(outlet)).count();
    let length = wall.length.map_or_else(|| "not measured".to_owned(), |length| length.say_run(request.units));
    let along = if parts.is_empty() { String::new() } else { format!(": {}", parts.join(", ")) };
    let says = format!("{label}, {length}{along}; {}.", outlets(count));
    Ok(RoomLine { sketch, says: crate::quantity::capitalised(&says) })
}

fn island(request: &RoomLineRequest, word: &str, words: &mut Words) -> Result<RoomLine, RoomLineError> {
    let mut sketch = request.sketch.clone();
    let known = request.island.filter(|id| sketch.islands.iter().any(|island| island.id == *id));
    let id = known.unwrap_or_else(|| free_number(sketch.islands.iter().map(|island| island.id)));
    let (length, width) = (words.length(word)?, words.length(word)?);
    let island = Island { id, length: Some(length), width: Some(width), peninsula: word == "peninsula" };
    let label = island.label();
    match sketch.islands.iter_mut().find(|known| known.id == id) {
        Some(known) => *known = island,
        None => sketch.islands.push(island),
    }
    words.take("/");
    let here = |outlet: &Outlet| outlet.place == OutletPlace::Island(id);
    put_outlets(request, &mut sketch, words, here, |_, _| Ok(OutletPlace::Island(id)))?;
    let count = sketch.outlets.iter().filter(|outlet| here(outlet)).count();
    let (long, wide) = (length.say_run(request.units), width.say_run(request.units));
    let says = format!("{label}, {long} by {wide}; {}.", outlets(count));
    Ok(RoomLine { sketch, says: crate::quantity::capitalised(&says) })
}

/// The outlets behind the slash, in the place of those that were `here` before.
fn put_outlets(
    request: &RoomLineRequest,
    sketch: &mut Sketch,
    words: &mut Words,
    here: impl Fn(&Outlet) -> bool,
    place: impl Fn(Option<Length>, Option<Length>) -> Result<OutletPlace, RoomLineError>,
) -> Result<(), RoomLineError> {
    let before: Vec<u16> = sketch.outlets.iter().filter(|outlet| here(outlet)).map(|outlet| outlet.id).collect();
    sketch.outlets.retain(|outlet| !here(outlet));
    let mut numbers = before.into_iter();
    while words.peek().is_some() {
        let (mut kind, mut box_id) = (OutletKind::Receptacle, None);
        let mut at = None;
        if !words.is_length() {
            let word = words.next().unwrap_or_default();
            let tagged = request.boxes.iter().find(|known| known.tag.eq_ignore_ascii_case(word));
            match (tagged, outlet_kind(word)) {
                (Some(known), _) => {
                    box_id = Some(known.id);
                    // What it is may stand behind the tag.
                    if let Some(named) = words.peek().and_then(outlet_kind) {
                        kind = named;
                        words.at += 1;
                    }
                }
                (None, Some(named)) => kind = named,
                (None, None) => return Err(RoomLineError::UnknownOutlet(word.to_owned())),
            }
        }
        if words.is_length() {
            at = Some(words.length("/")?);
        }
        let (mut height, mut off) = (None, None);
        loop {
            if words.take("h") {
                height = Some(words.length("h")?);
            } else if words.take("off") {
                off = Some(words.length("off")?);
            } else {
                break;
            }
        }
        // A box stands in one place: where it stood before it stands no more.
        sketch.outlets.retain(|outlet| box_id.is_none() || outlet.box_id != box_id);
        let taken = |number: &u16| sketch.outlets.iter().any(|outlet| outlet.id == *number);
        let id = numbers
            .by_ref()
            .find(|number| !taken(number))
            .unwrap_or_else(|| free_number(sketch.outlets.iter().map(|outlet| outlet.id)));
        sketch.outlets.push(Outlet { id, box_id, kind, place: place(at, off)?, height });
    }
    Ok(())
}

#[cfg(test)]
#[path = "room_line_tests.rs"]
mod tests;
