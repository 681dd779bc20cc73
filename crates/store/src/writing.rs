//! One way to put, delete and journal a record of any kind.

use nailpunch_core::facts::Revised;
use rusqlite::Transaction;

use crate::beside::Beside;
use crate::journal::{Author, Entry, journal};
use crate::record::{Stored, refuse, require_audit, row};
use crate::{Store, StoreError};

/// The refusal of a write that was based on an older revision.
fn stale<T: Stored>(based_on: u32, current: &Revised<T>) -> Result<StoreError, StoreError> {
    Ok(StoreError::Stale {
        kind: T::KIND,
        based_on,
        current_revision: current.revision,
        current: serde_json::to_value(&current.record)?,
    })
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
}
