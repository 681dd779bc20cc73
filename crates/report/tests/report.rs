//! The report of a small audit, as PDF and CSV.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

use nailpunch_core::assess::{Assessed, Memory};
use nailpunch_core::facts::{Bundle, Observation, Remark, Ruling, RulingKind};
use nailpunch_core::quantity::Volume;
use nailpunch_core::standard::{RuleBasis, Severity};
use nailpunch_report::ReportKind;

fn csv(bundle: &Bundle) -> Result<Vec<u8>, nailpunch_report::ReportError> {
    nailpunch_report::findings_sheet(&Assessed::of(&bundle.facts())).csv()
}

fn pdf(bundle: &Bundle, kind: ReportKind, made_on: &str) -> Result<Vec<u8>, nailpunch_report::ReportError> {
    nailpunch_report::pdf(bundle, &Assessed::of(&bundle.facts()), kind, made_on)
}

fn bundle() -> Bundle {
    serde_json::from_str(
        r#"{"nailpunch":1,
            "audit":{"id":"00000000-0000-7000-8000-000000000001","name":"Two boxes"},
            "rooms":[{"id":"00000000-0000-7000-8000-000000000002","name":"=Kitchen","boxes":[
              {"id":"00000000-0000-7000-8000-000000000003","tag":"K1","place":"by the door",
               "found":{"depth":76200000,"cables":[{"id":1,"sheath_end":50800000}],
                 "conductors":[{"id":1,"cable":1,"gauge":"12","colour":"black","role":"ungrounded","free_length":69850000}]},
               "left":{"depth":76200000,"cables":[{"id":1,"sheath_end":50800000}],
                 "conductors":[{"id":1,"cable":1,"gauge":"12","colour":"black","role":"ungrounded","free_length":177800000}]},
               "items":[{"id":"00000000-0000-7000-8000-000000000004","box_id":"00000000-0000-7000-8000-000000000003",
                 "rule":"free-conductor-length","repair":"extend-in-line-lever","state":"done"}]},
              {"id":"00000000-0000-7000-8000-000000000005","tag":"K2"}]}]}"#,
    )
    .unwrap()
}

#[test]
fn the_csv_has_found_and_left_side_by_side() {
    let bytes = csv(&bundle()).unwrap();
    let mut reader = ::csv::Reader::from_reader(bytes.as_slice());
    let heads = reader.headers().unwrap().clone();
    let rows: Vec<::csv::StringRecord> = reader.records().collect::<Result<_, _>>().unwrap();
    let cell = |row: usize, name: &str| rows[row].get(heads.iter().position(|head| head == name).unwrap()).unwrap();
    let length = (0..rows.len()).find(|row| cell(*row, "rule") == "free-conductor-length").unwrap();
    assert_eq!(cell(length, "found"), "2 3/4 in");
    assert_eq!(cell(length, "required"), "6 in");
    assert_eq!(cell(length, "shortfall"), "3 1/4 in");
    assert_eq!(cell(length, "left"), "7 in");
    assert_eq!(cell(length, "state"), "proven");
    assert_eq!(cell(length, "room"), "'=Kitchen", "no formula reaches a spreadsheet");
    assert!((0..rows.len()).all(|row| cell(row, "verdict") != "not applicable"), "what concerns nothing is left out");
    assert!((0..rows.len()).any(|row| cell(row, "box") == "K2" && cell(row, "verdict") == "not measured"));
}

#[test]
fn the_pdf_is_tagged_and_complete() {
    let bytes = pdf(&bundle(), ReportKind::Full, "2026-01-02T03:04:05Z").unwrap();
    assert!(bytes.starts_with(b"%PDF-"));
    let has = |text: &str| bytes.windows(text.len()).any(|window| window == text.as_bytes());
    assert!(has("/MarkInfo") && has("/StructTreeRoot"), "it is tagged");
    assert!(has("/Outlines"), "it has bookmarks");
}

