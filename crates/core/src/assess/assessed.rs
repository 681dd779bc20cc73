//! The whole audit, judged once. Whatever is asked of it, by a route, the report, a file or the command line, is read off
//! here, and nothing judges again.

use std::sync::Arc;

use rayon::prelude::*;

use super::answer::BoxAnswer;
use super::awaits::awaits;
use super::item::{ItemView, views};
use super::item_counts::ItemCounts;
use super::memory::{KnownBox, Memory};
use super::overview::AuditCounts;
use super::panel_judgement::{PanelJudgement, judge_panels};
use super::room_judgement::{RoomJudgement, room_judgement, situation_of};
use super::run_judgement::{RunJudgement, RunSurroundings, surroundings};
use super::supply::known_supplies;
use super::work::{SubjectWork, WorkInScopes};
use crate::facts::{
    AuditFacts, Basis, BoxContents, BoxId, BoxRecord, CableRun, KnownSupply, Note, Panel, PanelId, PersonRole, Room,
    RoomFacts, RoomId, RunId, Sketch, Subject, WorkItem,
};
use crate::repair::{RoomMove, SubjectProposal, saving_moves};
use crate::rules::{Beyond, RuleResult, Situation, Verdict};
use crate::standard::WiredUnder;

/// What follows from an audit's facts.
pub struct Assessed<'a> {
    /// The facts.
    pub facts: &'a AuditFacts,
    /// Its boxes in the order of the walk.
    pub boxes: Vec<AssessedBox<'a>>,
    /// Its panels.
    pub panels: Vec<AssessedPanel<'a>>,
    /// The rooms of which there is a sketch, or of which something was said.
    pub rooms: Vec<AssessedRoom<'a>>,
    /// Its cable runs.
    pub runs: Vec<AssessedRun<'a>>,
}

/// What follows from one side of a subject beside the box.
pub trait Judged {
    /// What each rule says, worst first.
    fn results(&self) -> &[RuleResult];
    /// The worst answer of all rules that are not dismissed.
    fn worst(&self) -> Verdict;
    /// Something here is a danger now.
    fn dangerous(&self) -> bool;
    /// What each repair would do about what it breaks.
    fn proposals(&self) -> &[SubjectProposal];
}

macro_rules! judged {
    ($($judgement:ty),+) => {
        $(impl Judged for $judgement {
            fn results(&self) -> &[RuleResult] {
                &self.results
            }

            fn worst(&self) -> Verdict {
                self.worst
            }

            fn dangerous(&self) -> bool {
                self.dangerous
            }

            fn proposals(&self) -> &[SubjectProposal] {
                &self.proposals
            }
        })+
    };
}

judged!(PanelJudgement, RoomJudgement, RunJudgement);

/// A subject beside the box, with all that follows from its record.
pub struct AssessedSubject<'a, Record, Judgement> {
    /// Its record.
    pub record: &'a Record,
    /// What follows from it as found.
    pub found: Judgement,
    /// What follows from it as left, once it was looked at anew.
    pub left: Option<Judgement>,
    /// Where its findings are in their lives.
    pub findings: Vec<ItemView>,
    /// What is done about it, all of it.
    pub work: SubjectWork,
    /// Whom it waits for.
    pub awaits: Vec<PersonRole>,
}

/// A panel with all that follows from it.
pub type AssessedPanel<'a> = AssessedSubject<'a, Panel, PanelJudgement>;
/// A room with all that follows from its sketch.
pub type AssessedRoom<'a> = AssessedSubject<'a, Room, RoomJudgement>;
/// A cable run with all that follows from its course.
pub type AssessedRun<'a> = AssessedSubject<'a, CableRun, RunJudgement>;

impl<'a, Record, Judgement: Judged> AssessedSubject<'a, Record, Judgement> {
    fn of(record: &'a Record, notes: &[Note], found: Judgement, left: Option<Judgement>, items: &[WorkItem]) -> Self {
        let findings = views(items, found.results(), left.as_ref().map(Judged::results), None);
        let work = SubjectWork::beside_the_box(&findings, left.as_ref().unwrap_or(&found).proposals());
        let awaits = awaits(left.as_ref().unwrap_or(&found).worst(), ItemCounts::of(&findings), notes);
        Self { record, found, left, findings, work, awaits }
    }

    /// What stands now: as left once it was looked at anew, before that as found.
    pub fn now(&self) -> &Judgement {
        self.left.as_ref().unwrap_or(&self.found)
    }

