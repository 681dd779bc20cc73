//! A whole audit with the revisions of its records, in the order of the walk; putting it in another order.

use std::collections::{HashMap, HashSet};

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::{
    Audit, AuditFacts, BoxId, BoxRecord, CableRun, Circuit, Panel, Pointer, Problem, Room, RoomFacts, RoomId, WorkItem,
};

/// A record with its revision.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct Revised<T> {
    /// Rises by one with every change.
    pub revision: u32,
    /// The record.
    pub record: T,
}

/// A whole audit in the order of the walk, wherever it is kept: in the store or on a device.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct AuditWalk {
    /// The audit.
    pub audit: Revised<Audit>,
    /// Its rooms, each with its boxes.
    pub rooms: Vec<WalkRoom>,
    /// Its work items.
    pub items: Vec<Revised<WorkItem>>,
    /// Its circuits.
    pub circuits: Vec<Revised<Circuit>>,
    /// Its panels.
    pub panels: Vec<Revised<Panel>>,
    /// Its cable runs.
    pub runs: Vec<Revised<CableRun>>,
}

impl AuditWalk {
    /// Its facts, without their revisions.
    pub fn facts(&self) -> AuditFacts {
        let rooms = self.rooms.iter().map(|known| RoomFacts {
            room: known.room.record.clone(),
            boxes: known.boxes.iter().map(|record| record.record.clone()).collect(),
        });
        AuditFacts {
            audit: self.audit.record.clone(),
            rooms: rooms.collect(),
            items: self.items.iter().map(|item| item.record.clone()).collect(),
            circuits: self.circuits.iter().map(|circuit| circuit.record.clone()).collect(),
            panels: self.panels.iter().map(|panel| panel.record.clone()).collect(),
            runs: self.runs.iter().map(|run| run.record.clone()).collect(),
        }
    }

    /// The revision of a box's record.
    pub fn box_revision(&self, id: BoxId) -> u32 {
        let mut boxes = self.rooms.iter().flat_map(|room| &room.boxes);
        boxes.find(|known| known.record.id == id).map_or(0, |known| known.revision)
    }

    /// The revision of an item's record; 0 where nothing is stored of it yet.
    pub fn item_revision(&self, item: Option<&WorkItem>) -> u32 {
        let known = item.and_then(|item| self.items.iter().find(|known| known.record.id == item.id));
        known.map_or(0, |known| known.revision)
    }

    /// The order that its rooms and boxes stand in.
    pub fn order(&self) -> Vec<RoomOrder> {
        let boxes = |room: &WalkRoom| room.boxes.iter().map(|record| record.record.id).collect();
        self.rooms.iter().map(|room| RoomOrder { room: room.room.record.id, boxes: boxes(room) }).collect()
    }

    /// Why rooms and boxes cannot be put in an order: one is not of this audit, or is named twice.
    pub fn order_problems(&self, order: &[RoomOrder]) -> Vec<Problem> {
        let mut problems = Vec::new();
        let mut seen = HashSet::new();
        for (index, room) in order.iter().enumerate() {
            let place = Pointer::root().at(index);
            if !self.rooms.iter().any(|known| known.room.record.id == room.room) {
                problems.push(Problem::new(&place.at("room"), "this audit has no such room; load the walk again"));
            }
            if !seen.insert(room.room.0) {
                problems.push(Problem::new(&place.at("room"), "this room is named twice"));
            }
            for (index, id) in room.boxes.iter().enumerate() {
                let place = place.at("boxes").at(index);
                if !self.rooms.iter().flat_map(|room| &room.boxes).any(|known| known.record.id == *id) {
                    problems.push(Problem::new(&place, "this audit has no such box; load the walk again"));
                }
                if !seen.insert(id.0) {
                    problems.push(Problem::new(&place, "this box is named twice"));
                }
            }
        }
        problems
    }

    /// The order wanted, with what it does not name behind it: rooms at the end, boxes at the end of their room.
    pub fn completed(&self, order: &[RoomOrder]) -> Vec<RoomOrder> {
        let named: HashSet<BoxId> = order.iter().flat_map(|room| room.boxes.iter().copied()).collect();
        let mut whole = order.to_vec();
        for room in self.order() {
            let rest = room.boxes.iter().copied().filter(|id| !named.contains(id));
            match whole.iter_mut().find(|known| known.room == room.room) {
                Some(known) => known.boxes.extend(rest),
                None => whole.push(RoomOrder { room: room.room, boxes: rest.collect() }),
            }
        }
        whole
    }

    /// Puts its rooms and boxes in an order; a box that comes into another room is a change of its record.
    pub fn put_in_order(&mut self, order: &[RoomOrder]) {
        let order = self.completed(order);
        let mut boxes: HashMap<BoxId, Revised<BoxRecord>> =
            self.rooms.iter_mut().flat_map(|room| room.boxes.drain(..)).map(|known| (known.record.id, known)).collect();
        let mut rooms: HashMap<RoomId, WalkRoom> =
            self.rooms.drain(..).map(|room| (room.room.record.id, room)).collect();
        for wanted in order {
            let Some(mut room) = rooms.remove(&wanted.room) else { continue };
            for mut known in wanted.boxes.iter().filter_map(|id| boxes.remove(id)) {
                if known.record.room != wanted.room {
                    known.record.room = wanted.room;
                    known.revision += 1;
                }
                room.boxes.push(known);
            }
            self.rooms.push(room);
        }
    }
}

/// A room in the walk.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WalkRoom {
    /// The room.
    pub room: Revised<Room>,
    /// Its boxes in order.
    pub boxes: Vec<Revised<BoxRecord>>,
}

/// A room with its boxes in the order wanted.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RoomOrder {
    /// The room.
    pub room: RoomId,
    /// Its boxes, first to last.
    pub boxes: Vec<BoxId>,
}
