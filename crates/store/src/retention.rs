//! What is kept no longer: deleted records and old changes, a whole audit, a person's name. Nothing of it comes back.

use rusqlite::{Transaction, params};
use serde::Serialize;

use crate::journal::{Author, Entry, FIRM, journal};
use crate::people::forget;
use crate::{Store, StoreError};

/// How much of what is lost.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize)]
pub struct Lost {
    /// Audits.
    pub audits: usize,
    /// Rooms.
    pub rooms: usize,
    /// Boxes.
    pub boxes: usize,
    /// Panels.
    pub panels: usize,
    /// Cable runs.
    pub runs: usize,
    /// Circuits.
    pub circuits: usize,
    /// Items of work.
    pub items: usize,
    /// Photographs.
    pub photos: usize,
    /// Sealed reports.
    pub seals: usize,
    /// Changes of the journal, which can be taken back no longer.
    pub changes: usize,
}

impl std::fmt::Display for Lost {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        let Self { audits, rooms, boxes, panels, runs, circuits, items, photos, seals, changes } = self;
        write!(
            f,
            "{audits} audits, {rooms} rooms, {boxes} boxes, {panels} panels, {runs} cable runs, {circuits} circuits, {items} items of work, \
             {photos} photographs, {seals} sealed reports, {changes} changes of the journal"
        )
    }
}

/// Where a name stood.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize)]
pub struct Erased {
    /// Fields that held the name and nothing else: they are empty of it now.
    pub fields: usize,
    /// Records and changes that hold it within a longer text, to be changed by hand.
    pub within: u32,
    /// Sealed reports, which hold what they were sealed with: erase their audit to be rid of them.
    pub sealed: u32,
}

/// What a loss is journalled under.
const RETENTION: &str = "retention";

/// The word in the place of a name.
const ERASED: &str = "(erased)";

/// The tables whose rows hang on an audit, those that others hang on last.
const OF_AUDIT: [&str; 9] = ["report_link", "seal", "item", "photo", "circuit", "run", "panel", "box", "room"];

impl Store {
    /// Deletes for good what was deleted before the moment `before` with all that hangs on it, and the changes of the journal
    /// before it; seals and what was said of them stay. Without `really` only what would be lost is answered.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails; nothing is lost then.
    pub fn prune(&self, before: &str, really: bool, author: &Author) -> Result<Lost, StoreError> {
        self.for_good(really, author, "prune", |transaction| {
            let mut lost = Lost::default();
            let gone = |kind: &str| {
                format!(
                    "SELECT id FROM {kind} WHERE deleted = 1 AND NOT EXISTS (
                       SELECT 1 FROM change WHERE kind = '{kind}' AND subject = {kind}.id AND at >= ?1)"
                )
            };
            for audit in ids(transaction, &gone("audit"), before)? {
                add(&mut lost, erase(transaction, &audit)?);
            }
            for room in ids(transaction, &gone("room"), before)? {
                for id in ids(transaction, "SELECT id FROM box WHERE room_id = ?1", &room)? {
                    erase_subject(transaction, "box", &id, &mut lost)?;
                }
                erase_subject(transaction, "room", &room, &mut lost)?;
            }
            for kind in ["box", "panel", "run"] {
                for id in ids(transaction, &gone(kind), before)? {
                    erase_subject(transaction, kind, &id, &mut lost)?;
                }
            }
            lost.circuits += transaction.execute(&delete_those("circuit", &gone("circuit")), [before])?;
            lost.items += transaction.execute(&delete_those("item", &gone("item")), [before])?;
            lost.photos += transaction.execute(&delete_those("photo", &gone("photo")), [before])?;
            // What a seal says of changes counts from its own entry, so that stays.
            let changes = "DELETE FROM change WHERE at < ?1 AND kind NOT IN ('seal', ?2)";
            lost.changes += transaction.execute(changes, [before, RETENTION])?;
            Ok(lost)
        })
    }

    /// Erases an audit with all that hangs on it, its journal and its sealed reports.
    ///
    /// # Errors
    /// [`StoreError::NotFound`]; [`StoreError`] when SQLite fails; nothing is lost then.
    pub fn erase_audit(&self, audit_id: &str, really: bool, author: &Author) -> Result<Lost, StoreError> {
        self.for_good(really, author, "erase-audit", |transaction| {
            let lost = erase(transaction, audit_id)?;
            if lost.audits == 0 {
                return Err(StoreError::NotFound { kind: "audit", id: audit_id.to_owned() });
            }
            Ok(lost)
        })
    }

    /// Takes a person's name out of every field that holds it and nothing else, in records and journal.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails; nothing is changed then.
    pub fn erase_person(&self, name: &str, really: bool, author: &Author) -> Result<Erased, StoreError> {
        self.for_good(really, author, "erase-person", |transaction| {
            let quoted = serde_json::to_string(name)?;
            let inner = quoted.trim_matches('"');
            let erased = serde_json::to_string(ERASED)?;
            let mut done = Erased::default();
            let columns = ["audit", "room", "box", "item", "circuit", "panel", "run", "photo", "firm"]
                .map(|kind| (kind, "record"));
            for (table, column) in columns.into_iter().chain([("change", "before"), ("change", "after")]) {
                let sql =
                    format!("UPDATE {table} SET {column} = replace({column}, ?1, ?2) WHERE instr({column}, ?1) > 0");
                done.fields += transaction.execute(&sql, [&quoted, &erased])?;
                let within = format!("SELECT count(*) FROM {table} WHERE instr({column}, ?1) > 0");
                done.within += transaction.query_row(&within, [inner], |row| row.get::<_, u32>(0))?;
            }
            for table in ["change", "report_link"] {
                let sql = format!("UPDATE {table} SET who = ?2 WHERE who = ?1");
                done.fields += transaction.execute(&sql, [name, ERASED])?;
            }
            done.fields += forget(transaction, name)?;
            let sealed = "SELECT count(*) FROM seal WHERE pdf IS NOT NULL";
            done.sealed = transaction.query_row(sealed, [], |row| row.get(0))?;
            Ok(done)
        })
    }

    /// Runs `work` in one transaction, notes that it was done, but not to whom, and gives the room back to the disk; takes it all
    /// back where it was only asked what it would do.
    fn for_good<T: Serialize>(
        &self,
        really: bool,
        author: &Author,
        action: &str,
        work: impl FnOnce(&Transaction) -> Result<T, StoreError>,
    ) -> Result<T, StoreError> {
        let done = self.write_or_not(|transaction| {
            transaction.pragma_update(None, "secure_delete", true)?;
            // Written first, and never among what is lost: the numbers of the journal only rise.
            let entry = Entry { audit_id: FIRM, kind: RETENTION, subject: FIRM, action, before: None, after: None };
            journal(transaction, author, &entry)?;
            let number = transaction.last_insert_rowid();
            let done = work(transaction)?;
            let after = serde_json::to_string(&done)?;
            transaction.execute("UPDATE change SET after = ?2 WHERE number = ?1", params![number, after])?;
            Ok((done, really))
        })?;
        if really {
            self.compact()?;
        }
        Ok(done)
    }
}

