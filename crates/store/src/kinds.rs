//! The kinds of record: where each is kept.

use nailpunch_core::facts::{Audit, BoxRecord, CableRun, Circuit, Panel, Room, Subject, WorkItem};
use rusqlite::{Transaction, params};

use crate::StoreError;
use crate::record::Stored;

impl Stored for Audit {
    const KIND: &'static str = "audit";

    fn identifier(&self) -> String {
        self.id.to_string()
    }

    fn insert(&self, transaction: &Transaction, _: &str, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached("INSERT INTO audit (id, name, archived, record, revision) VALUES (?1, ?2, ?3, ?4, 1)")?
            .execute(params![self.identifier(), self.name, self.archived, json])?;
        Ok(())
    }

    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached(
                "UPDATE audit SET name = ?2, archived = ?3, record = ?4, revision = revision + 1, deleted = 0
                 WHERE id = ?1",
            )?
            .execute(params![self.identifier(), self.name, self.archived, json])?;
        Ok(())
    }
}

impl Stored for Room {
    const KIND: &'static str = "room";

    fn identifier(&self) -> String {
        self.id.to_string()
    }

    fn insert(&self, transaction: &Transaction, audit_id: &str, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached(
                "INSERT INTO room (id, audit_id, position, record, revision)
                 VALUES (?1, ?2, (SELECT coalesce(max(position), 0) + 1 FROM room WHERE audit_id = ?2), ?3, 1)",
            )?
            .execute(params![self.identifier(), audit_id, json])?;
        Ok(())
    }

    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached("UPDATE room SET record = ?2, revision = revision + 1, deleted = 0 WHERE id = ?1")?
            .execute(params![self.identifier(), json])?;
        Ok(())
    }
}

impl Stored for BoxRecord {
    const KIND: &'static str = "box";

    fn identifier(&self) -> String {
        self.id.to_string()
    }

    fn insert(&self, transaction: &Transaction, audit_id: &str, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached(
                "INSERT INTO box (id, audit_id, room_id, position, record, revision)
                 VALUES (?1, ?2, ?3, (SELECT coalesce(max(position), 0) + 1 FROM box WHERE audit_id = ?2), ?4, 1)",
            )?
            .execute(params![self.identifier(), audit_id, self.room.to_string(), json])?;
        Ok(())
    }

    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached(
                "UPDATE box SET room_id = ?2, record = ?3, revision = revision + 1, deleted = 0 WHERE id = ?1",
            )?
            .execute(params![self.identifier(), self.room.to_string(), json])?;
        Ok(())
    }
}

impl Stored for WorkItem {
    const KIND: &'static str = "item";

    fn identifier(&self) -> String {
        self.id.to_string()
    }

    fn insert(&self, transaction: &Transaction, audit_id: &str, json: &str) -> Result<(), StoreError> {
        let (kind, subject_id) = subject_columns(self.subject);
        transaction
            .prepare_cached(
                "INSERT INTO item (id, audit_id, subject_kind, subject_id, rule, record, revision)
                 VALUES (?1, ?2, ?3, ?4, ?5, ?6, 1)",
            )?
            .execute(params![self.identifier(), audit_id, kind, subject_id, self.rule, json])?;
        Ok(())
    }

    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError> {
        let (kind, subject_id) = subject_columns(self.subject);
        transaction
            .prepare_cached(
                "UPDATE item SET subject_kind = ?2, subject_id = ?3, rule = ?4, record = ?5, revision = revision + 1,
                 deleted = 0 WHERE id = ?1",
            )?
            .execute(params![self.identifier(), kind, subject_id, self.rule, json])?;
        Ok(())
    }
}

/// The table that a subject is kept in, and its identifier there.
pub(crate) fn subject_columns(subject: Subject) -> (&'static str, String) {
    match subject {
        Subject::Box(id) => (BoxRecord::KIND, id.to_string()),
        Subject::Panel(id) => (Panel::KIND, id.to_string()),
        Subject::Room(id) => (Room::KIND, id.to_string()),
        Subject::Run(id) => (CableRun::KIND, id.to_string()),
    }
}

impl Stored for CableRun {
    const KIND: &'static str = "run";

    fn identifier(&self) -> String {
        self.id.to_string()
    }

    fn insert(&self, transaction: &Transaction, audit_id: &str, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached("INSERT INTO run (id, audit_id, name, record, revision) VALUES (?1, ?2, ?3, ?4, 1)")?
            .execute(params![self.identifier(), audit_id, self.name, json])?;
        Ok(())
    }

    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached(
                "UPDATE run SET name = ?2, record = ?3, revision = revision + 1, deleted = 0 WHERE id = ?1",
            )?
            .execute(params![self.identifier(), self.name, json])?;
        Ok(())
    }
}

impl Stored for Circuit {
    const KIND: &'static str = "circuit";

    fn identifier(&self) -> String {
        self.id.to_string()
    }

    fn insert(&self, transaction: &Transaction, audit_id: &str, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached("INSERT INTO circuit (id, audit_id, name, record, revision) VALUES (?1, ?2, ?3, ?4, 1)")?
            .execute(params![self.identifier(), audit_id, self.name, json])?;
        Ok(())
    }

    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached(
                "UPDATE circuit SET name = ?2, record = ?3, revision = revision + 1, deleted = 0 WHERE id = ?1",
            )?
            .execute(params![self.identifier(), self.name, json])?;
        Ok(())
    }
}

impl Stored for Panel {
    const KIND: &'static str = "panel";

    fn identifier(&self) -> String {
        self.id.to_string()
    }

    fn insert(&self, transaction: &Transaction, audit_id: &str, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached("INSERT INTO panel (id, audit_id, name, record, revision) VALUES (?1, ?2, ?3, ?4, 1)")?
            .execute(params![self.identifier(), audit_id, self.name, json])?;
        Ok(())
    }

    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached(
                "UPDATE panel SET name = ?2, record = ?3, revision = revision + 1, deleted = 0 WHERE id = ?1",
            )?
            .execute(params![self.identifier(), self.name, json])?;
        Ok(())
    }
}
