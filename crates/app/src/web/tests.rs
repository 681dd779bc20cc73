//! The server's answers, asked in-process.

#![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

mod access;
mod electrical;
mod firm;
mod live;
mod people;
mod planning;
mod rooms;
mod runs;
mod signing_in;
mod turn;

use std::sync::Arc;

use nailpunch_core::electrical::proof_of_dead::{DeadStepKind, dead_test_of_box};
use nailpunch_core::facts::{BoxContents, DeadTestMethods};
use nailpunch_store::Store;
use rocket::http::{ContentType, Header, Status};
use rocket::local::blocking::{Client, LocalRequest, LocalResponse};
use serde_json::{Value, json};
use tempfile::TempDir;

const AUDIT: &str = "00000000-0000-7000-8000-000000000001";
const ROOM: &str = "00000000-0000-7000-8000-000000000002";
const BOX: &str = "00000000-0000-7000-8000-000000000003";

struct Server {
    client: Client,
    _folder: TempDir,
}

fn server() -> Server {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("audits.sqlite")).unwrap();
    let kept = super::shared::Kept::new(store, super::paper::Paper::Here);
    let rocket = super::rocket(kept, "127.0.0.1:8000".parse().unwrap(), &[]);
    Server { client: Client::untracked(rocket).unwrap(), _folder: folder }
}

/// A server with one audit, one room and one box with a short conductor.
fn furnished() -> Server {
    let server = server();
    let audit = json!({"id": AUDIT, "name": "Guesthouse"});
    assert_eq!(server.put(&format!("/api/audits/{AUDIT}"), 0, &audit).0, Status::Ok);
    let room = json!({"id": ROOM, "name": "Kitchen"});
    assert_eq!(server.put(&format!("/api/audits/{AUDIT}/rooms/{ROOM}"), 0, &room).0, Status::Ok);
    assert_eq!(server.put(&box_path(), 0, &short_box("K1")).0, Status::Ok);
    server
}

fn box_path() -> String {
    format!("/api/audits/{AUDIT}/boxes/{BOX}")
}

fn short_box(tag: &str) -> Value {
    json!({"id": BOX, "room": ROOM, "tag": tag, "found": {
        "cables": [{"id": 1, "sheath_end": 50_800_000}],
        "conductors": [{"id": 1, "cable": 1, "gauge": "12", "colour": "black", "role": "ungrounded",
                        "free_length": 69_850_000}]}})
}

fn answer(response: LocalResponse) -> (Status, Value) {
    let status = response.status();
    let text = response.into_string().unwrap_or_default();
    (status, serde_json::from_str(&text).unwrap_or(Value::String(text)))
}

impl Server {
    fn send(&self, request: LocalRequest) -> (Status, Value) {
        answer(request.header(Header::new("Host", "127.0.0.1:8000")).dispatch())
    }

    fn get(&self, path: &str) -> (Status, Value) {
        self.send(self.client.get(path.to_owned()))
    }

    fn put(&self, path: &str, based_on: u32, body: &Value) -> (Status, Value) {
        let request = self.client.put(path.to_owned()).header(ContentType::JSON);
        self.send(request.header(Header::new("If-Match", format!("\"{based_on}\""))).body(body.to_string()))
    }

    fn post(&self, path: &str, body: &str) -> (Status, Value) {
        self.send(self.client.post(path.to_owned()).header(ContentType::JSON).body(body))
    }
}

#[test]
fn a_box_is_saved_judged_and_read_back() {
    let server = furnished();
    let (status, view) = server.get(&box_path());
    assert_eq!(status, Status::Ok);
    assert_eq!(view["found"]["worst"], "violates");
    assert_eq!(view["found"]["results"][0]["findings"][0]["shortfall"]["text"], "3 1/4 in");
    assert_eq!(view["items"][0]["view"]["state"], "found");
    let (_, walk) = server.get(&format!("/api/audits/{AUDIT}/walk"));
    assert_eq!(walk["rooms"][0]["boxes"][0]["overview"]["worst"], "violates");
    assert_eq!(walk["counts"]["violates"], 1);
}

