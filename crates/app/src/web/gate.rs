//! Who comes in where: each door of the server says in its description what is done there, and the table of the core says who may.
//! What the description does not name is open to nobody who may not look.

use std::collections::HashMap;
use std::sync::Arc;

use nailpunch_core::access::Act;
use rocket::fairing::{Fairing, Info, Kind};
use rocket::http::uri::Origin;
use rocket::http::{Method, RawStr, Status};
use rocket::tokio::task::spawn_blocking;
use rocket::{Data, Request, async_trait, get};
use utoipa::openapi::OpenApi;

use super::problem::ApiError;
use super::shared::Kept;
use super::who::{Came, Passed, Who};
use crate::clock::{later, now};

/// The scheme of the description whose roles are acts.
pub const SESSION: &str = "session";

/// How long a paired device stays signed in after it was last seen.
pub const PAIRED_SECONDS: i64 = 90 * 24 * 3600;
/// How stale the note of when somebody was seen may be.
const SEEN_SECONDS: i64 = 300;

/// What is done at every door.
pub struct Gate(Doors);

/// A door: the parts of its path, and what is done there; nothing where it is open.
struct Door {
    parts: Vec<String>,
    act: Option<Act>,
}

/// The doors of a description.
pub struct Doors(HashMap<Method, Vec<Door>>);

impl Doors {
    /// The doors of a description.
    pub fn of(description: &OpenApi) -> Self {
        let mut doors: HashMap<Method, Vec<Door>> = HashMap::new();
        for (path, item) in &description.paths.paths {
            let methods = [
                (Method::Get, &item.get),
                (Method::Put, &item.put),
                (Method::Post, &item.post),
                (Method::Delete, &item.delete),
            ];
            for (method, operation) in methods {
                let Some(operation) = operation else { continue };
                let parts = path.trim_start_matches('/').split('/').map(str::to_owned).collect();
                doors.entry(method).or_default().push(Door { parts, act: act_of(operation) });
            }
        }
        Self(doors)
    }

    /// What is done at a path, told from its parts as the router tells it. Where there is no door, whoever may look is told so; what
    /// would change something there is for whoever may most.
    pub fn act(&self, method: Method, path: &str) -> Option<Act> {
        let asked = parts(path);
        let method = if method == Method::Head { Method::Get } else { method };
        let plain = |door: &Door| door.parts.iter().filter(|part| !part.starts_with('{')).count();
        let fits = |door: &&Door| {
            let mut pairs = door.parts.iter().zip(&asked);
            door.parts.len() == asked.len() && pairs.all(|(part, asked)| part.starts_with('{') || part == asked)
        };
        let doors = self.0.get(&method).into_iter().flatten().filter(fits);
        // "audits/{audit}/order" before "audits/{audit}/{anything}".
        let none = if method == Method::Get { Act::Look } else { Act::People };
        doors.max_by_key(|door| plain(door)).map_or(Some(none), |door| door.act)
    }
}

/// The parts of a path as the router sees them: empty ones are none, and "%61" is "a".
fn parts(path: &str) -> Vec<String> {
    let written = path.split('/').filter(|part| !part.is_empty());
    written.map(|part| RawStr::new(part).percent_decode_lossy().into_owned()).collect()
}

/// The act that an operation names; one that names none that is known is for whoever may most.
fn act_of(operation: &utoipa::openapi::path::Operation) -> Option<Act> {
    let named =
        operation.security.iter().flatten().map(|requirement| serde_json::to_value(requirement).unwrap_or_default());
    let named: Vec<serde_json::Value> = named.collect();
    if named.iter().any(|requirement| requirement.as_object().is_some_and(serde_json::Map::is_empty)) {
        return None;
    }
    let act = named.iter().find_map(|requirement| requirement[SESSION][0].as_str().and_then(Act::of));
    Some(act.unwrap_or(Act::People))
}

impl Gate {
    /// Before the doors of a description.
    pub fn before(description: &OpenApi) -> Self {
        Self(Doors::of(description))
    }
}

/// Who asks, as the store knows them by what they show.
async fn ask(request: &Request<'_>) -> Who {
    let Some(kept) = request.rocket().state::<Arc<Kept>>().map(Arc::clone) else { return Who::Nobody { shown: false } };
    let secret = request.cookies().get(&Came::of(request).cookie_name()).map(|cookie| cookie.value().to_owned());
    let known = spawn_blocking(move || {
        if !kept.has_people() {
            return Who::Anybody;
        }
        let Some(secret) = secret else { return Who::Nobody { shown: false } };
        let at = now();
        match kept.store.signed_in(&secret, &at) {
            Ok(Some(signed)) => {
                if signed.1.seen < later(-SEEN_SECONDS) {
                    let ends = if signed.1.paired { later(PAIRED_SECONDS) } else { signed.1.ends.clone() };
                    // What keeps it from being noted keeps nobody out.
                    drop(kept.store.seen(&signed.1.id, &at, &ends));
                }
                Who::Signed(Box::new(signed))
            }
            Ok(None) => Who::Nobody { shown: true },
            Err(error) => {
                tracing::warn!(%error, "the store cannot tell who asks");
                Who::Unknown
            }
        }
    });
    known.await.unwrap_or(Who::Unknown)
}

#[async_trait]
impl Fairing for Gate {
    fn info(&self) -> Info {
        Info { name: "gate", kind: Kind::Request }
    }

    async fn on_request(&self, request: &mut Request<'_>, _: &mut Data<'_>) {
        let path = request.uri().path().to_string();
        if parts(&path).first().is_none_or(|first| first != "api") {
            return;
        }
        let act = self.0.act(request.method(), &path);
        let who = ask(request).await;
        let reason = match (act, &who) {
            (None, _) => None,
            (Some(_), Who::Unknown) => Some("unknown"),
            (Some(_), Who::Nobody { shown: false }) => Some("sign-in"),
            (Some(_), Who::Nobody { shown: true }) => Some("signed-out"),
            (Some(act), who) => (!who.may(act)).then(|| act.code()),
        };
        request.local_cache(|| who);
        request.local_cache(|| Passed(reason.is_none()));
        if let Some(reason) = reason {
            request.set_method(Method::Get);
            if let Ok(uri) = Origin::parse_owned(format!("/closed/{reason}")) {
                request.set_uri(uri);
            }
        }
    }
}

/// The store cannot be asked who somebody is: nobody is let in, and nobody is signed out.
pub fn nobody_can_tell() -> ApiError {
    let detail = "the database cannot be asked just now who is signed in; try again";
    ApiError::new(Status::ServiceUnavailable, "Busy", detail)
}

/// Where a request ends up that may not come in.
#[get("/closed/<reason>")]
pub fn closed(reason: &str) -> ApiError {
    match (reason, Act::of(reason)) {
        (_, Some(act)) => ApiError::new(Status::Forbidden, "Not yours to do", act.refusal()),
        ("unknown", None) => nobody_can_tell(),
        ("signed-out", None) => ApiError::new(
            Status::Unauthorized,
            "Signed out",
            "this device is signed in no more: it was shut out, or its time is over. What was entered here is kept; sign in again",
        ),
        _ => ApiError::new(Status::Unauthorized, "Sign in", "nobody is signed in here; sign in first"),
    }
}
