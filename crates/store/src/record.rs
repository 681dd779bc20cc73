//! Records of any kind, as they stand.

use nailpunch_core::assess::Kept;
use nailpunch_core::facts::{Problem, Revised};
use rusqlite::{OptionalExtension, Transaction};
use serde::Serialize;
use serde::de::DeserializeOwned;

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
pub(crate) struct Row<T> {
    /// The record.
    pub revised: Revised<T>,
    /// The record as it is kept.
    pub json: String,
    /// It is hidden until it is put again.
    pub deleted: bool,
    /// Its audit.
    pub audit_id: String,
}

/// The row of a record, deleted or not.
pub(crate) fn row<T: Stored>(transaction: &Transaction, id: &str) -> Result<Option<Row<T>>, StoreError> {
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

/// The revision of a deleted record; `None` when it is not deleted.
pub(crate) fn deleted<T: Stored>(transaction: &Transaction, id: &str) -> Result<Option<u32>, StoreError> {
    Ok(row::<T>(transaction, id)?.filter(|row| row.deleted).map(|row| row.revised.revision))
}

impl Store {
    /// One record.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub fn get<T: Stored>(&self, id: &str) -> Result<Revised<T>, StoreError> {
        self.read(|transaction| get(transaction, id))
    }
}
