//! Whether a record can be kept beside those that are there: what it names has to be of its audit, and what a person says has to
//! be possible as things stand. Asked wherever records are kept, in the store and on a device.

use super::acceptance::Acceptance;
use super::hands::{hands_problems, round_problems, shut_down_problems};
use super::transition::{TransitionError, check_transition};
use crate::facts::{
    Audit, AuditFacts, Basis, BoxId, BoxRecord, CableRun, Circuit, Panel, PanelId, Photo, Pointer, Problem, Room,
    RunEnd, Subject, WorkItem, feed_problems,
};

/// What stands beside a record that is to be kept.
pub trait Beside {
    /// Why it cannot be told.
    type Error: From<TransitionError>;

    /// What the audit rests on.
    ///
    /// # Errors
    /// As all of these: what keeps the records cannot be asked.
    fn basis(&self) -> Result<Basis, Self::Error>;

    /// The audit has this subject, and it is not deleted.
    ///
    /// # Errors
    /// As above.
    fn has(&self, subject: Subject) -> Result<bool, Self::Error>;

    /// The audit has this box, or had it and it can come back.
    ///
    /// # Errors
    /// As above.
    fn ever_had(&self, id: BoxId) -> Result<bool, Self::Error>;

    /// Its rooms.
    ///
    /// # Errors
    /// As above.
    fn rooms(&self) -> Result<Vec<Room>, Self::Error>;

    /// Its cable runs.
    ///
    /// # Errors
    /// As above.
    fn runs(&self) -> Result<Vec<CableRun>, Self::Error>;

    /// Its panels.
    ///
    /// # Errors
    /// As above.
    fn panels(&self) -> Result<Vec<Panel>, Self::Error>;

    /// Another item stands for the same rule at the same subject.
    ///
    /// # Errors
    /// As above.
    fn has_other_item(&self, item: &WorkItem) -> Result<bool, Self::Error>;

    /// All that is known of the audit.
    ///
    /// # Errors
    /// As above.
    fn facts(&self) -> Result<AuditFacts, Self::Error>;

    /// At least what is known of one subject.
    ///
    /// # Errors
    /// As above.
    fn facts_of(&self, subject: Subject) -> Result<AuditFacts, Self::Error>;
}

/// A record that is kept.
pub trait Kept {
    /// Why it cannot be kept beside what is there, given what it was before: each with its field; empty when it can.
    ///
    /// # Errors
    /// [`TransitionError`] where a finding cannot come to such a state; else what `beside` answers.
    fn refused<B: Beside>(&self, beside: &B, before: Option<&Self>) -> Result<Vec<Problem>, B::Error>;
}

/// A kind of subject as one speaks of it.
fn said(subject: Subject) -> &'static str {
    match subject {
        Subject::Box(_) => "box",
        Subject::Panel(_) => "panel",
        Subject::Room(_) => "room",
        Subject::Run(_) => "cable run",
    }
}

fn no_such(at: &Pointer, subject: Subject) -> Problem {
    Problem::new(at, format!("this audit has no such {}; choose one that it has", said(subject)))
}

/// The subject named at `at`, where the audit has none such.
fn missing<B: Beside>(beside: &B, at: &Pointer, subject: Subject) -> Result<Option<Problem>, B::Error> {
    Ok((!beside.has(subject)?).then(|| no_such(at, subject)))
}

impl Kept for Audit {
    fn refused<B: Beside>(&self, beside: &B, _: Option<&Self>) -> Result<Vec<Problem>, B::Error> {
        let root = Pointer::root();
        let mut problems = self.unacceptable(&root);
        // An area that something still stands in cannot go.
        let rooms = beside.rooms()?;
        let rooms = rooms.iter().filter(|room| !room.problems(&self.basis, &root).is_empty());
        let runs = beside.runs()?;
        let runs = runs.iter().filter(|run| !run.problems(&self.basis, &root).is_empty());
        let standing = rooms.map(|room| ("room", &room.name)).chain(runs.map(|run| ("cable run", &run.name)));
        for (kind, name) in standing {
            let message = format!("the {kind} \"{name}\" still stands in an area that is gone; move it first");
            problems.push(Problem::new(&root.at("basis").at("areas"), message));
        }
        Ok(problems)
    }
}

impl Kept for Room {
    fn refused<B: Beside>(&self, beside: &B, before: Option<&Self>) -> Result<Vec<Problem>, B::Error> {
        let root = Pointer::root();
        let mut problems = self.problems(&beside.basis()?, &root);
        problems.extend(self.unacceptable(&root));
        // What was deleted since it was put on the sketch may come back; it stays where it is.
        let boxes_before: Vec<BoxId> =
            before.iter().flat_map(|before| before.boxes_named(&root)).map(|named| named.1).collect();
        for (place, id) in self.boxes_named(&root).into_iter().filter(|(_, id)| !boxes_before.contains(id)) {
            problems.extend(missing(beside, &place, Subject::Box(id))?);
        }
        let panels_before: Vec<PanelId> =
            before.iter().flat_map(|before| before.panels_named(&root)).map(|named| named.1).collect();
        for (place, id) in self.panels_named(&root).into_iter().filter(|(_, id)| !panels_before.contains(id)) {
            problems.extend(missing(beside, &place, Subject::Panel(id))?);
        }
        Ok(problems)
    }
}

