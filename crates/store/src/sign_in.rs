//! Who is signed in, where, and until when; the codes that pair a device.
//!
//! What opens something is a secret that is given out once: here is only its SHA-256, so that whoever reads the database, or a
//! backup of it, cannot use it. SHA-256 is enough for secrets of 128 random bits; passphrases are kept otherwise.

use nailpunch_core::facts::{Person, PersonId};
use rusqlite::{OptionalExtension, Row, Transaction, params};
use serde::Serialize;
use sha2::{Digest, Sha256};
use utoipa::ToSchema;

use crate::people::{people, person};
use crate::{Store, StoreError};

/// The fingerprint of a secret, by which it is found.
pub(crate) fn fingerprint(secret: &str) -> String {
    Sha256::digest(secret.as_bytes()).iter().map(|byte| format!("{byte:02x}")).collect()
}

/// A place where somebody is signed in: a browser by a passphrase, or a device that was paired.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct SignIn {
    /// Its identifier; it opens nothing.
    pub id: String,
    /// Who.
    #[schema(value_type = String, format = Uuid)]
    pub person: PersonId,
    /// What the device is called.
    pub device: String,
    /// It was paired by a code, and not signed in by a passphrase.
    pub paired: bool,
    /// From where it was begun.
    pub address: String,
    /// When it was begun, RFC 3339.
    pub begun: String,
    /// When it was last seen, to a few minutes.
    pub seen: String,
    /// When it ends where nothing is heard of it before.
    pub ends: String,
}

const FIELDS: &str = "id, person, device, paired, address, begun, seen, ends";

fn sign_in(row: &Row) -> rusqlite::Result<SignIn> {
    let person: String = row.get(1)?;
    let person = uuid::Uuid::parse_str(&person)
        .map_err(|error| rusqlite::Error::FromSqlConversionFailure(1, rusqlite::types::Type::Text, Box::new(error)))?;
    Ok(SignIn {
        id: row.get(0)?,
        person: PersonId(person),
        device: row.get(2)?,
        paired: row.get(3)?,
        address: row.get(4)?,
        begun: row.get(5)?,
        seen: row.get(6)?,
        ends: row.get(7)?,
    })
}

fn begin(transaction: &Transaction, secret: &str, made: &SignIn) -> Result<(), StoreError> {
    // What ended long ago is of no use to anybody.
    transaction.prepare_cached("DELETE FROM sign_in WHERE ends < ?1")?.execute([&made.begun])?;
    let sql = "INSERT INTO sign_in (id, token, person, device, paired, address, begun, seen, ends)
               VALUES (?1, ?2, ?3, ?4, ?5, ?6, ?7, ?8, ?9)";
    transaction.prepare_cached(sql)?.execute(params![
        made.id,
        fingerprint(secret),
        made.person.to_string(),
        made.device,
        made.paired,
        made.address,
        made.begun,
        made.seen,
        made.ends
    ])?;
    Ok(())
}

impl Store {
    /// Signs somebody in with the secret that is given to them.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] where there is no such person, or the person left.
    pub fn sign_in(&self, secret: &str, made: &SignIn) -> Result<(), StoreError> {
        self.write(|transaction| {
            if person(transaction, made.person)?.record.left {
                return Err(StoreError::NotFound { kind: "person", id: made.person.to_string() });
            }
            begin(transaction, secret, made)
        })
    }

