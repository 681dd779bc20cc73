//! Whether what a person says of a finding can stand: no repair where the job ends, nothing closed without proof.

use super::assessed::Assessed;
use super::item::{ItemState, ItemView};
use super::memory::Memory;
use crate::electrical::proof_of_dead::{DeadState, dead_test_of_box};
use crate::electrical::{PlacedBox, circuit_answer};
use crate::facts::{AuditFacts, BoxRecord, REFER, StoredState, WorkItem};
use crate::repair::repair;
use crate::rules::stops;

/// Why an item cannot change as asked.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum TransitionError {
    /// It was never said that the work is done.
    #[error("the repair is not marked done; mark it done first")]
    NotDone,
    /// The job ends here for anyone but a licensed electrician.
    #[error("{0}: no repair is planned here; refer it to a licensed electrician")]
    Stopped(String),
    /// Hands were in a box that nobody proved dead.
    #[error("this box is not proven dead, so that nothing can have been done in it yet. Next in its dead test: {0}")]
    NotDead(String),
    /// Nothing proves it.
    #[error("nothing proves it yet: {0}")]
    NotProven(String),
}

/// Whether an item may be stored in its state, given what it was before and what is known of its audit.
///
/// # Errors
/// [`TransitionError`] when a repair is chosen where the job ends, or when it is closed without having been done, or
/// without proof.
pub fn check_transition(
    item: &WorkItem,
    before: Option<StoredState>,
    facts: &AuditFacts,
) -> Result<(), TransitionError> {
    let stop = item.subject.box_id().filter(|_| before.is_none() && item.repair != REFER).and_then(|id| {
        let boxes = facts.boxes();
        let (_, record) = boxes.iter().find(|(_, record)| record.id == id)?;
        stops(&record.found).into_iter().next()
    });
    if let Some(stop) = stop {
        return Err(TransitionError::Stopped(stop.found));
    }
    let done_now = item.state == StoredState::Done && !matches!(before, Some(StoredState::Done | StoredState::Closed));
    if done_now && let Some(next) = not_proven_dead(item, facts) {
        return Err(TransitionError::NotDead(next));
    }
    if item.state != StoredState::Closed || before == Some(StoredState::Closed) {
        return Ok(());
    }
    if before != Some(StoredState::Done) {
        return Err(TransitionError::NotDone);
    }
    let items = facts.items.iter().filter(|known| known.id != item.id).chain([item]).cloned().collect();
    let facts = AuditFacts { items, ..facts.clone() };
    let assessed = Assessed::of_subject(&facts, item.subject, &Memory::new(0));
    let views = assessed.findings(item.subject).unwrap_or_default();
    match views.iter().find(|view| view.rule == item.rule) {
        Some(ItemView { state: ItemState::Closed, .. }) => Ok(()),
        Some(view) => Err(TransitionError::NotProven(view.wanting.clone())),
        None => Err(TransitionError::NotProven("the rule says nothing of it.".to_owned())),
    }
}

/// What comes next in the dead test of the box of an item whose repair opens it; `None` where it is proven dead, by itself or
/// with its circuit, or is not opened.
fn not_proven_dead(item: &WorkItem, facts: &AuditFacts) -> Option<String> {
    let id = item.subject.box_id()?;
    let opens = std::iter::once(&item.repair).chain(&item.with);
    if !opens.filter_map(|code| repair(code)).any(|repair| repair.act.wants_dead()) {
        return None;
    }
    let boxes = facts.boxes();
    let (_, record) = boxes.iter().find(|(_, record)| record.id == id)?;
    next_in_dead_test(record, facts)
}

/// What comes next in the dead test of a box; `None` where it is proven dead, by itself or with its circuit.
pub(super) fn next_in_dead_test(record: &BoxRecord, facts: &AuditFacts) -> Option<String> {
    let (id, boxes) = (record.id, facts.boxes());
    let rules = &facts.audit.basis.house_rules;
    let own = dead_test_of_box(&record.found, rules.dead_test_methods);
    let placed: Vec<PlacedBox> = boxes.iter().map(|(_, record)| PlacedBox { place: (0, 0), record }).collect();
    let mut on = facts.circuits.iter().filter(|circuit| circuit.points.iter().any(|point| point.box_id == id));
    let mut with_circuit =
        || on.any(|circuit| circuit_answer(circuit, &placed, rules).dead_test.state == DeadState::ProvenDead);
    if own.state == DeadState::ProvenDead || with_circuit() {
        return None;
    }
    let next = own.steps.iter().find(|step| Some(&step.step) == own.next.as_ref());
    Some(next.map_or(own.sentence.clone(), |step| format!("{}.", step.words.trim_end_matches('.'))))
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;
    use crate::facts::{ItemId, Observation, Pointer, Subject};
    use crate::quantity::Length;
    use crate::testing::{audit_of, box_with, conductor, record_of};

    fn record() -> BoxRecord {
        record_of(box_with(Some(Length::inches(2)), vec![conductor(Some(44), Some(12))])).1
    }

    fn item(state: StoredState) -> WorkItem {
        WorkItem {
            id: ItemId(Uuid::nil()),
            subject: Subject::Box(record().id),
            rule: "free-conductor-length".to_owned(),
            repair: "extend-in-line-lever".to_owned(),
            with: Vec::new(),
            own: None,
            state,
            waits_for: None,
            note: String::new(),
        }
    }

    fn measured_again(length: u32) -> BoxRecord {
        let mut record = record();
        let mut left = super::super::to_measure_again(&record, &[item(StoredState::Done)]);
        left.conductors[0].free_length = Some(Length::sixteenths(length));
        record.left = Some(left);
        record
    }

    #[test]
    fn a_stop_leaves_only_the_referral() {
        let mut record = record();
        record.found.observe(Observation::KnobAndTube, true);
        let plan = |repair: &str| {
            let item = WorkItem { repair: repair.to_owned(), ..item(StoredState::Planned) };
            assert_eq!(item.problems(&Pointer::root()), []);
            check_transition(&item, None, &audit_of(record.clone()))
        };
        assert!(matches!(plan("extend-in-line-lever"), Err(TransitionError::Stopped(_))));
        assert_eq!(plan(REFER), Ok(()));
    }

    #[test]
    fn nothing_is_done_in_a_box_that_is_not_proven_dead() {
        let done = |record: &BoxRecord| {
            check_transition(&item(StoredState::Done), Some(StoredState::Planned), &audit_of(record.clone()))
        };
        let mut record = record();
        let refused = done(&record).expect_err("nobody switched anything off");
        assert!(refused.to_string().contains("Switch off the breaker"), "{refused}");
        crate::testing::prove_dead(&mut record.found);
        assert_eq!(done(&record), Ok(()));
        let marked = WorkItem { repair: "mark-no-ground".to_owned(), ..item(StoredState::Done) };
        let alive = audit_of(self::record());
        assert_eq!(check_transition(&marked, Some(StoredState::Planned), &alive), Ok(()), "a mark opens nothing");
    }

    #[test]
    fn an_item_closes_only_on_proof() {
        let close = |before, record: &BoxRecord| {
            check_transition(&item(StoredState::Closed), before, &audit_of(record.clone()))
        };
        assert_eq!(close(Some(StoredState::Planned), &measured_again(112)), Err(TransitionError::NotDone));
        assert!(matches!(close(Some(StoredState::Done), &record()), Err(TransitionError::NotProven(_))));
        assert!(matches!(close(Some(StoredState::Done), &measured_again(80)), Err(TransitionError::NotProven(_))));
        assert_eq!(close(Some(StoredState::Done), &measured_again(112)), Ok(()));
    }
}
