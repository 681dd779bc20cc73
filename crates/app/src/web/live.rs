//! An audit as others work on it: who has which part of it open, what they change, and the readings that a meter sends to the box
//! that is open here. One stream for each window that is looked at.

use std::collections::HashMap;
use std::sync::{Arc, Mutex, PoisonError};
use std::time::{Duration, Instant};

use nailpunch_core::facts::{BoxId, InstrumentReading, PanelId, RoomId, RunId, Subject};
use nailpunch_store::{Since, StoreError};
use nailpunch_views::Problem;
use rocket::http::Status;
use rocket::request::{FromRequest, Outcome};
use rocket::response::stream::{Event, EventStream};
use rocket::tokio::select;
use rocket::tokio::sync::broadcast::error::RecvError;
use rocket::tokio::sync::watch;
use rocket::tokio::time::sleep;
use rocket::{FromForm, Request, Shutdown, State, async_trait, get};
use serde::Serialize;
use utoipa::ToSchema;

use super::bench::Meters;
use super::body::identifier;
use super::problem::ApiError;
use super::readers::Reader;
use super::shared::{Kept, Shared, with_store};
use crate::clock::now;

/// The most streams at once. The front takes 512 connections, and others want some.
const MOST_STREAMS: usize = 256;
/// The most streams at once of one place where somebody is signed in: windows that one can look at.
const MOST_OF_ONE: usize = 12;
/// What is committed in so short a time is told of at once.
const GATHER: Duration = Duration::from_millis(40);
/// How long a stream lasts: the window asks anew, so that a device whose network is gone is not said to be here for long, and
/// whoever may not look any more does not.
const LASTS: Duration = Duration::from_secs(60);
/// How long whoever has to ask anew is still here.
const LINGERS: Duration = Duration::from_secs(4);
/// How soon a window asks anew.
const ASK_AGAIN: Duration = Duration::from_millis(200);

/// Somebody who has the audit open on another device.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Present {
    /// Their name.
    pub who: String,
    /// What their device is called.
    pub device: String,
    /// What they have open; nothing where it is a page of the whole audit.
    pub at: Option<Subject>,
}

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

/// A window that has an audit open.
struct Window {
    audit: String,
    /// The place where somebody is signed in, and the number of the window there.
    sign_in: String,
    window: String,
    /// Which stream of the window it is: an older one that ends takes nothing away.
    stream: u64,
    present: Present,
    until: Option<Instant>,
}

#[derive(Default)]
struct Windows {
    last: u64,
    /// How many streams are open of each place.
    open: HashMap<String, usize>,
    windows: Vec<Window>,
}

/// Who looks at what, and who is told that something was committed.
pub struct Live {
    windows: Mutex<Windows>,
    moved: watch::Sender<()>,
    committed: watch::Sender<()>,
}

impl Default for Live {
    fn default() -> Self {
        Self { windows: Mutex::default(), moved: watch::channel(()).0, committed: watch::channel(()).0 }
    }
}

impl Live {
    /// Something was committed.
    pub fn tell(&self) {
        self.committed.send_replace(());
    }

    fn windows<T>(&self, work: impl FnOnce(&mut Windows) -> T) -> T {
        work(&mut self.windows.lock().unwrap_or_else(PoisonError::into_inner))
    }

    /// How many streams are open.
    pub fn streams(&self) -> usize {
        self.windows(|known| known.open.values().sum())
    }

    /// A window opens a stream; nothing where there are too many.
    fn enter(self: &Arc<Self>, audit: &str, sign_in: &str, window: &str, present: Present) -> Option<Entered> {
        let stream = self.windows(|known| {
            let all: usize = known.open.values().sum();
            let own = known.open.entry(sign_in.to_owned()).or_default();
            if all >= MOST_STREAMS || *own >= MOST_OF_ONE {
                return None;
            }
            *own += 1;
            known.last += 1;
            // Where they were before they are no more.
            known.windows.retain(|one| (one.sign_in.as_str(), one.window.as_str()) != (sign_in, window));
            known.windows.push(Window {
                audit: audit.to_owned(),
                sign_in: sign_in.to_owned(),
                window: window.to_owned(),
                stream: known.last,
                present,
                until: None,
            });
            Some(known.last)
        })?;
        self.moved.send_replace(());
        Some(Entered { live: Arc::clone(self), sign_in: sign_in.to_owned(), stream, asks_again: false })
    }

    /// Who has the audit open on other devices than that of `sign_in`; each of them once at each place.
    fn here(&self, audit: &str, sign_in: &str) -> Vec<Present> {
        let now = Instant::now();
        self.windows(|known| {
            let others = known.windows.iter().filter(|one| {
                one.audit == audit && one.sign_in != sign_in && one.until.is_none_or(|until| until > now)
            });
            let mut here: Vec<Present> = Vec::new();
            for one in others {
                if !here.contains(&one.present) {
                    here.push(one.present.clone());
                }
            }
            here
        })
    }
}

/// A stream that is open.
struct Entered {
    live: Arc<Live>,
    sign_in: String,
    stream: u64,
    /// It ended so that the window asks anew.
    asks_again: bool,
}

impl Entered {
    fn gone(live: &Live, stream: u64) {
        let gone = live.windows(|known| {
            let before = known.windows.len();
            known.windows.retain(|one| one.stream != stream);
            known.windows.len() != before
        });
        if gone {
            live.moved.send_replace(());
        }
    }
}

