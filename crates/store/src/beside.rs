//! What stands beside a record that is to be kept, as the store has it.

use nailpunch_core::assess::Beside as BesideRecord;
use nailpunch_core::facts::{Audit, AuditFacts, Basis, BoxId, BoxRecord, CableRun, Panel, Room, Subject, WorkItem};
use rusqlite::{Transaction, params};

use crate::StoreError;
use crate::kinds::subject_columns;
use crate::record::{Stored, get, is_of_audit};
use crate::walk::{panels, rooms, runs, walk, walk_to_box};

/// The records of an audit within a transaction.
pub(crate) struct Beside<'a> {
    /// The transaction that the record is written in.
    pub transaction: &'a Transaction<'a>,
    /// Its audit.
    pub audit_id: &'a str,
}

impl BesideRecord for Beside<'_> {
    type Error = StoreError;

    fn basis(&self) -> Result<Basis, StoreError> {
        Ok(get::<Audit>(self.transaction, self.audit_id)?.record.basis)
    }

    fn has(&self, subject: Subject) -> Result<bool, StoreError> {
        let (kind, id) = subject_columns(subject);
        is_of_audit(self.transaction, kind, &id, self.audit_id)
    }

    fn ever_had(&self, id: BoxId) -> Result<bool, StoreError> {
        let sql = format!("SELECT EXISTS (SELECT 1 FROM {} WHERE id = ?1 AND audit_id = ?2)", BoxRecord::KIND);
        let mut statement = self.transaction.prepare_cached(&sql)?;
        Ok(statement.query_row(params![id.to_string(), self.audit_id], |row| row.get(0))?)
    }

    fn rooms(&self) -> Result<Vec<Room>, StoreError> {
        Ok(rooms(self.transaction, self.audit_id)?.into_iter().map(|known| known.record).collect())
    }

    fn runs(&self) -> Result<Vec<CableRun>, StoreError> {
        Ok(runs(self.transaction, self.audit_id)?.into_iter().map(|known| known.record).collect())
    }

    fn panels(&self) -> Result<Vec<Panel>, StoreError> {
        Ok(panels(self.transaction, self.audit_id)?.into_iter().map(|known| known.record).collect())
    }

    fn has_other_item(&self, item: &WorkItem) -> Result<bool, StoreError> {
        let (_, subject_id) = subject_columns(item.subject);
        let mut statement = self.transaction.prepare_cached(
            "SELECT EXISTS (SELECT 1 FROM item WHERE subject_id = ?1 AND rule = ?2 AND deleted = 0 AND id <> ?3)",
        )?;
        Ok(statement.query_row(params![subject_id, item.rule, item.identifier()], |row| row.get(0))?)
    }

    fn facts(&self) -> Result<AuditFacts, StoreError> {
        Ok(walk(self.transaction, self.audit_id)?.facts())
    }

    fn facts_of(&self, subject: Subject) -> Result<AuditFacts, StoreError> {
        match subject {
            Subject::Box(id) => Ok(walk_to_box(self.transaction, self.audit_id, &id.to_string())?.facts()),
            Subject::Panel(_) | Subject::Room(_) | Subject::Run(_) => self.facts(),
        }
    }
}
