//! The audits that the device keeps, and how a record of one is put, deleted and brought back: as the store does it.

use std::any::Any;
use std::collections::HashMap;

use nailpunch_core::assess::{Acceptance, Beside, Memory, TransitionError};
use nailpunch_core::facts::{
    Audit, AuditFacts, AuditId, AuditWalk, Basis, BoxId, BoxRecord, CableRun, Identifier, Panel, Pointer,
    Problem as FieldProblem, Revised, Room, RoomId, RoomOrder, Subject, WorkItem,
};
use nailpunch_views::Problem;
use uuid::Uuid;

use crate::kinds::OnDevice;

/// The most boxes whose answers are kept.
const MOST_BOXES: usize = 5_000;

/// An audit with what is hidden in it: it comes back with what it hangs on.
pub(crate) struct KeptAudit {
    pub walk: AuditWalk,
    /// The boxes of rooms that were deleted.
    boxes: HashMap<RoomId, Vec<Revised<BoxRecord>>>,
    /// What was said of findings at what was deleted.
    items: Vec<Revised<WorkItem>>,
    /// What was deleted, as it was last: by that is judged whether it can come back.
    gone: HashMap<Uuid, Box<dyn Any + Send>>,
}

/// The audits that a device keeps, and what was worked out of them before.
pub struct Device {
    audits: HashMap<AuditId, KeptAudit>,
    pub(crate) memory: Memory,
}

impl Default for Device {
    fn default() -> Self {
        Self::new()
    }
}

/// Why something was not answered.
pub(crate) type Refusal = Box<Problem>;

pub(crate) fn refusal(status: u16, title: &'static str, detail: impl Into<String>) -> Refusal {
    Box::new(Problem::new(status, title, detail))
}

pub(crate) fn fields_refused(problems: Vec<FieldProblem>) -> Refusal {
    Box::new(Problem::fields(problems))
}

fn not_here() -> Refusal {
    refusal(404, "Not on this device", "this audit was not opened on this device while the office was there")
}

fn unacceptable(problems: Vec<FieldProblem>) -> Result<(), Refusal> {
    if problems.is_empty() { Ok(()) } else { Err(fields_refused(problems)) }
}

fn stale<T: OnDevice>(based_on: u32, current: &Revised<T>) -> Refusal {
    let kind = T::KIND;
    let detail = format!("this {kind} was changed since revision {based_on}; look at it anew");
    match serde_json::to_value(&current.record) {
        Ok(record) => Box::new(Problem::stale(detail, record, current.revision)),
        Err(error) => refusal(500, "Internal error", error.to_string()),
    }
}

impl Device {
    /// A device that keeps nothing yet.
    pub fn new() -> Self {
        Self { audits: HashMap::new(), memory: Memory::new(MOST_BOXES) }
    }

    /// Keeps an audit as it is, in the place of what it kept of it before.
    pub(crate) fn keep(&mut self, walk: AuditWalk) {
        let kept = KeptAudit { walk, boxes: HashMap::new(), items: Vec::new(), gone: HashMap::new() };
        self.audits.insert(kept.walk.audit.record.id, kept);
    }

    /// Lets go of an audit.
    pub(crate) fn forget(&mut self, id: AuditId) {
        self.audits.remove(&id);
    }

    /// An audit that it keeps.
    ///
    /// # Errors
    /// It keeps none such.
    pub(crate) fn audit(&self, id: AuditId) -> Result<&AuditWalk, Refusal> {
        self.audits.get(&id).map(|kept| &kept.walk).ok_or_else(not_here)
    }

    /// The audits that it keeps, by name.
    pub(crate) fn audits(&self) -> Vec<&AuditWalk> {
        let mut walks: Vec<&AuditWalk> = self.audits.values().map(|kept| &kept.walk).collect();
        walks.sort_by_key(|walk| (&walk.audit.record.name, walk.audit.record.id.0));
        walks
    }

    fn kept(&mut self, id: AuditId) -> Result<&mut KeptAudit, Refusal> {
        self.audits.get_mut(&id).ok_or_else(not_here)
    }

    /// Begins a new audit: there is nothing beside its record yet.
    ///
    /// # Errors
    /// It cannot be accepted.
    pub(crate) fn begin(&mut self, record: Audit) -> Result<Revised<Audit>, Refusal> {
        unacceptable(record.unacceptable(&Pointer::root()))?;
        let audit = Revised { revision: 1, record };
        let (rooms, items, circuits, panels, runs) = Default::default();
        self.keep(AuditWalk { audit: audit.clone(), rooms, items, circuits, panels, runs });
        Ok(audit)
    }

    /// Puts a record of an audit that was seen at a revision, 0 for a new one; a deleted one comes back. A writer that saw a later one
    /// than is kept here had it from the office.
    ///
    /// # Errors
    /// Another was put since, or it cannot be accepted: as the store says it.
    pub(crate) fn put<T: OnDevice>(&mut self, audit: AuditId, record: T, based_on: u32) -> Result<Revised<T>, Refusal> {
        let kept = self.kept(audit)?;
        let before = T::find(&kept.walk, record.id());
        if let Some(before) = before {
            if before.record == record {
                return Ok(before.clone());
            }
            if before.revision > based_on {
                return Err(stale(based_on, before));
            }
        }
        let known = before.map(|before| &before.record).or_else(|| kept.gone(record.id()));
        let refused = record.refused(kept, known);
        let at = Pointer::root().at("state");
        unacceptable(refused.unwrap_or_else(|error| vec![FieldProblem::new(&at, error.to_string())]))?;
        let revised = Revised { revision: based_on.saturating_add(1), record };
        kept.set(revised.clone());
        Ok(revised)
    }

