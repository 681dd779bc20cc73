//! A box and an audit at a glance: the marks on the run and the counts on the list of jobs.

use serde::Serialize;
use utoipa::ToSchema;

use super::awaits::{Awaiting, awaits};
use super::item::ItemView;
use super::item_counts::ItemCounts;
use crate::facts::{BoxContents, BoxId, BoxRecord, PersonRole};
use crate::rules::{RuleResult, Verdict, is_dangerous, stops, worst_verdict};
use crate::standard::Severity;

/// A box at a glance.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct BoxOverview {
    /// The box.
    pub id: BoxId,
    /// The short name on the run.
    pub tag: String,
    /// Where in the room.
    pub place: String,
    /// The worst answer of all rules: of the box as left once it is measured again, before that as found.
    pub worst: Verdict,
    /// Something here is a danger now.
    pub dangerous: bool,
    /// The job ends here for anyone but a licensed electrician.
    pub stopped: bool,
    /// The mark is that of the box as left.
    pub measured_again: bool,
    /// Its work items.
    pub items: ItemCounts,
    /// Something of it is still open: what a re-inspection looks at.
    pub still_open: bool,
    /// Whom it waits for.
    pub awaits: Vec<PersonRole>,
}

impl BoxOverview {
    /// Of a box: what was measured again, what the rules say of what stands now, and where its findings are.
    pub(super) fn of(
        record: &BoxRecord,
        measured_again: Option<&BoxContents>,
        now: &[RuleResult],
        findings: &[ItemView],
    ) -> Self {
        // What no rule covers marks the box as a rule would.
        let remarked = record.remarks.iter().any(|remark| remark.severity != Severity::Note);
        let items = ItemCounts::of(findings);
        let worst = if remarked { Verdict::Violates } else { worst_verdict(now) };
        Self {
            awaits: awaits(worst_verdict(now), items, &record.notes),
            id: record.id,
            tag: record.tag.clone(),
            place: record.place.clone(),
            worst,
            dangerous: is_dangerous(now) || record.remarks.iter().any(|r| r.severity == Severity::Danger),
            stopped: !stops(measured_again.unwrap_or(&record.found)).is_empty(),
            measured_again: measured_again.is_some(),
            still_open: items.open() > 0,
            items,
        }
    }
}

/// An audit at a glance.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, ToSchema)]
pub struct AuditCounts {
    /// Rooms.
    pub rooms: u32,
    /// Boxes.
    pub boxes: u32,
    /// Boxes that are a danger now.
    pub dangerous: u32,
    /// Boxes where the job ends for anyone but a licensed electrician.
    pub stopped: u32,
    /// Boxes that violate a rule.
    pub violates: u32,
    /// Boxes with a figure within the tape of a limit.
    pub marginal: u32,
    /// Boxes in which something is still to be measured.
    pub not_measured: u32,
    /// Boxes that miss a limit younger than their wiring.
    pub legacy: u32,
    /// Boxes that meet every rule that concerns them.
    pub meets: u32,
    /// Panels.
    pub panels: u32,
    /// Panels that are a danger now.
    pub dangerous_panels: u32,
    /// Panels that violate a rule.
    pub violating_panels: u32,
    /// Rooms of which there is a sketch.
    pub sketched_rooms: u32,
    /// Rooms that are a danger now.
    pub dangerous_rooms: u32,
    /// Rooms that violate a rule.
    pub violating_rooms: u32,
    /// Cable runs.
    pub runs: u32,
    /// Cable runs that are a danger now.
    pub dangerous_runs: u32,
    /// Cable runs that violate a rule.
    pub violating_runs: u32,
    /// The work items, of boxes, panels, rooms and runs.
    pub items: ItemCounts,
    /// How many boxes, panels, rooms and runs wait for whom.
    pub awaiting: Awaiting,
}