    /// Who holds this secret at the moment `now`; nobody where it ended, was shut out, or the person left.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn signed_in(&self, secret: &str, now: &str) -> Result<Option<(Person, SignIn)>, StoreError> {
        self.read(|transaction| {
            let sql = format!("SELECT {FIELDS} FROM sign_in WHERE token = ?1 AND shut_out = 0 AND ends > ?2");
            let found = transaction.prepare_cached(&sql)?.query_row([&fingerprint(secret), now], sign_in).optional()?;
            let Some(found) = found else { return Ok(None) };
            let person = person(transaction, found.person)?.record;
            Ok((!person.left).then_some((person, found)))
        })
    }

    /// Whether a place is still signed in at the moment `now`, by its identifier.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn is_signed_in(&self, id: &str, now: &str) -> Result<bool, StoreError> {
        self.read(|transaction| {
            let sql = "SELECT count(*) FROM sign_in WHERE id = ?1 AND shut_out = 0 AND ends > ?2";
            Ok(transaction.prepare_cached(sql)?.query_row([id, now], |row| row.get::<_, u32>(0))? > 0)
        })
    }

    /// Notes that somebody was seen, and until when they stay signed in from there.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn seen(&self, id: &str, now: &str, ends: &str) -> Result<(), StoreError> {
        self.write(|transaction| {
            transaction
                .prepare_cached("UPDATE sign_in SET seen = ?2, ends = ?3 WHERE id = ?1")?
                .execute([id, now, ends])?;
            Ok(())
        })
    }

    /// Where people are signed in at the moment `now`, the latest first.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn sign_ins(&self, now: &str) -> Result<Vec<SignIn>, StoreError> {
        self.read(|transaction| {
            let sql = format!("SELECT {FIELDS} FROM sign_in WHERE shut_out = 0 AND ends > ?1 ORDER BY seen DESC, id");
            let mut statement = transaction.prepare_cached(&sql)?;
            let rows = statement.query_map([now], sign_in)?;
            Ok(rows.collect::<Result<_, _>>()?)
        })
    }

    /// Shuts a place out where somebody is signed in. Shutting it out again is harmless.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub fn shut_out(&self, id: &str) -> Result<(), StoreError> {
        self.write(|transaction| {
            let changed = transaction.prepare_cached("UPDATE sign_in SET shut_out = 1 WHERE id = ?1")?.execute([id])?;
            if changed == 0 {
                return Err(StoreError::NotFound { kind: "device", id: id.to_owned() });
            }
            Ok(())
        })
    }

    /// Signs everybody out, on every device, and voids what would let one in; links to reports too.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub(crate) fn sign_all_out(&self) -> Result<(), StoreError> {
        self.write(|transaction| {
            transaction.execute("UPDATE sign_in SET shut_out = 1", [])?;
            transaction.execute("UPDATE report_link SET withdrawn = 1", [])?;
            transaction.execute("DELETE FROM pairing", [])?;
            Ok(())
        })
    }

    /// Whether this person was ever signed in from this address.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn was_signed_in_from(&self, person: PersonId, address: &str) -> Result<bool, StoreError> {
        self.read(|transaction| {
            let sql = "SELECT count(*) FROM sign_in WHERE person = ?1 AND address = ?2";
            let known: u32 =
                transaction.prepare_cached(sql)?.query_row([&person.to_string(), address], |row| row.get(0))?;
            Ok(known > 0)
        })
    }

    /// Keeps a code that pairs one device for a person, until the moment `ends`. What ended before `now` goes.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] where there is no such person, or the person left.
    pub fn put_pairing(&self, code: &str, of: PersonId, now: &str, ends: &str) -> Result<(), StoreError> {
        self.write(|transaction| {
            if person(transaction, of)?.record.left {
                return Err(StoreError::NotFound { kind: "person", id: of.to_string() });
            }
            transaction.prepare_cached("DELETE FROM pairing WHERE ends <= ?1")?.execute([now])?;
            let sql = "INSERT OR REPLACE INTO pairing (code, person, ends) VALUES (?1, ?2, ?3)";
            transaction.prepare_cached(sql)?.execute([&fingerprint(code), &of.to_string(), ends])?;
            Ok(())
        })
    }

    /// Uses a code up: the device is paired with `secret`, as `made` says but for the person, whom the code names. `None` where there
    /// is no such code at the moment `made.begun`.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn pair(&self, code: &str, secret: &str, made: SignIn) -> Result<Option<(Person, SignIn)>, StoreError> {
        self.write(|transaction| {
            let sql = "DELETE FROM pairing WHERE code = ?1 AND ends > ?2 RETURNING person";
            let found: Option<String> = transaction
                .prepare_cached(sql)?
                .query_row([&fingerprint(code), &made.begun], |row| row.get(0))
                .optional()?;
            let Some(found) = found else { return Ok(None) };
            let known = people(transaction)?.into_iter().map(|known| known.record);
            let Some(person) = known.filter(|known| !known.left).find(|known| known.id.to_string() == found) else {
                return Ok(None);
            };
            let made = SignIn { person: person.id, paired: true, ..made };
            begin(transaction, secret, &made)?;
            Ok(Some((person, made)))
        })
    }
}
