//! An audit as others work on it: who has which part of it open, what they change, and the readings that a meter sends to the box
//! that is open here. One stream for each window that is looked at.

use std::sync::Arc;
use std::time::Duration;

use nailpunch_core::facts::{Audit, InstrumentReading, Subject};
use nailpunch_store::{Since, StoreError};
use nailpunch_views::Problem;
use rocket::http::Status;
use rocket::request::{FromRequest, Outcome};
use rocket::response::stream::{Event, EventStream};
use rocket::tokio::select;
use rocket::tokio::sync::broadcast::error::RecvError;
use rocket::tokio::time::sleep;
use rocket::{Request, Shutdown, State, async_trait, get};
use serde::Serialize;
use utoipa::ToSchema;

use super::bench::Meters;
use super::body::identifier;
use super::named::Named;
use super::presence::Present;
use super::problem::ApiError;
use super::readers::Reader;
use super::shared::{Kept, Shared, with_store};
use crate::clock::now;

/// What is committed in so short a time is told of at once.
const GATHER: Duration = Duration::from_millis(40);
/// How long a stream lasts: the window asks anew, so that a device whose network is gone is not said to be here for long, and
/// whoever may not look any more does not.
const LASTS: Duration = Duration::from_secs(60);
/// How soon a window asks anew.
const ASK_AGAIN: Duration = Duration::from_millis(200);

/// What a stream tells; each is an event named by the first word, whose data is the second.
#[derive(Debug, Serialize, ToSchema)]
#[serde(tag = "event", content = "data", rename_all = "kebab-case")]
pub enum News {
    /// Who is here on other devices; at the beginning and whenever that changes.
    Here(Vec<Present>),
    /// What was changed, by whomever: one's own changes too, to be told by their revisions.
    Changed(Since),
    /// A meter sent a reading to the box that is open.
    Reading(Box<InstrumentReading>),
}

/// The number of the last event that the browser had, which it says when it asks anew.
pub struct LastEvent(Option<i64>);

#[async_trait]
impl<'r> FromRequest<'r> for LastEvent {
    type Error = std::convert::Infallible;

    async fn from_request(request: &'r Request<'_>) -> Outcome<Self, Self::Error> {
        Outcome::Success(Self(request.headers().get_one("Last-Event-ID").and_then(|number| number.parse().ok())))
    }
}

/// Whether whoever opened a stream may still look, and what was committed since; nothing where they may not.
async fn since(kept: &Arc<Kept>, audit: &str, sign_in: Option<&str>, after: i64) -> Result<Option<Since>, StoreError> {
    let (kept, audit, sign_in) = (Arc::clone(kept), audit.to_owned(), sign_in.map(str::to_owned));
    let work = move || {
        let may = match sign_in {
            Some(id) => kept.store.is_signed_in(&id, &now())?,
            // Nobody was asked who they are; once there are people, everybody is.
            None => !kept.has_people(),
        };
        if !may {
            return Ok(None);
        }
        kept.store.changed_since(&audit, after).map(Some)
    };
    rocket::tokio::task::spawn_blocking(work).await.unwrap_or(Ok(None))
}

impl News {
    fn event(&self) -> Event {
        match self {
            Self::Here(here) => Event::json(here).event("here"),
            Self::Changed(since) => Event::json(since).event("changed").id(since.number.to_string()),
            Self::Reading(reading) => Event::json(reading).event("reading"),
        }
    }
}

/// An audit as others work on it: server-sent events. "here": who has it open on other devices, and what of it. "changed": what was
/// changed, with the number of the last change as the identifier of the event; a window that asks anew is told what was changed
/// since. "reading": a meter sent a reading to the box that is open. The stream ends after a minute; a browser opens it anew by
/// itself.
#[utoipa::path(
    get, operation_id = "live", path = "/api/audits/{audit}/live",
    params(("audit" = String, Path), ("window" = String, Query), ("after" = Option<i64>, Query),
        ("box" = Option<String>, Query), ("panel" = Option<String>, Query), ("room" = Option<String>, Query),
        ("run" = Option<String>, Query), ("Last-Event-ID" = Option<i64>, Header)),
    responses((status = 200, content_type = "text/event-stream", body = News), (status = 404, body = Problem),
        (status = 422, body = Problem),
        (status = 429, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/live?<window>&<after>&<open..>")]
#[expect(clippy::too_many_arguments, reason = "each is a part of the request")]
pub async fn live(
    store: &Shared,
    meters: &State<Meters>,
    audit: &str,
    window: &str,
    after: Option<i64>,
    open: Named<'_>,
    last: LastEvent,
    mut reader: Reader,
    mut end: Shutdown,
) -> Result<EventStream![], ApiError> {
    let audit = identifier(audit)?.to_string();
    let window = identifier(window)?.to_string();
    let at = open.subject()?;
    let named = audit.clone();
    let newest = with_store(store, move |store| {
        store.get::<Audit>(&named)?;
        store.last_change(&named)
    });
    let newest = newest.await?;
    let mut known = last.0.or(after).unwrap_or(newest);
    let kept = Arc::clone(store.inner());
    let signed = store.who().signed().cloned();
    let sign_in = signed.as_ref().map(|(_, sign_in)| sign_in.id.clone());
    let (who, device) = signed.map(|(person, sign_in)| (person.name, sign_in.device)).unwrap_or_default();
    let own = sign_in.clone().unwrap_or_default();
    let Some(mut entered) = kept.live.enter(&audit, &own, &window, Present { who, device, at }) else {
        return Err(ApiError::new(
            Status::TooManyRequests,
            "Too many windows",
            "this audit is followed in too many windows at once; close some",
        ));
    };
    let mut moved = kept.live.moved();
    let mut committed = kept.live.committed();
    // What was committed before this window asked is told at once.
    committed.mark_changed();
    let mut sent = meters.subscribe();
    let open_box = match at {
        Some(Subject::Box(id)) => Some(id.to_string()),
        _ => None,
    };
    Ok(EventStream! {
        let ends = sleep(LASTS);
        rocket::tokio::pin!(ends);
        let mut shown = kept.live.here(&audit, &own);
        yield News::Here(shown.clone()).event().id(known.to_string()).with_retry(ASK_AGAIN);
        loop {
            select! {
                () = &mut end => break,
                // Rocket hears that a window is gone when it writes to it: the front hears it at once.
                () = reader.gone() => break,
                () = &mut ends => {
                    entered.asks_again();
                    break;
                }
                Ok(()) = moved.changed() => {
                    let here = kept.live.here(&audit, &own);
                    if here != shown {
                        shown.clone_from(&here);
                        yield News::Here(here).event();
                    }
                }
                Ok(()) = committed.changed() => {
                    sleep(GATHER).await;
                    committed.mark_unchanged();
                    match since(&kept, &audit, sign_in.as_deref(), known).await {
                        Ok(Some(since)) => {
                            let anew = since.number < known;
                            known = since.number;
                            if anew || !since.records.is_empty() {
                                yield News::Changed(since).event();
                            }
                        }
                        // Whoever may not look is told so when they ask anew.
                        Ok(None) => break,
                        // What cannot be read now is told at the next commit, or when the window asks anew.
                        Err(error) => tracing::warn!(%error, "what was changed could not be read"),
                    }
                }
                next = sent.recv() => match next {
                    Ok(sent) if sent.is_for(&audit, open_box.as_deref()) => {
                        yield News::Reading(Box::new(sent.reading)).event();
                    }
                    Ok(_) | Err(RecvError::Lagged(_)) => {}
                    Err(RecvError::Closed) => break,
                },
            }
        }
        drop(entered);
    })
}
