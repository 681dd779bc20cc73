//! The life of a work item: found → planned → done → proven → closed.
//!
//! An item is one rule broken at one subject, a box or a panel. It is *found* as soon as the rule is violated; a person plans a repair, says
//! that it is done, and closes it. *Proven* is never said by anybody: it follows from new measurements that pass.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::electrical::Evidence;
use crate::facts::{BoxContents, BoxRecord, REFER, StoredState, WaitsFor, WorkItem};
use crate::repair::repair_title;
use crate::rules::{RuleResult, Verdict, forgetting, rule};

/// Where an item stands.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum ItemState {
    /// Violated; nothing is planned.
    Found,
    /// A repair is chosen.
    Planned,
    /// A repair is chosen; a part, access or a decision is wanting.
    Waiting,
    /// It is a licensed electrician's.
    Referred,
    /// The owner does not want it; it stays open, with the reason.
    Declined,
    /// It is left for another time; it stays open.
    PutOff,
    /// The repair is made; the new measurements are missing or do not pass.
    Done,
    /// The repair is made and the new measurements pass.
    Proven,
    /// Proven, and accepted.
    Closed,
    /// It was closed, but what was measured since no longer passes.
    Reopened,
}

impl ItemState {
    /// It was put right, and that is proven.
    pub const fn is_settled(self) -> bool {
        matches!(self, Self::Proven | Self::Closed)
    }

    /// As files name it, whatever it is called on the screen.
    pub const fn code(self) -> &'static str {
        match self {
            Self::Found => "found",
            Self::Planned => "planned",
            Self::Waiting => "waiting",
            Self::Referred => "referred",
            Self::Declined => "declined",
            Self::PutOff => "put-off",
            Self::Done => "done",
            Self::Proven => "proven",
            Self::Closed => "closed",
            Self::Reopened => "reopened",
        }
    }

    /// In words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Found => "found",
            Self::Planned => "planned",
            Self::Waiting => "waiting",
            Self::Referred => "referred",
            Self::Declined => "declined by the owner",
            Self::PutOff => "put off",
            Self::Done => "done, to be checked",
            Self::Proven => "put right",
            Self::Closed => "closed",
            Self::Reopened => "open again",
        }
    }
}

/// An item with its state, its figures as found and as left.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct ItemView {
    /// The code of the rule.
    pub rule: String,
    /// What the rule is about.
    pub title: &'static str,
    /// The item, once something is planned.
    pub item: Option<WorkItem>,
    /// Where it stands.
    pub state: ItemState,
    /// The same in words.
    pub state_name: &'static str,
    /// What is done, in a few words.
    pub repair_title: Option<&'static str>,
    /// What the rule says of the box as found.
    pub found: Option<RuleResult>,
    /// What the rule says of the box as left; absent until it is measured again.
    pub left: Option<RuleResult>,
    /// What has to happen next, in a sentence.
    pub next: String,
    /// What its proof still wants; empty once it is proven.
    pub wanting: String,
}

/// What measuring again begins with: as found, without what the rules of the work items read.
pub fn to_measure_again(record: &BoxRecord, items: &[WorkItem]) -> BoxContents {
    forgetting(&record.found, items.iter().map(|item| item.rule.as_str()))
}

/// As left, once anything of it has been measured.
pub fn measured_again<'a>(record: &'a BoxRecord, items: &[WorkItem]) -> Option<&'a BoxContents> {
    record.left.as_ref().filter(|left| **left != to_measure_again(record, items))
}

/// Whether a result, taken after the work, proves that the fault is gone: a rule that no longer concerns the box is
/// no proof by measurement.
///
/// # Errors
/// What is still wanting, in a sentence. What instruments find is proven by a correct reading only.
fn proof(result: &RuleResult, left: Option<&BoxContents>) -> Result<(), String> {
    if !result.passes() || result.verdict == Verdict::NotApplicable {
        return Err(result.sentence.to_string());
    }
    let electrical = rule(result.rule).is_some_and(|rule| rule.reads.contains(&"/readings"));
    let wanting = left.filter(|_| electrical).and_then(|left| Evidence::of(left).wanting(result.rule, left));
    wanting.map_or(Ok(()), |words| Err(format!("{words}.")))
}

/// A sentence, with the note of an item where it has one.
fn with_note(words: &str, item: Option<&WorkItem>) -> String {
    match item.map(|item| item.note.trim_end_matches('.')).filter(|note| !note.is_empty()) {
        Some(note) => format!("{words}: {note}."),
        None => format!("{words}."),
    }
}