#[test]
fn a_stale_write_gets_409_with_the_current_record() {
    let server = furnished();
    assert_eq!(server.put(&box_path(), 1, &short_box("K2")).0, Status::Ok);
    let (status, problem) = server.put(&box_path(), 1, &short_box("K3"));
    assert_eq!(status, Status::Conflict);
    assert_eq!((&problem["current"]["tag"], &problem["current_revision"]), (&json!("K2"), &json!(2)));
    // The same write again is a retry, not a conflict.
    assert_eq!(server.put(&box_path(), 1, &short_box("K2")).0, Status::Ok);
}

#[test]
fn every_bad_field_is_named() {
    let server = furnished();
    let cases = [
        (json!({"id": BOX, "room": ROOM, "tag": "K1", "colour": "red"}), "/colour"),
        (json!({"id": BOX, "room": ROOM, "tag": ""}), "/tag"),
        (json!({"id": BOX, "room": ROOM, "tag": "K1", "found": {"depth": -1}}), "/found/depth"),
        (json!({"id": BOX, "room": ROOM, "tag": "K1", "found": {"depth": 1.5}}), "/found/depth"),
        (json!({"id": BOX, "room": ROOM, "tag": "K1", "found": {"depth": 9_000_000_000_i64}}), "/found/depth"),
        (
            json!({"id": BOX, "room": ROOM, "tag": "K1", "found": {"conductors": [{"id": 1, "gauge": "13",
            "colour": "red", "role": "grounded"}]}}),
            "/found/conductors/0/gauge",
        ),
        (json!({"id": BOX, "room": ROOM, "tag": "K1", "wired_under": {"year": 3}}), "/wired_under"),
        (json!({"id": BOX, "room": AUDIT, "tag": "K1"}), "/room"),
        (json!({"id": AUDIT, "room": ROOM, "tag": "K1"}), "/id"),
    ];
    for (body, pointer) in cases {
        let (status, problem) = server.put(&box_path(), 1, &body);
        assert_eq!(status, Status::UnprocessableEntity, "{body}");
        assert_eq!(problem["errors"][0]["pointer"], pointer, "{problem}");
        assert!(problem["errors"][0]["message"].as_str().is_some_and(|message| message.len() > 20), "{problem}");
    }
    assert_eq!(server.get(&box_path()).1["record"]["revision"], 1, "nothing was kept");
}

#[test]
fn what_is_no_json_is_refused_and_the_server_goes_on() {
    let server = furnished();
    for body in ["", "{", "NaN", "[1,2", "{\"basis\":{},\"contents\":{}} and more", "\u{0}\u{1}"] {
        let (status, problem) = server.post("/api/judge", body);
        assert_eq!(status, Status::UnprocessableEntity, "{body}");
        assert!(problem["detail"].as_str().is_some_and(|detail| !detail.is_empty()));
    }
    let plain = server.client.post("/api/judge").header(ContentType::Plain).body("{}");
    assert_eq!(server.send(plain).0, Status::UnsupportedMediaType);
    let deep = "[".repeat(100_000);
    assert_eq!(server.post("/api/judge", &deep).0, Status::UnprocessableEntity);
    let large = format!("{{\"basis\":\"{}\"}}", "x".repeat(1 << 20));
    let (status, problem) = server.post("/api/judge", &large);
    assert_eq!(status, Status::PayloadTooLarge);
    assert!(problem["detail"].as_str().is_some_and(|detail| detail.contains("1048576")), "{problem}");
    assert_eq!(server.get("/api/version").0, Status::Ok);
}

