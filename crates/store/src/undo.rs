//! Taking back one change of the journal, whichever record it was made to.

use nailpunch_core::facts::{Audit, BoxRecord, CableRun, Circuit, Panel, Photo, Pointer, Problem, Room, WorkItem};
use rusqlite::{OptionalExtension, Transaction};

use crate::journal::{Author, Change, FIRM, cannot_undo, changes};
use crate::record::{Stored, deleted, get, require_audit};
use crate::writing::{put, remove};
use crate::{Store, StoreError};

/// What a row of the journal says was done.
struct Done {
    kind: String,
    subject: String,
    action: String,
    before: Option<String>,
    after: Option<String>,
}

fn cannot(message: &str) -> StoreError {
    StoreError::Invalid(vec![Problem::new(&Pointer::root().at("number"), message)])
}

impl Store {
    /// The latest changes of an audit, newest first, at most `most`.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when there is no such audit.
    pub fn journal(&self, audit_id: &str, most: u32) -> Result<Vec<Change>, StoreError> {
        self.read(|transaction| {
            if audit_id != FIRM {
                require_audit(transaction, audit_id)?;
            }
            changes(transaction, audit_id, 0, most)
        })
    }

    /// Takes a change of the journal back: what was made is deleted, what was changed or deleted is as before. The undo is
    /// a change like any other, and can be taken back itself.
    ///
    /// # Errors
    /// [`StoreError::Invalid`] when the record was changed again since, or the change is of a kind that is not undone.
    pub fn undo(&self, audit_id: &str, number: i64, author: &Author) -> Result<(), StoreError> {
        self.write(|transaction| {
            require_audit(transaction, audit_id)?;
            let done = transaction
                .prepare_cached(
                    "SELECT kind, subject, action, before, after FROM change WHERE number = ?1 AND audit_id = ?2",
                )?
                .query_row(rusqlite::params![number, audit_id], |row| {
                    Ok(Done {
                        kind: row.get(0)?,
                        subject: row.get(1)?,
                        action: row.get(2)?,
                        before: row.get(3)?,
                        after: row.get(4)?,
                    })
                })
                .optional()?;
            let done = done.ok_or_else(|| StoreError::NotFound { kind: "change", id: number.to_string() })?;
            if let Some(why) = cannot_undo(&done.kind, &done.action) {
                return Err(cannot(why));
            }
            match done.kind.as_str() {
                Audit::KIND => undo::<Audit>(transaction, audit_id, &done, author),
                Room::KIND => undo::<Room>(transaction, audit_id, &done, author),
                BoxRecord::KIND => undo::<BoxRecord>(transaction, audit_id, &done, author),
                WorkItem::KIND => undo::<WorkItem>(transaction, audit_id, &done, author),
                Circuit::KIND => undo::<Circuit>(transaction, audit_id, &done, author),
                Panel::KIND => undo::<Panel>(transaction, audit_id, &done, author),
                CableRun::KIND => undo::<CableRun>(transaction, audit_id, &done, author),
                Photo::KIND => undo::<Photo>(transaction, audit_id, &done, author),
                kind => Err(cannot(&format!("a change of a {kind} is not undone"))),
            }
        })
    }
}

fn undo<T: Stored + Clone>(
    transaction: &Transaction,
    audit_id: &str,
    done: &Done,
    author: &Author,
) -> Result<(), StoreError> {
    let changed_again = || cannot("this was changed again since; undo the later change first");
    if done.action == "delete" {
        // A deleted record counts its revisions on; it comes back on the one that it has.
        let revision = deleted::<T>(transaction, &done.subject)?.ok_or_else(changed_again)?;
        let before: T = serde_json::from_str(done.before.as_deref().unwrap_or_default())?;
        return put(transaction, audit_id, &before, revision, author).map(drop);
    }
    let now = get::<T>(transaction, &done.subject).map_err(|_| changed_again())?;
    let after: T = serde_json::from_str(done.after.as_deref().unwrap_or_default())?;
    if now.record != after {
        return Err(changed_again());
    }
    match &done.before {
        Some(before) if done.action == "change" => {
            let before: T = serde_json::from_str(before)?;
            put(transaction, audit_id, &before, now.revision, author).map(drop)
        }
        _ => remove::<T>(transaction, audit_id, &done.subject, now.revision, author).map(drop),
    }
}
