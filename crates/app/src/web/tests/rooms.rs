//! A taped room: what is refused, what is kept and said, and the life of what is found in it.

use super::*;

fn room_path() -> String {
    format!("/api/audits/{AUDIT}/rooms/{ROOM}")
}

fn room(sketch: &Value) -> Value {
    json!({"id": ROOM, "name": "Kitchen", "sketch": sketch})
}

fn line(server: &Server, text: &str, sketch: &Value) -> (Status, Value) {
    let boxes = json!([{"id": BOX, "tag": "K1"}]);
    let wish = json!({"line": text, "sketch": sketch, "units": "inch", "boxes": boxes});
    server.post("/api/room-line", &wish.to_string())
}

/// A living room of 12 ft by 10 ft with a door and one outlet.
fn taped(server: &Server) -> Value {
    let lines = ["3' door 2'8 6'4 / k1 1'", "10'", "12'", "10'"];
    lines.iter().fold(json!({"kind": "living"}), |sketch, text| {
        let (status, read) = line(server, text, &sketch);
        assert_eq!(status, Status::Ok, "{read}");
        read["sketch"].clone()
    })
}

#[test]
fn what_no_room_can_be_is_refused_with_its_field() {
    let server = furnished();
    let sketch = taped(&server);
    let refused = |change: &dyn Fn(&mut Value)| {
        let mut sketch = sketch.clone();
        change(&mut sketch);
        let (status, problem) = server.put(&room_path(), 1, &room(&sketch));
        assert!([Status::UnprocessableEntity, Status::BadRequest].contains(&status), "{problem}");
        let error = &problem["errors"][0];
        format!("{} {}", error["pointer"].as_str().unwrap_or_default(), error["message"].as_str().unwrap_or_default())
    };
    assert!(refused(&|sketch| sketch["walls"][0]["length"] = json!(-1)).starts_with("/sketch/walls/0/length"));
    assert!(refused(&|sketch| sketch["walls"][0]["length"] = json!(200_000_000_000_i64)).contains("/sketch/walls/0"));
    assert!(
        refused(&|sketch| sketch["walls"][1]["id"] = json!(1)).starts_with("/sketch/walls/1/id number 1 stands twice")
    );
    let nowhere = json!({"wall": {"wall": 9, "at": 0}});
    assert!(refused(&|sketch| sketch["outlets"][0]["place"] = nowhere.clone()).contains("the sketch has no wall 9"));
    let stranger = json!("00000000-0000-7000-8000-0000000000ff");
    let words = refused(&|sketch| sketch["outlets"][0]["box_id"] = stranger.clone());
    assert!(words.starts_with("/sketch/outlets/0/box_id this audit has no such box"), "{words}");
    let wall = json!({"id": 1, "length": 1_000_000_000});
    let many: Vec<Value> = (1..=61).map(|id| json!({"id": id, "length": wall["length"]})).collect();
    assert!(refused(&|sketch| sketch["walls"] = json!(many)).contains("61 walls; at most 60"));
    // Nothing of it was written.
    let (_, view) = server.get(&room_path());
    assert_eq!((&view["room"]["revision"], &view["found"]["sketch"]["walls"]), (&json!(1), &json!([])));
}

#[test]
fn what_is_wanted_is_planned_refused_with_its_field_and_kept_where_its_box_goes() {
    let server = furnished();
    let mut sketch = taped(&server);
    let wish = |part: Value| {
        let mut wanted =
            json!({"id": 1, "kind": "receptacle", "at": {"new": {"wall": {"wall": 2, "at": 914_400_000}}}});
        wanted.as_object_mut().unwrap().extend(part.as_object().unwrap().clone());
        json!([wanted])
    };
    let put = |sketch: &Value, revision| server.put(&room_path(), revision, &room(sketch));
    let stranger = "00000000-0000-7000-8000-0000000000ff";
    for (part, at) in [
        (json!({"at": {"new": {"wall": {"wall": 9, "at": 0}}}}), "/sketch/wanted/0/at"),
        (json!({"from": {"box": stranger}}), "/sketch/wanted/0/from"),
        (json!({"from": {"panel": stranger}}), "/sketch/wanted/0/from"),
        (json!({"made": stranger}), "/sketch/wanted/0/made"),
        (json!({"amperes": 4}), "/sketch/wanted/0/amperes"),
    ] {
        sketch["wanted"] = wish(part);
        let (status, problem) = put(&sketch, 1);
        assert_eq!((status, &problem["errors"][0]["pointer"]), (Status::UnprocessableEntity, &json!(at)), "{problem}");
    }
    sketch["wanted"] = wish(json!({"from": {"box": BOX}, "length": -1}));
    assert_ne!(put(&sketch, 1).0, Status::Ok, "a length of less than nothing");
    sketch["wanted"] = wish(json!({"from": {"box": BOX}}));
    assert_eq!(put(&sketch, 1).0, Status::Ok);
    let (_, view) = server.get(&room_path());
    let plan = &view["found"]["judgement"]["wanted"][0];
    assert_eq!((&plan["label"], &plan["ready"]), (&json!("Receptacle, wall 2 at 3 ft, from K1"), &json!(false)));
    let items = view["items"].as_array().unwrap();
    assert!(items.iter().any(|item| item["view"]["rule"] == "wanted-made"), "it is work: {items:?}");
    // A box that goes is named no more in what leaves the program; the wish stays.
    let request = server.client.delete(box_path()).header(Header::new("If-Match", "\"1\""));
    assert_eq!(server.send(request).0, Status::Ok);
    let (status, bundle) = server.get(&format!("/api/audits/{AUDIT}/bundle"));
    assert_eq!(status, Status::Ok);
    let wanted = &bundle["rooms"][0]["sketch"]["wanted"][0];
    assert_eq!((&wanted["kind"], &wanted["from"]), (&json!("receptacle"), &Value::Null), "{wanted}");
}

