//! A whole audit in the order of the walk, and changing that order.

use nailpunch_core::facts::{
    Audit, AuditFacts, BoxId, BoxRecord, CableRun, Circuit, Panel, Pointer, Problem, Room, RoomFacts, RoomId, WorkItem,
};
use rusqlite::{Transaction, params};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::journal::{Author, Entry, journal, last_change};
use crate::record::{Revised, all, get, refuse, require_audit};
use crate::{Store, StoreError};

/// A whole audit in the order of the walk.
#[derive(Debug, Clone, PartialEq, Eq)]
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
}

/// A room in the walk.
#[derive(Debug, Clone, PartialEq, Eq)]
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

pub(crate) fn rooms(transaction: &Transaction, audit_id: &str) -> Result<Vec<Revised<Room>>, StoreError> {
    all(
        transaction,
        "SELECT record, revision FROM room WHERE audit_id = ?1 AND deleted = 0 ORDER BY position, id",
        audit_id,
    )
}

fn boxes(transaction: &Transaction, audit_id: &str) -> Result<Vec<Revised<BoxRecord>>, StoreError> {
    all(
        transaction,
        "SELECT record, revision FROM box WHERE audit_id = ?1 AND deleted = 0 ORDER BY position, id",
        audit_id,
    )
}

pub(crate) fn items(transaction: &Transaction, audit_id: &str) -> Result<Vec<Revised<WorkItem>>, StoreError> {
    all(
        transaction,
        "SELECT record, revision FROM item WHERE audit_id = ?1 AND deleted = 0 AND subject_id IN (
           SELECT box.id FROM box JOIN room ON room.id = box.room_id
           WHERE box.audit_id = ?1 AND box.deleted = 0 AND room.deleted = 0
           UNION ALL SELECT id FROM panel WHERE audit_id = ?1 AND deleted = 0
           UNION ALL SELECT id FROM room WHERE audit_id = ?1 AND deleted = 0
           UNION ALL SELECT id FROM run WHERE audit_id = ?1 AND deleted = 0)
         ORDER BY id",
        audit_id,
    )
}

pub(crate) fn circuits(transaction: &Transaction, audit_id: &str) -> Result<Vec<Revised<Circuit>>, StoreError> {
    all(
        transaction,
        "SELECT record, revision FROM circuit WHERE audit_id = ?1 AND deleted = 0 ORDER BY name, id",
        audit_id,
    )
}

pub(crate) fn panels(transaction: &Transaction, audit_id: &str) -> Result<Vec<Revised<Panel>>, StoreError> {
    all(transaction, "SELECT record, revision FROM panel WHERE audit_id = ?1 AND deleted = 0 ORDER BY rowid", audit_id)
}

pub(crate) fn runs(transaction: &Transaction, audit_id: &str) -> Result<Vec<Revised<CableRun>>, StoreError> {
    all(transaction, "SELECT record, revision FROM run WHERE audit_id = ?1 AND deleted = 0 ORDER BY rowid", audit_id)
}

pub(crate) fn walk(transaction: &Transaction, audit_id: &str) -> Result<AuditWalk, StoreError> {
    let audit = get::<Audit>(transaction, audit_id)?;
    let mut rooms: Vec<WalkRoom> =
        rooms(transaction, audit_id)?.into_iter().map(|room| WalkRoom { room, boxes: Vec::new() }).collect();
    let places: std::collections::HashMap<RoomId, usize> =
        rooms.iter().enumerate().map(|(index, room)| (room.room.record.id, index)).collect();
    for record in boxes(transaction, audit_id)? {
        // A box in a deleted room is hidden with it.
        if let Some(&index) = places.get(&record.record.room) {
            rooms[index].boxes.push(record);
        }
    }
    let (items, circuits) = (items(transaction, audit_id)?, circuits(transaction, audit_id)?);
    let (panels, runs) = (panels(transaction, audit_id)?, runs(transaction, audit_id)?);
    Ok(AuditWalk { audit, rooms, items, circuits, panels, runs })
}

pub(crate) fn walk_to_box(transaction: &Transaction, audit_id: &str, box_id: &str) -> Result<AuditWalk, StoreError> {
    let audit = get::<Audit>(transaction, audit_id)?;
    let record = get::<BoxRecord>(transaction, box_id)?;
    let room = get::<Room>(transaction, &record.record.room.to_string())?;
    let items = all(
        transaction,
        "SELECT record, revision FROM item WHERE subject_id = ?1 AND deleted = 0 ORDER BY id",
        box_id,
    )?;
    let rooms = vec![WalkRoom { room, boxes: vec![record] }];
    // What feeds it is said by the panels and the circuits.
    let (circuits, panels) = (circuits(transaction, audit_id)?, panels(transaction, audit_id)?);
    Ok(AuditWalk { audit, rooms, items, circuits, panels, runs: Vec::new() })
}

