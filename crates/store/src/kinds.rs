//! The kinds of record: where each is kept, and what it must satisfy.

use nailpunch_core::assess::{Acceptance, check_transition, hands_problems, round_problems, shut_down_problems};
use nailpunch_core::facts::{
    Audit, BoxId, BoxRecord, CableRun, Circuit, Panel, PanelId, Pointer, Problem, Room, RunEnd, Subject, WorkItem,
    feed_problems,
};
use rusqlite::{Transaction, params};

use crate::StoreError;
use crate::record::{Stored, get, is_of_audit, refuse};
use crate::walk::{walk, walk_to_box};

impl Stored for Audit {
    const KIND: &'static str = "audit";

    fn identifier(&self) -> String {
        self.id.to_string()
    }

    fn check(&self, transaction: &Transaction, audit_id: &str, _: Option<&Self>) -> Result<(), StoreError> {
        let mut problems = self.unacceptable(&Pointer::root());
        // An area that a room still stands in cannot go.
        let rooms: Vec<Room> = crate::walk::rooms(transaction, audit_id)?.into_iter().map(|r| r.record).collect();
        for room in rooms {
            if !room.problems(&self.basis, &Pointer::root()).is_empty() {
                let message = format!("the room \"{}\" still stands in an area that is gone; move it first", room.name);
                problems.push(Problem::new(&Pointer::root().at("basis").at("areas"), message));
            }
        }
        for run in crate::walk::runs(transaction, audit_id)? {
            if !run.record.problems(&self.basis, &Pointer::root()).is_empty() {
                let name = &run.record.name;
                let message = format!("the cable run \"{name}\" still stands in an area that is gone; move it first");
                problems.push(Problem::new(&Pointer::root().at("basis").at("areas"), message));
            }
        }
        refuse(problems)
    }

    fn insert(&self, transaction: &Transaction, _: &str, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached("INSERT INTO audit (id, name, archived, record, revision) VALUES (?1, ?2, ?3, ?4, 1)")?
            .execute(params![self.identifier(), self.name, self.archived, json])?;
        Ok(())
    }

    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached(
                "UPDATE audit SET name = ?2, archived = ?3, record = ?4, revision = revision + 1, deleted = 0
                 WHERE id = ?1",
            )?
            .execute(params![self.identifier(), self.name, self.archived, json])?;
        Ok(())
    }
}

impl Stored for Room {
    const KIND: &'static str = "room";

    fn identifier(&self) -> String {
        self.id.to_string()
    }

    fn check(&self, transaction: &Transaction, audit_id: &str, before: Option<&Self>) -> Result<(), StoreError> {
        let audit = get::<Audit>(transaction, audit_id)?.record;
        let root = Pointer::root();
        let mut problems = self.problems(&audit.basis, &root);
        problems.extend(self.unacceptable(&root));
        // What was deleted since it was put on the sketch may come back; it stays where it is.
        let boxes_before: Vec<BoxId> =
            before.iter().flat_map(|before| before.boxes_named(&root)).map(|named| named.1).collect();
        for (place, id) in self.boxes_named(&root).into_iter().filter(|(_, id)| !boxes_before.contains(id)) {
            if !is_of_audit(transaction, BoxRecord::KIND, &id.to_string(), audit_id)? {
                problems.push(Problem::new(&place, "this audit has no such box; choose one that it has"));
            }
        }
        let panels_before: Vec<PanelId> =
            before.iter().flat_map(|before| before.panels_named(&root)).map(|named| named.1).collect();
        for (place, id) in self.panels_named(&root).into_iter().filter(|(_, id)| !panels_before.contains(id)) {
            if !is_of_audit(transaction, Panel::KIND, &id.to_string(), audit_id)? {
                problems.push(Problem::new(&place, "this audit has no such panel; choose one that it has"));
            }
        }
        refuse(problems)
    }

    fn insert(&self, transaction: &Transaction, audit_id: &str, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached(
                "INSERT INTO room (id, audit_id, position, record, revision)
                 VALUES (?1, ?2, (SELECT coalesce(max(position), 0) + 1 FROM room WHERE audit_id = ?2), ?3, 1)",
            )?
            .execute(params![self.identifier(), audit_id, json])?;
        Ok(())
    }

    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached("UPDATE room SET record = ?2, revision = revision + 1, deleted = 0 WHERE id = ?1")?
            .execute(params![self.identifier(), json])?;
        Ok(())
    }
}

impl Stored for BoxRecord {
    const KIND: &'static str = "box";

    fn identifier(&self) -> String {
        self.id.to_string()
    }

