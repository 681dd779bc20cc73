//! Seals: kept once, never changed.

use nailpunch_core::facts::Seal;
use rusqlite::{OptionalExtension, Transaction, params};

use crate::journal::{Author, Entry, journal};
use crate::record::require_audit;
use crate::{Store, StoreError};

pub(crate) fn seals(transaction: &Transaction, audit_id: &str) -> Result<Vec<Seal>, StoreError> {
    let mut statement = transaction.prepare_cached("SELECT record FROM seal WHERE audit_id = ?1 ORDER BY number")?;
    let rows = statement.query_map([audit_id], |row| row.get::<_, String>(0))?;
    rows.map(|row| Ok(serde_json::from_str(&row?)?)).collect()
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

impl Store {
    /// Keeps a seal with its report.
    ///
    /// # Errors
    /// [`StoreError::NotFound`]; [`StoreError::Database`] when another seal with its number was made meanwhile.
    pub fn add_seal(&self, audit_id: &str, seal: &Seal, pdf: &[u8], author: &Author) -> Result<(), StoreError> {
        self.write(|transaction| {
            require_audit(transaction, audit_id)?;
            insert(transaction, audit_id, seal, Some(pdf))?;
            let after = serde_json::to_string(seal)?;
            let subject = seal.number.to_string();
            let entry = Entry {
                audit_id,
                kind: "seal",
                subject: &subject,
                action: "create",
                before: None,
                after: Some(&after),
            };
            journal(transaction, author, &entry)
        })
    }

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
