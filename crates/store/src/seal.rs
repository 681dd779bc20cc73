//! Seals: kept once, never changed.

use nailpunch_core::facts::{Bundle, Pointer, Problem, Seal};
use rusqlite::{OptionalExtension, Transaction, params};

use crate::journal::{Author, Change, Entry, changes, journal};
use crate::record::require_audit;
use crate::whole::whole;
use crate::{Store, StoreError};

fn last_change(transaction: &Transaction, audit_id: &str) -> Result<i64, StoreError> {
    let sql = "SELECT coalesce(max(number), 0) FROM change WHERE audit_id = ?1";
    Ok(transaction.prepare_cached(sql)?.query_row([audit_id], |row| row.get(0))?)
}

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

/// What an audit is at one moment, to be sealed.
#[derive(Debug, Clone)]
pub struct ToSeal {
    /// The whole audit.
    pub bundle: Bundle,
    /// What changed since its last seal, newest first, at most so many as were wanted; the seal itself is none of it.
    pub changes: Vec<Change>,
    /// The number of its last change.
    pub at_change: i64,
}

impl Store {
    /// An audit at one moment, with what changed since its last seal by the numbers of the journal, whatever the clock was.
    ///
    /// # Errors
    /// [`StoreError::NotFound`]; [`StoreError::Unreadable`] when it holds what cannot be read: nothing is sealed with a gap.
    pub fn to_seal(&self, audit_id: &str, most: u32) -> Result<ToSeal, StoreError> {
        self.require_readable(audit_id)?;
        self.read(|transaction| {
            let bundle = whole(transaction, audit_id)?;
            let last: i64 = transaction
                .prepare_cached(
                    "SELECT coalesce(max(number), 0) FROM change
                     WHERE audit_id = ?1 AND (kind = 'seal' OR action = 'import')",
                )?
                .query_row([audit_id], |row| row.get(0))?;
            let last = if bundle.seals.is_empty() { i64::MAX } else { last };
            let at_change = last_change(transaction, audit_id)?;
            Ok(ToSeal { changes: changes(transaction, audit_id, last, most)?, bundle, at_change })
        })
    }

    /// Keeps a seal with its report, made of the audit as it was at the change `at_change`.
    ///
    /// # Errors
    /// [`StoreError::NotFound`]; [`StoreError::Invalid`] when something changed or was sealed meanwhile.
    pub fn add_seal(
        &self,
        audit_id: &str,
        seal: &Seal,
        pdf: &[u8],
        at_change: i64,
        author: &Author,
    ) -> Result<(), StoreError> {
        self.write(|transaction| {
            require_audit(transaction, audit_id)?;
            if last_change(transaction, audit_id)? != at_change {
                let message = "the audit was changed while it was being sealed; seal it again";
                return Err(StoreError::Invalid(vec![Problem::new(&Pointer::root().at("seals"), message)]));
            }
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