impl Drop for Entered {
    fn drop(&mut self) {
        let (live, stream) = (Arc::clone(&self.live), self.stream);
        live.windows(|known| {
            if let Some(own) = known.open.get_mut(&self.sign_in) {
                *own -= 1;
                if *own == 0 {
                    known.open.remove(&self.sign_in);
                }
            }
            if let Some(one) = known.windows.iter_mut().find(|one| one.stream == stream) {
                one.until = Some(Instant::now() + LINGERS);
            }
        });
        if self.asks_again {
            rocket::tokio::spawn(async move {
                sleep(LINGERS).await;
                Self::gone(&live, stream);
            });
        } else {
            Self::gone(&live, stream);
        }
    }
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

/// What is open in the window that asks.
#[derive(FromForm)]
pub struct Open<'r> {
    r#box: Option<&'r str>,
    panel: Option<&'r str>,
    room: Option<&'r str>,
    run: Option<&'r str>,
}

impl Open<'_> {
    fn subject(&self) -> Result<Option<Subject>, ApiError> {
        let given = [self.r#box, self.panel, self.room, self.run];
        if given.iter().flatten().count() > 1 {
            return Err(ApiError::field("/", "name one thing that is open: a box, a panel, a room or a cable run"));
        }
        let read = |id: Option<&str>| id.map(identifier).transpose();
        let of_box = read(self.r#box)?.map(|id| Subject::Box(BoxId(id)));
        let of_panel = read(self.panel)?.map(|id| Subject::Panel(PanelId(id)));
        let of_room = read(self.room)?.map(|id| Subject::Room(RoomId(id)));
        let of_run = read(self.run)?.map(|id| Subject::Run(RunId(id)));
        Ok(of_box.or(of_panel).or(of_room).or(of_run))
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
    responses((status = 200, content_type = "text/event-stream", body = News), (status = 422, body = Problem),
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
    open: Open<'_>,
    last: LastEvent,
    mut reader: Reader,
    mut end: Shutdown,
) -> Result<EventStream![], ApiError> {
    let audit = identifier(audit)?.to_string();
    let window = identifier(window)?.to_string();
    let at = open.subject()?;
    let named = audit.clone();
    let mut known = match last.0.or(after) {
        Some(number) => number,
        None => with_store(store, move |store| store.last_change(&named)).await?,
    };
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
    let mut moved = kept.live.moved.subscribe();
    let mut committed = kept.live.committed.subscribe();
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
                    entered.asks_again = true;
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

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;

    const AUDIT: &str = "one";

    fn at(number: u128) -> Option<Subject> {
        Some(Subject::Box(BoxId(Uuid::from_u128(number))))
    }

    fn present(who: &str, at: Option<Subject>) -> Present {
        Present { who: who.to_owned(), device: "tablet".to_owned(), at }
    }

    #[test]
    fn who_is_here_is_seen_from_other_devices_and_only_in_the_same_audit() {
        let live = Arc::new(Live::default());
        let mara = live.enter(AUDIT, "a", "1", present("Mara", at(1))).expect("room");
        let elsewhere = live.enter("two", "b", "1", present("Jon", at(1))).expect("room");
        assert_eq!(live.here(AUDIT, "b"), [present("Mara", at(1))]);
        assert!(live.here(AUDIT, "a").is_empty(), "one does not see oneself");
        drop((mara, elsewhere));
        assert!(live.here(AUDIT, "b").is_empty());
    }

    #[test]
    fn a_window_is_at_one_place_and_its_older_stream_takes_nothing_away() {
        let live = Arc::new(Live::default());
        let first = live.enter(AUDIT, "a", "1", present("Mara", at(1))).expect("room");
        let second = live.enter(AUDIT, "a", "1", present("Mara", at(2))).expect("room");
        assert_eq!(live.here(AUDIT, "b"), [present("Mara", at(2))]);
        drop(first);
        assert_eq!(live.here(AUDIT, "b"), [present("Mara", at(2))]);
        drop(second);
        assert!(live.here(AUDIT, "b").is_empty());
    }

    #[test]
    fn two_windows_at_one_place_are_one_presence() {
        let live = Arc::new(Live::default());
        let _windows = ["1", "2"].map(|window| live.enter(AUDIT, "a", window, present("Mara", at(1))).expect("room"));
        assert_eq!(live.here(AUDIT, "b").len(), 1);
    }

    #[rocket::async_test]
    async fn whoever_has_to_ask_anew_stays_here_meanwhile() {
        let live = Arc::new(Live::default());
        let mut stream = live.enter(AUDIT, "a", "1", present("Mara", at(1))).expect("room");
        stream.asks_again = true;
        drop(stream);
        assert_eq!(live.here(AUDIT, "b").len(), 1);
        let _again = live.enter(AUDIT, "a", "1", present("Mara", at(1))).expect("room");
        assert_eq!(live.here(AUDIT, "b").len(), 1);
    }

    #[test]
    fn streams_are_bounded_by_place_and_in_all() {
        let live = Arc::new(Live::default());
        let enter = |sign_in: usize, window: usize| {
            live.enter(AUDIT, &sign_in.to_string(), &window.to_string(), present("Mara", None))
        };
        let own: Vec<_> = (0..MOST_OF_ONE).map(|window| enter(0, window).expect("room")).collect();
        assert!(enter(0, MOST_OF_ONE).is_none());
        let others: Vec<_> = (0..MOST_STREAMS - MOST_OF_ONE).map(|one| enter(1 + one, 0).expect("room")).collect();
        assert!(enter(MOST_STREAMS, 0).is_none());
        drop((own, others));
        assert!(enter(0, 0).is_some(), "what ended counts no more");
    }
}
