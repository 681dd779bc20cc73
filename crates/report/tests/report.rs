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

/// Whether a PDF says of itself that it keeps to PDF/UA-1 and PDF/A-2a (ISO 14289-1 and 19005-2: the identification schemas).
fn promises(pdf: &[u8]) -> [bool; 3] {
    ["<pdfuaid:part>1<", "<pdfaid:part>2<", "<pdfaid:conformance>A<"]
        .map(|text| pdf.windows(text.len()).any(|window| window == text.as_bytes()))
}

#[test]
fn every_kind_of_report_is_for_everybody_and_for_long() {
    let empty = r#"{"nailpunch":1,"audit":{"id":"00000000-0000-7000-8000-000000000001","name":"Nothing"},"rooms":[]}"#;
    let empty: Bundle = serde_json::from_str(empty).unwrap();
    for bundle in [bundle(), empty] {
        for kind in ReportKind::ALL {
            let bytes = pdf(&bundle, kind, "2026-01-02T03:04:05Z").unwrap();
            assert!(bytes.starts_with(b"%PDF-"));
            let has = |text: &str| bytes.windows(text.len()).any(|window| window == text.as_bytes());
            assert!(has("/MarkInfo") && has("/StructTreeRoot"), "{kind:?} is tagged");
            assert!(has("/Outlines") || matches!(kind, ReportKind::RepairOrder), "{kind:?} has bookmarks");
            assert_eq!(promises(&bytes), [true; 3], "{kind:?}");
        }
    }
}

#[test]
fn no_text_stops_a_report_nor_is_it_taken_for_markup() {
    let mut bundle = bundle();
    let markup = "#panic(\"x\") $x^2$ *b* _i_ `c` @x <x> #read(\"/etc/passwd\") \\ // /* [";
    for text in [
        markup,
        "\u{202e}\u{5d1}\u{5d9}\u{5ea} \u{645}\u{637}\u{628}\u{62e}",
        "\u{1f50c}\u{1f469}\u{200d}\u{1f527}",
        "\u{7f}\u{200b}\u{feff}",
    ] {
        let text = text.to_owned();
        bundle.audit.name.clone_from(&text);
        bundle.audit.inspector.clone_from(&text);
        bundle.audit.building.address.clone_from(&text);
        bundle.audit.letterhead.firm.clone_from(&text);
        bundle.rooms[0].name.clone_from(&text);
        let entry = &mut bundle.rooms[0].boxes[0];
        entry.place.clone_from(&text);
        entry.remarks = vec![Remark { id: 1, text, basis: RuleBasis::Code, severity: Severity::Danger }];
        for kind in [ReportKind::Full, ReportKind::Owner, ReportKind::DangerNotice(None)] {
            let bytes = pdf(&bundle, kind, "2026-01-02T03:04:05Z").unwrap();
            assert!(bytes.starts_with(b"%PDF-"), "{kind:?} {}", bundle.audit.name);
            // Where no font has a letter, nothing is promised; where all have, everything is.
            if bundle.audit.name == markup {
                assert_eq!(promises(&bytes), [true; 3], "{kind:?}");
            } else if bundle.audit.name.starts_with('\u{1f50c}') {
                assert_eq!(promises(&bytes), [false; 3], "{kind:?}");
            }
        }
    }
}

