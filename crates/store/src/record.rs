//! One way to put, get, delete and journal a record of any kind.

use nailpunch_core::assess::Kept;
use nailpunch_core::facts::{Problem, Revised};
use rusqlite::{OptionalExtension, Transaction};
use serde::Serialize;
use serde::de::DeserializeOwned;

use crate::beside::Beside;
use crate::journal::{Author, Entry, journal};
use crate::{Store, StoreError};

/// A kind of record that the store keeps.
pub trait Stored: Kept + Serialize + DeserializeOwned + PartialEq {
    /// Its table, also the kind in the journal.
    const KIND: &'static str;

    /// Its identifier.
    fn identifier(&self) -> String;

    /// Writes a new row at `position`.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite refuses.
    fn insert(&self, transaction: &Transaction, audit_id: &str, json: &str) -> Result<(), StoreError>;

    /// Writes the columns of a row that is there. The revision rises and the row is no longer deleted.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite refuses.
    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError>;
}

/// A row as it stands.
struct Row<T> {
    revised: Revised<T>,
    /// The record as it is kept.
    json: String,
    deleted: bool,
    audit_id: String,
}

fn row<T: Stored>(transaction: &Transaction, id: &str) -> Result<Option<Row<T>>, StoreError> {
    let audit_column = if T::KIND == "audit" { "id" } else { "audit_id" };
    let sql = format!("SELECT record, revision, deleted, {audit_column} FROM {} WHERE id = ?1", T::KIND);
    let found = transaction
        .prepare_cached(&sql)?
        .query_row([id], |row| {
            Ok((row.get::<_, String>(0)?, row.get(1)?, row.get::<_, bool>(2)?, row.get::<_, String>(3)?))
        })
        .optional()?;
    found
        .map(|(json, revision, deleted, audit_id)| {
            let record = serde_json::from_str(&json).map_err(|error| StoreError::Unreadable {
                kind: T::KIND.to_owned(),
                id: id.to_owned(),
                reason: error.to_string(),
            })?;
            let revised = Revised { revision, record };
            Ok(Row { revised, json, deleted, audit_id })
        })
        .transpose()
}

/// The refusal of a write that was based on an older revision.
fn stale<T: Stored>(based_on: u32, current: &Revised<T>) -> Result<StoreError, StoreError> {
    Ok(StoreError::Stale {
        kind: T::KIND,
        based_on,
        current_revision: current.revision,
        current: serde_json::to_value(&current.record)?,
    })
}

pub(crate) fn get<T: Stored>(transaction: &Transaction, id: &str) -> Result<Revised<T>, StoreError> {
    match row::<T>(transaction, id)? {
        Some(row) if !row.deleted => Ok(row.revised),
        _ => Err(StoreError::NotFound { kind: T::KIND, id: id.to_owned() }),
    }
}

/// The records that a query finds. One that cannot be read is left out; [`Store::unreadable`] names it.
pub(crate) fn all<T: Stored>(transaction: &Transaction, sql: &str, of: &str) -> Result<Vec<Revised<T>>, StoreError> {
    let mut statement = transaction.prepare_cached(sql)?;
    let rows = statement.query_map([of], |row| Ok((row.get::<_, String>(0)?, row.get(1)?)))?;
    rows.filter_map(|row| match row {
        Ok((json, revision)) => serde_json::from_str(&json).ok().map(|record| Ok(Revised { revision, record })),
        Err(error) => Some(Err(error.into())),
    })
    .collect()
}

pub(crate) fn require_audit(transaction: &Transaction, audit_id: &str) -> Result<(), StoreError> {
    let there: bool = transaction
        .prepare_cached("SELECT EXISTS (SELECT 1 FROM audit WHERE id = ?1 AND deleted = 0)")?
        .query_row([audit_id], |row| row.get(0))?;
    if there { Ok(()) } else { Err(StoreError::NotFound { kind: "audit", id: audit_id.to_owned() }) }
}

/// Whether an audit has a record of a kind that is not deleted.
pub(crate) fn is_of_audit(transaction: &Transaction, kind: &str, id: &str, audit_id: &str) -> Result<bool, StoreError> {
    let sql = format!("SELECT EXISTS (SELECT 1 FROM {kind} WHERE id = ?1 AND audit_id = ?2 AND deleted = 0)");
    Ok(transaction.prepare_cached(&sql)?.query_row([id, audit_id], |row| row.get(0))?)
}

pub(crate) fn refuse(problems: Vec<Problem>) -> Result<(), StoreError> {
    if problems.is_empty() { Ok(()) } else { Err(StoreError::Invalid(problems)) }
}

