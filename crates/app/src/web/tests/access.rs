//! Who comes in where, asked of every door in the description; signing in, pairing, and links to sealed reports.

use nailpunch_core::access::{Act, may};
use nailpunch_core::facts::{Person, PersonId, PersonRole};
use nailpunch_store::{Author, KeptPassphrase, SignIn};
use rocket::http::Cookie;
use uuid::Uuid;

use super::super::front::{PEER, SECURE};
use super::super::gate::Doors;
use super::super::shared::Kept;
use super::*;

const PASSPHRASE: &str = "salt on the quay";
const ROLES: [PersonRole; 4] = PersonRole::ALL;

fn of_role(role: PersonRole) -> Person {
    let id = PersonId(Uuid::from_u128(900 + role as u128));
    Person { id, name: format!("The {}", role.name()), licence: String::new(), role, left: false }
}

/// A furnished server with a person of each role; the owner has a passphrase.
fn firm() -> Server {
    let server = furnished();
    let author = Author { who: "test".to_owned(), at: "2026-01-01T00:00:00Z".to_owned() };
    let kept = kept(&server);
    for role in ROLES {
        kept.store.put_person(&of_role(role), 0, &author).unwrap();
    }
    let passphrase = KeptPassphrase::of(PASSPHRASE).unwrap();
    kept.store.put_passphrase(of_role(PersonRole::Owner).id, &passphrase, &author).unwrap();
    kept.people_made();
    server
}

fn kept(server: &Server) -> Arc<Kept> {
    Arc::clone(server.client.rocket().state::<Arc<Kept>>().unwrap())
}

/// What somebody of this role shows.
fn signed(server: &Server, role: PersonRole) -> String {
    let secret = Uuid::now_v7().to_string();
    let far = "2099-01-01T00:00:00Z".to_owned();
    let made = SignIn {
        id: Uuid::now_v7().to_string(),
        person: of_role(role).id,
        device: "a test".to_owned(),
        paired: false,
        address: "127.0.0.1".to_owned(),
        begun: "2026-01-01T00:00:00Z".to_owned(),
        seen: far.clone(),
        ends: far,
    };
    kept(server).store.sign_in(&secret, &made).unwrap();
    secret
}

fn asked<'c>(server: &'c Server, method: rocket::http::Method, path: &str, secret: Option<&str>) -> LocalRequest<'c> {
    let request = server.client.req(method, path.to_owned()).header(Header::new("Host", "127.0.0.1:8000"));
    match secret {
        Some(secret) => request.showing(secret),
        None => request,
    }
}

trait Shown {
    fn showing(self, secret: &str) -> Self;
}