#[test]
fn a_report_carries_stops_rulings_remarks_and_the_working_of_a_fill() {
    let mut bundle = bundle();
    let record = &mut bundle.rooms[0].boxes[0];
    record.items.clear();
    record.left = None;
    record.found.marked_volume = Some(Volume::centi_cubic_inches(100));
    record.found.fittings.internal_clamps = Some(false);
    record.rulings = vec![Ruling {
        rule: "free-conductor-length".to_owned(),
        kind: RulingKind::Dismiss,
        reason: "box is abandoned".to_owned(),
    }];
    record.remarks =
        vec![Remark { id: 1, text: "scorched tile".to_owned(), basis: RuleBasis::Code, severity: Severity::Danger }];
    let rows = String::from_utf8(csv(&bundle).unwrap()).unwrap();
    assert!(rows.lines().any(|row| row.contains("dismissed: box is abandoned")), "{rows}");
    assert!(rows.lines().any(|row| row.contains("box-fill,box,violates,violation,2.25 in³,36870894,1 in³")), "{rows}");
    bundle.rooms[0].boxes[0].found.observe(Observation::Charred, true);
    assert!(pdf(&bundle, ReportKind::Full, "2026-01-02T03:04:05Z").unwrap().starts_with(b"%PDF-"));
}

#[test]
fn the_panel_is_in_the_csv_and_the_pdf() {
    let mut bundle = bundle();
    let panel = serde_json::json!({"id": "00000000-0000-7000-8000-00000000000a", "name": "main panel", "spaces": 12,
        "feed": "service", "grounding": {"main_bond": false},
        "breakers": [{"id": 1, "space": 1, "amperes": 20, "directory": "hall",
                      "conductors": [{"terminal": 1, "gauge": "14", "role": "ungrounded"}]}]});
    bundle.panels.push(serde_json::from_value(panel).unwrap());
    assert_eq!(bundle.problems(), []);
    let text = String::from_utf8(csv(&bundle).unwrap()).unwrap();
    let row =
        |rule: &str| text.lines().find(|line| line.starts_with(",panel,main panel") && line.contains(rule)).unwrap();
    assert!(row("conductor-ampacity").contains("violates") && row("conductor-ampacity").contains("20 A"));
    assert!(row("main-bond-present").contains("danger"));
    assert!(pdf(&bundle, ReportKind::Full, "2026-03-04T10:00:00Z").unwrap().starts_with(b"%PDF"));
}

/// The demo, as it ships.
fn demo() -> Bundle {
    serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).unwrap()
}

#[test]
fn a_full_report_judges_each_side_of_a_box_once_and_nothing_again() {
    let bundle = demo();
    let facts = bundle.facts();
    let memory = Memory::new(1_000);
    let sides: usize = facts.boxes().iter().map(|(_, record)| 1 + usize::from(record.left.is_some())).sum();
    for _ in 0..2 {
        let assessed = Assessed::with(&facts, &memory);
        assert!(nailpunch_report::findings_sheet(&assessed).csv().unwrap().len() > 10_000);
        let report = nailpunch_report::data(&bundle, &assessed, ReportKind::Full, "2026-03-04T10:00:00Z").unwrap();
        assert!(report.len() > 100_000);
        assert_eq!(memory.judged(), sides as u64, "once as found, once as left, and nothing when nothing changed");
    }
    let mut changed = facts.clone();
    changed.rooms[0].boxes[0].found.gangs = Some(4);
    let _ = Assessed::with(&changed, &memory);
    assert_eq!(memory.judged(), sides as u64 + 1, "one box changed");
}

#[test]
fn what_puts_it_right_is_what_the_job_is_made_of() {
    // As found two rules are broken; as left one of them is mended, and the plan of both places is for the other alone.
    let mut bundle = bundle();
    bundle.rooms[0].boxes[0].items[0].state = nailpunch_core::facts::StoredState::Planned;
    let entry = &mut bundle.rooms[0].boxes[0];
    entry.found.observe(Observation::OpenKnockout, true);
    let left = entry.left.as_mut().unwrap();
    left.observe(Observation::OpenKnockout, true);
    let facts = bundle.facts();
    let report = nailpunch_report::data(&bundle, &Assessed::of(&facts), ReportKind::Full, "2026-03-04").unwrap();
    let report: serde_json::Value = serde_json::from_slice(&report).unwrap();
    let plan = report["rooms"][0]["boxes"][0]["plan"].to_string();
    let job = report["job"]["boxes"][0]["steps"].to_string();
    assert!(plan.contains("Close the openings"), "{plan}");
    let materials = report["job"]["materials"].to_string();
    for line in report["rooms"][0]["boxes"][0]["plan"].as_array().unwrap() {
        if let Some(bring) = line.as_str().unwrap().strip_prefix("Bring: ") {
            for part in bring.trim_end_matches('.').split("; ") {
                let what = part.split(" × ").nth(1).unwrap();
                assert!(materials.contains(what), "{what} is not in the job: {job} {materials}");
            }
        }
    }
    let steps = report["rooms"][0]["boxes"][0]["plan"].as_array().unwrap().iter();
    let repairs = steps.filter(|line| line.as_str().unwrap().ends_with(" min.")).count();
    assert_eq!(
        report["job"]["scopes"][2]["value"].as_str().unwrap().split(' ').next(),
        Some(repairs.to_string().as_str())
    );
}