pub(crate) fn put<T: Stored + Clone>(
    transaction: &Transaction,
    audit_id: &str,
    record: &T,
    based_on: u32,
    author: &Author,
) -> Result<Revised<T>, StoreError> {
    let id = record.identifier();
    if T::KIND != "audit" {
        require_audit(transaction, audit_id)?;
    }
    let Some(row) = row::<T>(transaction, &id)? else {
        if based_on != 0 {
            return Err(StoreError::NotFound { kind: T::KIND, id });
        }
        refuse(record.refused(&Beside { transaction, audit_id }, None)?)?;
        let json = serde_json::to_string(record)?;
        record.insert(transaction, audit_id, &json)?;
        let entry = Entry { audit_id, kind: T::KIND, subject: &id, action: "create", before: None, after: Some(&json) };
        journal(transaction, author, &entry)?;
        return Ok(Revised { revision: 1, record: record.clone() });
    };
    if row.audit_id != audit_id {
        return Err(StoreError::Foreign(id));
    }
    let unchanged = row.revised.record == *record && !row.deleted;
    if unchanged {
        return Ok(row.revised);
    }
    if based_on != row.revised.revision {
        return Err(stale(based_on, &row.revised)?);
    }
    refuse(record.refused(&Beside { transaction, audit_id }, Some(&row.revised.record))?)?;
    let json = serde_json::to_string(record)?;
    record.update(transaction, &json)?;
    let entry = Entry {
        audit_id,
        kind: T::KIND,
        subject: &id,
        action: if row.deleted { "restore" } else { "change" },
        before: Some(&row.json),
        after: Some(&json),
    };
    journal(transaction, author, &entry)?;
    Ok(Revised { revision: row.revised.revision + 1, record: record.clone() })
}

pub(crate) fn remove<T: Stored>(
    transaction: &Transaction,
    audit_id: &str,
    id: &str,
    based_on: u32,
    author: &Author,
) -> Result<u32, StoreError> {
    let Some(row) = row::<T>(transaction, id)?.filter(|row| row.audit_id == audit_id) else {
        return Err(StoreError::NotFound { kind: T::KIND, id: id.to_owned() });
    };
    if row.deleted {
        return Ok(row.revised.revision);
    }
    if based_on != row.revised.revision {
        return Err(stale(based_on, &row.revised)?);
    }
    let sql = format!("UPDATE {} SET deleted = 1, revision = revision + 1 WHERE id = ?1", T::KIND);
    transaction.prepare_cached(&sql)?.execute([id])?;
    let before = serde_json::to_string(&row.revised.record)?;
    let entry = Entry { audit_id, kind: T::KIND, subject: id, action: "delete", before: Some(&before), after: None };
    journal(transaction, author, &entry)?;
    Ok(row.revised.revision + 1)
}

/// The revision of a deleted record; `None` when it is not deleted.
pub(crate) fn deleted<T: Stored>(transaction: &Transaction, id: &str) -> Result<Option<u32>, StoreError> {
    Ok(row::<T>(transaction, id)?.filter(|row| row.deleted).map(|row| row.revised.revision))
}

impl Store {
    /// Puts a record of an audit, based on the revision that the writer had seen: 0 for a new one.
    ///
    /// Putting the same record again is harmless, whatever the revision: the answer is the record as it stands. Putting
    /// a deleted record brings it back.
    ///
    /// # Errors
    /// [`StoreError::Stale`] with the current record when it was changed since, [`StoreError::Invalid`] when it cannot
    /// be accepted.
    pub fn put<T: Stored + Clone>(
        &self,
        audit_id: &str,
        record: &T,
        based_on: u32,
        author: &Author,
    ) -> Result<Revised<T>, StoreError> {
        self.write(|transaction| put(transaction, audit_id, record, based_on, author))
    }

    /// Puts several records of an audit, all of them or none, each based on its revision.
    ///
    /// # Errors
    /// As [`Store::put`], for the first that is refused.
    pub fn put_all<T: Stored + Clone>(
        &self,
        audit_id: &str,
        records: &[Revised<T>],
        author: &Author,
    ) -> Result<(), StoreError> {
        self.write(|transaction| {
            for known in records {
                put(transaction, audit_id, &known.record, known.revision, author)?;
            }
            Ok(())
        })
    }

    /// Deletes a record: it is hidden with all that hangs on it, until it is put again. Deleting what is deleted
    /// already is harmless. Answers the revision it now has, on which bringing it back is based.
    ///
    /// # Errors
    /// [`StoreError::Stale`] when it was changed since.
    pub fn delete<T: Stored>(
        &self,
        audit_id: &str,
        id: &str,
        based_on: u32,
        author: &Author,
    ) -> Result<u32, StoreError> {
        self.write(|transaction| remove::<T>(transaction, audit_id, id, based_on, author))
    }

    /// One record.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub fn get<T: Stored>(&self, id: &str) -> Result<Revised<T>, StoreError> {
        self.read(|transaction| get(transaction, id))
    }
}