    /// What the rules say of it as left, once it was looked at anew.
    pub fn left_results(&self) -> Option<&[RuleResult]> {
        self.left.as_ref().map(Judged::results)
    }
}

/// A box with all that follows from it.
pub struct AssessedBox<'a> {
    /// The room.
    pub room: &'a Room,
    /// The box.
    pub record: &'a BoxRecord,
    /// When it was wired, by its own word or its area's.
    pub wired_under: Option<WiredUnder>,
    basis: &'a Basis,
    known: Arc<KnownBox>,
}

impl<'a> Assessed<'a> {
    /// Judges an audit, on all cores.
    ///
    /// # Example
    /// ```
    /// use nailpunch_core::assess::Assessed;
    /// use nailpunch_core::facts::Bundle;
    ///
    /// let text = include_str!("../../../../demo/guesthouse.nailpunch.json");
    /// let bundle: Bundle = serde_json::from_str(text).expect("the demo is a bundle");
    /// let facts = bundle.facts();
    /// let assessed = Assessed::of(&facts);
    /// assert_eq!(assessed.boxes.len(), 76);
    /// assert!(assessed.counts().dangerous > 0);
    /// ```
    pub fn of(facts: &'a AuditFacts) -> Self {
        Self::with(facts, &Memory::new(0))
    }

    /// As [`Assessed::of`], with what was worked out before for what did not change since.
    pub fn with(facts: &'a AuditFacts, memory: &Memory) -> Self {
        let boxes = facts.boxes();
        let items = items_by_subject(&facts.items);
        let own = |subject| items.get(&subject).map_or(&[][..], Vec::as_slice);
        let supplies = known_supplies(facts);
        let assess = |(room, record): (&'a Room, &'a BoxRecord)| {
            let fed_by = supplies.get(&record.id).cloned().unwrap_or_default();
            AssessedBox::with(room, record, own(Subject::Box(record.id)), facts, fed_by, memory)
        };
        // The panels are judged together, one after the other; what is next to them is on the other cores meanwhile.
        let (panels, (boxes, (rooms, runs))) = rayon::join(
            || panels(facts, own, memory),
            || {
                rayon::join(
                    || boxes.into_par_iter().map(assess).collect(),
                    || rayon::join(|| rooms(facts, own, &supplies, None), || runs(facts, own, &supplies, None)),
                )
            },
        );
        Self { facts, boxes, panels, rooms, runs }
    }

    /// Of one subject alone: of a box, of a room, or of all panels, which feed each other. A box is fed by what the panels of
    /// `facts` say.
    pub fn of_subject(facts: &'a AuditFacts, subject: Subject, memory: &Memory) -> Self {
        let own = facts.items_of(subject);
        let none = Self { facts, boxes: Vec::new(), panels: Vec::new(), rooms: Vec::new(), runs: Vec::new() };
        let of = |known| if known == subject { own.as_slice() } else { &[] };
        match subject {
            Subject::Box(id) => {
                let mut supplies = known_supplies(facts);
                let fed_by = supplies.remove(&id).unwrap_or_default();
                let boxes = facts.boxes().into_iter().filter(|(_, record)| record.id == id);
                let assess = |(room, record)| AssessedBox::with(room, record, &own, facts, fed_by.clone(), memory);
                Self { boxes: boxes.map(assess).collect(), ..none }
            }
            Subject::Panel(_) => Self { panels: panels(facts, of, memory), ..none },
            Subject::Room(id) => Self { rooms: rooms(facts, of, &known_supplies(facts), Some(id)), ..none },
            Subject::Run(id) => Self { runs: runs(facts, of, &known_supplies(facts), Some(id)), ..none },
        }
    }