#[test]
fn each_kind_tells_what_it_is_for() {
    let bundle = demo();
    let facts = bundle.facts();
    let assessed = Assessed::of(&facts);
    let report = |kind| -> serde_json::Value {
        let data = nailpunch_report::data(&bundle, &assessed, kind, "2026-03-04T10:00:00Z").unwrap();
        serde_json::from_slice(&data).unwrap()
    };
    let states = |report: &serde_json::Value| -> Vec<String> {
        let groups = report["groups"].as_array().unwrap().iter();
        let rows =
            groups.flat_map(|group| group["places"].as_array().unwrap()).flat_map(|p| p["rows"].as_array().unwrap());
        rows.map(|row| row["state"].as_str().unwrap().to_owned()).collect()
    };
    // Only what is open is inspected again, and no marginal or legacy figure, which is no work item.
    let again = states(&report(ReportKind::ReInspection));
    assert!(again.len() > 100 && again.iter().all(|state| state != "closed" && state != "—"));
    let full = report(ReportKind::Full);
    assert!(states(&full).iter().any(|state| state == "closed") && states(&full).iter().any(|state| state == "—"));
    // The groups come in their order, each place once.
    let titles: Vec<&str> = full["groups"].as_array().unwrap().iter().map(|g| g["title"].as_str().unwrap()).collect();
    let order: Vec<_> =
        titles.iter().map(|t| nailpunch_core::assess::ToDo::ALL.iter().position(|d| d.name() == *t)).collect();
    assert!(order.is_sorted() && order.iter().all(Option::is_some) && titles.len() > 3, "{titles:?}");
    // The owner's page names every danger or says how many more there are.
    let owner = report(ReportKind::Owner);
    let counts = assessed.counts();
    let dangerous = counts.dangerous + counts.dangerous_panels + counts.dangerous_rooms + counts.dangerous_runs;
    let summary = &owner["summary"];
    let shown = summary["dangers"].as_array().unwrap().len() as u64 + summary["more"].as_u64().unwrap();
    assert_eq!(shown, u64::from(dangerous));
    assert!(owner["groups"].as_array().unwrap().is_empty() && owner["rules"].as_array().unwrap().is_empty());
    // The repair order has each box that is worked on once, in its shut-down or in none.
    let order = report(ReportKind::RepairOrder);
    let of = |value: &serde_json::Value| -> Vec<String> {
        value.as_array().unwrap().iter().map(|part| part["heading"].as_str().unwrap().to_owned()).collect()
    };
    let shut_downs = order["job"]["shut_downs"].as_array().unwrap();
    let mut boxes: Vec<String> = shut_downs.iter().flat_map(|part| of(&part["boxes"])).collect();
    boxes.extend(of(&order["job"]["unplaced"]));
    let all = boxes.len();
    boxes.sort();
    boxes.dedup();
    assert!(all > 40 && boxes.len() == all, "{all} boxes, {} of them once", boxes.len());
    // Paper goes with the units.
    assert_eq!(full["paper"], "us-letter");
    let mut metric = bundle.clone();
    metric.audit.basis.units = nailpunch_core::quantity::UnitSystem::Metric;
    let facts = metric.facts();
    let data = nailpunch_report::data(&metric, &Assessed::of(&facts), ReportKind::Owner, "2026-03-04").unwrap();
    assert_eq!(serde_json::from_slice::<serde_json::Value>(&data).unwrap()["paper"], "a4");
}