#[test]
fn a_write_without_a_revision_is_asked_for_one() {
    let server = furnished();
    let request = server.client.put(box_path()).header(ContentType::JSON).body(short_box("K9").to_string());
    assert_eq!(server.send(request).0, Status::PreconditionRequired);
    let request = server.client.put(box_path()).header(ContentType::JSON).header(Header::new("If-Match", "latest"));
    let (status, problem) = server.send(request.body(short_box("K9").to_string()));
    assert_eq!(status, Status::PreconditionRequired);
    assert!(problem["detail"].as_str().is_some_and(|detail| detail.contains("`latest`")));
}

#[test]
fn unknown_places_and_identifiers_are_answered_as_problems() {
    let server = furnished();
    assert_eq!(server.get(&format!("/api/audits/{ROOM}/walk")).0, Status::NotFound);
    let (status, problem) = server.get("/api/audits/nobody/walk");
    assert_eq!(status, Status::BadRequest);
    assert!(problem["detail"].as_str().is_some_and(|detail| detail.contains("`nobody`")));
}

#[test]
fn another_page_cannot_drive_the_server() {
    let server = furnished();
    let ask = |name: &'static str, value: &'static str| {
        let request = server.client.get("/api/audits").header(Header::new(name, value));
        if name == "Host" { answer(request.dispatch()).0 } else { server.send(request).0 }
    };
    assert_eq!(ask("Host", "nailpunch.example:8000"), Status::Forbidden);
    assert_eq!(ask("Host", "localhost:8000"), Status::Ok);
    assert_eq!(ask("Origin", "http://elsewhere.example"), Status::Forbidden);
    assert_eq!(ask("Origin", "null"), Status::Forbidden);
    assert_eq!(ask("Origin", "http://127.0.0.1:8000"), Status::Ok);
    assert_eq!(ask("Sec-Fetch-Site", "cross-site"), Status::Forbidden);
}

#[test]
fn every_answer_carries_the_strict_headers() {
    let server = server();
    for path in ["/", "/api/version", "/api/nowhere"] {
        let response = server.client.get(path).header(Header::new("Host", "127.0.0.1:8000")).dispatch();
        let policy = response.headers().get_one("Content-Security-Policy").unwrap_or_default().to_owned();
        // The core may be compiled; no text becomes a script.
        let unsafe_words = policy.replace("'wasm-unsafe-eval'", "");
        assert!(policy.contains("default-src 'none'") && !unsafe_words.contains("unsafe"), "{path}: {policy}");
        assert_eq!(response.headers().get_one("X-Content-Type-Options"), Some("nosniff"));
    }
}

/// Does every step of the dead test of a box.
fn prove_dead(found: &mut Value) {
    for second in 0..60 {
        let contents: BoxContents = serde_json::from_value(found.clone()).unwrap();
        let test = dead_test_of_box(&contents, DeadTestMethods::TwoInstruments);
        let Some(step) = test.next else { return };
        let tests = test.steps.iter().any(|known| known.step == step && known.kind == DeadStepKind::Test);
        let outcome = if tests { "dead" } else { "done" };
        let mut done = found["dead_test"].as_array().cloned().unwrap_or_default();
        done.push(json!({"step": step, "outcome": outcome, "at": format!("2026-03-04T10:00:{second:02}Z")}));
        found["dead_test"] = json!(done);
    }
}

