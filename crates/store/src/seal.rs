//! Seals: kept once, never changed.

use nailpunch_core::facts::Seal;
use rusqlite::{OptionalExtension, Transaction, params};

use crate::{Store, StoreError};

pub(crate) fn seals(transaction: &Transaction, audit_id: &str) -> Result<Vec<Seal>, StoreError> {
    let mut statement = transaction.prepare_cached("SELECT record FROM seal WHERE audit_id = ?1 ORDER BY number")?;
    let rows = statement.query_map([audit_id], |row| row.get::<_, String>(0))?;
    rows.filter_map(|row| match row {
        Ok(json) => serde_json::from_str(&json).ok().map(Ok),
        Err(error) => Some(Err(error.into())),
    })
    .collect()
}

pub(crate) fn insert(
    transaction: &Transaction,
    audit_id: &str,
    seal: &Seal,
    pdf: Option<&[u8]>,
) -> Result<(), StoreError> {
    transaction
        .prepare_cached("INSERT INTO seal (audit_id, number, record, pdf) VALUES (?1, ?2, ?3, ?4)")?
        .execute(params![audit_id, seal.number, serde_json::to_string(seal)?, pdf])?;
    Ok(())
}

/// A sealed report as it is kept.
pub(crate) struct KeptSeal {
    number: u32,
    record: String,
    pdf: Option<Vec<u8>>,
}

/// The seals of an audit that makes way for a bundle of the same audit.
pub(crate) fn kept(transaction: &Transaction, audit_id: &str) -> Result<Vec<KeptSeal>, StoreError> {
    let mut statement = transaction.prepare_cached("SELECT number, record, pdf FROM seal WHERE audit_id = ?1")?;
    let rows = statement
        .query_map([audit_id], |row| Ok(KeptSeal { number: row.get(0)?, record: row.get(1)?, pdf: row.get(2)? }))?;
    Ok(rows.collect::<Result<_, _>>()?)
}

/// Puts them back beside those of the bundle: the report of a seal that is in both, and a seal that only the store had.
pub(crate) fn put_back(transaction: &Transaction, audit_id: &str, kept: Vec<KeptSeal>) -> Result<(), StoreError> {
    for KeptSeal { number, record, pdf } in kept {
        transaction
            .prepare_cached("UPDATE seal SET pdf = ?4 WHERE audit_id = ?1 AND number = ?2 AND json(record) = json(?3)")?
            .execute(params![audit_id, number, record, pdf])?;
        transaction
            .prepare_cached("INSERT OR IGNORE INTO seal (audit_id, number, record, pdf) VALUES (?1, ?2, ?3, ?4)")?
            .execute(params![audit_id, number, record, pdf])?;
    }
    Ok(())
}

impl Store {
    /// The sealed report.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when there is no such seal, or its report is not kept here.
    pub fn sealed_report(&self, audit_id: &str, number: u32) -> Result<Vec<u8>, StoreError> {
        self.read(|transaction| {
            let found = transaction
                .prepare_cached("SELECT pdf FROM seal WHERE audit_id = ?1 AND number = ?2 AND pdf IS NOT NULL")?
                .query_row(params![audit_id, number], |row| row.get(0))
                .optional()?;
            found.ok_or_else(|| StoreError::NotFound { kind: "seal", id: number.to_string() })
        })
    }
}