/// Where the findings of a subject are in their lives: one for each rule that it violates as found, and one for each of
/// which something was ever said. `left` is what the rules say after the work, and `contents` what they say it of.
pub(super) fn views(
    items: &[WorkItem],
    found: &[RuleResult],
    left: Option<&[RuleResult]>,
    contents: Option<&BoxContents>,
) -> Vec<ItemView> {
    let mut views = Vec::new();
    for result in found {
        let item = items.iter().find(|item| item.rule == result.rule);
        if item.is_none() && !result.is_work() {
            continue;
        }
        let after = left.and_then(|left| left.iter().find(|left| left.rule == result.rule));
        let wanting = match after.map(|after| proof(after, contents)) {
            Some(Ok(())) => String::new(),
            Some(Err(wanting)) => wanting,
            None => "it is not measured again.".to_owned(),
        };
        let state = state_of(item, wanting.is_empty());
        views.push(ItemView {
            rule: result.rule.to_owned(),
            title: result.title,
            item: item.cloned(),
            state,
            state_name: state.name(),
            repair_title: item.and_then(|item| repair_title(&item.repair)),
            next: next(state, item, after, &wanting),
            found: Some(result.clone()),
            left: after.cloned(),
            wanting,
        });
    }
    views
}

fn state_of(item: Option<&WorkItem>, proven: bool) -> ItemState {
    match item.map(|item| item.state) {
        None => ItemState::Found,
        Some(StoredState::Planned) if item.is_some_and(|item| item.repair == REFER) => ItemState::Referred,
        Some(StoredState::Planned) => ItemState::Planned,
        Some(StoredState::Waiting) => ItemState::Waiting,
        Some(StoredState::Declined) => ItemState::Declined,
        Some(StoredState::PutOff) => ItemState::PutOff,
        Some(StoredState::Done) if proven => ItemState::Proven,
        Some(StoredState::Done) => ItemState::Done,
        Some(StoredState::Closed) if proven => ItemState::Closed,
        Some(StoredState::Closed) => ItemState::Reopened,
    }
}

