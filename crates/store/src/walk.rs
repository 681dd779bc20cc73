//! A whole audit in the order of the walk, and changing that order.

use nailpunch_core::facts::{
    Audit, AuditWalk, BoxId, BoxRecord, CableRun, Circuit, Panel, Revised, Room, RoomId, RoomOrder, WalkRoom, WorkItem,
};
use rusqlite::{Transaction, params};

use crate::journal::{Author, Entry, journal, last_change, last_state};
use crate::record::{all, get, refuse, require_audit};
use crate::{Store, StoreError};

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

    /// One audit with all that is in it, and what its state is told from every other by; without it where that is `since`.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub fn records(&self, audit_id: &str, since: Option<&str>) -> Result<(String, Option<AuditWalk>), StoreError> {
        self.read(|transaction| {
            require_audit(transaction, audit_id)?;
            let state = last_state(transaction, audit_id)?;
            let walk = if since == Some(&state) { None } else { Some(walk(transaction, audit_id)?) };
            Ok((state, walk))
        })
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
            refuse(before.order_problems(order))?;
            let old = before.order();
            let rooms: std::collections::HashMap<BoxId, RoomId> =
                old.iter().flat_map(|room| room.boxes.iter().map(move |id| (*id, room.room))).collect();
            let order = before.completed(order);
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
