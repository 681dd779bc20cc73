//! The journal: who did what to which record, from what to what.

use rusqlite::{OptionalExtension, Transaction, params};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::StoreError;

/// What the rules of the firm are journalled under: they belong to no audit.
pub(crate) const FIRM: &str = "firm";

/// Who makes a change, and when, as the journal shows it. The store has no clock of its own.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Author {
    /// A name, or the part of the program.
    pub who: String,
    /// RFC 3339.
    pub at: String,
}

/// A row of the journal.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct Change {
    /// Its number, rising.
    pub number: i64,
    /// When, RFC 3339.
    pub at: String,
    /// Who.
    pub who: String,
    /// What kind of record.
    pub kind: String,
    /// Its identifier.
    pub subject: String,
    /// "create", "change", "delete", "restore" or "import".
    pub action: String,
    /// The record before.
    #[schema(value_type = Option<Object>)]
    pub before: Option<serde_json::Value>,
    /// The record after.
    #[schema(value_type = Option<Object>)]
    pub after: Option<serde_json::Value>,
    /// It is of a kind that can be taken back.
    pub can_undo: bool,
}

/// Who did what to which record, from what to what.
pub(crate) struct Entry<'a> {
    pub audit_id: &'a str,
    pub kind: &'a str,
    pub subject: &'a str,
    pub action: &'a str,
    pub before: Option<&'a str>,
    pub after: Option<&'a str>,
}

pub(crate) fn journal(transaction: &Transaction, author: &Author, entry: &Entry) -> Result<(), StoreError> {
    transaction
        .prepare_cached(
            "INSERT INTO change (at, who, audit_id, kind, subject, action, before, after)
             VALUES (?1, ?2, ?3, ?4, ?5, ?6, ?7, ?8)",
        )?
        .execute(params![
            author.at,
            author.who,
            entry.audit_id,
            entry.kind,
            entry.subject,
            entry.action,
            entry.before,
            entry.after
        ])?;
    Ok(())
}

/// The number of the last change of an audit; 0 where none is known.
pub(crate) fn last_change(transaction: &Transaction, audit_id: &str) -> Result<i64, StoreError> {
    let sql = "SELECT coalesce(max(number), 0) FROM change WHERE audit_id = ?1";
    Ok(transaction.prepare_cached(sql)?.query_row([audit_id], |row| row.get(0))?)
}

/// What the state of an audit is told from every other by: its last change, which a store that was put in the place of another has
/// under the same number only by chance, and not at the same time to the same record.
pub(crate) fn last_state(transaction: &Transaction, audit_id: &str) -> Result<String, StoreError> {
    let sql =
        "SELECT number || ' ' || at || ' ' || subject FROM change WHERE audit_id = ?1 ORDER BY number DESC LIMIT 1";
    let last = transaction.prepare_cached(sql)?.query_row([audit_id], |row| row.get(0)).optional()?;
    Ok(last.unwrap_or_default())
}

/// The changes of an audit after the one numbered `after`, newest first, at most `most`.
pub(crate) fn changes(
    transaction: &Transaction,
    audit_id: &str,
    after: i64,
    most: u32,
) -> Result<Vec<Change>, StoreError> {
    let mut statement = transaction.prepare_cached(
        "SELECT number, at, who, kind, subject, action, before, after FROM change
         WHERE audit_id = ?1 AND number > ?2 ORDER BY number DESC LIMIT ?3",
    )?;
    let rows = statement.query_map(params![audit_id, after, most], |row| {
        let json = |index| -> rusqlite::Result<Option<serde_json::Value>> {
            Ok(row.get::<_, Option<String>>(index)?.and_then(|json| serde_json::from_str(&json).ok()))
        };
        let (kind, action): (String, String) = (row.get(3)?, row.get(5)?);
        Ok(Change {
            can_undo: cannot_undo(&kind, &action).is_none(),
            number: row.get(0)?,
            at: row.get(1)?,
            who: row.get(2)?,
            kind,
            subject: row.get(4)?,
            action,
            before: json(6)?,
            after: json(7)?,
        })
    })?;
    Ok(rows.collect::<Result<_, _>>()?)
}

/// Why a change of this kind is never undone; `None` where it can be.
pub(crate) fn cannot_undo(kind: &str, action: &str) -> Option<&'static str> {
    match (kind, action) {
        (_, "import") => Some("an import is not undone; delete the audit instead"),
        (_, "salvage" | "set-aside") => {
            Some("what could not be read does not come back; the journal keeps it as it was")
        }
        ("seal", _) => Some("a seal is never undone; seal an amendment"),
        ("order", _) => Some("a new order is not undone here; put the boxes in order again"),
        ("firm", _) => Some("the rules of the firm are not undone here; change them in the rule book"),
        _ => None,
    }
}