    /// A box of it.
    pub fn of_box(&self, id: BoxId) -> Option<&AssessedBox<'a>> {
        self.boxes.iter().find(|known| known.record.id == id)
    }

    /// A panel of it.
    pub fn of_panel(&self, id: PanelId) -> Option<&AssessedPanel<'a>> {
        self.panels.iter().find(|known| known.record.id == id)
    }

    /// A room of it, where there is a sketch.
    pub fn of_room(&self, id: RoomId) -> Option<&AssessedRoom<'a>> {
        self.rooms.iter().find(|known| known.record.id == id)
    }

    /// A cable run of it.
    pub fn of_run(&self, id: RunId) -> Option<&AssessedRun<'a>> {
        self.runs.iter().find(|known| known.record.id == id)
    }

    /// Where the findings of a subject are in their lives.
    pub fn findings(&self, subject: Subject) -> Option<&[ItemView]> {
        match subject {
            Subject::Box(id) => self.of_box(id).map(|known| known.answer().findings.as_slice()),
            Subject::Panel(id) => self.of_panel(id).map(|known| known.findings.as_slice()),
            Subject::Room(id) => self.of_room(id).map(|known| known.findings.as_slice()),
            Subject::Run(id) => self.of_run(id).map(|known| known.findings.as_slice()),
        }
    }

    /// Whom a room waits for; where it was not sketched, its notes alone say.
    pub fn awaits_in(&self, room: &Room) -> Vec<PersonRole> {
        match self.of_room(room.id) {
            Some(known) => known.awaits.clone(),
            None => awaits(Verdict::Meets, ItemCounts::default(), &room.notes),
        }
    }

    /// The audit at a glance.
    pub fn counts(&self) -> AuditCounts {
        let boxes = self.boxes.iter().map(|known| &known.answer().overview);
        let mut counts = AuditCounts::of(self.facts.rooms.len(), boxes);
        for known in &self.panels {
            counts.add_panel(known.now().dangerous, known.now().worst, &known.findings);
            counts.awaiting.add(&known.awaits);
        }
        for known in &self.rooms {
            counts.add_room(known.now().dangerous, known.now().worst, &known.findings);
        }
        for known in &self.runs {
            counts.add_run(known.now().dangerous, known.now().worst, &known.findings);
            counts.awaiting.add(&known.awaits);
        }
        for room in &self.facts.rooms {
            counts.awaiting.add(&self.awaits_in(&room.room));
        }
        counts
    }
}

/// What was said, subject by subject.
fn items_by_subject(items: &[WorkItem]) -> std::collections::HashMap<Subject, Vec<WorkItem>> {
    let mut by_subject: std::collections::HashMap<Subject, Vec<WorkItem>> = std::collections::HashMap::new();
    for item in items {
        by_subject.entry(item.subject).or_default().push(item.clone());
    }
    by_subject
}

impl<'a> AssessedBox<'a> {
    fn with(
        room: &'a Room,
        record: &'a BoxRecord,
        items: &[WorkItem],
        facts: &'a AuditFacts,
        fed_by: Vec<KnownSupply>,
        memory: &Memory,
    ) -> Self {
        let basis = &facts.audit.basis;
        let wired_under = basis.wired_under(room, record.wired_under);
        let work_out = |fed_by: &[KnownSupply]| BoxAnswer::of(record, items, basis, wired_under, fed_by);
        let known = memory.of_box(record, items, basis, wired_under, fed_by, work_out);
        Self { room, record, wired_under, basis, known }
    }

    /// What the rules say of it, and what became of each finding.
    pub fn answer(&self) -> &BoxAnswer {
        &self.known.answer
    }

    /// What was said of its findings.
    pub fn items(&self) -> &[WorkItem] {
        &self.known.items
    }

    /// The breakers that are known to feed it.
    pub fn fed_by(&self) -> &[KnownSupply] {
        &self.known.fed_by
    }

    /// What stands now: as left once anything was measured again, before that as found.
    pub fn contents(&self) -> &'a BoxContents {
        self.record.left.as_ref().filter(|_| self.answer().measured_again).unwrap_or(&self.record.found)
    }

    /// What the rules say of what stands now.
    pub fn now(&self) -> &[RuleResult] {
        self.answer().now()
    }

    /// What is done at it within each scope, planned when it is first asked for.
    pub fn work(&self) -> &WorkInScopes {
        self.answer().work.get_or_init(|| {
            let fed = self.contents().fed_by(&self.known.fed_by);
            let situation = Situation {
                wired_under: self.wired_under,
                rulings: &self.record.rulings,
                ..Situation::new(&fed, self.basis)
            };
            SubjectWork::in_scopes(&self.answer().findings, self.now(), &situation)
        })
    }
}

impl AssessedRoom<'_> {
    /// What moving a thing along its wall would save, of what stands now.
    pub fn saving_moves(&self, facts: &AuditFacts) -> Vec<RoomMove> {
        let of_room = facts.rooms.iter().find(|known| known.room.id == self.record.id);
        let sketch = self.record.looked_at_again().unwrap_or(&self.record.sketch);
        // Which breaker feeds an outlet is of no concern to where outlets are.
        of_room.map_or_else(Vec::new, |known| {
            saving_moves(&situation_of(known, sketch, &[], &facts.audit.basis, Beyond::default()))
        })
    }
}

