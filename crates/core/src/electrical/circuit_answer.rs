//! A circuit with all that follows from its boxes: where its fault can be, the dead test of its shut-down, its retest.

use serde::Serialize;
use utoipa::ToSchema;

use super::evidence::Evidence;
use super::proof_of_dead::{BoxToTest, DeadTest, SwitchedOff, dead_test_of_shut_down, hot_may_be_open};
use super::retest::{RetestPoint, retest};
use super::trace::{KnownFeed, TraceAnswer, TracePoint, trace};
use super::wiring::WiringState;
use crate::facts::{BoxContents, BoxKind, BoxRecord, Circuit, Feed, HouseRules, TraceEvent, TracedFault};

/// A box of the audit with its place in the walk.
#[derive(Debug, Clone, Copy)]
pub struct PlacedBox<'a> {
    /// The number of its room, and its own in the room.
    pub place: (usize, usize),
    /// Its record.
    pub record: &'a BoxRecord,
}

/// What follows from a circuit.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct CircuitAnswer {
    /// Where its fault can be.
    pub trace: TraceAnswer,
    /// The dead test of all its boxes together.
    pub dead_test: DeadTest,
    /// What is tested after the power is on again.
    pub retest: Vec<RetestPoint>,
}

/// What was read last at a box: after the work, where anything was.
fn latest(record: &BoxRecord) -> &BoxContents {
    let read = |contents: &&BoxContents| !contents.lamps.is_empty() || !contents.readings.is_empty();
    record.left.as_ref().filter(read).unwrap_or(&record.found)
}

/// Whether a fault shows in the readings of a box; `None` where they do not tell.
pub fn fault_shows(contents: &BoxContents, fault: TracedFault) -> Option<bool> {
    let is = |state: &WiringState| {
        let facts = state.facts();
        match fault {
            TracedFault::OpenHot => facts.open_hot,
            TracedFault::OpenNeutral => facts.open_neutral,
            TracedFault::OpenGround => !facts.grounded,
            TracedFault::Reversal => facts.reversed,
        }
    };
    let halves = Evidence::of(contents).halves;
    let shown = halves.iter().filter(|half| !half.causes.is_empty()).map(|half| {
        // What may be correct wiring is taken for it; its look-alikes are another matter than a break on the way.
        !half.may_be_correct() && half.causes.iter().any(is)
    });
    shown.reduce(|known, more| known || more)
}

/// How long it takes to open a box and look, in minutes. Common practice, no source.
const fn minutes_to_open(contents: &BoxContents) -> f64 {
    match contents.kind {
        _ if contents.hung.is_some() => 15.0,
        BoxKind::Large => 12.0,
        BoxKind::Octagon | BoxKind::Pan | BoxKind::Fan => 12.0,
        BoxKind::Square if contents.devices.is_empty() => 10.0,
        _ => 6.0,
    }
}

fn trace_points(circuit: &Circuit, boxes: &[PlacedBox]) -> Vec<TracePoint> {
    // A box that was deleted since is no longer on its circuit.
    let known: Vec<(&crate::facts::CircuitPoint, &PlacedBox)> = circuit
        .points
        .iter()
        .filter_map(|point| Some((point, boxes.iter().find(|placed| placed.record.id == point.box_id)?)))
        .collect();
    known
        .iter()
        .map(|(point, placed)| {
            let contents = latest(placed.record);
            let mut made = TracePoint {
                box_id: point.box_id,
                tag: placed.record.tag.clone(),
                place: placed.place,
                feed: match point.from {
                    Feed::Panel => KnownFeed::Panel,
                    Feed::Unknown => KnownFeed::Unknown,
                    Feed::Box(from) => known
                        .iter()
                        .position(|(other, _)| other.box_id == from)
                        .map_or(KnownFeed::Unknown, KnownFeed::Point),
                },
                shows: fault_shows(contents, circuit.tracing),
                readable: !contents.devices.is_empty(),
                minutes: minutes_to_open(contents),
                looked_through: false,
                found: None,
                cable_sound: false,
            };
            for event in circuit.events.iter().filter(|event| event.box_id() == point.box_id) {
                match event {
                    TraceEvent::Read { bad, .. } => made.shows = Some(*bad),
                    TraceEvent::Opened { found: None, .. } => made.looked_through = true,
                    TraceEvent::Opened { found, .. } => made.found = *found,
                    TraceEvent::CableTested { sound: true, .. } => made.cable_sound = true,
                    TraceEvent::CableTested { sound: false, .. } => {
                        made.found = Some(crate::facts::FaultPlace::Cable);
                    }
                }
            }
            made
        })
        .collect()
}