#[test]
fn an_item_closes_only_on_proof() {
    let server = furnished();
    let id = "00000000-0000-7000-8000-000000000004";
    let path = format!("/api/audits/{AUDIT}/items/{id}");
    let item = |state: &str| {
        json!({"id": id, "subject": {"box": BOX}, "rule": "free-conductor-length", "repair": "extend-in-line-lever",
               "state": state})
    };
    assert_eq!(server.put(&path, 0, &item("planned")).0, Status::Ok);
    let (status, problem) = server.put(&path, 1, &item("done"));
    assert_eq!((status, &problem["errors"][0]["pointer"]), (Status::UnprocessableEntity, &json!("/state")));
    assert!(problem["detail"].as_str().unwrap().contains("not proven dead"), "{problem}");
    let mut record = short_box("K1");
    prove_dead(&mut record["found"]);
    assert_eq!(server.put(&box_path(), 1, &record).0, Status::Ok);
    assert_eq!(server.put(&path, 1, &item("done")).0, Status::Ok);
    let (status, problem) = server.put(&path, 2, &item("closed"));
    assert_eq!((status, &problem["errors"][0]["pointer"]), (Status::UnprocessableEntity, &json!("/state")));
    record["left"] = record["found"].clone();
    record["left"]["conductors"][0]["free_length"] = json!(177_800_000);
    let (_, view) = server.put(&box_path(), 2, &record);
    let length = view["items"].as_array().unwrap().iter().find(|item| item["revision"] == 2).unwrap();
    assert_eq!(length["view"]["state"], "proven");
    assert_eq!(server.put(&path, 2, &item("closed")).0, Status::Ok);
}

#[test]
fn a_finding_at_a_panel_lives_as_one_at_a_box_does() {
    let server = furnished();
    let (panel_id, item_id) = ("00000000-0000-7000-8000-00000000000a", "00000000-0000-7000-8000-00000000000b");
    let panel_path = format!("/api/audits/{AUDIT}/panels/{panel_id}");
    let path = format!("/api/audits/{AUDIT}/items/{item_id}");
    let panel = json!({"id": panel_id, "name": "main panel", "spaces": 12, "feed": "service",
        "breakers": [{"id": 1, "space": 1, "amperes": 20, "directory": "hall"}],
        "observed": [{"what": "open-space", "fault": true}, {"what": "open-knockout", "fault": false}]});
    let (status, view) = server.put(&panel_path, 0, &panel);
    assert_eq!(status, Status::Ok, "{view}");
    let of = |view: &Value, rule: &str| -> Value {
        view["items"].as_array().unwrap().iter().find(|item| item["view"]["rule"] == rule).unwrap().clone()
    };
    assert_eq!(of(&view, "panel-openings")["view"]["state"], "found");
    assert_eq!(view["work"]["steps"][0]["repair"], "close-panel-openings");
    // What is open at a panel is counted and stands in the job, before anybody says anything.
    let counts = |server: &Server| server.get("/api/audits").1[0]["counts"].clone();
    let before = counts(&server);
    assert_eq!((before["panels"].as_u64(), before["violating_panels"].as_u64()), (Some(1), Some(1)));
    let (_, walk) = server.get(&format!("/api/audits/{AUDIT}/walk"));
    assert_eq!(walk["panels"][0]["still_open"], true);
    let (_, job) = server.get(&format!("/api/audits/{AUDIT}/job"));
    assert_eq!(job["places"][0]["name"], "main panel");

    let item = |state: &str, more: Value| {
        let mut item = json!({"id": item_id, "subject": {"panel": panel_id}, "rule": "panel-openings",
                              "repair": "close-panel-openings", "state": state});
        item.as_object_mut().unwrap().extend(more.as_object().cloned().unwrap_or_default());
        item
    };
    let pointer = |answer: (Status, Value)| answer.1["errors"][0]["pointer"].as_str().unwrap_or_default().to_owned();
    let unknown = json!({"subject": {"panel": BOX}});
    assert_eq!(pointer(server.put(&path, 0, &item("planned", unknown))), "/subject");
    assert_eq!(pointer(server.put(&path, 0, &item("planned", json!({"rule": "box-fill"})))), "/rule");
    assert_eq!(pointer(server.put(&path, 0, &item("planned", json!({"repair": "own"})))), "/own");
    assert_eq!(pointer(server.put(&path, 0, &item("put-off", json!({})))), "/note");
    for (revision, state, more) in [
        (0, "planned", json!({})),
        (1, "put-off", json!({"note": "until the spring"})),
        (2, "waiting", json!({"waits_for": "part"})),
        (3, "declined", json!({"note": "the owner, by telephone"})),
        (4, "planned", json!({})),
        (5, "done", json!({})),
    ] {
        let (status, answer) = server.put(&path, revision, &item(state, more));
        assert_eq!(status, Status::Ok, "{state}: {answer}");
    }
    assert_eq!(pointer(server.put(&path, 6, &item("closed", json!({})))), "/state", "nothing proves it yet");
    let mut left = panel.clone();
    left["observed"] = json!([{"what": "open-space", "fault": false}, {"what": "open-knockout", "fault": false}]);
    let mut again = panel.clone();
    again["left"] = left;
    let (_, view) = server.put(&panel_path, 1, &again);
    assert_eq!(of(&view, "panel-openings")["view"]["state"], "proven", "{view}");
    assert_eq!(server.put(&path, 6, &item("closed", json!({}))).0, Status::Ok);
    let after = counts(&server);
    assert_eq!(after["items"]["closed"], 1);
    // It is in the journal, and taken back from there.
    let (_, journal) = server.get(&format!("/api/audits/{AUDIT}/journal"));
    assert_eq!((journal[0]["kind"].as_str(), journal[0]["can_undo"].as_bool()), (Some("item"), Some(true)));
    let undo = format!("/api/audits/{AUDIT}/journal/{}/undo", journal[0]["number"]);
    assert_eq!(server.send(server.client.post(undo.as_str())).0, Status::Ok);
    assert_eq!(counts(&server)["items"]["proven"], 1);
    let (_, csv) = server.get(&format!("/api/audits/{AUDIT}/findings.csv"));
    let row = csv.as_str().unwrap().lines().find(|row| row.contains("panel-openings")).unwrap().to_owned();
    assert!(row.contains("proven") && row.contains("meets"), "{row}");
}

