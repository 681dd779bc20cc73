//! A cable run: what is refused, what is kept and said, what feeds it, and the life of what is found along it.

use super::*;

const RUN: &str = "00000000-0000-7000-8000-000000000031";

fn run_path(id: &str) -> String {
    format!("/api/audits/{AUDIT}/runs/{id}")
}

fn run(found: &Value) -> Value {
    json!({"id": RUN, "name": "Wall, K1 to the attic", "from": {"box": BOX}, "to": "elsewhere", "found": found})
}

fn line(server: &Server, text: &str, course: &Value) -> (Status, Value) {
    server.post("/api/run-line", &json!({"line": text, "course": course, "units": "inch"}).to_string())
}

fn taped(server: &Server, lines: &[&str]) -> Value {
    lines.iter().fold(json!({}), |course, text| {
        let (status, read) = line(server, text, &course);
        assert_eq!(status, Status::Ok, "{read}");
        read["course"].clone()
    })
}

#[test]
fn what_no_run_can_be_is_refused_with_its_field() {
    let server = furnished();
    let course = taped(&server, &["nm 12-2 20a", "studs 9' edge 2 / staple 8 4'6 8'4"]);
    assert_eq!(server.put(&run_path(RUN), 0, &run(&course)).0, Status::Ok);
    let refused = |change: &dyn Fn(&mut Value)| {
        let mut record = run(&course);
        change(&mut record);
        let (status, problem) = server.put(&run_path(RUN), 1, &record);
        assert!([Status::UnprocessableEntity, Status::BadRequest].contains(&status), "{problem}");
        let error = &problem["errors"][0];
        format!("{} {}", error["pointer"].as_str().unwrap_or_default(), error["message"].as_str().unwrap_or_default())
    };
    let stretch = |run: &mut Value, field: &str, value: Value| run["found"]["stretches"][0][field] = value;
    assert!(refused(&|run| stretch(run, "length", json!(-1))).starts_with("/found/stretches/0/length"));
    assert!(refused(&|run| stretch(run, "length", json!(200_000_000_000_i64))).contains("/found/stretches/0"));
    assert!(refused(&|run| stretch(run, "together", json!(0))).contains("/found/stretches/0/together"));
    assert!(refused(&|run| run["found"]["conductors"] = json!(13)).starts_with("/found/conductors"));
    assert!(refused(&|run| run["name"] = json!("two\nlines")).starts_with("/name"));
    let stranger = json!({"box": "00000000-0000-7000-8000-0000000000ff"});
    assert!(refused(&|run| run["to"] = stranger.clone()).starts_with("/to this audit has no such box"));
    assert!(refused(&|run| run["area"] = json!(9)).starts_with("/area"));
    let point = |at: i64| json!({"at": at, "what": "box"});
    let many: Vec<Value> = (0..1_001).map(point).collect();
    assert!(refused(&|run| stretch(run, "points", json!(many))).contains("1001 places along one stretch"));
    // Five hundred holes are facts; nothing else of all this was written.
    let mut holes = run(&course);
    holes["found"]["stretches"][0]["points"] = json!((0..500).map(point).collect::<Vec<_>>());
    assert_eq!(server.put(&run_path(RUN), 1, &holes).0, Status::Ok);
    let (_, view) = server.get(&run_path(RUN));
    assert_eq!(view["run"]["revision"], 2);
    assert_eq!(view["found"]["course"]["stretches"][0]["points"].as_array().map(Vec::len), Some(500));
}

