//! What is wrong with a database, beyond the records that cannot be read.

use rusqlite::Transaction;

use crate::{Store, StoreError};

/// A fault of the database, in a sentence, with what to do.
pub type Complaint = String;

impl Store {
    /// Everything that SQLite finds wrong, and what the tables say that cannot be.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn examine(&self) -> Result<Vec<Complaint>, StoreError> {
        self.read(|transaction| {
            let mut found = sound(transaction)?;
            found.extend(references(transaction)?);
            found.extend(pictures(transaction)?);
            found.extend(journal(transaction)?);
            Ok(found)
        })
    }

    /// The sealed reports of an audit that are kept here, each with the number of its seal.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn sealed(&self, audit_id: &str) -> Result<Vec<(u32, Vec<u8>)>, StoreError> {
        self.read(|transaction| {
            let mut statement = transaction.prepare_cached(
                "SELECT number, pdf FROM seal WHERE audit_id = ?1 AND pdf IS NOT NULL ORDER BY number",
            )?;
            let rows = statement.query_map([audit_id], |row| Ok((row.get(0)?, row.get(1)?)))?;
            Ok(rows.collect::<Result<_, _>>()?)
        })
    }
}

fn sound(transaction: &Transaction) -> Result<Vec<Complaint>, StoreError> {
    let mut statement = transaction.prepare("PRAGMA integrity_check(20)")?;
    let said = statement.query_map([], |row| row.get::<_, String>(0))?.collect::<Result<Vec<_>, _>>()?;
    let faults = said.into_iter().filter(|line| line != "ok");
    Ok(faults
        .map(|line| format!("the file is damaged ({line}); bring back a backup with `nailpunch restore`"))
        .collect())
}

fn references(transaction: &Transaction) -> Result<Vec<Complaint>, StoreError> {
    let mut statement = transaction.prepare("PRAGMA foreign_key_check")?;
    let rows = statement.query_map([], |row| Ok((row.get::<_, String>(0)?, row.get::<_, String>(2)?)))?;
    let faults = rows.collect::<Result<Vec<_>, _>>()?;
    let said = |(table, parent)| format!("a {table} names a {parent} that is not there; bring back a backup");
    Ok(faults.into_iter().map(said).collect())
}

fn pictures(transaction: &Transaction) -> Result<Vec<Complaint>, StoreError> {
    let mut statement = transaction.prepare(
        "SELECT photo.id FROM photo LEFT JOIN photo_image ON photo_id = photo.id WHERE photo_id IS NULL AND deleted = 0",
    )?;
    let ids = statement.query_map([], |row| row.get::<_, String>(0))?.collect::<Result<Vec<_>, _>>()?;
    Ok(ids.into_iter().map(|id| format!("the photograph {id} has no picture; delete it, and take it again")).collect())
}

fn journal(transaction: &Transaction) -> Result<Vec<Complaint>, StoreError> {
    let bad: u32 = transaction.query_row(
        "SELECT count(*) FROM change
         WHERE (before IS NOT NULL AND NOT json_valid(before)) OR (after IS NOT NULL AND NOT json_valid(after))",
        [],
        |row| row.get(0),
    )?;
    let said = "changes of the journal cannot be read; what they changed stands, but they cannot be taken back";
    Ok(if bad == 0 { Vec::new() } else { vec![format!("{bad} {said}")] })
}
