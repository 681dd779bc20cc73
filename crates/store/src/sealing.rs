//! Sealing: what an audit is at one moment, and the seal of it kept, unless something changed meanwhile.

use nailpunch_core::facts::{Bundle, Pointer, Problem, Seal};

use crate::journal::{Author, Change, Entry, changes, journal, last_change};
use crate::record::require_audit;
use crate::seal::insert;
use crate::whole::whole;
use crate::{Store, StoreError};

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
}