impl Shown for LocalRequest<'_> {
    /// Shows a secret as a browser does.
    fn showing(self, secret: &str) -> Self {
        self.cookie(Cookie::new("nailpunch", secret.to_owned()))
    }
}

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
            // A stream never ends; that it is closed is seen of those who may not.
            let endless = template.ends_with("/meter") && method == Get;
            for shown in [None, Some(withdrawn.as_str())] {
                if endless && act.is_none() {
                    continue;
                }
                let status = asked(&server, method, &path(PersonId(Uuid::nil())), shown).dispatch().status();
                assert_eq!(status == Status::Unauthorized, act.is_some(), "{method} {template}, {shown:?}: {status}");
            }
            for role in ROLES {
                let open = act.is_none_or(|act| may(role, act));
                if endless && open {
                    continue;
                }
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

fn send(
    server: &Server,
    path: &str,
    from: &str,
    secret: Option<&str>,
    body: &Value,
) -> (Status, Value, Option<Cookie<'static>>) {
    let request = asked(server, rocket::http::Method::Post, path, secret)
        .header(ContentType::JSON)
        .header(Header::new(PEER, from.to_owned()))
        .body(body.to_string());
    let response = request.dispatch();
    let cookie = response.cookies().get("nailpunch").map(|cookie| cookie.clone().into_owned());
    let (status, body) = answer(response);
    (status, body, cookie)
}

#[test]
fn one_signs_in_by_a_passphrase_and_out_again() {
    let server = firm();
    let wish = json!({"name": "the OWNER", "passphrase": PASSPHRASE, "device": "desk"});
    let (status, me, cookie) = send(&server, "/api/sign-in", "10.0.0.1", None, &wish);
    assert_eq!(status, Status::Ok, "{me}");
    assert_eq!(me["person"]["name"], "The owner");
    assert_eq!(me["acts"].as_array().map(Vec::len), Some(6));
    assert_eq!((&me["sign_in"]["device"], &me["sign_in"]["address"]), (&json!("desk"), &json!("10.0.0.1")));
    let cookie = cookie.expect("what signs in");
    assert_eq!(cookie.http_only(), Some(true));
    assert_eq!(cookie.same_site(), Some(rocket::http::SameSite::Strict));
    let held = cookie.value().to_owned();
    assert!(!me.to_string().contains(&held), "no script reads it");
    let list =
        |secret: &str| asked(&server, rocket::http::Method::Get, "/api/audits", Some(secret)).dispatch().status();
    assert_eq!(list(&held), Status::Ok);
    assert_eq!(send(&server, "/api/sign-out", "10.0.0.1", Some(&held), &json!({})).0, Status::Ok);
    let response = asked(&server, rocket::http::Method::Get, "/api/audits", Some(&held)).dispatch();
    let (status, problem) = answer(response);
    assert_eq!((status, &problem["title"]), (Status::Unauthorized, &json!("Signed out")));
}

#[test]
fn over_tls_the_cookie_is_this_servers_alone() {
    let server = firm();
    let wish = json!({"name": "The owner", "passphrase": PASSPHRASE});
    let request = asked(&server, rocket::http::Method::Post, "/api/sign-in", None)
        .header(ContentType::JSON)
        .header(Header::new(SECURE, "1"))
        .body(wish.to_string());
    let response = request.dispatch();
    let cookie = response.cookies().get("__Host-nailpunch").expect("the cookie").clone();
    assert_eq!((cookie.secure(), cookie.path(), cookie.domain()), (Some(true), Some("/"), None));
}

#[test]
fn whoever_guesses_waits_and_whoever_knows_does_not() {
    let server = firm();
    let wrong = json!({"name": "The owner", "passphrase": "not the passphrase"});
    let right = json!({"name": "The owner", "passphrase": PASSPHRASE});
    for _ in 0..3 {
        let (status, problem, cookie) = send(&server, "/api/sign-in", "10.0.0.9", None, &wrong);
        assert_eq!(status, Status::Unauthorized, "{problem}");
        assert!(cookie.is_none());
    }
    let (status, problem, _) = send(&server, "/api/sign-in", "10.0.0.9", None, &right);
    assert_eq!(status, Status::TooManyRequests);
    assert!(problem["detail"].as_str().unwrap().contains("wait 1 s"), "{problem}");
    assert_eq!(send(&server, "/api/sign-in", "10.0.0.8", None, &right).0, Status::Ok);
    // Nobody, somebody without a passphrase and somebody else are answered alike.
    let answers: Vec<Value> = [("Nobody", 1), ("The reader", 2), ("The owner", 3)]
        .map(|(name, last)| {
            let wish = json!({"name": name, "passphrase": "not the passphrase"});
            send(&server, "/api/sign-in", &format!("10.0.1.{last}"), None, &wish).1
        })
        .to_vec();
    assert!(answers.windows(2).all(|pair| pair[0] == pair[1]), "{answers:?}");
    // A whole block of addresses is one customer's.
    for last in 0..3 {
        send(&server, "/api/sign-in", &format!("2001:db8::{last}"), None, &wrong);
    }
    assert_eq!(send(&server, "/api/sign-in", "2001:db8::7", None, &right).0, Status::TooManyRequests);
}

#[test]
fn what_nobody_is_called_is_answered_like_any_other_wrong_try() {
    let server = firm();
    let cases = [("x".repeat(100_000), "not the passphrase".to_owned()), ("The owner".to_owned(), "p".repeat(100_000))];
    let answers = cases.map(|(name, passphrase)| {
        let wish = json!({"name": name, "passphrase": passphrase});
        send(&server, "/api/sign-in", "10.0.3.1", None, &wish)
    });
    assert!(answers.iter().all(|(status, ..)| *status == Status::Unauthorized));
    assert_eq!(answers[0].1, answers[1].1);
    let long = json!({"name": "The owner", "passphrase": PASSPHRASE, "device": "d".repeat(41)});
    assert_eq!(send(&server, "/api/sign-in", "10.0.3.1", None, &long).1["errors"][0]["pointer"], "/device");
    let unknown = json!({"name": "The owner", "passphrase": PASSPHRASE, "role": "owner"});
    assert_eq!(send(&server, "/api/sign-in", "10.0.3.1", None, &unknown).0, Status::UnprocessableEntity);
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

fn put_as(server: &Server, role: PersonRole, path: &str, revision: u32, body: &Value) -> (Status, Value) {
    let secret = signed(server, role);
    let request = asked(server, rocket::http::Method::Put, path, Some(&secret))
        .header(ContentType::JSON)
        .header(Header::new("If-Match", format!("\"{revision}\"")))
        .body(body.to_string());
    answer(request.dispatch())
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

/// The role that the person of this identifier was made with.
fn role_of(person: &Person) -> PersonRole {
    ROLES.into_iter().find(|role| of_role(*role).id == person.id).unwrap()
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
    let stranger = Client::untracked(super::super::rocket(
        Kept::new(Store::open(kept(&server).store.path()).unwrap(), super::super::Paper::Here),
        "127.0.0.1:8000".parse().unwrap(),
        &[],
    ))
    .unwrap();
    let list = stranger.get("/api/audits").header(Header::new("Host", "127.0.0.1:8000")).dispatch().status();
    assert_eq!(list, Status::Unauthorized);
}

#[test]
fn a_passphrase_is_changed_by_who_knows_the_one_before() {
    let server = firm();
    let wish = json!({"name": "The owner", "passphrase": PASSPHRASE});
    let [here, there] =
        [0, 1].map(|_| send(&server, "/api/sign-in", "10.0.0.1", None, &wish).2.unwrap().value().to_owned());
    let change = |secret: &str, old: &str, new: &str| {
        let request = asked(&server, rocket::http::Method::Put, "/api/me/passphrase", Some(secret))
            .header(ContentType::JSON)
            .header(Header::new(PEER, "10.0.0.1"))
            .body(json!({"old": old, "new": new}).to_string());
        answer(request.dispatch())
    };
    let (status, problem) = change(&here, "another one entirely", "rope and tackle");
    assert_eq!((status, &problem["errors"][0]["pointer"]), (Status::Unauthorized, &json!("/old")));
    assert_eq!(change(&here, PASSPHRASE, "short").1["errors"][0]["pointer"], "/new");
    assert_eq!(change(&here, PASSPHRASE, "rope and tackle").0, Status::Ok);
    let status = asked(&server, rocket::http::Method::Get, "/api/audits", Some(&there)).dispatch().status();
    assert_eq!(status, Status::Unauthorized, "what was signed in by the old one is not any more");
    let new = json!({"name": "The owner", "passphrase": "rope and tackle"});
    assert_eq!(send(&server, "/api/sign-in", "10.0.0.2", None, &new).0, Status::Ok);
    assert_eq!(send(&server, "/api/sign-in", "10.0.0.3", None, &wish).0, Status::Unauthorized);
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
