//! A whole audit in and out: all of it or nothing.

use nailpunch_core::assess::Acceptance;
use nailpunch_core::facts::{Audit, Bundle, Pointer};
use rusqlite::{OptionalExtension, Transaction};

use crate::journal::{Author, Entry, journal};
use crate::record::{Stored, refuse};
use crate::walk::walk;
use crate::{Store, StoreError, photo, seal};

impl Store {
    /// Takes a bundle in, all of it or nothing.
    ///
    /// # Errors
    /// [`StoreError::Invalid`] with every problem of the bundle; [`StoreError::AlreadyHere`] when the audit, or
    /// [`StoreError::Foreign`] when another record of it, is in the store.
    pub fn import(&self, bundle: &Bundle, author: &Author) -> Result<(), StoreError> {
        refuse(bundle.unacceptable(&Pointer::root()))?;
        let bundle = &bundle.clone().in_this_format();
        self.write(|transaction| {
            let audit_id = bundle.audit.id.to_string();
            let mut sealed = Vec::new();
            let name: Option<(String, bool)> = transaction
                .prepare_cached("SELECT name, deleted FROM audit WHERE id = ?1")?
                .query_row([&audit_id], |row| Ok((row.get(0)?, row.get(1)?)))
                .optional()?;
            match name {
                // A deleted audit with the same identifier makes way: its records keep only their journal.
                Some((_, true)) => {
                    sealed = seal::kept(transaction, &audit_id)?;
                    for table in ["seal", "photo", "run", "panel", "circuit", "item", "box", "room"] {
                        transaction.execute(&format!("DELETE FROM {table} WHERE audit_id = ?1"), [&audit_id])?;
                    }
                    transaction.execute("DELETE FROM audit WHERE id = ?1", [&audit_id])?;
                }
                Some((name, false)) => return Err(StoreError::AlreadyHere { name }),
                None => {}
            }
            let insert = |kind: &str, id: String, done: Result<(), StoreError>| match done {
                Err(StoreError::Database(error)) if is_taken(&error) => {
                    Err(StoreError::Foreign(format!("{id} of a {kind}")))
                }
                other => other,
            };
            bundle.audit.insert(transaction, &audit_id, &serde_json::to_string(&bundle.audit)?)?;
            for room in &bundle.rooms {
                let record = room.room();
                let json = serde_json::to_string(&record)?;
                insert("room", record.identifier(), record.insert(transaction, &audit_id, &json))?;
                for entry in &room.boxes {
                    let record = entry.record(room.id);
                    let json = serde_json::to_string(&record)?;
                    insert("box", record.identifier(), record.insert(transaction, &audit_id, &json))?;
                }
            }
            for record in &bundle.circuits {
                let json = serde_json::to_string(record)?;
                insert("circuit", record.identifier(), record.insert(transaction, &audit_id, &json))?;
            }
            for record in &bundle.panels {
                let json = serde_json::to_string(record)?;
                insert("panel", record.identifier(), record.insert(transaction, &audit_id, &json))?;
            }
            for record in &bundle.runs {
                let json = serde_json::to_string(record)?;
                insert("cable run", record.identifier(), record.insert(transaction, &audit_id, &json))?;
            }
            for item in &bundle.items {
                let json = serde_json::to_string(item)?;
                insert("item", item.identifier(), item.insert(transaction, &audit_id, &json))?;
            }
            for entry in &bundle.photos {
                insert("photo", entry.photo.identifier(), photo::take(transaction, &audit_id, entry))?;
            }
            for seal in &bundle.seals {
                seal::insert(transaction, &audit_id, seal, None)?;
            }
            // A report that was given away is not lost because its audit came in again.
            seal::put_back(transaction, &audit_id, sealed)?;
            // The journal holds facts; the pictures are kept once.
            let after = serde_json::to_string(&Bundle { photos: Vec::new(), ..bundle.clone() })?;
            let entry = Entry {
                audit_id: &audit_id,
                kind: Audit::KIND,
                subject: &audit_id,
                action: "import",
                before: None,
                after: Some(&after),
            };
            journal(transaction, author, &entry)
        })
    }

    /// The whole audit as a bundle.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub fn export(&self, audit_id: &str) -> Result<Bundle, StoreError> {
        self.read(|transaction| whole(transaction, audit_id))
    }
}

/// The whole audit, as far as it can be read.
pub(crate) fn whole(transaction: &Transaction, audit_id: &str) -> Result<Bundle, StoreError> {
    let photos = photo::with_images(transaction, audit_id)?;
    let seals = seal::seals(transaction, audit_id)?;
    // What was deleted while something named it: the store keeps the name, for it may come back.
    Ok(Bundle { photos, seals, ..Bundle::of_walk(walk(transaction, audit_id)?) }.without_gone())
}

fn is_taken(error: &rusqlite::Error) -> bool {
    error.sqlite_error_code() == Some(rusqlite::ErrorCode::ConstraintViolation)
}