/// What has to happen next, in a sentence.
fn next(state: ItemState, item: Option<&WorkItem>, after: Option<&RuleResult>, wanting: &str) -> String {
    match state {
        ItemState::Found => "Choose a repair.".to_owned(),
        ItemState::Planned => "Make the repair, then mark it done.".to_owned(),
        ItemState::Waiting => {
            let what = item.and_then(|item| item.waits_for).map_or("something", WaitsFor::name);
            with_note(&format!("Waits for {what}"), item)
        }
        ItemState::Referred => with_note("For a licensed electrician", item),
        ItemState::Declined => with_note("Declined by the owner; it stays open", item),
        ItemState::PutOff => with_note("Put off; it stays open", item),
        ItemState::Done | ItemState::Reopened => match after {
            Some(after) if after.verdict != Verdict::NotMeasured => format!("Not right yet: {wanting}"),
            _ => "Measure again: nothing closes without new figures.".to_owned(),
        },
        ItemState::Proven => "The new measurements pass. Close it.".to_owned(),
        ItemState::Closed => "Closed on its new measurements.".to_owned(),
    }
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;
    use crate::facts::{Basis, BoxId, ItemId, Pointer, RoomId, Subject};
    use crate::quantity::Length;
    use crate::rules::{Situation, judge};
    use crate::testing::{box_with, conductor};

    #[test]
    fn a_state_is_named_in_files_as_it_is_in_records() {
        use ItemState::*;
        for state in [Found, Planned, Waiting, Referred, Declined, PutOff, Done, Proven, Closed, Reopened] {
            assert_eq!(serde_json::to_value(state).ok(), Some(state.code().into()));
        }
    }

    fn record() -> BoxRecord {
        BoxRecord {
            id: BoxId(Uuid::nil()),
            room: RoomId(Uuid::nil()),
            tag: "K3".to_owned(),
            place: String::new(),
            wired_under: None,
            found: box_with(Some(Length::inches(2)), vec![conductor(Some(44), Some(12))]),
            left: None,
            rulings: Vec::new(),
            remarks: Vec::new(),
            notes: Vec::new(),
            hands_in: None,
        }
    }

    fn item(state: StoredState) -> WorkItem {
        WorkItem {
            id: ItemId(Uuid::nil()),
            subject: Subject::Box(BoxId(Uuid::nil())),
            with: Vec::new(),
            own: None,
            rule: "free-conductor-length".to_owned(),
            repair: "extend-in-line-lever".to_owned(),
            state,
            waits_for: None,
            note: String::new(),
        }
    }

    fn views_of(record: &BoxRecord, items: &[WorkItem]) -> Vec<ItemView> {
        let basis = Basis::default();
        let repaired: Vec<&str> = items.iter().map(|item| item.rule.as_str()).collect();
        let found = judge(&Situation::new(&record.found, &basis));
        let left =
            record.left.as_ref().map(|left| judge(&Situation { repaired: &repaired, ..Situation::new(left, &basis) }));
        views(items, &found, left.as_deref(), record.left.as_ref())
    }

    fn state(record: &BoxRecord, items: &[WorkItem]) -> ItemState {
        let views = views_of(record, items);
        views.iter().find(|view| view.rule == "free-conductor-length").expect("it is violated").state
    }

    fn measured_again(length: u32) -> BoxRecord {
        let mut record = record();
        let mut left = to_measure_again(&record, &[item(StoredState::Done)]);
        left.conductors[0].free_length = Some(Length::sixteenths(length));
        record.left = Some(left);
        record
    }

    #[test]
    fn a_violation_is_an_item_before_anybody_says_so() {
        let views = views_of(&record(), &[]);
        assert_eq!(views.len(), 2);
        assert!(views.iter().all(|view| view.state == ItemState::Found));
    }

    #[test]
    fn proven_follows_from_new_measurements_only() {
        let done = [item(StoredState::Done)];
        assert_eq!(state(&record(), &done), ItemState::Done, "a tick alone proves nothing");
        assert_eq!(state(&measured_again(80), &done), ItemState::Done, "5 in is still short");
        assert_eq!(state(&measured_again(112), &done), ItemState::Proven);
    }

    #[test]
    fn an_electrical_item_is_proven_by_a_correct_reading_only() {
        use crate::facts::{BoxBond, Construction, DeviceKind, Half, Meter, MeterReading, Probe};
        let read = |meter, volts| MeterReading {
            half: Half::Upper,
            meter,
            from: Probe::Hot,
            to: Probe::BoxMetal,
            volts: Some(crate::quantity::Voltage::volts(volts)),
            loaded: false,
            at: None,
        };
        let mut record = BoxRecord { found: crate::testing::box_with_device(DeviceKind::Switch), ..record() };
        record.found.construction = Some(Construction::Metal);
        record.found.bond = Some(BoxBond::Nothing);
        record.found.readings = vec![read(Meter::LowImpedance, 0)];
        let item =
            WorkItem { rule: "metal-box-bonded".to_owned(), repair: "bond-box".to_owned(), ..item(StoredState::Done) };
        let state = |record: &BoxRecord| {
            let views = views_of(record, std::slice::from_ref(&item));
            let view = views.into_iter().find(|view| view.rule == "metal-box-bonded").expect("it is an item");
            (view.state, view.next)
        };
        let mut left = to_measure_again(&record, std::slice::from_ref(&item));
        assert!(left.readings.is_empty(), "what was read before the work is forgotten");
        left.bond = Some(BoxBond::Screw);
        record.left = Some(left);
        let (stands, next) = state(&record);
        assert_eq!(stands, ItemState::Done, "a screw that one sees is no proof");
        assert!(next.contains("read hot to the metal"), "{next}");
        for (meter, volts, wanted) in [
            (Meter::HighImpedance, 57, ItemState::Done),
            (Meter::LowImpedance, 40, ItemState::Done),
            (Meter::LowImpedance, 119, ItemState::Proven),
        ] {
            record.left.as_mut().expect("measured").readings = vec![read(meter, volts)];
            assert_eq!(state(&record).0, wanted, "{volts} V, {}", state(&record).1);
        }
    }

    #[test]
    fn a_closed_item_that_no_longer_passes_is_open_again() {
        let closed = [item(StoredState::Closed)];
        assert_eq!(state(&measured_again(112), &closed), ItemState::Closed);
        assert_eq!(state(&measured_again(80), &closed), ItemState::Reopened);
    }

    #[test]
    fn removing_the_conductor_from_the_record_proves_nothing() {
        let mut record = measured_again(112);
        record.left.as_mut().expect("measured").conductors[0].passes_through = true;
        assert_eq!(state(&record, &[item(StoredState::Done)]), ItemState::Done);
    }

    #[test]
    fn waiting_and_declined_say_why_and_stay_open() {
        let waiting = WorkItem {
            waits_for: Some(WaitsFor::Part),
            note: "three-port connectors, two shops asked".to_owned(),
            ..item(StoredState::Waiting)
        };
        assert_eq!(waiting.problems(&Pointer::root()), []);
        assert_eq!(WorkItem { waits_for: None, ..waiting.clone() }.problems(&Pointer::root())[0].pointer, "/waits_for");
        let views = views_of(&record(), &[waiting]);
        let view = views.iter().find(|view| view.rule == "free-conductor-length").expect("it is violated");
        assert_eq!(
            (view.state, view.next.as_str()),
            (ItemState::Waiting, "Waits for a part: three-port connectors, two shops asked.")
        );
        let declined = item(StoredState::Declined);
        assert_eq!(declined.problems(&Pointer::root())[0].pointer, "/note");
        assert_eq!(
            state(&record(), &[WorkItem { note: "sells in spring".to_owned(), ..declined }]),
            ItemState::Declined
        );
        let referred = WorkItem { repair: REFER.to_owned(), ..item(StoredState::Planned) };
        assert_eq!(state(&record(), &[referred]), ItemState::Referred);
    }
}