    fn check(&self, transaction: &Transaction, audit_id: &str, before: Option<&Self>) -> Result<(), StoreError> {
        let mut problems = self.unacceptable(&Pointer::root());
        if !is_of_audit(transaction, Room::KIND, &self.room.to_string(), audit_id)? {
            let message = "this audit has no such room; choose one that it has";
            problems.push(Problem::new(&Pointer::root().at("room"), message));
        }
        refuse(problems)?;
        refuse(hands_problems(self, before, || Ok::<_, StoreError>(walk(transaction, audit_id)?.facts()))?)
    }

    fn insert(&self, transaction: &Transaction, audit_id: &str, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached(
                "INSERT INTO box (id, audit_id, room_id, position, record, revision)
                 VALUES (?1, ?2, ?3, (SELECT coalesce(max(position), 0) + 1 FROM box WHERE audit_id = ?2), ?4, 1)",
            )?
            .execute(params![self.identifier(), audit_id, self.room.to_string(), json])?;
        Ok(())
    }

    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached(
                "UPDATE box SET room_id = ?2, record = ?3, revision = revision + 1, deleted = 0 WHERE id = ?1",
            )?
            .execute(params![self.identifier(), self.room.to_string(), json])?;
        Ok(())
    }
}

impl Stored for WorkItem {
    const KIND: &'static str = "item";

    fn identifier(&self) -> String {
        self.id.to_string()
    }

    fn check(&self, transaction: &Transaction, audit_id: &str, before: Option<&Self>) -> Result<(), StoreError> {
        let root = Pointer::root();
        let mut problems = self.unacceptable(&root);
        let (kind, subject_id) = subject_columns(self.subject);
        let other: bool = transaction
            .prepare_cached(
                "SELECT EXISTS (SELECT 1 FROM item WHERE subject_id = ?1 AND rule = ?2 AND deleted = 0 AND id <> ?3)",
            )?
            .query_row(params![subject_id, self.rule, self.identifier()], |row| row.get(0))?;
        if other {
            let message = format!("this {} has an item for this rule already; change that one", said(kind));
            problems.push(Problem::new(&root.at("rule"), message));
        }
        if !is_of_audit(transaction, kind, &subject_id, audit_id)? {
            let message = format!("this audit has no such {}; choose one that it has", said(kind));
            problems.push(Problem::new(&root.at("subject"), message));
        }
        refuse(problems)?;
        let walk = match self.subject {
            Subject::Box(_) => walk_to_box(transaction, audit_id, &subject_id)?,
            Subject::Panel(_) | Subject::Room(_) | Subject::Run(_) => walk(transaction, audit_id)?,
        };
        Ok(check_transition(self, before.map(|before| before.state), &walk.facts())?)
    }

    fn insert(&self, transaction: &Transaction, audit_id: &str, json: &str) -> Result<(), StoreError> {
        let (kind, subject_id) = subject_columns(self.subject);
        transaction
            .prepare_cached(
                "INSERT INTO item (id, audit_id, subject_kind, subject_id, rule, record, revision)
                 VALUES (?1, ?2, ?3, ?4, ?5, ?6, 1)",
            )?
            .execute(params![self.identifier(), audit_id, kind, subject_id, self.rule, json])?;
        Ok(())
    }

    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError> {
        let (kind, subject_id) = subject_columns(self.subject);
        transaction
            .prepare_cached(
                "UPDATE item SET subject_kind = ?2, subject_id = ?3, rule = ?4, record = ?5, revision = revision + 1,
                 deleted = 0 WHERE id = ?1",
            )?
            .execute(params![self.identifier(), kind, subject_id, self.rule, json])?;
        Ok(())
    }
}

/// The table that a subject is kept in, and its identifier there.
fn subject_columns(subject: Subject) -> (&'static str, String) {
    match subject {
        Subject::Box(id) => (BoxRecord::KIND, id.to_string()),
        Subject::Panel(id) => (Panel::KIND, id.to_string()),
        Subject::Room(id) => (Room::KIND, id.to_string()),
        Subject::Run(id) => (CableRun::KIND, id.to_string()),
    }
}

/// A kind of record as one speaks of it.
pub(crate) fn said(kind: &str) -> &str {
    if kind == CableRun::KIND { "cable run" } else { kind }
}

impl Stored for CableRun {
    const KIND: &'static str = "run";

    fn identifier(&self) -> String {
        self.id.to_string()
    }

    fn check(&self, transaction: &Transaction, audit_id: &str, before: Option<&Self>) -> Result<(), StoreError> {
        let root = Pointer::root();
        let mut problems = self.problems(&get::<Audit>(transaction, audit_id)?.record.basis, &root);
        problems.extend(self.unacceptable(&root));
        let kept = |end: RunEnd| before.is_some_and(|before| before.ends().contains(&end));
        for (field, end) in ["from", "to"].into_iter().zip(self.ends()) {
            let (kind, id) = match end {
                RunEnd::Box(id) => (BoxRecord::KIND, id.to_string()),
                RunEnd::Panel(id) => (Panel::KIND, id.to_string()),
                RunEnd::Unknown | RunEnd::Elsewhere => continue,
            };
            // What was deleted since the run was drawn to it may come back; it stays where it is.
            if !kept(end) && !is_of_audit(transaction, kind, &id, audit_id)? {
                let message = format!("this audit has no such {kind}; choose one that it has");
                problems.push(Problem::new(&root.at(field), message));
            }
        }
        refuse(problems)
    }

