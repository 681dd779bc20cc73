//! What an inspector found and signs stays as it was found: whoever only works notes what is there after the work beside it.

use crate::facts::{BoxRecord, CableRun, Panel, Room};

/// What is said to somebody who would change what was found first.
pub const FOUND_FIRST: &str = "what was found before the work stays as the inspector recorded it; measure what is there now as left, or add a remark";

/// A record with a side that was found first, and one that is measured after the work.
pub trait FoundFirst: PartialEq + Clone {
    /// The record with all that whoever works may change taken from `other`.
    fn worked_as(&self, other: &Self) -> Self;

    /// Whether `after` leaves what was found first as it is here.
    ///
    /// ```
    /// use nailpunch_core::access::FoundFirst;
    /// use nailpunch_core::facts::BoxRecord;
    /// let ids = r#"{"id": "01990000-0000-7000-8000-000000000001", "room": "01990000-0000-7000-8000-000000000002", "tag": "K1"}"#;
    /// let before: BoxRecord = serde_json::from_str(ids).expect("a box");
    /// let worked = BoxRecord { left: Some(before.found.clone()), ..before.clone() };
    /// let another = BoxRecord { place: "by the door".to_owned(), ..before.clone() };
    /// assert!(before.stays_found_in(&worked) && !before.stays_found_in(&another));
    /// ```
    fn stays_found_in(&self, after: &Self) -> bool {
        self.worked_as(after) == *after
    }
}

impl FoundFirst for BoxRecord {
    /// After the work: as left, what instruments read, the dead test, remarks, notes, and whose hands are in it.
    fn worked_as(&self, other: &Self) -> Self {
        let mut record = Self {
            left: other.left.clone(),
            hands_in: other.hands_in.clone(),
            remarks: other.remarks.clone(),
            notes: other.notes.clone(),
            ..self.clone()
        };
        record.found.lamps.clone_from(&other.found.lamps);
        record.found.readings.clone_from(&other.found.readings);
        record.found.detectors.clone_from(&other.found.detectors);
        record.found.trips.clone_from(&other.found.trips);
        record.found.dead_test.clone_from(&other.found.dead_test);
        record
    }
}

impl FoundFirst for Panel {
    /// After the work: as left, which breaker feeds what as it was tried, remarks and notes.
    fn worked_as(&self, other: &Self) -> Self {
        Self {
            left: other.left.clone(),
            mapping: other.mapping.clone(),
            remarks: other.remarks.clone(),
            notes: other.notes.clone(),
            ..self.clone()
        }
    }
}

impl FoundFirst for Room {
    fn worked_as(&self, other: &Self) -> Self {
        Self { left: other.left.clone(), remarks: other.remarks.clone(), notes: other.notes.clone(), ..self.clone() }
    }
}

impl FoundFirst for CableRun {
    fn worked_as(&self, other: &Self) -> Self {
        Self { left: other.left.clone(), remarks: other.remarks.clone(), notes: other.notes.clone(), ..self.clone() }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::Bundle;

    fn demo() -> Bundle {
        serde_json::from_str(include_str!("../../../../demo/guesthouse.nailpunch.json")).expect("the demo")
    }

    #[test]
    fn work_at_a_box_leaves_what_was_found() {
        let bundle = demo();
        let room = &bundle.rooms[0];
        let before = room.boxes[0].record(room.id);
        let mut worked = before.clone();
        worked.left = Some(worked.found.clone());
        worked.found.readings.clear();
        worked.found.dead_test.clear();
        worked.remarks.clear();
        let note = r#"{"id": 1, "text": "mind the dog"}"#;
        worked.notes.push(serde_json::from_str(note).expect("a note"));
        assert!(before.stays_found_in(&worked));
        let mut shortened = worked.clone();
        shortened.found.conductors.pop().expect("the demo has conductors in its first box");
        assert!(!before.stays_found_in(&shortened));
        assert!(!before.stays_found_in(&BoxRecord { tag: "Z9".to_owned(), ..worked.clone() }));
        assert!(!before.stays_found_in(&BoxRecord { room: bundle.rooms[1].id, ..worked }));
    }

    #[test]
    fn the_same_holds_at_panels_rooms_and_runs() {
        let bundle = demo();
        let panel = &bundle.panels[0];
        let left = Panel { left: Some(Box::new(panel.clone())), ..panel.clone() };
        assert!(panel.stays_found_in(&left));
        assert!(!panel.stays_found_in(&Panel { breakers: Vec::new(), ..left }));
        let room = bundle.rooms[0].room();
        assert!(room.stays_found_in(&Room { left: Some(room.sketch.clone()), ..room.clone() }));
        assert!(!room.stays_found_in(&Room { name: "elsewhere".to_owned(), ..room.clone() }));
        let run = &bundle.runs[0];
        assert!(run.stays_found_in(&CableRun { left: Some(run.found.clone()), ..run.clone() }));
        assert!(!run.stays_found_in(&CableRun { from: run.to, to: run.from, ..run.clone() }));
    }
}
