//! The house rules of the firm: what a new audit begins with.

use nailpunch_core::facts::{HouseRules, Pointer, Revised};
use rusqlite::{OptionalExtension, Transaction, params};

use crate::journal::{Author, Entry, FIRM, journal};
use crate::record::refuse;
use crate::{Store, StoreError};

fn row(transaction: &Transaction) -> Result<Option<(Revised<HouseRules>, String)>, StoreError> {
    let found: Option<(String, u32)> = transaction
        .prepare_cached("SELECT record, revision FROM firm WHERE id = 1")?
        .query_row([], |row| Ok((row.get(0)?, row.get(1)?)))
        .optional()?;
    found.map(|(json, revision)| Ok((Revised { record: serde_json::from_str(&json)?, revision }, json))).transpose()
}

impl Store {
    /// The house rules of the firm; the defaults, at revision 0, while it has none of its own.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite fails.
    pub fn firm_rules(&self) -> Result<Revised<HouseRules>, StoreError> {
        self.read(|transaction| {
            let default = Revised { record: HouseRules::default(), revision: 0 };
            Ok(row(transaction)?.map_or(default, |(revised, _)| revised))
        })
    }

    /// Keeps the house rules of the firm.
    ///
    /// # Errors
    /// [`StoreError::Invalid`] for rules that cannot be accepted, [`StoreError::Stale`] when they were changed since.
    pub fn put_firm_rules(
        &self,
        rules: &HouseRules,
        based_on: u32,
        author: &Author,
    ) -> Result<Revised<HouseRules>, StoreError> {
        refuse(rules.problems(&Pointer::root()))?;
        self.write(|transaction| {
            let before = row(transaction)?;
            if let Some((known, _)) = before.as_ref().filter(|(known, _)| known.record == *rules) {
                return Ok(Revised { record: known.record, revision: known.revision });
            }
            let revision = before.as_ref().map_or(0, |(known, _)| known.revision);
            if based_on != revision {
                let current = before.as_ref().map(|(known, _)| known.record).unwrap_or_default();
                return Err(StoreError::Stale {
                    kind: FIRM,
                    based_on,
                    current_revision: revision,
                    current: serde_json::to_value(current)?,
                });
            }
            let json = serde_json::to_string(rules)?;
            transaction
                .prepare_cached("INSERT OR REPLACE INTO firm (id, record, revision) VALUES (1, ?1, ?2)")?
                .execute(params![json, revision + 1])?;
            let entry = Entry {
                audit_id: FIRM,
                kind: FIRM,
                subject: FIRM,
                action: if revision == 0 { "create" } else { "change" },
                before: before.as_ref().map(|(_, json)| json.as_str()),
                after: Some(&json),
            };
            journal(transaction, author, &entry)?;
            Ok(Revised { record: *rules, revision: revision + 1 })
        })
    }
}