#[test]
fn the_owner_is_not_told_that_nothing_has_to_be_done_where_nobody_looked_or_it_was_declined() {
    let first = |bundle: &Bundle| -> String {
        let data =
            nailpunch_report::data(bundle, &Assessed::of(&bundle.facts()), ReportKind::Owner, "2026-03-04").unwrap();
        serde_json::from_slice::<serde_json::Value>(&data).unwrap()["summary"]["first"].to_string()
    };
    let with = |rooms: &str| -> Bundle {
        let audit = r#""audit":{"id":"00000000-0000-7000-8000-000000000001","name":"A"}"#;
        serde_json::from_str(&format!(r#"{{"nailpunch":1,{audit},"rooms":{rooms}}}"#)).unwrap()
    };
    assert!(first(&with("[]")).contains("Nothing was inspected yet"));
    // A room of boxes that nobody opened.
    let mut bundle = bundle();
    bundle.rooms[0].boxes.remove(0);
    assert!(!first(&bundle).contains("\"Nothing has to be put right.\""), "{}", first(&bundle));
    // All that is wrong was declined: it is said, and named.
    let mut bundle = self::bundle();
    bundle.rooms[0].boxes.truncate(1);
    bundle.rooms[0].boxes[0].left = None;
    bundle.rooms[0].boxes[0].items[0].state = nailpunch_core::facts::StoredState::Declined;
    let facts = bundle.facts();
    let found = Assessed::of(&facts).boxes[0].answer().findings.clone();
    for (number, view) in (9_u128..).zip(found.iter().filter(|view| view.item.is_none())) {
        let item = &bundle.rooms[0].boxes[0].items[0];
        let mut item = item.clone();
        item.id = nailpunch_core::facts::ItemId(uuid::Uuid::from_u128(number));
        item.rule.clone_from(&view.rule);
        bundle.rooms[0].boxes[0].items.push(item);
    }
    let said = first(&bundle);
    assert!(said.contains("declined or put off: K1.") && !said.contains("Nothing has"), "{said}");
}

#[test]
fn a_notice_is_as_it_was_signed_until_something_else_is_a_danger() {
    use nailpunch_core::assess::{Danger, dangers};
    use nailpunch_core::facts::{DangerNotice, Signature};
    let mut bundle = demo();
    let notice = |bundle: &Bundle, number: Option<u16>| -> serde_json::Value {
        let kind = ReportKind::DangerNotice(number);
        let data = nailpunch_report::data(bundle, &Assessed::of(&bundle.facts()), kind, "2026-03-05").unwrap();
        serde_json::from_slice::<serde_json::Value>(&data).unwrap()["notice"].clone()
    };
    let places = |notice: &serde_json::Value| notice["dangers"].as_array().unwrap().len();
    let bare = notice(&bundle, None);
    assert_eq!((bare["day"].as_str(), bare["signature"].is_null(), places(&bare) > 20), (Some(""), true, true));
    let told = dangers(&Assessed::of(&bundle.facts())).iter().map(Danger::noticed).collect();
    bundle.audit.notices.push(DangerNotice {
        number: 1,
        at: "2026-03-04T18:00:00Z".to_owned(),
        to: "A. Owner".to_owned(),
        by: "T. Brask".to_owned(),
        dangers: told,
        signature: Some(Signature { strokes: vec![vec![[10, 20], [300, 200]], vec![[5, 5]]] }),
        not_signed: String::new(),
    });
    let signed = notice(&bundle, None);
    assert_eq!((signed["day"].as_str(), signed["to"].as_str()), (Some("2026-03-04"), Some("A. Owner")));
    let drawn = signed["signature"].as_str().unwrap();
    assert!(drawn.contains("viewBox=\"0 0 1000 220\"") && drawn.contains("10,20 10,20 300,200"), "{drawn}");
    // One danger more: what was signed stays as it was under its number, and another is to be signed.
    let entry =
        bundle.rooms.iter_mut().flat_map(|room| &mut room.boxes).find(|entry| entry.remarks.is_empty()).unwrap();
    let text = "smoulders".to_owned();
    entry.remarks.push(Remark { id: 1, text, basis: RuleBasis::Code, severity: Severity::Danger });
    let (now, then) = (notice(&bundle, None), notice(&bundle, Some(1)));
    assert_eq!((now["day"].as_str(), then["day"].as_str()), (Some(""), Some("2026-03-04")));
    assert!(now.to_string().contains("smoulders") && !then.to_string().contains("smoulders"));
    assert!(now["earlier"][0].as_str().unwrap().starts_with("2026-03-04 to A. Owner, signed: "), "{}", now["earlier"]);
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
    let plan = report["groups"][0]["places"][0]["plan"].to_string();
    let job = report["job"]["unplaced"][0]["steps"].to_string();
    assert!(plan.contains("Close the openings"), "{plan}");
    let materials = report["job"]["materials"].to_string();
    for line in report["groups"][0]["places"][0]["plan"].as_array().unwrap() {
        if let Some(bring) = line.as_str().unwrap().strip_prefix("Bring: ") {
            for part in bring.trim_end_matches('.').split("; ") {
                let what = part.split(" × ").nth(1).unwrap();
                assert!(materials.contains(what), "{what} is not in the job: {job} {materials}");
            }
        }
    }
    let steps = report["groups"][0]["places"][0]["plan"].as_array().unwrap().iter();
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
    let settled = list(&report["settled"]);
    let places: Vec<_> = list(&report["groups"]).iter().flat_map(|group| list(&group["places"])).collect();
    let (mut open, mut put_right) = (0, 0);
    for part in &places {
        for row in list(&part["rows"]) {
            let wrong = ["danger", "violates"].contains(&row["verdict"].as_str().unwrap());
            let done = ["put right", "closed"].contains(&row["state"].as_str().unwrap());
            let faults = if done { &settled } else { &faults };
            *(if done { &mut put_right } else { &mut open }) += usize::from(wrong);
            let same =
                |fault: &&serde_json::Value| (&fault["title"], &fault["verdict"]) == (&row["title"], &row["verdict"]);
            let told: Vec<_> = faults.iter().filter(same).collect();
            assert_eq!(told.len(), usize::from(wrong), "{row}");
            // A box is told by its tag, which its heading begins with.
            let heading = text(&part["heading"]);
            let here = told.iter().flat_map(|fault| list(&fault["places"]));
            let here = here.filter(|place| format!("{heading} ").starts_with(&format!("{} ", text(place))));
            assert_eq!(here.count(), usize::from(wrong), "{row}");
        }
    }
    assert!(open > 50 && put_right > 0, "{open} open, {put_right} put right");
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