/// The cable runs, or one alone. Which closes a circle is a matter of all of them.
fn runs<'a, 'i>(
    facts: &'a AuditFacts,
    own: impl Fn(Subject) -> &'i [WorkItem] + Sync,
    supplies: &std::collections::HashMap<BoxId, Vec<KnownSupply>>,
    alone: Option<RunId>,
) -> Vec<AssessedRun<'a>> {
    let known = surroundings(facts, supplies);
    let asked = facts.runs.par_iter().zip(&known).filter(|(run, _)| alone.is_none_or(|id| id == run.id));
    let assess = |(run, around): (&'a CableRun, &RunSurroundings)| {
        let items = own(Subject::Run(run.id));
        let found = around.judged(&run.found);
        let left = run.looked_at_again().map(|course| around.judged(course));
        AssessedRun::of(run, &run.notes, found, left, items)
    };
    asked.map(assess).collect()
}

/// The rooms of which there is something to judge; or one alone, whatever is known of it.
fn rooms<'a, 'i>(
    facts: &'a AuditFacts,
    own: impl Fn(Subject) -> &'i [WorkItem] + Sync,
    supplies: &std::collections::HashMap<BoxId, Vec<KnownSupply>>,
    alone: Option<RoomId>,
) -> Vec<AssessedRoom<'a>> {
    let looked = |panel: &Panel| panel.looked_at_again().unwrap_or(panel).clone();
    let panels_left: Vec<Panel> = facts.panels.iter().map(looked).collect();
    let assess = |known: &'a RoomFacts| {
        let (room, items) = (&known.room, own(Subject::Room(known.room.id)));
        let told = !room.sketch.is_empty() || room.left.is_some() || !items.is_empty();
        if !alone.map_or(told, |id| id == room.id) {
            return None;
        }
        let fed_by: Vec<_> =
            known.boxes.iter().map(|record| supplies.get(&record.id).cloned().unwrap_or_default()).collect();
        let judged = |sketch: &Sketch, panels: &[Panel]| {
            // What a panel says of the breaker of a piece of equipment goes before the note.
            let fed = sketch.fed_by(panels);
            let beyond = Beyond::of(facts, supplies);
            let judgement = room_judgement(&situation_of(known, &fed, &fed_by, &facts.audit.basis, beyond));
            let differs = sketch.equipment.iter().filter_map(|piece| piece.breaker_differs(panels));
            RoomJudgement {
                contradictions: judgement.contradictions.iter().cloned().chain(differs).collect(),
                ..judgement
            }
        };
        let found = judged(&room.sketch, &facts.panels);
        let left = room.looked_at_again().map(|left| judged(left, &panels_left));
        Some(AssessedRoom::of(room, &room.notes, found, left, items))
    };
    facts.rooms.par_iter().filter_map(assess).collect()
}

/// The panels, which feed each other: judged together, once as found, and once more with each as it was left.
fn panels<'a, 'i>(
    facts: &'a AuditFacts,
    own: impl Fn(Subject) -> &'i [WorkItem],
    memory: &Memory,
) -> Vec<AssessedPanel<'a>> {
    let judged = memory.of_panels(facts, || {
        let circuits: Vec<_> = facts.circuits.iter().collect();
        let (boxes, basis) = (facts.boxes(), &facts.audit.basis);
        let found: Vec<&Panel> = facts.panels.iter().collect();
        let left: Vec<&Panel> = facts.panels.iter().map(|panel| panel.looked_at_again().unwrap_or(panel)).collect();
        let as_found = judge_panels(&found, &circuits, &boxes, basis);
        let again = facts.panels.iter().any(|panel| panel.looked_at_again().is_some());
        let as_left = if again { judge_panels(&left, &circuits, &boxes, basis) } else { Vec::new() };
        (as_found, as_left)
    });
    let each = facts.panels.iter().enumerate().zip(judged.0.iter());
    each.map(|((place, panel), found)| {
        let left = judged.1.get(place).filter(|_| panel.looked_at_again().is_some()).cloned();
        AssessedPanel::of(panel, &panel.notes, found.clone(), left, own(Subject::Panel(panel.id)))
    })
    .collect()
}
