//! Signing in by a passphrase, and guessing at one.

use super::super::front::{PEER, SECURE};
use super::firm::{PASSPHRASE, asked, firm, send};
use super::*;

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
