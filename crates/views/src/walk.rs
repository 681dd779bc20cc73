//! The walk through an audit: its rooms, boxes, panels and cable runs at a glance.

use nailpunch_core::assess::sampling::{CohortSample, samples};
use nailpunch_core::assess::{
    Assessed, AssessedPanel, AssessedRoom, AssessedRun, AuditCounts, BoxOverview, Hold, ItemCounts, holds,
};
use nailpunch_core::facts::{Audit, AuditWalk, BoxId, PanelId, PersonRole, Revised, Room, RunId, WalkRoom};
use nailpunch_core::rules::Verdict;
use serde::Serialize;
use utoipa::ToSchema;

/// An audit on the list of jobs.
#[derive(Serialize, ToSchema)]
pub struct AuditOnList {
    /// The audit.
    pub audit: Revised<Audit>,
    /// Its state at a glance.
    pub counts: AuditCounts,
}

/// A room on the run.
#[derive(Serialize, ToSchema)]
pub struct RunRoom {
    /// The room.
    room: Revised<Room>,
    /// Its mark; absent where it was not sketched.
    mark: Option<RoomMark>,
    /// Whom it waits for, beside its boxes.
    awaits: Vec<PersonRole>,
    /// Its boxes in order.
    boxes: Vec<RunBox>,
}

/// A sketched room at a glance.
#[derive(Serialize, ToSchema)]
pub struct RoomMark {
    /// The worst answer of all rules, of the room as left once it was looked at anew.
    worst: Verdict,
    /// Something in it is a danger now.
    dangerous: bool,
    /// Something of it is still open.
    still_open: bool,
    /// Its items.
    items: ItemCounts,
}

fn room_mark(known: &AssessedRoom) -> RoomMark {
    let items = ItemCounts::of(&known.findings);
    RoomMark { worst: known.now().worst, dangerous: known.now().dangerous, still_open: items.open() > 0, items }
}

/// A box on the run.
#[derive(Serialize, ToSchema)]
pub struct RunBox {
    /// The revision of its record.
    pub revision: u32,
    /// Its mark.
    pub overview: BoxOverview,
}

/// A panel at a glance.
#[derive(Serialize, ToSchema)]
pub struct PanelMark {
    /// The panel.
    id: PanelId,
    /// What it is called.
    name: String,
    /// The worst answer of all rules, of the panel as left once it was looked at anew.
    worst: Verdict,
    /// Something at it is a danger now.
    dangerous: bool,
    /// Something of it is still open.
    still_open: bool,
    /// Whom it waits for.
    awaits: Vec<PersonRole>,
    /// Its items.
    items: ItemCounts,
}

fn panel_mark(known: &AssessedPanel) -> PanelMark {
    let items = ItemCounts::of(&known.findings);
    PanelMark {
        id: known.record.id,
        name: known.record.name.clone(),
        worst: known.now().worst,
        dangerous: known.now().dangerous,
        still_open: items.open() > 0,
        awaits: known.awaits.clone(),
        items,
    }
}

/// A cable run at a glance.
#[derive(Serialize, ToSchema)]
pub struct CableRunMark {
    /// The run.
    id: RunId,
    /// What it is called.
    name: String,
    /// How it is wired.
    label: String,
    /// The boxes that it ends at.
    boxes: Vec<BoxId>,
    /// The worst answer of all rules, of the run as left once it was looked at anew.
    worst: Verdict,
    /// Something along it is a danger now.
    dangerous: bool,
    /// Something of it is still open.
    still_open: bool,
    /// Whom it waits for.
    awaits: Vec<PersonRole>,
    /// Its items.
    items: ItemCounts,
}

fn cable_run_mark(known: &AssessedRun) -> CableRunMark {
    let items = ItemCounts::of(&known.findings);
    CableRunMark {
        id: known.record.id,
        name: known.record.name.clone(),
        label: known.record.now().label(),
        boxes: known.record.boxes().collect(),
        worst: known.now().worst,
        dangerous: known.now().dangerous,
        still_open: items.open() > 0,
        awaits: known.awaits.clone(),
        items,
    }
}

/// The walk through an audit: what the run shows.
#[derive(Serialize, ToSchema)]
pub struct Walk {
    /// The audit.
    audit: Revised<Audit>,
    /// Its rooms in order.
    rooms: Vec<RunRoom>,
    /// Its panels.
    panels: Vec<PanelMark>,
    /// Its cable runs.
    cable_runs: Vec<CableRunMark>,
    /// Its state at a glance.
    counts: AuditCounts,
    /// What the boxes that were opened say of those left closed.
    samples: Vec<CohortSample>,
    /// The boxes with hands in them, and what stays off meanwhile.
    hands: Vec<Hold>,
}

/// The rooms of an audit with the marks of their boxes.
fn rooms(walk: &AuditWalk, assessed: &Assessed) -> Vec<RunRoom> {
    let mut marks = assessed.boxes.iter().map(|known| known.answer().overview.clone());
    let of_room = |room: &WalkRoom| {
        let boxes = room.boxes.iter().zip(&mut marks);
        let boxes = boxes.map(|(record, overview)| RunBox { revision: record.revision, overview });
        let mark = assessed.of_room(room.room.record.id).map(room_mark);
        let awaits = assessed.awaits_in(&room.room.record);
        RunRoom { room: room.room.clone(), mark, awaits, boxes: boxes.collect() }
    };
    walk.rooms.iter().map(of_room).collect()
}

impl Walk {
    /// Of an audit and what follows from it.
    pub fn of(walk: &AuditWalk, assessed: &Assessed) -> Self {
        let closed = assessed.boxes.iter().any(|known| known.record.found.conductors.is_empty());
        Self {
            audit: walk.audit.clone(),
            rooms: rooms(walk, assessed),
            panels: assessed.panels.iter().map(panel_mark).collect(),
            cable_runs: assessed.runs.iter().map(cable_run_mark).collect(),
            counts: assessed.counts(),
            samples: if closed { samples(assessed) } else { Vec::new() },
            hands: holds(assessed),
        }
    }
}