impl Kept for BoxRecord {
    fn refused<B: Beside>(&self, beside: &B, before: Option<&Self>) -> Result<Vec<Problem>, B::Error> {
        let root = Pointer::root();
        let mut problems = self.unacceptable(&root);
        problems.extend(missing(beside, &root.at("room"), Subject::Room(self.room))?);
        if !problems.is_empty() {
            return Ok(problems);
        }
        hands_problems(self, before, || beside.facts())
    }
}

impl Kept for WorkItem {
    fn refused<B: Beside>(&self, beside: &B, before: Option<&Self>) -> Result<Vec<Problem>, B::Error> {
        let root = Pointer::root();
        let mut problems = self.unacceptable(&root);
        if beside.has_other_item(self)? {
            let kind = said(self.subject);
            let message = format!("this {kind} has an item for this rule already; change that one");
            problems.push(Problem::new(&root.at("rule"), message));
        }
        problems.extend(missing(beside, &root.at("subject"), self.subject)?);
        if problems.is_empty() {
            check_transition(self, before.map(|before| before.state), &beside.facts_of(self.subject)?)?;
        }
        Ok(problems)
    }
}

impl Kept for CableRun {
    fn refused<B: Beside>(&self, beside: &B, before: Option<&Self>) -> Result<Vec<Problem>, B::Error> {
        let root = Pointer::root();
        let mut problems = self.problems(&beside.basis()?, &root);
        problems.extend(self.unacceptable(&root));
        let kept = |end: RunEnd| before.is_some_and(|before| before.ends().contains(&end));
        for (field, end) in ["from", "to"].into_iter().zip(self.ends()) {
            let subject = match end {
                RunEnd::Box(id) => Subject::Box(id),
                RunEnd::Panel(id) => Subject::Panel(id),
                RunEnd::Unknown | RunEnd::Elsewhere => continue,
            };
            // What was deleted since the run was drawn to it may come back; it stays where it is.
            if !kept(end) {
                problems.extend(missing(beside, &root.at(field), subject)?);
            }
        }
        Ok(problems)
    }
}

impl Kept for Circuit {
    fn refused<B: Beside>(&self, beside: &B, before: Option<&Self>) -> Result<Vec<Problem>, B::Error> {
        let root = Pointer::root();
        let mut problems = self.problems(&root);
        for (index, point) in self.points.iter().enumerate() {
            // A box that was deleted since it was put on the circuit may come back; it stays where it is.
            let kept = before.is_some_and(|before| before.points.iter().any(|known| known.box_id == point.box_id));
            if !kept && !beside.ever_had(point.box_id)? {
                let place = root.at("points").at(index).at("box_id");
                problems.push(no_such(&place, Subject::Box(point.box_id)));
            }
        }
        if !problems.is_empty() {
            return Ok(problems);
        }
        shut_down_problems(self, before, || beside.facts())
    }
}

impl Kept for Panel {
    fn refused<B: Beside>(&self, beside: &B, before: Option<&Self>) -> Result<Vec<Problem>, B::Error> {
        let root = Pointer::root();
        let mut problems = self.unacceptable(&root);
        let known = beside.panels()?;
        let others = known.iter().filter(|panel| panel.id != self.id);
        let panels: Vec<&Self> = std::iter::once(self).chain(others).collect();
        let (own, others): (Vec<_>, Vec<_>) = feed_problems(&panels).into_iter().partition(|(index, _)| *index == 0);
        problems.extend(own.into_iter().map(|(_, problem)| problem));
        // A breaker that feeds another panel cannot go while it does.
        for (index, _) in others.into_iter().filter(|(_, problem)| problem.pointer == "/feed/breaker/breaker") {
            let message =
                format!("{} is fed by a breaker that would be gone; say first what feeds it", panels[index].name);
            problems.push(Problem::new(&root.at("breakers"), message));
        }
        if !problems.is_empty() {
            return Ok(problems);
        }
        round_problems(self, before, || beside.facts())
    }
}

impl Kept for Photo {
    fn refused<B: Beside>(&self, beside: &B, before: Option<&Self>) -> Result<Vec<Problem>, B::Error> {
        let root = Pointer::root();
        let mut problems = self.unacceptable(&root);
        let shows = [
            ("box_id", self.box_id.map(Subject::Box)),
            ("panel", self.panel.map(Subject::Panel)),
            ("room", self.room.map(Subject::Room)),
            ("run", self.run.map(Subject::Run)),
        ];
        for (field, subject) in shows.into_iter().filter_map(|(field, subject)| Some((field, subject?))) {
            problems.extend(missing(beside, &root.at(field), subject)?);
        }
        if before.is_some_and(|before| (before.width, before.height) != (self.width, self.height)) {
            let message = "the picture itself does not change; take another";
            problems.push(Problem::new(&root.at("width"), message));
        }
        Ok(problems)
    }
}
