//! Records that are in the store and cannot be read: what is sound goes on without them, and they are named, set aside or
//! salvaged.

use nailpunch_core::facts::{Audit, BoxRecord, CableRun, Circuit, Panel, Photo, Room, Seal, WorkItem, pointer_of};
use rusqlite::{OptionalExtension, Transaction, params};
use serde::de::DeserializeOwned;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use utoipa::ToSchema;

use crate::journal::{Author, Entry, journal};
use crate::record::Stored;
use crate::{Store, StoreError};

/// A record that cannot be read.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct Unreadable {
    /// What kind of record.
    pub kind: String,
    /// Its identifier.
    pub id: String,
    /// The audit that it belongs to.
    pub audit_id: String,
    /// What is wrong with it, with the place in it.
    pub reason: String,
}

/// What became of a record that could not be read.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Mended {
    /// The record as it stood, to be kept as a file.
    pub before: String,
    /// What had to be left out, by its place; `None` where nothing could be made of it and it was deleted.
    pub left_out: Option<Vec<String>>,
}

/// Why a record cannot be read as `T`; `None` where it can.
fn fault<T: DeserializeOwned>(json: &str) -> Option<(String, String)> {
    let read: Result<T, _> = serde_path_to_error::deserialize(&mut serde_json::Deserializer::from_str(json));
    let error = read.err()?;
    Some((pointer_of(error.path()), error.inner().to_string()))
}

type Fault = fn(&str) -> Option<(String, String)>;

/// Every kind of record that is read one by one, the most important first.
const KINDS: [(&str, Fault); 8] = [
    (Audit::KIND, fault::<Audit>),
    (Room::KIND, fault::<Room>),
    (BoxRecord::KIND, fault::<BoxRecord>),
    (WorkItem::KIND, fault::<WorkItem>),
    (Circuit::KIND, fault::<Circuit>),
    (Panel::KIND, fault::<Panel>),
    (CableRun::KIND, fault::<CableRun>),
    (Photo::KIND, fault::<Photo>),
];

fn of_kind(transaction: &Transaction, kind: &str, fault: Fault) -> Result<Vec<Unreadable>, StoreError> {
    let audit = if kind == Audit::KIND { "id" } else { "audit_id" };
    let sql = format!("SELECT id, {audit}, record FROM {kind} WHERE deleted = 0 ORDER BY id");
    let mut statement = transaction.prepare_cached(&sql)?;
    let mut rows = statement.query([])?;
    let mut found = Vec::new();
    while let Some(row) = rows.next()? {
        let json: String = row.get(2)?;
        if let Some((pointer, reason)) = fault(&json) {
            let reason = format!("{}: {reason}", if pointer.is_empty() { "/" } else { &pointer });
            found.push(Unreadable { kind: kind.to_owned(), id: row.get(0)?, audit_id: row.get(1)?, reason });
        }
    }
    Ok(found)
}

fn seals(transaction: &Transaction) -> Result<Vec<Unreadable>, StoreError> {
    let mut statement =
        transaction.prepare_cached("SELECT number, audit_id, record FROM seal ORDER BY audit_id, number")?;
    let mut rows = statement.query([])?;
    let mut found = Vec::new();
    while let Some(row) = rows.next()? {
        if let Some((_, reason)) = fault::<Seal>(&row.get::<_, String>(2)?) {
            let id = row.get::<_, i64>(0)?.to_string();
            found.push(Unreadable { kind: "seal".to_owned(), id, audit_id: row.get(1)?, reason });
        }
    }
    Ok(found)
}

impl Store {
    /// Every record that is not deleted and cannot be read.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn unreadable(&self) -> Result<Vec<Unreadable>, StoreError> {
        self.read(|transaction| {
            let mut found = Vec::new();
            for (kind, fault) in KINDS {
                found.extend(of_kind(transaction, kind, fault)?);
            }
            found.extend(seals(transaction)?);
            Ok(found)
        })
    }

    /// The audit holds nothing that cannot be read: what is given away leaves nothing out.
    ///
    /// # Errors
    /// [`StoreError::Unreadable`] with the first.
    pub fn require_readable(&self, audit_id: &str) -> Result<(), StoreError> {
        let first = self.unreadable()?.into_iter().find(|known| known.audit_id == audit_id);
        first.map_or(Ok(()), |Unreadable { kind, id, reason, .. }| Err(StoreError::Unreadable { kind, id, reason }))
    }

    /// Makes what can be made of a record that cannot be read: what is at fault in it is left out, place by place. Where
    /// nothing is left, or `salvage` is not wanted, the record is deleted. The journal keeps it as it was.
    ///
    /// # Errors
    /// [`StoreError::NotFound`]; [`StoreError::Invalid`] for a seal, which never changes.
    pub fn mend(&self, record: &Unreadable, salvage: bool, author: &Author) -> Result<Mended, StoreError> {
        let Some((kind, fault)) = KINDS.into_iter().find(|(kind, _)| *kind == record.kind) else {
            let place = nailpunch_core::facts::Pointer::root();
            let message = "a seal never changes; bring back a backup with it";
            return Err(StoreError::Invalid(vec![nailpunch_core::facts::Problem::new(&place, message)]));
        };
        self.write(|transaction| {
            let before: Option<String> = transaction
                .prepare_cached(&format!("SELECT record FROM {kind} WHERE id = ?1"))?
                .query_row([&record.id], |row| row.get(0))
                .optional()?;
            let before = before.ok_or_else(|| StoreError::NotFound { kind, id: record.id.clone() })?;
            let salvaged = salvage.then(|| salvaged(&before, fault)).flatten();
            let (sql, after) = match &salvaged {
                Some((after, _)) => ("record = ?2, revision = revision + 1", Some(after.as_str())),
                None => ("deleted = 1, revision = revision + 1", None),
            };
            let sql = format!("UPDATE {kind} SET {sql} WHERE id = ?1");
            match after {
                Some(after) => transaction.execute(&sql, params![record.id, after])?,
                None => transaction.execute(&sql, [&record.id])?,
            };
            let entry = Entry {
                audit_id: &record.audit_id,
                kind,
                subject: &record.id,
                action: if after.is_some() { "salvage" } else { "set-aside" },
                before: Some(&before),
                after,
            };
            journal(transaction, author, &entry)?;
            Ok(Mended { left_out: salvaged.map(|(_, left_out)| left_out), before })
        })
    }
}

/// A record without what is at fault in it, and what was left out.
fn salvaged(json: &str, fault: Fault) -> Option<(String, Vec<String>)> {
    let mut value: Value = serde_json::from_str(json).ok()?;
    let mut left_out = Vec::new();
    for _ in 0..1_000 {
        let text = value.to_string();
        let Some((pointer, _)) = fault(&text) else { return Some((text, left_out)) };
        // The field at fault goes; where a field is missing or unknown its record within the list goes.
        let (parent, name) = pointer.rsplit_once('/')?;
        match value.pointer_mut(parent)? {
            Value::Object(fields) => {
                fields.remove(&name.replace("~1", "/").replace("~0", "~"))?;
            }
            Value::Array(entries) => {
                let index: usize = name.parse().ok()?;
                if index >= entries.len() {
                    return None;
                }
                entries.remove(index);
            }
            _ => return None,
        }
        left_out.push(pointer);
    }
    None
}
