//! One box: its record with all that follows from it.

use std::borrow::Cow;

use nailpunch_core::assess::{Assessed, FeedingBreaker, Judgement, Memory, breakers_of, judgement, to_measure_again};
use nailpunch_core::electrical::{MapChange, map_changes};
use nailpunch_core::facts::{AuditWalk, BoxContents, BoxId, BoxRecord, KnownSupply, Revised, Room, Subject};
use nailpunch_core::standard::WiredUnder;
use serde::Serialize;
use utoipa::ToSchema;

use crate::circuit_view::{OnCircuit, circuits_of};
use crate::found_item::FoundItem;
use crate::walk::RunBox;

/// A box with all that follows from its facts.
#[derive(Serialize, ToSchema)]
pub struct BoxView {
    /// The record.
    record: Revised<BoxRecord>,
    /// The room it is in.
    room: Room,
    /// When it was wired, by its own word or its area's.
    wired_under: Option<WiredUnder>,
    /// What follows from it as found.
    found: Judgement,
    /// What follows from it as left, once there is such a record.
    left: Option<Judgement>,
    /// As found, without what the rules of its work items read: what measuring again begins with.
    to_measure_again: BoxContents,
    /// What the next box takes over from this one.
    structure: BoxContents,
    /// Its work items.
    items: Vec<FoundItem>,
    /// Its mark on the run.
    on_run: RunBox,
    /// The terminals that carry something else as left than as found.
    map_changes: Vec<MapChange>,
    /// The circuits that it hangs on.
    circuits: Vec<OnCircuit>,
    /// The breakers that are known to feed it: they count before what is noted at the box.
    fed_by: Vec<KnownSupply>,
}

impl BoxView {
    /// Of a box in a walk that leads to it at least, with the circuits and panels of its audit; nothing where it has none
    /// such. The whole audit is asked for only where the dead test of a circuit of this box was begun.
    ///
    /// # Errors
    /// What `whole` answers.
    pub fn of<'a, E>(
        walk: &AuditWalk,
        id: BoxId,
        memory: &Memory,
        whole: impl FnOnce() -> Result<Cow<'a, AuditWalk>, E>,
    ) -> Result<Option<Self>, E> {
        let facts = walk.facts();
        let assessed = Assessed::of_subject(&facts, Subject::Box(id), memory);
        let Some(known) = assessed.of_box(id) else { return Ok(None) };
        let (answer, record, basis) = (known.answer(), known.record, &facts.audit.basis);
        let repaired: Vec<&str> = known.items().iter().map(|item| item.rule.as_str()).collect();
        let left = record.left.as_ref().zip(answer.left.clone());
        let revision = walk.box_revision(record.id);
        Ok(Some(Self {
            record: Revised { revision, record: record.clone() },
            room: known.room.clone(),
            wired_under: known.wired_under,
            found: judgement(&record.found, basis, known.wired_under, answer.found.clone(), &[]),
            left: left.map(|(left, results)| judgement(left, basis, known.wired_under, results, &repaired)),
            to_measure_again: to_measure_again(record, known.items()),
            structure: record.found.structure(),
            items: FoundItem::of(walk, &answer.findings),
            on_run: RunBox { revision, overview: answer.overview.clone() },
            map_changes: record.left.as_ref().map_or_else(Vec::new, |left| map_changes(&record.found, left)),
            circuits: circuits_of(&walk.circuits, record, whole)?,
            fed_by: known.fed_by().to_vec(),
        }))
    }
}

/// The breakers that feed a box, and what goes dark with each; nothing where the audit has no such box.
pub fn breakers_of_box(assessed: &Assessed, id: BoxId) -> Option<Vec<FeedingBreaker>> {
    let known = assessed.of_box(id)?;
    Some(breakers_of(known.record, assessed.panels.iter().map(|known| (known.record, &known.found))))
}
