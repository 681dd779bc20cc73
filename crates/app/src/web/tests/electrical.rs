//! Circuits, readings and the bench, asked in-process.

use super::*;

const CIRCUIT: &str = "00000000-0000-7000-8000-000000000009";

fn circuit_path() -> String {
    format!("/api/audits/{AUDIT}/circuits/{CIRCUIT}")
}

fn circuit(points: &Value) -> Value {
    json!({"id": CIRCUIT, "name": "hall", "breaker": "7", "points": points})
}

#[test]
fn a_circuit_is_kept_and_traced() {
    let server = furnished();
    let points = json!([{"box_id": BOX, "from": "panel"}]);
    let (status, view) = server.put(&circuit_path(), 0, &circuit(&points));
    assert_eq!(status, Status::Ok, "{view}");
    assert!(view["answer"]["trace"]["sentence"].as_str().unwrap().contains("nothing to trace"));
    assert_eq!(view["answer"]["dead_test"]["state"], "unproven");
    let mut bad = circuit(&points);
    bad["events"] = json!([{"what": "read", "box_id": BOX, "bad": true, "at": "2026-03-04T10:00:00Z"}]);
    let (_, view) = server.put(&circuit_path(), 1, &bad);
    assert!(view["answer"]["trace"]["panel_percent"].as_u64().unwrap() > 10, "{view}");
    let (_, list) = server.get(&format!("/api/audits/{AUDIT}/circuits"));
    assert_eq!((list.as_array().unwrap().len(), &list[0]["bad"]), (1, &json!(1)));
    let (_, of_box) = server.get(&box_path());
    assert_eq!(of_box["circuits"][0]["breaker"], "7");
    assert_eq!(server.put(&circuit_path(), 1, &circuit(&points)).0, Status::Conflict);
}

#[test]
fn a_feed_in_a_circle_or_from_nowhere_is_refused_with_its_place() {
    let server = furnished();
    let circle = json!([{"box_id": BOX, "from": {"box": BOX}}]);
    let (status, problem) = server.put(&circuit_path(), 0, &circuit(&circle));
    assert_eq!((status, &problem["errors"][0]["pointer"]), (Status::UnprocessableEntity, &json!("/points/0/from")));
    assert!(problem["errors"][0]["message"].as_str().unwrap().contains("circle"));
    let elsewhere = json!([{"box_id": ROOM}]);
    let (_, problem) = server.put(&circuit_path(), 0, &circuit(&elsewhere));
    assert_eq!(problem["errors"][0]["pointer"], "/points/0/box_id");
}

#[test]
fn impossible_readings_are_refused_and_nothing_is_changed() {
    let server = furnished();
    let reading = |volts: Value| json!({"half": "upper", "meter": "high-impedance", "from": "hot", "to": "neutral", "volts": volts});
    for (volts, place) in [
        (json!(5_000_000), "/found/readings/0/volts"),
        (json!(-1), "/found/readings/0/volts"),
        (json!("hot"), "/found/readings/0/volts"),
    ] {
        let mut record = short_box("K1");
        record["found"]["readings"] = json!([reading(volts)]);
        let (status, problem) = server.put(&box_path(), 1, &record);
        assert_eq!(
            (status, &problem["errors"][0]["pointer"]),
            (Status::UnprocessableEntity, &json!(place)),
            "{problem}"
        );
    }
    let mut same = short_box("K1");
    same["found"]["readings"] = json!([{"half": "upper", "meter": "high-impedance", "from": "hot", "to": "hot"}]);
    let (_, problem) = server.put(&box_path(), 1, &same);
    assert_eq!(problem["errors"][0]["pointer"], "/found/readings/0/to");
    assert_eq!(server.get(&box_path()).1["record"]["revision"], 1);
}

#[test]
fn a_log_of_readings_is_taken_whole_or_not_at_all() {
    let server = furnished();
    let path = format!("/api/audits/{AUDIT}/readings.csv");
    let head = "time,box,half,instrument,from,to,value\n";
    let post = |body: String| server.send(server.client.post(path.clone()).header(ContentType::CSV).body(body));
    let good = "2026-03-04T10:42:00Z,K1,upper,high-impedance,hot,ground,57 V\n,K1,upper,lamps,,,lit dim dim\n";
    let (status, problem) = post(format!("{head}{good},K9,upper,lamps,,,lit lit off\n"));
    assert_eq!((status, &problem["errors"][0]["pointer"]), (Status::UnprocessableEntity, &json!("/rows/2/box")));
    let (_, problem) = post(format!("{head},K1,upper,high-impedance,hot,ground,5000\n,K1,upper,lamps,,,lit\n"));
    let pointers: Vec<_> = problem["errors"].as_array().unwrap().iter().map(|one| one["pointer"].clone()).collect();
    assert_eq!(pointers, ["/rows/0/value", "/rows/1/value"]);
    assert_eq!(server.get(&box_path()).1["record"]["revision"], 1, "nothing was taken in");
    assert_eq!(post(format!("{head}{good}")).1, json!({"readings": 2, "boxes": 1}));
    let found = &server.get(&box_path()).1["record"]["record"]["found"];
    assert_eq!((&found["readings"][0]["volts"], &found["lamps"][0]["hot_ground"]), (&json!(57_000), &json!("dim")));
    let back = server.send(server.client.get(path.clone())).1;
    assert_eq!(
        back,
        Value::String(format!(
            "{head},K1,upper,lamps,,,lit dim dim\n2026-03-04T10:42:00Z,K1,upper,high-impedance,hot,ground,57 V\n"
        ))
    );
}

#[test]
fn the_bench_reads_and_sends() {
    let server = furnished();
    let wish = |tag: &str| json!({"tag": tag, "half": "upper", "instrument": "lamps"});
    let read = |tag: &str| server.post("/api/bench/read", &wish(tag).to_string());
    assert_eq!(read("K6").1["lamps"]["neutral_ground"], "lit", "hot and neutral are exchanged there");
    let (status, problem) = read("Q1");
    assert_eq!(status, Status::UnprocessableEntity);
    assert!(problem["errors"][0]["message"].as_str().unwrap().contains("choose a box"));
    let meter = format!("{}/meter", box_path());
    let reading =
        json!({"lamps": {"half": "upper", "hot_neutral": "lit", "hot_ground": "lit", "neutral_ground": "off"}});
    assert_eq!(server.post(&meter, &reading.to_string()), (Status::Ok, json!(0)), "no screen listens");
    let odd = json!({"meter": {"half": "upper", "meter": "low-impedance", "from": "hot", "to": "hot"}});
    assert_eq!(server.post(&meter, &odd.to_string()).0, Status::UnprocessableEntity);
}