#[test]
fn a_name_makes_no_event_of_its_own() {
    let mut demo: Bundle = serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).unwrap();
    let facts = demo.facts();
    let job = nailpunch_core::job::job(&Assessed::of(&facts));
    let foreign = "Quay\r\nBEGIN:VEVENT\r\nSUMMARY:foreign\r\nEND:VEVENT";
    demo.audit.name = foreign.to_owned();
    let id = demo.audit.id.to_string();
    let file = nailpunch_report::calendar(&job, &demo.audit.work, &demo.audit.name, &id).unwrap();
    let text = String::from_utf8(file).unwrap();
    let events = text.lines().filter(|line| line.starts_with("BEGIN:VEVENT")).count();
    let placed = job.shut_downs.iter().filter(|known| known.slot.is_some()).count();
    assert!(placed > 0);
    assert_eq!(events, placed, "{text}");
    // Nothing accepts such a name to begin with.
    use nailpunch_core::assess::Acceptance;
    let problems = demo.unacceptable(&nailpunch_core::facts::Pointer::root());
    assert!(problems.iter().any(|problem| problem.pointer == "/audit/name" && problem.message.contains("line break")));
}

#[test]
fn each_fault_is_told_once_with_every_place_and_no_limit_that_nothing_rests_on() {
    let bundle = demo();
    let facts = bundle.facts();
    let report = nailpunch_report::data(&bundle, &Assessed::of(&facts), ReportKind::Full, "2026-03-04").unwrap();
    let report: serde_json::Value = serde_json::from_slice(&report).unwrap();
    let list = |value: &serde_json::Value| value.as_array().unwrap().clone();
    let text = |value: &serde_json::Value| value.as_str().unwrap().to_owned();
    let faults = list(&report["faults"]);
    let boxes: Vec<_> = list(&report["rooms"]).iter().flat_map(|room| list(&room["boxes"])).collect();
    for part in &boxes {
        for row in list(&part["rows"]) {
            let wrong = ["danger", "violates"].contains(&row["verdict"].as_str().unwrap());
            let same =
                |fault: &&serde_json::Value| (&fault["title"], &fault["verdict"]) == (&row["title"], &row["verdict"]);
            let told: Vec<_> = faults.iter().filter(same).collect();
            assert_eq!(told.len(), usize::from(wrong), "{row}");
            let here = told.iter().flat_map(|fault| list(&fault["places"])).filter(|place| *place == part["heading"]);
            assert_eq!(here.count(), usize::from(wrong), "{row}");
        }
    }
    // Dangers first, then what is found most often.
    let order: Vec<_> =
        faults.iter().map(|fault| (fault["verdict"] != "danger", usize::MAX - list(&fault["places"]).len())).collect();
    assert!(order.is_sorted() && !order.is_empty(), "{order:?}");
    let rules: Vec<String> = list(&report["rules"]).iter().map(|rule| text(&rule["rule"])).collect();
    for fault in &faults {
        assert_eq!(rules.iter().filter(|rule| **rule == text(&fault["rule"])).count(), 1, "{fault}");
    }
    assert!(rules.len() < nailpunch_core::rules::rule_book().len(), "a rule that found nothing is not told");
    let edition = facts.audit.basis.edition.name();
    let sources = list(&report["rules"]).iter().map(|rule| text(&rule["source"])).collect::<Vec<_>>();
    assert!(sources.iter().any(|source| source.starts_with(edition)), "{sources:?}");
    let other = ["NEC 2008", "CEC 2018"].into_iter().filter(|name| *name != edition);
    assert!(other.into_iter().all(|name| sources.iter().all(|source| !source.starts_with(name))));
}