#[test]
fn what_cannot_all_be_true_is_kept_and_said() {
    let server = furnished();
    let course = taped(&server, &["nm 12-2", "studs 4' / staple 9'", "surface 3' / bend90 1'"]);
    let mut record = run(&course);
    record["to"] = json!({"box": BOX});
    assert_eq!(server.put(&run_path(RUN), 0, &record).0, Status::Ok);
    let (_, view) = server.get(&run_path(RUN));
    let said = view["found"]["judgement"]["contradictions"].to_string();
    for words in ["noted past its end at 4 ft", "this run is none", "It begins and ends at the same box"] {
        assert!(said.contains(words), "{words}: {said}");
    }
    // A circle of runs is said of the one that closes it, whoever is asked.
    let other = "00000000-0000-7000-8000-000000000004";
    assert_eq!(
        server
            .put(&format!("/api/audits/{AUDIT}/boxes/{other}"), 0, &{
                let mut second = short_box("K2");
                second["id"] = json!(other);
                second
            })
            .0,
        Status::Ok
    );
    let between =
        |id: &str, from: &str, to: &str| json!({"id": id, "name": "hall", "from": {"box": from}, "to": {"box": to}});
    let ids = ["00000000-0000-7000-8000-000000000041", "00000000-0000-7000-8000-000000000042"];
    assert_eq!(server.put(&run_path(ids[0]), 0, &between(ids[0], BOX, other)).0, Status::Ok);
    assert_eq!(server.put(&run_path(ids[1]), 0, &between(ids[1], other, BOX)).0, Status::Ok);
    let circle = |id: &str| server.get(&run_path(id)).1["found"]["judgement"]["contradictions"].to_string();
    assert!(!circle(ids[0]).contains("circle") && circle(ids[1]).contains("closes a circle"));
    let (status, problem) = line(&server, "studs 4' / banana 3'", &json!({}));
    assert_eq!((status, &problem["errors"][0]["pointer"]), (Status::UnprocessableEntity, &json!("/line")));
}

#[test]
fn damage_closes_only_when_one_looked_all_along() {
    let server = furnished();
    let course = taped(&server, &["nm 14-2 15a", "closed 9' / damage 4' crushed"]);
    assert_eq!(server.put(&run_path(RUN), 0, &run(&course)).0, Status::Ok);
    let (_, walk) = server.get(&format!("/api/audits/{AUDIT}/walk"));
    assert_eq!(
        (&walk["cable_runs"][0]["worst"], &walk["cable_runs"][0]["dangerous"]),
        (&json!("violates"), &json!(true))
    );
    let (_, view) = server.get(&run_path(RUN));
    let ways = view["found"]["judgement"]["proposals"].as_array().unwrap();
    let clears: Vec<&str> =
        ways.iter().filter(|way| way["clears"] == true).map(|way| way["repair"].as_str().unwrap()).collect();
    assert_eq!(clears, ["box-in-run", "replace-run"]);
    let item_id = "00000000-0000-7000-8000-000000000022";
    let path = format!("/api/audits/{AUDIT}/items/{item_id}");
    let item = |state: &str, repair: &str| json!({"id": item_id, "subject": {"run": RUN}, "rule": "cable-damaged", "repair": repair, "state": state});
    assert_eq!(
        server.put(&path, 0, &item("planned", "add-outlets")).0,
        Status::UnprocessableEntity,
        "a repair of rooms"
    );
    assert_eq!(server.put(&path, 0, &item("planned", "box-in-run")).0, Status::Ok);
    let (_, job) = server.get(&format!("/api/audits/{AUDIT}/job"));
    assert_eq!(job["places"][0]["subject"], json!({"run": RUN}));
    assert_eq!(server.put(&path, 1, &item("done", "box-in-run")).0, Status::Ok);
    let mut again = run(&course);
    again["left"] = taped(&server, &["nm 14-2 15a", "closed 9' / box 3' 5'"]);
    assert_eq!(server.put(&run_path(RUN), 1, &again).0, Status::Ok);
    assert_eq!(server.put(&path, 2, &item("closed", "box-in-run")).0, Status::UnprocessableEntity, "nobody looked");
    again["left"]["observed"] = json!([{"what": "harmed", "fault": false}]);
    assert_eq!(server.put(&run_path(RUN), 2, &again).0, Status::Ok);
    assert_eq!(server.put(&path, 2, &item("closed", "box-in-run")).0, Status::Ok);
    // It goes with the file, and comes back when what is deleted is put again.
    let (_, bundle) = server.get(&format!("/api/audits/{AUDIT}/bundle"));
    assert_eq!((&bundle["runs"][0]["left"], &bundle["items"][0]["subject"]), (&again["left"], &json!({"run": RUN})));
}
