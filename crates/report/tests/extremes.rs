//! The values at the ends of every range, in every field that holds a number: what is accepted is judged, planned and written
//! out without a panic, and what is not accepted is refused.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

use std::collections::HashSet;

use nailpunch_core::assess::{Acceptance, Assessed, JudgeRequest, judge_box};
use nailpunch_core::facts::{Bundle, Pointer, Subject};
use nailpunch_core::job::job;
use nailpunch_report::{
    ReportKind, calendar, cut_list_sheet, data, findings_sheet, materials_sheet, shut_downs_sheet, workbook,
};
use serde_json::{Value, json};

/// Around the ends of the kinds of number that a record holds.
fn ends() -> Vec<Value> {
    let signed = [0, 1, -1, i64::from(i32::MIN), i64::from(i32::MAX), i64::MIN, i64::MAX];
    let unsigned = [254, 255, 256, 65_534, 65_535, 65_536, u64::from(u32::MAX), 1 << 53, u64::MAX];
    signed.iter().map(|end| json!(end)).chain(unsigned.iter().map(|end| json!(end))).collect()
}

/// The places of numbers, and of what is absent and may be one: one place for each kind of place.
fn places(value: &Value, at: &str, kind: &str, seen: &mut HashSet<String>, found: &mut Vec<String>) {
    match value {
        Value::Number(_) | Value::Null if seen.insert(kind.to_owned()) => found.push(at.to_owned()),
        Value::Array(entries) => {
            for (index, entry) in entries.iter().enumerate() {
                places(entry, &format!("{at}/{index}"), &format!("{kind}/*"), seen, found);
            }
        }
        Value::Object(fields) => {
            for (name, field) in fields {
                places(field, &format!("{at}/{name}"), &format!("{kind}/{name}"), seen, found);
            }
        }
        _ => {}
    }
}

/// The part of the audit that a place is in: judging all of it for one number would take an hour.
fn part(bundle: &Bundle, place: &str) -> Bundle {
    let steps: Vec<&str> = place.split('/').skip(1).collect();
    let index = |at: usize| steps.get(at).and_then(|step| step.parse::<usize>().ok());
    let mut part =
        Bundle { circuits: vec![], panels: vec![], runs: vec![], items: vec![], photos: vec![], ..bundle.clone() };
    let keep = |part: &mut Bundle, id| {
        for room in &mut part.rooms {
            room.boxes.retain(|entry| entry.id == id);
        }
        part.rooms.retain(|room| !room.boxes.is_empty());
    };
    match (steps[0], index(1), index(3)) {
        ("rooms", Some(room), record) => {
            part.rooms = vec![bundle.rooms[room].clone()];
            let boxes = std::mem::take(&mut part.rooms[0].boxes);
            part.rooms[0].boxes.extend(boxes.into_iter().nth(record.unwrap_or(0)));
        }
        ("panels", Some(index), _) => {
            part.rooms.truncate(1);
            part.panels = vec![bundle.panels[index].clone()];
        }
        ("runs", Some(index), _) => {
            part.rooms.truncate(1);
            part.runs = vec![bundle.runs[index].clone()];
        }
        ("circuits", Some(index), _) => {
            part.circuits = vec![bundle.circuits[index].clone()];
            for room in &mut part.rooms {
                room.boxes.retain(|entry| part.circuits[0].points.iter().any(|point| point.box_id == entry.id));
            }
        }
        ("items", Some(index), _) => {
            part.items = vec![bundle.items[index].clone()];
            match bundle.items[index].subject {
                Subject::Box(id) => keep(&mut part, id),
                Subject::Room(id) => part.rooms = bundle.rooms.iter().filter(|r| r.id == id).cloned().collect(),
                Subject::Run(id) => part.runs = bundle.runs.iter().filter(|r| r.id == id).cloned().collect(),
                Subject::Panel(id) => part.panels = bundle.panels.iter().filter(|p| p.id == id).cloned().collect(),
            }
        }
        _ => keep(&mut part, bundle.rooms[0].boxes[0].id),
    }
    part.without_gone()
}

/// The place within the part: what comes before it is gone.
fn within(place: &str) -> String {
    let mut steps: Vec<String> = place.split('/').map(str::to_owned).collect();
    if ["rooms", "panels", "runs", "circuits", "items", "photos"].contains(&steps[1].as_str()) {
        steps[2] = "0".to_owned();
        if steps[1] == "rooms" && steps.get(3).is_some_and(|step| step == "boxes") && steps.len() > 4 {
            steps[4] = "0".to_owned();
        }
    }
    steps.join("/")
}

fn read(bundle: &Bundle) {
    let facts = bundle.facts();
    let assessed = Assessed::of(&facts);
    data(bundle, &assessed, ReportKind::Full, "2026-03-04T10:00:00Z").unwrap();
    findings_sheet(&assessed).csv().unwrap();
    let job = job(&assessed);
    materials_sheet(&job, None).csv().unwrap();
    let sheets = [("To cut", cut_list_sheet(&job)), ("Shut-downs", shut_downs_sheet(&job))];
    workbook(&sheets).unwrap();
    // Refused in a sentence where the job has no first day; never a panic.
    let _ = calendar(&job, &bundle.audit.work, &bundle.audit.name, "audit");
}

#[test]
fn no_number_stops_the_program() {
    let bundle: Bundle = serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).unwrap();
    let (mut seen, mut found) = (HashSet::new(), Vec::new());
    places(&serde_json::to_value(&bundle).unwrap(), "", "", &mut seen, &mut found);
    assert!(found.len() > 150, "{} places", found.len());
    let (mut accepted, mut refused) = (0, 0);
    for place in found.iter().filter(|place| !place.starts_with("/nailpunch")) {
        let part = part(&bundle, place);
        let whole = serde_json::to_value(&part).unwrap();
        let place = within(place);
        for end in ends() {
            let mut changed = whole.clone();
            let Some(number) = changed.pointer_mut(&place) else { break };
            *number = end.clone();
            let Ok(bundle) = serde_json::from_value::<Bundle>(changed) else {
                refused += 1;
                continue;
            };
            let told = || {
                // What is being typed is judged before anybody accepted it.
                for entry in bundle.rooms.iter().flat_map(|room| &room.boxes) {
                    let request = json!({"basis": bundle.audit.basis, "contents": entry.found});
                    judge_box(serde_json::from_value::<JudgeRequest>(request).unwrap());
                }
                let sound = bundle.unacceptable(&Pointer::root()).is_empty();
                if sound {
                    read(&bundle);
                }
                sound
            };
            match std::panic::catch_unwind(std::panic::AssertUnwindSafe(told)) {
                Ok(true) => accepted += 1,
                Ok(false) => refused += 1,
                Err(_) => panic!("{place} = {end} stopped the program"),
            }
        }
    }
    assert!(accepted > 500 && refused > 500, "{accepted} accepted, {refused} refused");
}