#[test]
fn what_cannot_all_be_true_is_kept_and_said() {
    let server = furnished();
    let odd = ["counter 6' range 3' @ 2' / 40'", "3' door 3' 4' / 4'", "12'", "10'"];
    let sketch =
        odd.iter().fold(json!({"kind": "kitchen"}), |sketch, text| line(&server, text, &sketch).1["sketch"].clone());
    assert_eq!(server.put(&room_path(), 1, &room(&sketch)).0, Status::Ok);
    let (_, view) = server.get(&room_path());
    let said: Vec<&str> = view["found"]["judgement"]["contradictions"]
        .as_array()
        .unwrap()
        .iter()
        .map(|words| words.as_str().unwrap())
        .collect();
    for words in
        ["the range begins at 2 ft, within the counter", "stands past its end", "stands in the door", "do not close"]
    {
        assert!(said.iter().any(|known| known.contains(words)), "{words}: {said:?}");
    }
    let (status, _) = line(&server, &"9'".repeat(200), &json!({}));
    assert_eq!(status, Status::UnprocessableEntity);
}

#[test]
fn a_finding_in_a_room_closes_only_on_its_new_sketch() {
    let server = furnished();
    let sketch = taped(&server);
    assert_eq!(server.put(&room_path(), 1, &room(&sketch)).0, Status::Ok);
    let (_, view) = server.get(&room_path());
    assert_eq!(view["items"][0]["view"]["rule"], "wall-spacing");
    let proposal = &view["found"]["judgement"]["proposals"][0];
    assert_eq!((&proposal["repair"], &proposal["clears"]), (&json!("add-outlets"), &json!(true)));
    let (_, walk) = server.get(&format!("/api/audits/{AUDIT}/walk"));
    assert_eq!(walk["rooms"][0]["mark"]["worst"], "violates");
    assert_eq!((&walk["counts"]["sketched_rooms"], &walk["counts"]["violating_rooms"]), (&json!(1), &json!(1)));
    let (_, job) = server.get(&format!("/api/audits/{AUDIT}/job"));
    assert_eq!(job["places"][0]["subject"], json!({"room": ROOM}));

    let item_id = "00000000-0000-7000-8000-000000000021";
    let item = |state: &str, rule: &str| json!({"id": item_id, "subject": {"room": ROOM}, "rule": rule, "repair": "add-outlets", "state": state});
    let path = format!("/api/audits/{AUDIT}/items/{item_id}");
    assert_eq!(server.put(&path, 0, &item("planned", "box-fill")).0, Status::UnprocessableEntity, "a rule of the box");
    assert_eq!(server.put(&path, 0, &item("planned", "wall-spacing")).0, Status::Ok);
    assert_eq!(server.put(&path, 1, &item("done", "wall-spacing")).0, Status::Ok);
    assert_eq!(
        server.put(&path, 2, &item("closed", "wall-spacing")).0,
        Status::UnprocessableEntity,
        "nothing proves it"
    );
    let anew = ["3' door 2'8 6'4 / 1' 8'", "10' / 2' 8'", "12' / 3' 9'", "10' / 2' 8'"];
    let left = anew.iter().zip(1..).fold(sketch.clone(), |sketch, (text, wall)| {
        let wish = json!({"line": text, "sketch": sketch, "wall": wall, "units": "inch", "boxes": []});
        server.post("/api/room-line", &wish.to_string()).1["sketch"].clone()
    });
    let mut again = room(&sketch);
    again["left"] = left;
    assert_eq!(server.put(&room_path(), 2, &again).0, Status::Ok);
    assert_eq!(server.get(&room_path()).1["items"][0]["view"]["state"], "proven");
    assert_eq!(server.put(&path, 2, &item("closed", "wall-spacing")).0, Status::Ok);
    // It goes with the file, to the byte.
    let (_, bundle) = server.get(&format!("/api/audits/{AUDIT}/bundle"));
    assert_eq!(bundle["rooms"][0]["left"], again["left"]);
    assert_eq!(bundle["items"][0]["subject"], json!({"room": ROOM}));
}
