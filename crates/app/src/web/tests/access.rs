//! Who comes in where, asked of every door in the description.

use nailpunch_core::access::{Act, may};
use nailpunch_core::facts::{PersonId, PersonRole};
use uuid::Uuid;

use super::super::gate::Doors;
use super::firm::{ROLES, asked, firm, kept, of_role, put_as, signed};
use super::*;

#[test]
fn every_door_opens_to_whom_the_table_lets_in_and_to_nobody_else() {
    let server = firm();
    let description = super::super::openapi();
    let doors = Doors::of(&description);
    let withdrawn = signed(&server, PersonRole::Owner);
    let place = kept(&server).store.signed_in(&withdrawn, "2026-06-01T00:00:00Z").unwrap().unwrap().1;
    kept(&server).store.shut_out(&place.id).unwrap();
    let mut tried = 0;
    for (template, item) in &description.paths.paths {
        use rocket::http::Method::{Delete, Get, Post, Put};
        let operations = [(Get, &item.get), (Put, &item.put), (Post, &item.post), (Delete, &item.delete)];
        for (method, operation) in operations {
            let Some(operation) = operation else { continue };
            // Said in the description, and by every operation for itself.
            assert!(operation.security.is_some(), "{method} {template} says nothing of who may");
            let act = doors.act(method, template);
            let path = |person: PersonId| {
                let parts = template.split('/').map(|part| match part {
                    "{person}" => person.to_string(),
                    "{number}" => "1".to_owned(),
                    part if part.starts_with('{') => Uuid::from_u128(77).to_string(),
                    part => part.to_owned(),
                });
                parts.collect::<Vec<_>>().join("/")
            };
            for shown in [None, Some(withdrawn.as_str())] {
                let status = asked(&server, method, &path(PersonId(Uuid::nil())), shown).dispatch().status();
                assert_eq!(status == Status::Unauthorized, act.is_some(), "{method} {template}, {shown:?}: {status}");
            }
            for role in ROLES {
                let open = act.is_none_or(|act| may(role, act));
                let secret = signed(&server, role);
                let status = asked(&server, method, &path(of_role(role).id), Some(&secret)).dispatch().status();
                let kept_out = [Status::Unauthorized, Status::Forbidden].contains(&status);
                assert_eq!(!kept_out, open, "{method} {template}, {role:?}: {status}");
                tried += 1;
            }
        }
    }
    assert!(tried > 250, "{tried}");
}

#[test]
fn what_nobody_described_is_closed_too() {
    let server = firm();
    let get = rocket::http::Method::Get;
    for path in ["/api/openapi.json", "/api/anything", "/api/audits/", "/api//audits"] {
        let status = asked(&server, get, path, None).dispatch().status();
        assert!(status == Status::Unauthorized || status == Status::NotFound, "{path}: {status}");
    }
    assert_eq!(asked(&server, get, "/api/openapi.json", None).dispatch().status(), Status::Unauthorized);
    assert_eq!(asked(&server, get, "/api/health", None).dispatch().status(), Status::Ok);
}

#[test]
fn the_most_plainly_named_door_counts() {
    let doors = Doors::of(&super::super::openapi());
    use rocket::http::Method::{Delete, Get, Put};
    assert_eq!(doors.act(Put, "/api/audits/x/order"), Some(Act::Capture));
    assert_eq!(doors.act(Put, "/api/audits/x/items"), Some(Act::Work));
    assert_eq!(doors.act(Get, "/api/health"), None);
    assert_eq!(doors.act(Get, "/api/nothing/of/this"), Some(Act::Look));
    assert_eq!(doors.act(Delete, "/api/nothing/of/this"), Some(Act::People));
    assert_eq!(doors.act(rocket::http::Method::Head, "/api/health"), None);
}

#[test]
fn a_door_is_the_same_however_its_path_is_written() {
    let server = firm();
    let reader = signed(&server, PersonRole::Reader);
    let put = rocket::http::Method::Put;
    let rules = "{}";
    for path in [
        "/api/firm/house-rules",
        "/api/firm/house-rules/",
        "/api//firm/house-rules",
        "//api/firm/house-rules",
        "/api/firm//house-rules",
        "/api/firm/house%2Drules",
        "/%61pi/firm/house-rules",
        "/api/./firm/house-rules",
        "/api/x/../firm/house-rules",
        "/api/firm/house-rules?x=1",
    ] {
        for shown in [None, Some(reader.as_str())] {
            // What no browser and no client sends is no request at all.
            if rocket::http::uri::Origin::parse(path).is_err() {
                continue;
            }
            let request = asked(&server, put, path, shown)
                .header(ContentType::JSON)
                .header(Header::new("If-Match", "\"0\""))
                .body(rules);
            let status = request.dispatch().status();
            let closed = [Status::Unauthorized, Status::Forbidden, Status::NotFound].contains(&status);
            assert!(closed, "{path} {shown:?}: {status}");
        }
    }
    let owner = signed(&server, PersonRole::Owner);
    let request = asked(&server, put, "/api/firm/house-rules", Some(&owner)).header(ContentType::JSON);
    let status = request.header(Header::new("If-Match", "\"0\"")).body(rules).dispatch().status();
    assert_eq!(status, Status::Ok, "it is a door that opens");
    // A form that names another method is told by that method.
    let request =
        asked(&server, rocket::http::Method::Post, "/api/firm/house-rules", Some(&reader)).header(ContentType::Form);
    let status = request.body("_method=put").dispatch().status();
    assert!([Status::Forbidden, Status::NotFound].contains(&status), "{status}");
}

#[test]
fn the_journal_says_who_from_what_they_are_signed_in_by() {
    let server = firm();
    let secret = signed(&server, PersonRole::Inspector);
    let request = asked(&server, rocket::http::Method::Put, &box_path(), Some(&secret))
        .header(ContentType::JSON)
        .header(Header::new("If-Match", "\"1\""))
        .header(Header::new("X-Who", "The owner"))
        .body(short_box("K9").to_string());
    assert_eq!(answer(request.dispatch()).0, Status::Ok);
    let journal = asked(&server, rocket::http::Method::Get, &format!("/api/audits/{AUDIT}/journal"), Some(&secret));
    assert_eq!(answer(journal.dispatch()).1[0]["who"], "The inspector");
}

#[test]
fn an_electrician_works_and_leaves_what_was_found() {
    let server = firm();
    let (path, electrician) = (box_path(), PersonRole::Electrician);
    let mut worked = short_box("K1");
    worked["left"] = worked["found"].clone();
    assert_eq!(put_as(&server, electrician, &path, 1, &worked).0, Status::Ok);
    let mut longer = worked.clone();
    longer["found"]["conductors"][0]["free_length"] = json!(200_000_000);
    let (status, problem) = put_as(&server, electrician, &path, 2, &longer);
    assert_eq!(status, Status::Forbidden);
    assert!(problem["detail"].as_str().unwrap().contains("as left"), "{problem}");
    assert_eq!(put_as(&server, PersonRole::Inspector, &path, 2, &longer).0, Status::Ok);
    // What the electrician finds behind a wall is theirs.
    let own = Uuid::from_u128(501);
    let path = format!("/api/audits/{AUDIT}/boxes/{own}");
    let mut found = short_box("K7");
    found["id"] = json!(own);
    assert_eq!(put_as(&server, electrician, &path, 0, &found).0, Status::Ok);
    found["tag"] = json!("K8");
    assert_eq!(put_as(&server, electrician, &path, 1, &found).0, Status::Ok);
    assert_eq!(put_as(&server, PersonRole::Reader, &path, 2, &found).0, Status::Forbidden);
}