#[test]
fn an_audit_goes_out_and_comes_in_again() {
    let server = furnished();
    let (_, bundle) = server.get(&format!("/api/audits/{AUDIT}/bundle"));
    let (status, problem) = server.post("/api/import", &bundle.to_string());
    assert_eq!(status, Status::Conflict);
    assert!(problem["detail"].as_str().is_some_and(|detail| detail.contains("import it as a copy")), "{problem}");
    assert_eq!(server.post("/api/import?copy=true", &bundle.to_string()).0, Status::Ok);
    let mut broken = bundle;
    broken["rooms"][0]["boxes"][0]["found"]["cables"][0]["id"] = json!(5);
    let (status, problem) = server.post("/api/import?copy=true", &broken.to_string());
    assert_eq!(status, Status::UnprocessableEntity);
    assert_eq!(problem["errors"][0]["pointer"], "/rooms/0/boxes/0/found/conductors/0/cable");
    assert_eq!(server.get("/api/audits").1.as_array().map(Vec::len), Some(2));
}

#[test]
fn the_description_names_every_route() {
    let description = serde_json::to_value(super::openapi()).unwrap();
    let described: usize =
        description["paths"].as_object().unwrap().values().map(|path| path.as_object().unwrap().len()).sum();
    let store = Store::open(&tempfile::tempdir().unwrap().path().join("a.sqlite")).unwrap();
    let kept = super::shared::Kept::new(store, super::paper::Paper::Here);
    let rocket = super::rocket(kept, "127.0.0.1:8000".parse().unwrap(), &[]);
    let routes = rocket.routes().filter(|route| route.uri.to_string().starts_with("/api/")).count();
    assert_eq!(described + 1, routes, "all but the description itself");
}

