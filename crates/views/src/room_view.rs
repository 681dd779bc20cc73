//! One room: its sketch by tape, and what follows from it.

use nailpunch_core::assess::{Assessed, Memory, RoomJudgement, SubjectWork};
use nailpunch_core::facts::{AuditWalk, PanelId, Revised, Room, RoomId, Sketch, Subject, WalkRoom};
use nailpunch_core::jot::{RoomBox, SketchLine, sketch_lines};
use nailpunch_core::repair::RoomMove;
use serde::Serialize;
use utoipa::ToSchema;

use crate::found_item::FoundItem;

/// One side of a room: as found, or as left.
#[derive(Serialize, ToSchema)]
pub struct RoomSide {
    /// Its sketch.
    sketch: Sketch,
    /// The same line by line, as it can be typed.
    lines: Vec<SketchLine>,
    /// What follows from it.
    judgement: RoomJudgement,
}

/// A room with all that follows from its sketch.
#[derive(Serialize, ToSchema)]
pub struct RoomView {
    /// The room.
    room: Revised<Room>,
    /// As found.
    found: RoomSide,
    /// As left, once it was begun.
    left: Option<RoomSide>,
    /// Its findings, and where each is in its life.
    items: Vec<FoundItem>,
    /// What is done in it.
    work: SubjectWork,
    /// What moving a thing along its wall would save.
    moves: Vec<RoomMove>,
    /// Its boxes, by their tags.
    boxes: Vec<RoomBox>,
    /// All boxes of the audit, by their tags.
    all_boxes: Vec<RoomBox>,
    /// The panels of the audit, in order.
    panels: Vec<PanelId>,
}

impl RoomView {
    /// Of a room of an audit; nothing where it has none such.
    pub fn of(walk: &AuditWalk, id: RoomId, memory: &Memory) -> Option<Self> {
        let facts = walk.facts();
        let assessed = Assessed::of_subject(&facts, Subject::Room(id), memory);
        let room = walk.rooms.iter().find(|room| room.room.record.id == id)?;
        let record = &room.room.record;
        let known = assessed.of_room(id)?;
        let tagged = |room: &WalkRoom| -> Vec<RoomBox> {
            room.boxes.iter().map(|entry| RoomBox { id: entry.record.id, tag: entry.record.tag.clone() }).collect()
        };
        let (boxes, all_boxes) = (tagged(room), walk.rooms.iter().flat_map(tagged).collect::<Vec<_>>());
        let panels: Vec<PanelId> = walk.panels.iter().map(|panel| panel.record.id).collect();
        let units = assessed.facts.audit.basis.units;
        let side = |sketch: &Sketch, judgement: &RoomJudgement| RoomSide {
            sketch: sketch.clone(),
            lines: sketch_lines(sketch, units, &boxes, &all_boxes, &panels),
            judgement: judgement.clone(),
        };
        Some(Self {
            found: side(&record.sketch, &known.found),
            left: record.left.as_ref().map(|left| side(left, known.now())),
            items: FoundItem::of(walk, &known.findings),
            work: known.work.clone(),
            moves: known.saving_moves(assessed.facts),
            room: room.room.clone(),
            boxes,
            all_boxes,
            panels,
        })
    }
}
