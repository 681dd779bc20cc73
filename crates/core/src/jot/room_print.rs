//! A sketch as the lines that it can be typed in: each reads as the same wall.

use serde::Serialize;
use utoipa::ToSchema;

use super::line_words::joined;
use super::room_line::{CORNERS, OUTLETS};
use super::room_request::RoomBox;
use super::{equipment_line, wanted_line};
use crate::facts::{Corner, Outlet, OutletKind, OutletPlace, PanelId, Sketch, Wall, WallPart};
use crate::quantity::{Length, UnitSystem};

/// A wall, an island or the rest of a sketch as a line.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct SketchLine {
    /// The wall.
    pub wall: Option<u16>,
    /// The island.
    pub island: Option<u16>,
    /// The piece of equipment.
    pub equipment: Option<u16>,
    /// What is wanted.
    pub wanted: Option<u16>,
    /// As one speaks of it.
    pub label: String,
    /// The line.
    pub line: String,
}

/// A sketch line by line, as it can be typed: its walls, its islands, what is on no wall.
///
/// `boxes` are those of the room, `all_boxes` those of the audit.
pub fn sketch_lines(
    sketch: &Sketch,
    units: UnitSystem,
    boxes: &[RoomBox],
    all_boxes: &[RoomBox],
    panels: &[PanelId],
) -> Vec<SketchLine> {
    const NONE: SketchLine = SketchLine {
        wall: None,
        island: None,
        equipment: None,
        wanted: None,
        label: String::new(),
        line: String::new(),
    };
    let walls = sketch.walls.iter().map(|wall| SketchLine {
        wall: Some(wall.id),
        label: wall.label(),
        line: wall_line(sketch, wall, units, boxes),
        ..NONE
    });
    let islands = sketch.islands.iter().map(|island| {
        let word = if island.peninsula { "peninsula" } else { "island" };
        let side = |length: Option<Length>| length.unwrap_or_default().type_run(units);
        let on_it = typed(sketch, units, boxes, |outlet| outlet.place == OutletPlace::Island(island.id));
        let line = format!("{word} {} {}{on_it}", side(island.length), side(island.width));
        SketchLine { island: Some(island.id), label: island.label(), line, ..NONE }
    });
    let elsewhere = typed(sketch, units, boxes, |outlet| outlet.place == OutletPlace::Elsewhere);
    let elsewhere = (!elsewhere.is_empty()).then(|| SketchLine {
        label: "on no wall".to_owned(),
        line: format!("else{}", elsewhere.replacen(" /", "", 1)),
        ..NONE
    });
    let equipment = sketch.equipment.iter().map(|piece| SketchLine {
        equipment: Some(piece.id),
        label: piece.label(),
        line: equipment_line::print(piece, units),
        ..NONE
    });
    let known = wanted_line::Known { boxes: all_boxes, panels };
    let wanted = sketch.wanted.iter().map(|wanted| SketchLine {
        wanted: Some(wanted.id),
        label: format!("wanted: {}", if wanted.name.is_empty() { wanted.kind.name() } else { &wanted.name }),
        line: wanted_line::print(wanted, units, &known),
        ..NONE
    });
    walls.chain(islands).chain(elsewhere).chain(equipment).chain(wanted).collect()
}

fn wall_line(sketch: &Sketch, wall: &Wall, units: UnitSystem, boxes: &[RoomBox]) -> String {
    let mut words = Vec::new();
    if !wall.name.is_empty() {
        words.push(format!("{}:", wall.name));
    }
    let size = |part: &WallPart| {
        let depth = part.depth.map_or_else(String::new, |depth| format!(" x {}", depth.type_run(units)));
        let behind = part.behind.map_or_else(String::new, |behind| format!(" back {}", behind.type_run(units)));
        format!("{}{depth}{behind}", part.width.type_run(units))
    };
    let mut cursor = 0;
    let mut standing: Vec<&WallPart> = wall.parts.iter().filter(|part| part.what.stands_on_floor()).collect();
    standing.sort_by_key(|part| part.from);
    for part in standing {
        let width = size(part);
        match part.from.nm() - cursor {
            0 => words.push(format!("{} {width}", part.what.name())),
            gap if gap > 0 => {
                words.push(Length::from_nm(gap).unwrap_or_default().type_run(units));
                words.push(format!("{} {width}", part.what.name()));
            }
            _ => words.push(format!("{} {width} @ {}", part.what.name(), part.from.type_run(units))),
        }
        cursor = part.end();
    }
    match wall.length {
        Some(length) if length.nm() > cursor => {
            words.push(Length::from_nm(length.nm() - cursor).unwrap_or_default().type_run(units));
        }
        Some(length) if length.nm() < cursor => words.push(format!("= {}", length.type_run(units))),
        _ => {}
    }
    for part in wall.parts.iter().filter(|part| !part.what.stands_on_floor()) {
        words.push(format!("{} {} @ {}", part.what.name(), size(part), part.from.type_run(units)));
    }
    if wall.corner != Corner::Inside {
        words.extend(CORNERS.iter().find(|(_, corner)| *corner == wall.corner).map(|(name, _)| (*name).to_owned()));
    }
    joined(&words) + &typed(sketch, units, boxes, |outlet| outlet.on_wall().is_some_and(|(id, _)| id == wall.id))
}

/// The outlets that `here` picks, behind their slash; nothing where there are none.
fn typed(sketch: &Sketch, units: UnitSystem, boxes: &[RoomBox], here: impl Fn(&Outlet) -> bool) -> String {
    let one = |outlet: &Outlet| {
        let tag = boxes.iter().find(|known| Some(known.id) == outlet.box_id).map(|known| known.tag.clone());
        let named = OUTLETS.iter().find(|(_, kind)| *kind == outlet.kind).map(|(name, _)| (*name).to_owned());
        let on_wall = outlet.on_wall().map(|(_, at)| at.type_run(units));
        // On a wall a receptacle is what stands where nothing is said; elsewhere the word parts one outlet from the next.
        let said = outlet.kind != OutletKind::Receptacle || on_wall.is_none();
        let named = named.filter(|_| said);
        let off = match outlet.place {
            OutletPlace::Floor { off, .. } => Some(format!("off {}", off.type_run(units))),
            _ => None,
        };
        let height = outlet.height.map(|height| format!("h {}", height.type_run(units)));
        [tag, named, on_wall, height, off].into_iter().flatten().collect::<Vec<_>>().join(" ")
    };
    let all: Vec<String> = sketch.outlets.iter().filter(|outlet| here(outlet)).map(one).collect();
    if all.is_empty() { String::new() } else { format!(" / {}", joined(&all)) }
}