#[test]
fn a_box_is_planned_for_and_a_line_is_read_without_saving() {
    let server = furnished();
    let wish = json!({"basis": {}, "contents": {
        "cables": [{"id": 1, "sheath_end": 50_800_000}],
        "conductors": [{"id": 1, "cable": 1, "gauge": "12", "colour": "black", "role": "ungrounded",
                        "free_length": 69_850_000}],
        "observed": [{"what": "open-knockout", "fault": true}]}});
    let (status, remedies) = server.post("/api/plan", &wish.to_string());
    assert_eq!(status, Status::Ok);
    let steps = remedies["outcome"]["plan"]["steps"].as_array().unwrap();
    assert!(steps.iter().any(|step| step["repair"] == "close-openings"), "{steps:?}");
    let line = json!({"line": "sw 14/2 sb 3/8 xyzzy", "units": "inch", "contents": {}});
    let (status, jotted) = server.post("/api/jot", &line.to_string());
    assert_eq!(status, Status::Ok);
    assert_eq!(jotted["contents"]["stand"]["set_back"], 9_525_000);
    assert_eq!(jotted["chips"].as_array().unwrap().len(), 4);
    assert!(jotted["chips"][3]["error"].as_str().unwrap().contains("xyzzy"));
}

#[test]
fn new_facts_out_of_range_are_named() {
    let server = furnished();
    let many: Vec<Value> = (0..13).map(|id| json!({"id": id, "kind": "switch"})).collect();
    let cases = [
        (json!({"gangs": 0}), "/contents/gangs"),
        (json!({"marked_volume": 0}), "/contents/marked_volume"),
        (json!({"marked_volume": -5}), "/contents/marked_volume"),
        (json!({"devices": many}), "/contents/devices"),
        (json!({"devices": [{"id": 1, "kind": "toaster"}]}), "/contents/devices/0/kind"),
        (json!({"stand": {"set_back": 3_000_000_000_i64}}), "/contents/stand/set_back"),
        (json!({"observed": [{"what": "box-loose", "fault": 1}]}), "/contents/observed/0/fault"),
        (
            json!({"observed": [{"what": "box-loose", "fault": true}, {"what": "box-loose", "fault": false}]}),
            "/contents/observed/1",
        ),
        (json!({"hung": {"kind": "fan", "mass": "heavy"}}), "/contents/hung/mass"),
        (json!({"splices": [{"letter": "", "kind": "lever"}]}), "/contents/splices/0/letter"),
    ];
    for path in ["/api/judge", "/api/plan"] {
        for (contents, pointer) in &cases {
            let (status, problem) = server.post(path, &json!({"basis": {}, "contents": contents}).to_string());
            assert_eq!(status, Status::UnprocessableEntity, "{path} {contents}");
            assert_eq!(problem["errors"][0]["pointer"], *pointer, "{path} {contents}: {problem}");
        }
    }
}

#[test]
fn the_firm_and_the_audit_have_house_rules() {
    let server = furnished();
    let (_, firm) = server.get("/api/firm/house-rules");
    assert_eq!(firm["revision"], 0);
    let mut rules = firm["record"].clone();
    rules["torque"] = json!("hand");
    let (status, kept) = server.put("/api/firm/house-rules", 0, &rules);
    assert_eq!((status, &kept["revision"]), (Status::Ok, &json!(1)));
    rules["torque"] = json!("driver");
    assert_eq!(server.put("/api/firm/house-rules", 0, &rules).0, Status::Conflict);
    rules["torque"] = json!("teeth");
    let (status, problem) = server.put("/api/firm/house-rules", 1, &rules);
    assert_eq!((status, &problem["errors"][0]["pointer"]), (Status::UnprocessableEntity, &json!("/torque")));
    let (status, effects) = server.get(&format!("/api/audits/{AUDIT}/house-rule-effects"));
    assert_eq!((status, effects), (Status::Ok, json!([])), "nothing differs from the defaults");
}

