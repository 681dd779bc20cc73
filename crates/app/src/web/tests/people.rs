//! The people of a firm, their devices, and links to sealed reports.

use nailpunch_core::facts::{Person, PersonId, PersonRole};
use uuid::Uuid;

use super::super::front::PEER;
use super::firm::{PASSPHRASE, ROLES, asked, firm, kept, of_role, put_as, send, signed};
use super::*;

#[test]
fn people_are_made_changed_and_leave() {
    let server = firm();
    let owner = of_role(PersonRole::Owner);
    let path = |person: &Person| format!("/api/people/{}", person.id);
    let put = |person: &Person, revision| put_as(&server, PersonRole::Owner, &path(person), revision, &json!(person));
    let (status, problem) = put(&Person { left: true, ..owner.clone() }, 1);
    assert_eq!((status, &problem["errors"][0]["pointer"]), (Status::UnprocessableEntity, &json!("/left")));
    let twin =
        Person { id: PersonId(Uuid::from_u128(950)), name: "the READER".to_owned(), ..of_role(PersonRole::Reader) };
    let (status, problem) = put(&twin, 0);
    assert_eq!((status, &problem["errors"][0]["pointer"]), (Status::UnprocessableEntity, &json!("/name")));
    assert_eq!(
        put(&Person { id: PersonId(Uuid::from_u128(951)), name: "Tove Lind".to_owned(), ..twin }, 0).0,
        Status::Ok
    );
    // Whoever leaves, or is given another role, is signed in nowhere.
    for changed in [
        Person { left: true, ..of_role(PersonRole::Electrician) },
        Person { role: PersonRole::Reader, ..of_role(PersonRole::Inspector) },
    ] {
        let secret = kept(&server).store.people().map(|_| signed(&server, role_of(&changed))).unwrap();
        assert_eq!(put(&changed, 1).0, Status::Ok);
        let status = asked(&server, rocket::http::Method::Get, "/api/audits", Some(&secret)).dispatch().status();
        assert_eq!(status, Status::Unauthorized, "{}", changed.name);
    }
    assert_eq!(put(&owner, 9).0, Status::Ok, "as it is already");
    assert_eq!(put(&Person { licence: "L-7".to_owned(), ..owner }, 9).0, Status::Conflict);
}

#[test]
fn a_device_is_paired_once_and_shut_out_again() {
    let server = firm();
    let owner = signed(&server, PersonRole::Owner);
    let electrician = of_role(PersonRole::Electrician);
    let (status, made, _) =
        send(&server, &format!("/api/people/{}/pairing", electrician.id), "10.0.0.1", Some(&owner), &json!({}));
    assert_eq!(status, Status::Ok, "{made}");
    let code = made["code"].as_str().unwrap().to_lowercase();
    let typed = format!("{} {}", &code[..5], &code[5..]);
    let pair =
        |code: &str, from: &str| send(&server, "/api/pair", from, None, &json!({"code": code, "device": "tablet 2"}));
    assert_eq!(
        send(&server, "/api/pair", "10.0.0.2", None, &json!({"code": typed, "device": " "})).0,
        Status::UnprocessableEntity
    );
    let (status, me, cookie) = pair(&typed, "10.0.0.2");
    assert_eq!((status, &me["person"]["name"]), (Status::Ok, &json!("The electrician")));
    assert_eq!(pair(&typed, "10.0.0.3").0, Status::Unauthorized, "a code is used once");
    let secret = cookie.expect("what signs in").value().to_owned();
    let places = asked(&server, rocket::http::Method::Get, "/api/sign-ins", Some(&secret));
    let (_, places) = answer(places.dispatch());
    assert_eq!(places.as_array().map(Vec::len), Some(1), "one's own alone");
    assert_eq!((&places[0]["device"], &places[0]["paired"]), (&json!("tablet 2"), &json!(true)));
    // Whoever was paired chooses a passphrase, with none before.
    let first = asked(&server, rocket::http::Method::Put, "/api/me/passphrase", Some(&secret))
        .header(ContentType::JSON)
        .body(json!({"old": "", "new": "rope and tackle"}).to_string());
    assert_eq!(answer(first.dispatch()).0, Status::Ok);
    let wish = json!({"name": "The electrician", "passphrase": "rope and tackle"});
    assert_eq!(send(&server, "/api/sign-in", "10.0.0.4", None, &wish).0, Status::Ok);
    // Others pair nothing for others, and shut nobody out.
    let reader = signed(&server, PersonRole::Reader);
    let status =
        send(&server, &format!("/api/people/{}/pairing", electrician.id), "10.0.0.1", Some(&reader), &json!({})).0;
    assert_eq!(status, Status::Forbidden);
    let path = format!("/api/sign-ins/{}", places[0]["id"].as_str().unwrap());
    let shut = |by: &str| asked(&server, rocket::http::Method::Delete, &path, Some(by)).dispatch().status();
    assert_eq!((shut(&reader), shut(&owner), shut(&owner)), (Status::Forbidden, Status::Ok, Status::NotFound));
    let status = asked(&server, rocket::http::Method::Get, "/api/audits", Some(&secret)).dispatch().status();
    assert_eq!(status, Status::Unauthorized);
    // Codes are guessed no more than passphrases.
    for _ in 0..3 {
        assert_eq!(pair("AAAAAAAAAA", "10.0.0.7").0, Status::Unauthorized);
    }
    assert_eq!(pair("AAAAAAAAAA", "10.0.0.7").0, Status::TooManyRequests);
}