fn ids(transaction: &Transaction, sql: &str, of: &str) -> Result<Vec<String>, StoreError> {
    let mut statement = transaction.prepare_cached(sql)?;
    Ok(statement.query_map([of], |row| row.get(0))?.collect::<Result<_, _>>()?)
}

fn delete_those(kind: &str, those: &str) -> String {
    format!("DELETE FROM {kind} WHERE id IN ({those})")
}

/// A room, box, panel or cable run with its items and photographs.
fn erase_subject(transaction: &Transaction, kind: &str, id: &str, lost: &mut Lost) -> Result<(), StoreError> {
    lost.items += transaction.execute("DELETE FROM item WHERE subject_id = ?1", [id])?;
    let photos = "DELETE FROM photo WHERE box_id = ?1
         OR ?1 IN (json_extract(record, '$.panel'), json_extract(record, '$.room'), json_extract(record, '$.run'))";
    lost.photos += transaction.execute(photos, [id])?;
    let gone = transaction.execute(&format!("DELETE FROM {kind} WHERE id = ?1"), [id])?;
    *(match kind {
        "box" => &mut lost.boxes,
        "room" => &mut lost.rooms,
        "run" => &mut lost.runs,
        _ => &mut lost.panels,
    }) += gone;
    Ok(())
}

fn erase(transaction: &Transaction, audit: &str) -> Result<Lost, StoreError> {
    let mut counts = [0; OF_AUDIT.len()];
    for (table, count) in OF_AUDIT.into_iter().zip(&mut counts) {
        *count = transaction.execute(&format!("DELETE FROM {table} WHERE audit_id = ?1"), [audit])?;
    }
    let [_, seals, items, photos, circuits, runs, panels, boxes, rooms] = counts;
    let changes = transaction.execute("DELETE FROM change WHERE audit_id = ?1", [audit])?;
    let audits = transaction.execute("DELETE FROM audit WHERE id = ?1", params![audit])?;
    Ok(Lost { audits, rooms, boxes, panels, runs, circuits, items, photos, seals, changes })
}

fn add(lost: &mut Lost, more: Lost) {
    let Lost { audits, rooms, boxes, panels, runs, circuits, items, photos, seals, changes } = more;
    lost.audits += audits;
    lost.rooms += rooms;
    lost.boxes += boxes;
    lost.panels += panels;
    lost.runs += runs;
    lost.circuits += circuits;
    lost.items += items;
    lost.photos += photos;
    lost.seals += seals;
    lost.changes += changes;
}