#[test]
fn no_repair_is_planned_where_the_job_ends() {
    let server = furnished();
    let mut stopped = short_box("K1");
    stopped["found"]["observed"] = json!([{"what": "knob-and-tube", "fault": true}]);
    assert_eq!(server.put(&box_path(), 1, &stopped).0, Status::Ok);
    let item = |repair: &str| {
        json!({"id": "0192f0c0-0000-7000-8000-0000000000aa", "subject": {"box": BOX}, "rule": "free-conductor-length",
               "repair": repair, "state": "planned"})
    };
    let path = format!("/api/audits/{AUDIT}/items/0192f0c0-0000-7000-8000-0000000000aa");
    let (status, problem) = server.put(&path, 0, &item("extend-twist-on"));
    assert!(status.code >= 400 && status.code < 500, "{status}");
    assert!(problem["detail"].as_str().unwrap().contains("knob-and-tube"), "{problem}");
    assert_eq!(server.put(&path, 0, &item("refer")).0, Status::Ok);
}

#[test]
fn a_photograph_that_is_too_large_leaves_nothing_behind() {
    let server = furnished();
    let path = format!("/api/audits/{AUDIT}/photos?box={BOX}");
    let huge = vec![0_u8; usize::try_from(nailpunch_report::LARGEST_FILE).unwrap() + 1];
    let (status, problem) = server.send(server.client.post(path.as_str()).body(huge));
    assert_eq!(status, Status::PayloadTooLarge);
    assert!(problem["detail"].as_str().unwrap().contains("make it smaller"), "{problem}");
    let (_, photos) = server.get(&format!("/api/audits/{AUDIT}/photos"));
    assert_eq!(photos, json!([]));
}

#[test]
fn a_job_is_planned_chosen_and_put_into_a_calendar_once_it_has_a_first_day() {
    let server = furnished();
    let job = format!("/api/audits/{AUDIT}/job");
    let (_, planned) = server.get(&job);
    assert_eq!(planned["boxes"][0]["tag"], "K1");
    assert!(planned["unplaced"][0]["why"].as_str().unwrap().contains("its breaker is not known"));
    let (status, problem) = server.get(&format!("/api/audits/{AUDIT}/calendar.ics"));
    assert_eq!((status, problem["errors"][0]["pointer"].as_str()), (Status::UnprocessableEntity, Some("/work/begins")));
    let choose = server.client.post(format!("{job}/choose")).header(ContentType::JSON);
    let (status, chosen) = server.send(choose.body(json!({ "boxes": [BOX] }).to_string()));
    assert_eq!((status, chosen["items"].as_u64()), (Status::Ok, Some(2)));
    let (_, again) = server.get(&job);
    assert_eq!(again["boxes"][0]["work"]["steps"][0]["chosen"], true);
    let (_, wrong) = server.put(
        &format!("/api/audits/{AUDIT}"),
        1,
        &json!({"id": AUDIT, "name": "Guesthouse", "work": {"day_from": 600, "day_to": 500, "begins": "tomorrow"}}),
    );
    let pointers: Vec<&str> =
        wrong["errors"].as_array().unwrap().iter().filter_map(|error| error["pointer"].as_str()).collect();
    assert_eq!(pointers, ["/work/day_to", "/work/begins"]);
}

#[test]
fn a_line_at_a_panel_that_cannot_be_is_refused_with_its_field() {
    let server = furnished();
    let panel = json!({"id": ROOM, "name": "main", "spaces": 12});
    let send = |line: &str| {
        let body = json!({"line": line, "panel": panel}).to_string();
        server.send(server.client.post("/api/panel-line").header(ContentType::JSON).body(body))
    };
    let (status, taken) = send("7 20 #12 kitchen");
    assert_eq!(
        (status, taken["says"].as_str()),
        (Status::Ok, Some("breaker 7, 20 A, 12 AWG, the directory says \"kitchen\""))
    );
    let (status, problem) = send("99 20");
    assert_eq!((status, problem["errors"][0]["pointer"].as_str()), (Status::UnprocessableEntity, Some("/line")));
}
