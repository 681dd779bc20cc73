//! Links that open one sealed report. Like what signs one in, the secret of a link is kept as its fingerprint alone.

use rusqlite::{OptionalExtension, params};
use serde::Serialize;
use utoipa::ToSchema;

use crate::sign_in::fingerprint;
use crate::{Store, StoreError};

/// A link that opens one sealed report.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct ReportLink {
    /// Its identifier; it opens nothing.
    pub id: String,
    /// The seal whose report it opens.
    pub number: u32,
    /// Who made it.
    pub who: String,
    /// When, RFC 3339.
    pub made: String,
    /// When it ends.
    pub ends: String,
    /// It was withdrawn.
    pub withdrawn: bool,
    /// It opens its report now: it was not withdrawn, and did not end.
    pub opens: bool,
}

impl Store {
    /// Keeps a link that opens the report of a seal.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] where there is no such seal, or its report is not kept here.
    pub fn put_link(&self, secret: &str, audit_id: &str, link: &ReportLink) -> Result<(), StoreError> {
        self.sealed_report(audit_id, link.number)?;
        self.write(|transaction| {
            let sql = "INSERT INTO report_link (id, token, audit_id, number, who, made, ends)
                       VALUES (?1, ?2, ?3, ?4, ?5, ?6, ?7)";
            transaction.prepare_cached(sql)?.execute(params![
                link.id,
                fingerprint(secret),
                audit_id,
                link.number,
                link.who,
                link.made,
                link.ends
            ])?;
            Ok(())
        })
    }

    /// The links to the sealed reports of an audit as they are at the moment `now`, the latest first.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn links(&self, audit_id: &str, now: &str) -> Result<Vec<ReportLink>, StoreError> {
        self.read(|transaction| {
            let sql = "SELECT id, number, who, made, ends, withdrawn, withdrawn = 0 AND ends > ?2
                       FROM report_link WHERE audit_id = ?1 ORDER BY made DESC, id";
            let mut statement = transaction.prepare_cached(sql)?;
            let rows = statement.query_map([audit_id, now], |row| {
                Ok(ReportLink {
                    id: row.get(0)?,
                    number: row.get(1)?,
                    who: row.get(2)?,
                    made: row.get(3)?,
                    ends: row.get(4)?,
                    withdrawn: row.get(5)?,
                    opens: row.get(6)?,
                })
            })?;
            Ok(rows.collect::<Result<_, _>>()?)
        })
    }

    /// Withdraws a link. Withdrawing it again is harmless.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub fn withdraw_link(&self, audit_id: &str, id: &str) -> Result<(), StoreError> {
        self.write(|transaction| {
            let sql = "UPDATE report_link SET withdrawn = 1 WHERE audit_id = ?1 AND id = ?2";
            if transaction.prepare_cached(sql)?.execute([audit_id, id])? == 0 {
                return Err(StoreError::NotFound { kind: "link", id: id.to_owned() });
            }
            Ok(())
        })
    }

    /// The sealed report that a link opens at the moment `now`; nothing where it ended, was withdrawn, or never was.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn linked_report(&self, secret: &str, now: &str) -> Result<Option<Vec<u8>>, StoreError> {
        let found = self.read(|transaction| {
            let sql = "SELECT audit_id, number FROM report_link WHERE token = ?1 AND withdrawn = 0 AND ends > ?2";
            let found = transaction
                .prepare_cached(sql)?
                .query_row([&fingerprint(secret), now], |row| Ok((row.get::<_, String>(0)?, row.get(1)?)));
            Ok(found.optional()?)
        })?;
        found.map(|(audit, number)| self.sealed_report(&audit, number)).transpose()
    }
}
