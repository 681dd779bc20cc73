//! A firm to ask as each of its people.

use nailpunch_core::facts::{Person, PersonId, PersonRole};
use nailpunch_store::{Author, KeptPassphrase, SignIn};
use rocket::http::Cookie;
use uuid::Uuid;

use super::super::front::PEER;
use super::super::shared::Kept;
use super::*;

pub(super) const PASSPHRASE: &str = "salt on the quay";
pub(super) const ROLES: [PersonRole; 4] = PersonRole::ALL;

pub(super) fn of_role(role: PersonRole) -> Person {
    let id = PersonId(Uuid::from_u128(900 + role as u128));
    Person { id, name: format!("The {}", role.name()), licence: String::new(), role, left: false }
}

/// A furnished server with a person of each role; the owner has a passphrase.
pub(super) fn firm() -> Server {
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

pub(super) fn kept(server: &Server) -> Arc<Kept> {
    Arc::clone(server.client.rocket().state::<Arc<Kept>>().unwrap())
}

/// What somebody of this role shows.
pub(super) fn signed(server: &Server, role: PersonRole) -> String {
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

pub(super) fn asked<'c>(
    server: &'c Server,
    method: rocket::http::Method,
    path: &str,
    secret: Option<&str>,
) -> LocalRequest<'c> {
    let request = server.client.req(method, path.to_owned()).header(Header::new("Host", "127.0.0.1:8000"));
    match secret {
        Some(secret) => request.cookie(Cookie::new("nailpunch", secret.to_owned())),
        None => request,
    }
}

pub(super) fn send(
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

pub(super) fn put_as(server: &Server, role: PersonRole, path: &str, revision: u32, body: &Value) -> (Status, Value) {
    let secret = signed(server, role);
    let request = asked(server, rocket::http::Method::Put, path, Some(&secret))
        .header(ContentType::JSON)
        .header(Header::new("If-Match", format!("\"{revision}\"")))
        .body(body.to_string());
    answer(request.dispatch())
}