/// What follows from a circuit and the boxes of its audit.
pub fn circuit_answer(circuit: &Circuit, boxes: &[PlacedBox], rules: &HouseRules) -> CircuitAnswer {
    let on_it: Vec<&BoxRecord> = circuit
        .points
        .iter()
        .filter_map(|point| boxes.iter().find(|placed| placed.record.id == point.box_id))
        .map(|placed| placed.record)
        .collect();
    let to_test: Vec<BoxToTest> = on_it
        .iter()
        .map(|record| BoxToTest { tag: &record.tag, off: String::new(), contents: latest(record) })
        .collect();
    let main_off = to_test.iter().any(|known| hot_may_be_open(known.contents));
    let supply = SwitchedOff { main_off, ..SwitchedOff::default() };
    CircuitAnswer {
        trace: trace(&trace_points(circuit, boxes), circuit.tracing),
        dead_test: dead_test_of_shut_down(&to_test, rules.dead_test_methods, &supply, &circuit.dead_test),
        retest: on_it.iter().flat_map(|r| retest(r.id, &r.tag, &r.found, r.left.as_ref())).collect(),
    }
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;
    use crate::facts::{BoxId, CircuitId, CircuitPoint, DeviceKind, Half, Lamp, LampReading};
    use crate::testing::{box_with_device, record_of};

    fn outlet(number: u128, lamps: Option<[Lamp; 3]>) -> BoxRecord {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        let read = |[hot_neutral, hot_ground, neutral_ground]: [Lamp; 3]| LampReading {
            half: Half::Upper,
            hot_neutral,
            hot_ground,
            neutral_ground,
        };
        contents.lamps = lamps.map(read).into_iter().collect();
        BoxRecord { id: BoxId(Uuid::from_u128(number)), tag: format!("B{number}"), ..record_of(contents).1 }
    }

    const RIGHT: Option<[Lamp; 3]> = Some([Lamp::Lit, Lamp::Lit, Lamp::Off]);
    const OPEN_GROUND: Option<[Lamp; 3]> = Some([Lamp::Lit, Lamp::Off, Lamp::Off]);

    fn chain(records: &[BoxRecord]) -> Circuit {
        let point = |(index, record): (usize, &BoxRecord)| CircuitPoint {
            box_id: record.id,
            from: index.checked_sub(1).map_or(Feed::Panel, |before| Feed::Box(records[before].id)),
            cable: None,
        };
        Circuit {
            panel: None,
            id: CircuitId(Uuid::nil()),
            name: "hall".to_owned(),
            breaker: "7".to_owned(),
            points: records.iter().enumerate().map(point).collect(),
            tracing: TracedFault::OpenGround,
            events: Vec::new(),
            dead_test: Vec::new(),
        }
    }

    fn answer(circuit: &Circuit, records: &[BoxRecord]) -> CircuitAnswer {
        let placed: Vec<PlacedBox> =
            records.iter().enumerate().map(|(at, record)| PlacedBox { place: (0, at), record }).collect();
        circuit_answer(circuit, &placed, &HouseRules::default())
    }

    #[test]
    fn the_lamps_lead_to_the_stretch() {
        let records = [outlet(1, RIGHT), outlet(2, None), outlet(3, OPEN_GROUND), outlet(4, OPEN_GROUND)];
        let mut circuit = chain(&records);
        let before = answer(&circuit, &records);
        assert!(before.trace.next.is_some_and(|next| next.box_id == records[1].id));
        circuit.events.push(TraceEvent::Read { box_id: records[1].id, bad: false, at: String::new() });
        let after = answer(&circuit, &records);
        assert_eq!(after.trace.boxes[0].percent + after.trace.boxes[1].percent, 90, "{:?}", after.trace.boxes);
        assert!(after.dead_test.steps.iter().any(|step| step.step == "meter/B4/device-1-lower"));
        assert_eq!(after.retest.len(), 8);
    }

    #[test]
    fn what_lamps_cannot_tell_is_not_taken_for_the_fault() {
        let shows = |lamps, fault| fault_shows(&outlet(1, lamps).found, fault);
        assert_eq!(shows(RIGHT, TracedFault::OpenGround), Some(false));
        assert_eq!(shows(OPEN_GROUND, TracedFault::OpenGround), Some(true));
        assert_eq!(shows(None, TracedFault::OpenGround), None);
        assert_eq!(shows(Some([Lamp::Off; 3]), TracedFault::OpenHot), Some(true));
        assert_eq!(shows(Some([Lamp::Lit, Lamp::Off, Lamp::Lit]), TracedFault::Reversal), Some(true));
    }

    #[test]
    fn a_box_that_is_gone_is_left_out() {
        let records = [outlet(1, RIGHT), outlet(2, OPEN_GROUND)];
        let answer = answer(&chain(&records), &records[1..]);
        assert_eq!(answer.trace.points.len(), 1);
        assert!(!answer.trace.points[0].feed_known, "what fed it is gone");
    }
}
