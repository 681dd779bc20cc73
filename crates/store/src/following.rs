//! Following an audit as others change it: what was committed since, and who is told that something was.

use rusqlite::{Transaction, params};
use serde::Serialize;
use utoipa::ToSchema;

use crate::journal::last_change;
use crate::{Store, StoreError};

/// A record that was changed, once for all that was changed of it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Touched {
    /// What kind of record.
    pub kind: String,
    /// Its identifier.
    pub subject: String,
    /// The revision that it has now; none of what has no revisions.
    pub revision: Option<u32>,
    /// Who changed it last.
    pub who: String,
    /// How many changes of it these are.
    pub times: u32,
}

/// What was changed in an audit after a change that is known.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Since {
    /// The number of the last change. One that is lower than what was known belongs to a store that was put in the place of another.
    pub number: i64,
    /// What was changed, in the order of the last change to each; at most 200.
    pub records: Vec<Touched>,
}

/// The most records that are named: whoever is further behind looks at everything anew.
const MOST: u32 = 200;

/// The kinds of record that have revisions; each is a table.
const REVISED: [&str; 8] = ["audit", "room", "box", "item", "circuit", "panel", "run", "photo"];

fn revision(transaction: &Transaction, kind: &str, id: &str) -> Result<Option<u32>, StoreError> {
    let Some(table) = REVISED.into_iter().find(|table| *table == kind) else { return Ok(None) };
    let sql = format!("SELECT max(revision) FROM {table} WHERE id = ?1");
    Ok(transaction.prepare_cached(&sql)?.query_row([id], |row| row.get(0))?)
}

impl Store {
    /// Has `tell` called after each commit, by whoever wrote. It must not wait, and must not write.
    pub fn when_committed(&mut self, tell: impl Fn() + Send + Sync + 'static) {
        self.committed = Box::new(tell);
    }

    /// The number of the last change of an audit; 0 where none is known.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn last_change(&self, audit_id: &str) -> Result<i64, StoreError> {
        self.read(|transaction| last_change(transaction, audit_id))
    }

    /// What was changed in an audit after the change numbered `after`.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn changed_since(&self, audit_id: &str, after: i64) -> Result<Since, StoreError> {
        self.read(|transaction| {
            // The bare column is that of the row with the largest number (SQLite, "Bare columns in an aggregate query").
            let sql = "SELECT kind, subject, who, max(number), count(*) FROM change WHERE audit_id = ?1 AND number > ?2
                       GROUP BY kind, subject ORDER BY 4 LIMIT ?3";
            let mut statement = transaction.prepare_cached(sql)?;
            let rows = statement.query_map(params![audit_id, after, MOST], |row| {
                let (kind, subject, who) = (row.get(0)?, row.get(1)?, row.get(2)?);
                Ok(Touched { kind, subject, revision: None, who, times: row.get(4)? })
            })?;
            let mut records = rows.collect::<Result<Vec<_>, _>>()?;
            for record in &mut records {
                record.revision = revision(transaction, &record.kind, &record.subject)?;
            }
            Ok(Since { number: last_change(transaction, audit_id)?, records })
        })
    }
}

#[cfg(test)]
mod tests {
    use std::sync::Arc;
    use std::sync::atomic::{AtomicUsize, Ordering};

    use nailpunch_core::facts::{Audit, AuditId, Room, RoomId};
    use uuid::Uuid;

    use super::*;
    use crate::Author;

    fn author(who: &str) -> Author {
        Author { who: who.to_owned(), at: "2026-06-01T00:00:00Z".to_owned() }
    }

    #[test]
    fn what_others_committed_is_named_once_with_its_revision() {
        let folder = tempfile::tempdir().expect("a folder");
        let mut store = Store::open(&folder.path().join("audits.sqlite")).expect("opens");
        let told = Arc::new(AtomicUsize::new(0));
        let heard = Arc::clone(&told);
        store.when_committed(move || {
            heard.fetch_add(1, Ordering::SeqCst);
        });
        let audit = AuditId(Uuid::from_u128(1));
        let id = audit.to_string();
        let audit: Audit = serde_json::from_value(serde_json::json!({"id": id, "name": "Guesthouse"})).expect("reads");
        let room = |name: &str| Room::new(RoomId(Uuid::from_u128(2)), name);
        store.put(&id, &audit, 0, &author("Mara Lind")).expect("made");
        let known = store.last_change(&id).expect("known");
        store.put(&id, &room("Kitchen"), 0, &author("Mara Lind")).expect("made");
        store.put(&id, &room("Galley"), 1, &author("Jon Aster")).expect("changed");
        assert_eq!(told.load(Ordering::SeqCst), 3);
        let since = store.changed_since(&id, known).expect("read");
        let touched = |revision| Touched {
            kind: "room".to_owned(),
            subject: room("").id.to_string(),
            revision: Some(revision),
            who: "Jon Aster".to_owned(),
            times: 2,
        };
        assert_eq!(since, Since { number: known + 2, records: vec![touched(2)] });
        assert!(store.changed_since(&id, since.number).expect("read").records.is_empty());
        // What is refused and what is only read tells nobody.
        store.put(&id, &room("Pantry"), 1, &author("Mara Lind")).expect_err("stale");
        assert_eq!(told.load(Ordering::SeqCst), 3);
        // Another audit's changes are not this one's.
        assert_eq!(store.changed_since("another", 0).expect("read"), Since { number: 0, records: Vec::new() });
    }
}
