//! Hands in a box, and what is planned while something else changes.

use super::*;

const PANEL: &str = "00000000-0000-7000-8000-000000000005";
const CIRCUIT: &str = "00000000-0000-7000-8000-000000000006";

fn panel(ticks: &Value) -> Value {
    json!({"id": PANEL, "name": "Main panel", "spaces": 20,
           "breakers": [{"id": 7, "space": 7}, {"id": 9, "space": 9}],
           "mapping": {"breakers": [7, 9], "points": [{"name": "hall lamp", "ticks": ticks}]}})
}

/// The one box on breaker 7 of a panel whose rounds are to be walked.
fn on_breaker_7() -> Server {
    let server = furnished();
    assert_eq!(server.put(&format!("/api/audits/{AUDIT}/panels/{PANEL}"), 0, &panel(&json!([]))).0, Status::Ok);
    let circuit = json!({"id": CIRCUIT, "name": "kitchen", "breaker": "7",
                         "points": [{"box_id": BOX, "from": "panel"}]});
    assert_eq!(server.put(&format!("/api/audits/{AUDIT}/circuits/{CIRCUIT}"), 0, &circuit).0, Status::Ok);
    server
}

fn refused((status, problem): (Status, Value)) -> (String, String) {
    assert_eq!(status, Status::UnprocessableEntity, "{problem}");
    let error = &problem["errors"][0];
    (error["pointer"].as_str().unwrap().to_owned(), error["message"].as_str().unwrap().to_owned())
}

#[test]
fn a_breaker_is_held_by_whoever_has_hands_in_its_box() {
    let server = on_breaker_7();
    let mut record = short_box("K1");
    record["hands_in"] = json!({"who": "Mara", "since": "2026-03-04T10:42:00Z"});
    let (pointer, words) = refused(server.put(&box_path(), 1, &record));
    assert!(pointer == "/hands_in" && words.contains("before it is proven dead"), "{pointer}: {words}");
    prove_dead(&mut record["found"]);
    assert_eq!(server.put(&box_path(), 1, &record).0, Status::Ok);

    let (_, walk) = server.get(&format!("/api/audits/{AUDIT}/walk"));
    assert_eq!(walk["hands"][0]["sentence"], "Mara has hands in K1, Kitchen: breaker 7 stays off.");
    let (_, panels) = server.get(&format!("/api/audits/{AUDIT}/panels"));
    assert_eq!((&panels[0]["stay_off"], panels[0]["held"].as_array().map(Vec::len)), (&json!(["7"]), Some(1)));
    let (_, job) = server.get(&format!("/api/audits/{AUDIT}/job"));
    assert_eq!(job["shut_downs"][0]["held"][0]["tag"], "K1");

    let panel_path = format!("/api/audits/{AUDIT}/panels/{PANEL}");
    let (pointer, words) = refused(server.put(&panel_path, 1, &panel(&json!(["dead"]))));
    assert!(pointer == "/mapping/points" && words.contains("Mara has hands in K1"), "{pointer}: {words}");
    let mut again = record.clone();
    again["found"]["dead_test"] = json!([]);
    assert_eq!(refused(server.put(&box_path(), 2, &again)).0, "/found/dead_test");

    // A copy of the audit is another house.
    let copy = "00000000-0000-7000-8000-000000000099";
    let wish = json!({"id": copy, "name": "Copy"}).to_string();
    assert_eq!(server.post(&format!("/api/audits/{AUDIT}/duplicate"), &wish).0, Status::Ok);
    assert_eq!(server.get(&format!("/api/audits/{copy}/walk")).1["hands"], json!([]));

    record["hands_in"] = Value::Null;
    assert_eq!(server.put(&box_path(), 2, &record).0, Status::Ok);
    assert_eq!(server.put(&panel_path, 1, &panel(&json!(["dead"]))).0, Status::Ok);
}

#[test]
fn a_plan_changed_in_two_windows_is_changed_once_and_the_other_is_told() {
    let server = furnished();
    let item = |id: &str, repair: &str| json!({"id": id, "subject": {"box": BOX}, "rule": "free-conductor-length", "repair": repair, "state": "planned"});
    let (one, other) = ("00000000-0000-7000-8000-000000000004", "00000000-0000-7000-8000-000000000014");
    let path = |id: &str| format!("/api/audits/{AUDIT}/items/{id}");
    assert_eq!(server.put(&path(one), 0, &item(one, "extend-in-line-lever")).0, Status::Ok);
    // Both windows saw no plan; the second makes another for the same rule.
    let (pointer, words) = refused(server.put(&path(other), 0, &item(other, "extend-twist-on")));
    assert!(pointer == "/rule" && words.contains("has an item for this rule already"), "{words}");
    // Both saw the first plan; both change it.
    assert_eq!(server.put(&path(one), 1, &item(one, "extend-twist-on")).0, Status::Ok);
    let (status, problem) = server.put(&path(one), 1, &item(one, "refer"));
    assert_eq!((status, &problem["current"]["repair"]), (Status::Conflict, &json!("extend-twist-on")));
}