impl Store {
    /// Every audit that is not deleted and can be read, by name; each without its records that cannot.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn audits(&self) -> Result<Vec<AuditWalk>, StoreError> {
        self.read(|transaction| {
            let mut statement =
                transaction.prepare_cached("SELECT id FROM audit WHERE deleted = 0 ORDER BY name, id")?;
            let ids: Vec<String> = statement.query_map([], |row| row.get(0))?.collect::<Result<_, _>>()?;
            let walks = ids.iter().map(|id| walk(transaction, id));
            walks.filter(|walk| !matches!(walk, Err(StoreError::Unreadable { .. }))).collect()
        })
    }

    /// The record of every audit that is not deleted and can be read, by name, with the number of its last change: while that is
    /// the same, so is all that is in it.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn audits_at(&self) -> Result<Vec<(Revised<Audit>, i64)>, StoreError> {
        self.read(|transaction| {
            let mut statement =
                transaction.prepare_cached("SELECT id FROM audit WHERE deleted = 0 ORDER BY name, id")?;
            let ids: Vec<String> = statement.query_map([], |row| row.get(0))?.collect::<Result<_, _>>()?;
            let mut found = Vec::new();
            for id in ids {
                match get::<Audit>(transaction, &id) {
                    Ok(audit) => found.push((audit, last_change(transaction, &id)?)),
                    Err(StoreError::Unreadable { .. }) => {}
                    Err(error) => return Err(error),
                }
            }
            Ok(found)
        })
    }

    /// One audit with all that is in it.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub fn walk(&self, audit_id: &str) -> Result<AuditWalk, StoreError> {
        self.read(|transaction| walk(transaction, audit_id))
    }

    /// The circuits of an audit, by name.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub fn circuits(&self, audit_id: &str) -> Result<Vec<Revised<Circuit>>, StoreError> {
        self.read(|transaction| {
            require_audit(transaction, audit_id)?;
            circuits(transaction, audit_id)
        })
    }

    /// One box of an audit with its room, the audit's record and what was said of its findings: a walk of one box, without
    /// panels and circuits.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub fn walk_to_box(&self, audit_id: &str, box_id: &str) -> Result<AuditWalk, StoreError> {
        self.read(|transaction| walk_to_box(transaction, audit_id, box_id))
    }

    /// Puts the rooms and boxes of an audit in a new order, boxes into other rooms as well. Rooms and boxes that are not
    /// named keep their place behind the others.
    ///
    /// # Errors
    /// [`StoreError::Invalid`] when a room or box named is not in the audit, or one is named twice.
    pub fn set_order(&self, audit_id: &str, order: &[RoomOrder], author: &Author) -> Result<(), StoreError> {
        self.write(|transaction| {
            require_audit(transaction, audit_id)?;
            let before = walk(transaction, audit_id)?;
            check_order(&before, order)?;
            let old: Vec<RoomOrder> = before
                .rooms
                .iter()
                .map(|room| RoomOrder {
                    room: room.room.record.id,
                    boxes: room.boxes.iter().map(|record| record.record.id).collect(),
                })
                .collect();
            let rooms: std::collections::HashMap<BoxId, RoomId> =
                old.iter().flat_map(|room| room.boxes.iter().map(move |id| (*id, room.room))).collect();
            let order = completed(order, &old);
            let mut position = 0_i64;
            for room in &order {
                position += 1;
                transaction
                    .prepare_cached("UPDATE room SET position = ?2 WHERE id = ?1")?
                    .execute(params![room.room.to_string(), position])?;
                for id in &room.boxes {
                    position += 1;
                    transaction
                        .prepare_cached("UPDATE box SET position = ?2 WHERE id = ?1")?
                        .execute(params![id.to_string(), position])?;
                    if rooms.get(id) != Some(&room.room) {
                        transaction
                            .prepare_cached(
                                "UPDATE box SET room_id = ?2, record = json_set(record, '$.room', ?2),
                                 revision = revision + 1 WHERE id = ?1",
                            )?
                            .execute(params![id.to_string(), room.room.to_string()])?;
                    }
                }
            }
            let (before, after) = (serde_json::to_string(&old)?, serde_json::to_string(&order)?);
            let entry = Entry {
                audit_id,
                kind: "order",
                subject: audit_id,
                action: "change",
                before: Some(&before),
                after: Some(&after),
            };
            journal(transaction, author, &entry)
        })
    }
}

/// The order wanted, with what it does not name behind it: rooms at the end, boxes at the end of their room.
fn completed(order: &[RoomOrder], old: &[RoomOrder]) -> Vec<RoomOrder> {
    let named: std::collections::HashSet<BoxId> = order.iter().flat_map(|room| room.boxes.iter().copied()).collect();
    let mut whole = order.to_vec();
    for room in old {
        let rest = room.boxes.iter().copied().filter(|id| !named.contains(id));
        match whole.iter_mut().find(|known| known.room == room.room) {
            Some(known) => known.boxes.extend(rest),
            None => whole.push(RoomOrder { room: room.room, boxes: rest.collect() }),
        }
    }
    whole
}

fn check_order(walk: &AuditWalk, order: &[RoomOrder]) -> Result<(), StoreError> {
    let mut problems = Vec::new();
    let mut seen = std::collections::HashSet::new();
    for (index, room) in order.iter().enumerate() {
        let place = Pointer::root().at(index);
        if !walk.rooms.iter().any(|known| known.room.record.id == room.room) {
            problems.push(Problem::new(&place.at("room"), "this audit has no such room; load the walk again"));
        }
        if !seen.insert(room.room.0) {
            problems.push(Problem::new(&place.at("room"), "this room is named twice"));
        }
        for (index, id) in room.boxes.iter().enumerate() {
            let place = place.at("boxes").at(index);
            if !walk.rooms.iter().flat_map(|room| &room.boxes).any(|known| known.record.id == *id) {
                problems.push(Problem::new(&place, "this audit has no such box; load the walk again"));
            }
            if !seen.insert(id.0) {
                problems.push(Problem::new(&place, "this box is named twice"));
            }
        }
    }
    refuse(problems)
}