    fn insert(&self, transaction: &Transaction, audit_id: &str, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached("INSERT INTO run (id, audit_id, name, record, revision) VALUES (?1, ?2, ?3, ?4, 1)")?
            .execute(params![self.identifier(), audit_id, self.name, json])?;
        Ok(())
    }

    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached(
                "UPDATE run SET name = ?2, record = ?3, revision = revision + 1, deleted = 0 WHERE id = ?1",
            )?
            .execute(params![self.identifier(), self.name, json])?;
        Ok(())
    }
}

impl Stored for Circuit {
    const KIND: &'static str = "circuit";

    fn identifier(&self) -> String {
        self.id.to_string()
    }

    fn check(&self, transaction: &Transaction, audit_id: &str, before: Option<&Self>) -> Result<(), StoreError> {
        let mut problems = self.problems(&Pointer::root());
        let mut statement =
            transaction.prepare_cached("SELECT EXISTS (SELECT 1 FROM box WHERE id = ?1 AND audit_id = ?2)")?;
        for (index, point) in self.points.iter().enumerate() {
            // A box that was deleted since it was put on the circuit may come back; it stays where it is.
            let kept = before.is_some_and(|before| before.points.iter().any(|known| known.box_id == point.box_id));
            let there: bool = statement.query_row(params![point.box_id.to_string(), audit_id], |row| row.get(0))?;
            if !there && !kept {
                let place = Pointer::root().at("points").at(index).at("box_id");
                problems.push(Problem::new(&place, "this audit has no such box; choose one that it has"));
            }
        }
        refuse(problems)?;
        refuse(shut_down_problems(self, before, || Ok::<_, StoreError>(walk(transaction, audit_id)?.facts()))?)
    }

    fn insert(&self, transaction: &Transaction, audit_id: &str, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached("INSERT INTO circuit (id, audit_id, name, record, revision) VALUES (?1, ?2, ?3, ?4, 1)")?
            .execute(params![self.identifier(), audit_id, self.name, json])?;
        Ok(())
    }

    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached(
                "UPDATE circuit SET name = ?2, record = ?3, revision = revision + 1, deleted = 0 WHERE id = ?1",
            )?
            .execute(params![self.identifier(), self.name, json])?;
        Ok(())
    }
}

impl Stored for Panel {
    const KIND: &'static str = "panel";

    fn identifier(&self) -> String {
        self.id.to_string()
    }

    fn check(&self, transaction: &Transaction, audit_id: &str, before: Option<&Self>) -> Result<(), StoreError> {
        let mut problems = self.unacceptable(&Pointer::root());
        let known: Vec<Self> =
            crate::walk::panels(transaction, audit_id)?.into_iter().map(|panel| panel.record).collect();
        let others = known.iter().filter(|panel| panel.id != self.id);
        let panels: Vec<&Self> = std::iter::once(self).chain(others).collect();
        let (own, others): (Vec<_>, Vec<_>) = feed_problems(&panels).into_iter().partition(|(index, _)| *index == 0);
        problems.extend(own.into_iter().map(|(_, problem)| problem));
        // A breaker that feeds another panel cannot go while it does.
        for (index, _) in others.into_iter().filter(|(_, problem)| problem.pointer == "/feed/breaker/breaker") {
            let message =
                format!("{} is fed by a breaker that would be gone; say first what feeds it", panels[index].name);
            problems.push(Problem::new(&Pointer::root().at("breakers"), message));
        }
        refuse(problems)?;
        refuse(round_problems(self, before, || Ok::<_, StoreError>(walk(transaction, audit_id)?.facts()))?)
    }

    fn insert(&self, transaction: &Transaction, audit_id: &str, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached("INSERT INTO panel (id, audit_id, name, record, revision) VALUES (?1, ?2, ?3, ?4, 1)")?
            .execute(params![self.identifier(), audit_id, self.name, json])?;
        Ok(())
    }

    fn update(&self, transaction: &Transaction, json: &str) -> Result<(), StoreError> {
        transaction
            .prepare_cached(
                "UPDATE panel SET name = ?2, record = ?3, revision = revision + 1, deleted = 0 WHERE id = ?1",
            )?
            .execute(params![self.identifier(), self.name, json])?;
        Ok(())
    }
}