impl AuditCounts {
    /// Over the boxes of an audit with so many rooms.
    pub fn of<'a>(rooms: usize, boxes: impl IntoIterator<Item = &'a BoxOverview>) -> Self {
        let mut counts = Self { rooms: u32::try_from(rooms).unwrap_or(u32::MAX), ..Self::default() };
        for overview in boxes {
            counts.boxes += 1;
            counts.dangerous += u32::from(overview.dangerous);
            counts.stopped += u32::from(overview.stopped);
            match overview.worst {
                Verdict::Violates => counts.violates += 1,
                Verdict::Marginal => counts.marginal += 1,
                Verdict::NotMeasured => counts.not_measured += 1,
                Verdict::Legacy => counts.legacy += 1,
                Verdict::Meets | Verdict::NotApplicable => counts.meets += 1,
            }
            counts.items.add(overview.items);
            counts.awaiting.add(&overview.awaits);
        }
        counts
    }

    /// With a panel more.
    pub(super) fn add_panel(&mut self, dangerous: bool, worst: Verdict, findings: &[ItemView]) {
        self.panels += 1;
        self.dangerous_panels += u32::from(dangerous);
        self.violating_panels += u32::from(worst == Verdict::Violates);
        self.items.add(ItemCounts::of(findings));
    }
}

impl AuditCounts {
    /// With a cable run more.
    pub(super) fn add_run(&mut self, dangerous: bool, worst: Verdict, findings: &[ItemView]) {
        self.runs += 1;
        self.dangerous_runs += u32::from(dangerous);
        self.violating_runs += u32::from(worst == Verdict::Violates);
        self.items.add(ItemCounts::of(findings));
    }

    /// With a sketched room more.
    pub(super) fn add_room(&mut self, dangerous: bool, worst: Verdict, findings: &[ItemView]) {
        self.sketched_rooms += 1;
        self.dangerous_rooms += u32::from(dangerous);
        self.violating_rooms += u32::from(worst == Verdict::Violates);
        self.items.add(ItemCounts::of(findings));
    }
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;
    use crate::assess::{Assessed, to_measure_again};
    use crate::facts::{AuditFacts, ItemId, StoredState, Subject, WorkItem};
    use crate::quantity::Length;
    use crate::testing::{audit_of, box_with, conductor, record_of};

    fn overview(record: &BoxRecord, items: &[WorkItem]) -> BoxOverview {
        let facts = AuditFacts { items: items.to_vec(), ..audit_of(record.clone()) };
        Assessed::of(&facts).boxes[0].answer().overview.clone()
    }

    fn scene() -> BoxRecord {
        record_of(box_with(Some(Length::inches(2)), vec![conductor(Some(44), None)])).1
    }

    #[test]
    fn the_mark_follows_the_latest_measurements() {
        let mut record = scene();
        assert_eq!(overview(&record, &[]).worst, Verdict::Violates);
        let item = |rule: &str| WorkItem {
            id: ItemId(Uuid::nil()),
            subject: Subject::Box(record.id),
            rule: rule.to_owned(),
            repair: "extend-in-line-lever".to_owned(),
            with: Vec::new(),
            own: None,
            state: StoredState::Done,
            waits_for: None,
            note: String::new(),
        };
        let items = [item("free-conductor-length"), item("free-conductor-reach")];
        // A copy with nothing measured yet says nothing of the box.
        record.left = Some(to_measure_again(&record, &items));
        assert_eq!(overview(&record, &items).worst, Verdict::Violates);
        record.left = Some(box_with(Some(Length::inches(2)), vec![conductor(Some(112), None)]));
        let overview = overview(&record, &items);
        assert!(overview.measured_again && overview.worst == Verdict::NotMeasured, "the rest was never looked at");
    }

    #[test]
    fn counts_add_up() {
        let record = scene();
        let known = overview(&record, &[]);
        let counts = AuditCounts::of(1, [&known, &known]);
        assert_eq!((counts.boxes, counts.violates, counts.items.found), (2, 2, 4));
        assert!(known.still_open);
        let sound = BoxRecord { found: box_with(Some(Length::inches(2)), vec![]), ..record };
        assert!(!overview(&sound, &[]).still_open);
    }
}