#[test]
fn the_first_owner_is_made_where_nobody_is_asked_and_then_everybody_is() {
    let server = furnished();
    let owner = of_role(PersonRole::Owner);
    let wish = json!({"person": owner, "passphrase": PASSPHRASE});
    let weak = json!({"person": owner, "passphrase": "short"});
    let inspector = json!({"person": of_role(PersonRole::Inspector), "passphrase": PASSPHRASE});
    assert_eq!(
        server.put(&format!("/api/people/{}", owner.id), 0, &json!(owner)).0,
        Status::Conflict,
        "it would have no passphrase"
    );
    let first = |wish: &Value| send(&server, "/api/first-owner", "127.0.0.1", None, wish);
    assert_eq!(first(&weak).1["errors"][0]["pointer"], "/passphrase");
    assert_eq!(first(&inspector).1["errors"][0]["pointer"], "/person/role");
    let (status, me, cookie) = first(&wish);
    assert_eq!((status, &me["person"]["role"]), (Status::Ok, &json!("owner")));
    assert!(cookie.is_some());
    let another = Person { id: PersonId(Uuid::from_u128(960)), name: "Somebody".to_owned(), ..owner };
    let (status, ..) = first(&json!({"person": another, "passphrase": PASSPHRASE}));
    assert_eq!(status, Status::Conflict);
    // Whoever shows nothing.
    let list = asked(&server, rocket::http::Method::Get, "/api/audits", None).dispatch().status();
    assert_eq!(list, Status::Unauthorized);
}

#[test]
fn a_link_opens_one_sealed_report_until_it_is_withdrawn() {
    let server = firm();
    let inspector = signed(&server, PersonRole::Inspector);
    let links = format!("/api/audits/{AUDIT}/seals/1/links");
    let make = |days: u32| send(&server, &links, "10.0.0.1", Some(&inspector), &json!({"days": days}));
    assert_eq!(make(3).0, Status::NotFound, "nothing is sealed yet");
    assert_eq!(
        send(&server, &format!("/api/audits/{AUDIT}/seals"), "10.0.0.1", Some(&inspector), &json!({})).0,
        Status::Ok
    );
    assert_eq!(make(0).1["errors"][0]["pointer"], "/days");
    let (status, made, _) = make(3);
    assert_eq!(status, Status::Ok, "{made}");
    let path = made["path"].as_str().unwrap().to_owned();
    let open = |path: &str| {
        let request = asked(&server, rocket::http::Method::Get, path, None).header(Header::new(PEER, "10.9.0.1"));
        let response = request.dispatch();
        (response.status(), response.into_bytes().unwrap_or_default())
    };
    let (status, pdf) = open(&path);
    assert!(status == Status::Ok && pdf.starts_with(b"%PDF"));
    assert_eq!(open("/sealed/0000").0, Status::NotFound);
    let id = made["link"]["id"].as_str().unwrap();
    let withdraw = format!("/api/audits/{AUDIT}/links/{id}");
    assert_eq!(
        asked(&server, rocket::http::Method::Delete, &withdraw, Some(&inspector)).dispatch().status(),
        Status::Ok
    );
    assert_eq!(open(&path).0, Status::NotFound);
    let listed = asked(&server, rocket::http::Method::Get, &format!("/api/audits/{AUDIT}/links"), Some(&inspector));
    let (_, listed) = answer(listed.dispatch());
    assert_eq!((&listed[0]["withdrawn"], &listed[0]["who"]), (&json!(true), &json!("The inspector")));
    assert!(!listed.to_string().contains(path.trim_start_matches("/sealed/")), "what opens it is told once");
}

/// The role that the person of this identifier was made with.
fn role_of(person: &Person) -> PersonRole {
    ROLES.into_iter().find(|role| of_role(*role).id == person.id).unwrap()
}
