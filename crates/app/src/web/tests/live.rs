//! An audit as others work on it, heard over its stream.

use std::io::Read;

use nailpunch_core::facts::PersonRole;
use rocket::http::Method;
use rocket::local::blocking::LocalResponse;
use uuid::Uuid;

use super::firm::{asked, firm, kept, of_role, put_as, signed};
use super::*;

fn live(more: &str) -> String {
    format!("/api/audits/{AUDIT}/live?window={}{more}", Uuid::from_u128(5))
}

/// Reads a stream to its next event: its name, its data and its identifier.
fn next(stream: &mut LocalResponse) -> Option<(String, Value, Option<i64>)> {
    let (mut event, mut data, mut number) = (String::new(), String::new(), None);
    let mut line = Vec::new();
    loop {
        let mut byte = [0];
        if stream.read(&mut byte).unwrap() == 0 {
            return None;
        }
        if byte[0] != b'\n' {
            line.push(byte[0]);
            continue;
        }
        let read = String::from_utf8(std::mem::take(&mut line)).unwrap();
        if let Some(name) = read.strip_prefix("event:") {
            event = name.trim().to_owned();
        } else if let Some(text) = read.strip_prefix("data:") {
            data.push_str(text);
        } else if let Some(id) = read.strip_prefix("id:") {
            number = id.trim().parse().ok();
        } else if read.is_empty() && !event.is_empty() {
            return Some((event, serde_json::from_str(&data).unwrap(), number));
        }
    }
}

#[test]
fn what_another_changes_is_told_with_its_revision_and_by_whom() {
    let server = firm();
    let secret = signed(&server, PersonRole::Inspector);
    let mut stream = asked(&server, Method::Get, &live(""), Some(&secret)).dispatch();
    let (event, here, from) = next(&mut stream).unwrap();
    assert_eq!((event.as_str(), here), ("here", json!([])));
    let room = json!({"id": ROOM, "name": "Galley"});
    let path = format!("/api/audits/{AUDIT}/rooms/{ROOM}");
    assert_eq!(put_as(&server, PersonRole::Owner, &path, 1, &room).0, Status::Ok);
    let (event, since, number) = next(&mut stream).unwrap();
    assert_eq!(event, "changed");
    assert_eq!(
        since["records"],
        json!([{"kind": "room", "subject": ROOM, "revision": 2, "who": "The owner", "times": 1}])
    );
    assert_eq!(since["number"].as_i64(), number);
    assert!(number > from);
    drop(stream);
    // A browser that asks anew says what it had last.
    let request = asked(&server, Method::Get, &live(""), Some(&secret));
    let mut stream = request.header(Header::new("Last-Event-ID", from.unwrap().to_string())).dispatch();
    assert_eq!(next(&mut stream).unwrap().0, "here");
    assert_eq!(next(&mut stream).unwrap().1, since);
    drop(stream);
    // A number from another store, which has had more: everything is looked at anew.
    let mut stream = asked(&server, Method::Get, &live("&after=90000"), Some(&secret)).dispatch();
    assert_eq!(next(&mut stream).unwrap().0, "here");
    assert_eq!(next(&mut stream).unwrap().1, json!({"number": number, "records": []}));
}

#[test]
fn who_has_what_open_is_told_to_the_others() {
    let server = firm();
    let mut desk = asked(&server, Method::Get, &live(""), Some(&signed(&server, PersonRole::Owner))).dispatch();
    assert_eq!(next(&mut desk).unwrap().1, json!([]));
    let secret = signed(&server, PersonRole::Electrician);
    let mut tablet = asked(&server, Method::Get, &live(&format!("&box={BOX}")), Some(&secret)).dispatch();
    let whole = json!([{"who": "The owner", "device": "a test", "at": null}]);
    assert_eq!(next(&mut tablet).unwrap().1, whole);
    let at_box = json!([{"who": "The electrician", "device": "a test", "at": {"box": BOX}}]);
    assert_eq!(next(&mut desk).unwrap(), ("here".to_owned(), at_box, None));
    drop(tablet);
    assert_eq!(next(&mut desk).unwrap().1, json!([]), "who leaves is here no more");
}

#[test]
fn a_stream_ends_where_its_device_is_shut_out_or_its_person_leaves() {
    let server = firm();
    let secret = signed(&server, PersonRole::Reader);
    let mut stream = asked(&server, Method::Get, &live(""), Some(&secret)).dispatch();
    next(&mut stream).unwrap();
    let place = kept(&server).store.signed_in(&secret, "2026-06-01T00:00:00Z").unwrap().unwrap().1;
    kept(&server).store.shut_out(&place.id).unwrap();
    assert_eq!(next(&mut stream), None);
    assert_eq!(asked(&server, Method::Get, &live(""), Some(&secret)).dispatch().status(), Status::Unauthorized);

    let secret = signed(&server, PersonRole::Reader);
    let mut stream = asked(&server, Method::Get, &live(""), Some(&secret)).dispatch();
    next(&mut stream).unwrap();
    let mut gone = serde_json::to_value(of_role(PersonRole::Reader)).unwrap();
    gone["left"] = true.into();
    let path = format!("/api/people/{}", of_role(PersonRole::Reader).id);
    assert_eq!(put_as(&server, PersonRole::Owner, &path, 1, &gone).0, Status::Ok);
    assert_eq!(next(&mut stream), None);
}

#[test]
fn a_meter_is_heard_where_its_box_is_open() {
    let server = furnished();
    let open = format!("&box={BOX}");
    let mut stream = asked(&server, Method::Get, &live(&open), None).dispatch();
    next(&mut stream).unwrap();
    let reading =
        json!({"lamps": {"half": "upper", "hot_neutral": "lit", "hot_ground": "lit", "neutral_ground": "off"}});
    let sent = asked(&server, Method::Post, &format!("{}/meter", box_path()), None)
        .header(ContentType::JSON)
        .body(reading.to_string());
    assert_eq!(answer(sent.dispatch()), (Status::Ok, json!(1)));
    assert_eq!(next(&mut stream).unwrap(), ("reading".to_owned(), reading, None));
}

#[test]
fn what_is_open_is_one_thing_that_is_named_rightly() {
    let server = furnished();
    for (more, place) in [(format!("&box={BOX}&room={ROOM}"), "name one thing"), ("&box=K1".to_owned(), "K1")] {
        let (status, problem) = answer(asked(&server, Method::Get, &live(&more), None).dispatch());
        assert!(status == Status::UnprocessableEntity || status == Status::BadRequest, "{status}");
        assert!(problem.to_string().contains(place), "{problem}");
    }
    let nowhere = live("").replace(AUDIT, &Uuid::from_u128(99).to_string());
    assert_eq!(asked(&server, Method::Get, &nowhere, None).dispatch().status(), Status::NotFound);
    let (status, _) = answer(asked(&server, Method::Get, &format!("/api/audits/{AUDIT}/live"), None).dispatch());
    assert!(status.code >= 400 && status.code < 500, "{status}");
}
