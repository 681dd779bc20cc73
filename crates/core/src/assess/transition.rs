//! Whether what a person says of a finding can stand: no repair where the job ends, nothing closed without proof.

use super::assessed::Assessed;
use super::item::{ItemState, ItemView};
use super::memory::Memory;
use crate::facts::{AuditFacts, REFER, StoredState, WorkItem};
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

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;
    use crate::facts::{BoxRecord, ItemId, Observation, Pointer, Subject};
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