    /// Takes a record as it is, with its revision; nothing is asked of it: it was accepted before.
    ///
    /// # Errors
    /// The audit is not kept here.
    pub(crate) fn take_over<T: OnDevice>(&mut self, audit: AuditId, revised: Revised<T>) -> Result<(), Refusal> {
        self.kept(audit)?.set(revised);
        Ok(())
    }

    /// Deletes a record that was seen at a revision: the revision that bringing it back is based on.
    ///
    /// # Errors
    /// Another was put since.
    pub(crate) fn delete<T: OnDevice>(&mut self, audit: AuditId, id: Uuid, based_on: u32) -> Result<u32, Refusal> {
        let kept = self.kept(audit)?;
        let Some(before) = T::find(&kept.walk, id) else { return Ok(based_on) };
        if before.revision != based_on {
            return Err(stale(based_on, before));
        }
        kept.take::<T>(id);
        Ok(based_on.saturating_add(1))
    }

    /// Takes a record out, whatever its revision.
    ///
    /// # Errors
    /// The audit is not kept here.
    pub(crate) fn take_out<T: OnDevice>(&mut self, audit: AuditId, id: Uuid) -> Result<(), Refusal> {
        self.kept(audit)?.take::<T>(id);
        Ok(())
    }

    /// Puts the rooms and boxes of an audit in an order.
    ///
    /// # Errors
    /// One that is named is not there, or is named twice.
    pub(crate) fn put_in_order(&mut self, audit: AuditId, order: &[RoomOrder]) -> Result<(), Refusal> {
        let kept = self.kept(audit)?;
        unacceptable(kept.walk.order_problems(order))?;
        kept.walk.put_in_order(order);
        Ok(())
    }
}

impl KeptAudit {
    /// A subject is there and not hidden.
    fn shows(&self, subject: Subject) -> bool {
        match subject {
            Subject::Box(id) => BoxRecord::find(&self.walk, id.uuid()).is_some(),
            Subject::Panel(id) => Panel::find(&self.walk, id.uuid()).is_some(),
            Subject::Room(id) => Room::find(&self.walk, id.uuid()).is_some(),
            Subject::Run(id) => CableRun::find(&self.walk, id.uuid()).is_some(),
        }
    }

    /// A record that was deleted, as it was last.
    fn gone<T: OnDevice>(&self, id: Uuid) -> Option<&T> {
        self.gone.get(&id).and_then(|known| known.downcast_ref())
    }

    fn set<T: OnDevice>(&mut self, revised: Revised<T>) {
        self.gone.remove(&revised.record.id());
        T::set(&mut self.walk, revised);
        for room in &mut self.walk.rooms {
            room.boxes.extend(self.boxes.remove(&room.room.record.id).unwrap_or_default());
        }
        self.hide_items();
    }

    fn take<T: OnDevice>(&mut self, id: Uuid) {
        if T::KIND == Room::KIND
            && let Some(room) = self.walk.rooms.iter().find(|known| known.room.record.id.uuid() == id)
        {
            self.boxes.insert(room.room.record.id, room.boxes.clone());
        }
        if let Some(known) = T::find(&self.walk, id) {
            self.gone.insert(id, Box::new(known.record.clone()));
        }
        T::take(&mut self.walk, id);
        // One that was deleted by itself is not hidden but gone.
        self.items.retain(|known| known.record.id.uuid() != id);
        self.hide_items();
    }

    /// What was said at something that is deleted is hidden with it, and comes back with it.
    fn hide_items(&mut self) {
        let all: Vec<_> = self.walk.items.drain(..).chain(self.items.drain(..)).collect();
        let (mut shown, hidden): (Vec<_>, Vec<_>) = all.into_iter().partition(|known| self.shows(known.record.subject));
        shown.sort_by_key(|known| known.record.id);
        (self.walk.items, self.items) = (shown, hidden);
    }
}

/// The whole audit is at hand; a box of a room that was deleted is still of it, as in the store.
impl Beside for KeptAudit {
    type Error = TransitionError;

    fn basis(&self) -> Result<Basis, TransitionError> {
        Ok(self.walk.audit.record.basis.clone())
    }

    fn has(&self, subject: Subject) -> Result<bool, TransitionError> {
        let hidden = |id: BoxId| self.boxes.values().flatten().any(|known| known.record.id == id);
        Ok(self.shows(subject) || subject.box_id().is_some_and(hidden))
    }

    fn ever_had(&self, id: BoxId) -> Result<bool, TransitionError> {
        Ok(self.has(Subject::Box(id))? || self.gone::<BoxRecord>(id.uuid()).is_some())
    }

    fn rooms(&self) -> Result<Vec<Room>, TransitionError> {
        Ok(self.walk.rooms.iter().map(|known| known.room.record.clone()).collect())
    }

    fn runs(&self) -> Result<Vec<CableRun>, TransitionError> {
        Ok(self.walk.runs.iter().map(|known| known.record.clone()).collect())
    }

    fn panels(&self) -> Result<Vec<Panel>, TransitionError> {
        Ok(self.walk.panels.iter().map(|known| known.record.clone()).collect())
    }

    fn has_other_item(&self, item: &WorkItem) -> Result<bool, TransitionError> {
        let same = |known: &WorkItem| known.subject == item.subject && known.rule == item.rule && known.id != item.id;
        Ok(self.walk.items.iter().any(|known| same(&known.record)))
    }

    fn facts(&self) -> Result<AuditFacts, TransitionError> {
        Ok(self.walk.facts())
    }

    fn facts_of(&self, _: Subject) -> Result<AuditFacts, TransitionError> {
        Ok(self.walk.facts())
    }
}
