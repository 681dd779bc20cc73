//! The journal: who did what to which record, from what to what.

use rusqlite::{Transaction, params};
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

/// Why a change of this kind is never undone; `None` where it can be.
pub(crate) fn cannot_undo(kind: &str, action: &str) -> Option<&'static str> {
    match (kind, action) {
        (_, "import") => Some("an import is not undone; delete the audit instead"),
        ("seal", _) => Some("a seal is never undone; seal an amendment"),
        ("order", _) => Some("a new order is not undone here; put the boxes in order again"),
        ("firm", _) => Some("the rules of the firm are not undone here; change them in the rule book"),
        _ => None,
    }
}