#[test]
fn a_plan_is_taken_over_whole_or_not_at_all() {
    let server = furnished();
    let item = |id: &str, rule: &str, repair: &str| json!({"revision": 0, "record": {"id": id, "subject": {"box": BOX}, "rule": rule, "repair": repair, "state": "planned"}});
    let one = item("00000000-0000-7000-8000-000000000004", "free-conductor-length", "extend-in-line-lever");
    let other = |repair: &str| item("00000000-0000-7000-8000-000000000014", "free-conductor-reach", repair);
    let path = format!("/api/audits/{AUDIT}/items");
    assert_eq!(refused(server.put(&path, 0, &json!({"items": [one, other("wishful-thinking")]}))).0, "/repair");
    let planned = |server: &Server| {
        let (_, view) = server.get(&box_path());
        view["items"].as_array().unwrap().iter().filter(|item| item["view"]["state"] == "planned").count()
    };
    assert_eq!(planned(&server), 0, "the first was not kept either");
    assert_eq!(server.put(&path, 0, &json!({"items": [one, other("extend-in-line-lever")]})).0, Status::Ok);
    assert_eq!(planned(&server), 2);
}

#[test]
fn what_a_job_is_planned_by_is_checked_and_what_is_gone_from_it_is_left_out() {
    let server = on_breaker_7();
    let audit_path = format!("/api/audits/{AUDIT}");
    let audit = |work: Value| json!({"id": AUDIT, "name": "Guesthouse", "work": work});
    let offcut = |length: u64| json!([{"id": 1, "gauge": "12", "conductors": 2, "length": length}]);
    for (work, wanted) in [
        (json!({"day_from": 480, "day_to": 480}), "/work/day_to"),
        (json!({"offcuts": offcut(0)}), "/work/offcuts/0/length"),
        (json!({"per_breaker": 241}), "/work/per_breaker"),
    ] {
        assert_eq!(refused(server.put(&audit_path, 1, &audit(work))).0, wanted);
    }
    // A day with no free hour: the work goes to the next.
    let blocked = json!([{"day": 0, "from": 480, "to": 1_020, "why": "guests"}]);
    assert_eq!(server.put(&audit_path, 1, &audit(json!({ "blocked": blocked }))).0, Status::Ok);
    let job = || server.get(&format!("/api/audits/{AUDIT}/job")).1;
    assert_eq!(job()["shut_downs"][0]["slot"]["day"], 1);

    // What is on the truck is bought no more; once it is taken off the truck, it is.
    let line = |job: &Value| job["materials"][0].clone();
    let (what, count) = (line(&job())["what"].clone(), line(&job())["count"].as_u64().unwrap());
    let stock = |truck: u64| audit(json!({"stock": [{"what": what, "on_truck": truck}]}));
    assert_eq!(server.put(&audit_path, 2, &stock(count)).0, Status::Ok);
    assert_eq!(line(&job())["to_buy"], 0);
    assert_eq!(server.put(&audit_path, 3, &stock(0)).0, Status::Ok);
    assert_eq!(line(&job())["to_buy"].as_u64(), Some(count));

    // A box that was put into a shut-down and is then removed: its shut-down is gone, its place is kept for its return.
    let pins = json!([{"boxes": [BOX], "day": 2, "from": 600}]);
    assert_eq!(server.put(&audit_path, 4, &audit(json!({ "pins": pins }))).0, Status::Ok);
    assert_eq!(job()["shut_downs"][0]["slot"]["day"], 2);
    let request = server.client.delete(box_path()).header(Header::new("If-Match", "\"1\""));
    assert_eq!(server.send(request).0, Status::Ok);
    assert_eq!(job()["shut_downs"], json!([]));
    assert_eq!(server.put(&box_path(), 2, &short_box("K1")).0, Status::Ok);
    assert_eq!(job()["shut_downs"][0]["slot"]["day"], 2);
}
