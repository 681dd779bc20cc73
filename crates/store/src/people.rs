//! The people of the firm. They belong to no audit and go into no bundle.

use nailpunch_core::facts::{Person, PersonId, Revised, people_problems};
use rusqlite::{OptionalExtension, Transaction, params};

use crate::journal::{Author, Entry, FIRM, journal};
use crate::passphrase::Kept;
use crate::record::refuse;
use crate::{Store, StoreError};

const KIND: &str = "person";

pub(crate) fn people(transaction: &Transaction) -> Result<Vec<Revised<Person>>, StoreError> {
    let mut statement = transaction.prepare_cached("SELECT record, revision FROM person ORDER BY id")?;
    let rows = statement.query_map([], |row| Ok((row.get::<_, String>(0)?, row.get(1)?)))?;
    rows.map(|row| {
        let (json, revision) = row?;
        Ok(Revised { record: serde_json::from_str(&json)?, revision })
    })
    .collect()
}

pub(crate) fn person(transaction: &Transaction, id: PersonId) -> Result<Revised<Person>, StoreError> {
    let known = people(transaction)?.into_iter().find(|known| known.record.id == id);
    known.ok_or_else(|| StoreError::NotFound { kind: KIND, id: id.to_string() })
}

fn told(
    transaction: &Transaction,
    author: &Author,
    id: PersonId,
    action: &str,
    record: [Option<&str>; 2],
) -> Result<(), StoreError> {
    let id = id.to_string();
    let [before, after] = record;
    journal(transaction, author, &Entry { audit_id: FIRM, kind: KIND, subject: &id, action, before, after })
}

impl Store {
    /// The people of the firm, those who left too, in the order they came.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn people(&self) -> Result<Vec<Revised<Person>>, StoreError> {
        self.read(people)
    }

    /// Makes or changes a person. Whoever leaves, or is given another role, is signed in nowhere any more.
    ///
    /// # Errors
    /// [`StoreError::Invalid`] when the person cannot be accepted beside the others, [`StoreError::Stale`] when the person was
    /// changed since.
    pub fn put_person(&self, person: &Person, based_on: u32, author: &Author) -> Result<Revised<Person>, StoreError> {
        self.write(|transaction| {
            let others = people(transaction)?;
            let before = others.iter().find(|known| known.record.id == person.id);
            if let Some(known) = before.filter(|known| known.record == *person) {
                return Ok(known.clone());
            }
            let revision = before.map_or(0, |known| known.revision);
            if based_on != revision {
                let current = serde_json::to_value(before.map(|known| &known.record))?;
                return Err(StoreError::Stale { kind: KIND, based_on, current_revision: revision, current });
            }
            let records: Vec<Person> = others.iter().map(|known| known.record.clone()).collect();
            refuse(people_problems(&records, person))?;
            let json = serde_json::to_string(person)?;
            let sql = "INSERT INTO person (id, record, revision) VALUES (?1, ?2, ?3)
                       ON CONFLICT (id) DO UPDATE SET record = ?2, revision = ?3";
            transaction.prepare_cached(sql)?.execute(params![person.id.to_string(), json, revision + 1])?;
            let was = before.map(|known| serde_json::to_string(&known.record)).transpose()?;
            let action = if before.is_some() { "change" } else { "create" };
            told(transaction, author, person.id, action, [was.as_deref(), Some(&json)])?;
            if person.left || before.is_some_and(|known| known.record.role != person.role) {
                shut_all_out(transaction, person.id)?;
            }
            Ok(Revised { record: person.clone(), revision: revision + 1 })
        })
    }

    /// The passphrase of a person, as it is kept; `None` where none was chosen.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn passphrase(&self, id: PersonId) -> Result<Option<Kept>, StoreError> {
        self.read(|transaction| {
            let sql = "SELECT passphrase FROM person WHERE id = ?1";
            let found = transaction.prepare_cached(sql)?.query_row([id.to_string()], |row| row.get(0)).optional()?;
            Ok(found.flatten().map(Kept))
        })
    }

    /// Gives a person a passphrase. Whatever was signed in by an older one is not any more; paired devices stay.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub fn put_passphrase(&self, id: PersonId, kept: &Kept, author: &Author) -> Result<(), StoreError> {
        self.write(|transaction| {
            person(transaction, id)?;
            let sql = "UPDATE person SET passphrase = ?2 WHERE id = ?1";
            transaction.prepare_cached(sql)?.execute(params![id.to_string(), kept.0])?;
            let sql = "UPDATE sign_in SET shut_out = 1 WHERE person = ?1 AND paired = 0";
            transaction.prepare_cached(sql)?.execute([id.to_string()])?;
            told(transaction, author, id, "passphrase", [None, None])
        })
    }

    /// Whether a person made a record, as the journal tells: what somebody added is theirs to change.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn made_by(&self, kind: &str, id: &str, who: &str) -> Result<bool, StoreError> {
        self.read(|transaction| {
            let sql = "SELECT count(*) FROM change WHERE kind = ?1 AND subject = ?2 AND action = 'create' AND who = ?3";
            let made: u32 = transaction.prepare_cached(sql)?.query_row([kind, id, who], |row| row.get(0))?;
            Ok(made > 0)
        })
    }
}

/// Whoever is signed in as this person is not any more, on no device; codes that would pair one are void.
fn shut_all_out(transaction: &Transaction, id: PersonId) -> Result<(), StoreError> {
    let id = id.to_string();
    transaction.prepare_cached("UPDATE sign_in SET shut_out = 1 WHERE person = ?1")?.execute([&id])?;
    transaction.prepare_cached("DELETE FROM pairing WHERE person = ?1")?.execute([&id])?;
    Ok(())
}

/// Forgets a person who left, by the name: the row itself, and what it was signed in by. Answers how many.
pub(crate) fn forget(transaction: &Transaction, name: &str) -> Result<usize, StoreError> {
    let mut gone = 0;
    for Revised { record, .. } in people(transaction)? {
        if record.name != name {
            continue;
        }
        if !record.left {
            let message = "this person is in the firm; say first that they left";
            return Err(StoreError::Invalid(vec![nailpunch_core::facts::Problem {
                pointer: "/person".to_owned(),
                message: message.to_owned(),
            }]));
        }
        let id = record.id.to_string();
        for sql in [
            "DELETE FROM sign_in WHERE person = ?1",
            "DELETE FROM pairing WHERE person = ?1",
            "DELETE FROM person WHERE id = ?1",
        ] {
            gone += transaction.execute(sql, [&id])?;
        }
    }
    Ok(gone)
}
