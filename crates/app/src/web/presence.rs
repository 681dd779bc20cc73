//! Who has an audit open, and what of it: the windows whose streams are open, and who is told when that changes.

use std::collections::HashMap;
use std::sync::{Arc, Mutex, PoisonError};
use std::time::{Duration, Instant};

use nailpunch_core::facts::Subject;
use rocket::tokio::sync::watch;
use rocket::tokio::time::sleep;
use serde::Serialize;
use utoipa::ToSchema;

/// The most streams at once. The front takes 512 connections, and others want some.
const MOST_STREAMS: usize = 256;
/// The most streams at once of one place where somebody is signed in: windows that one can look at.
const MOST_OF_ONE: usize = 12;
/// How long whoever has to ask anew is still here.
const LINGERS: Duration = Duration::from_secs(4);

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

    /// Tells when somebody came, went, or went elsewhere.
    pub fn moved(&self) -> watch::Receiver<()> {
        self.moved.subscribe()
    }

    /// Tells when something was committed.
    pub fn committed(&self) -> watch::Receiver<()> {
        self.committed.subscribe()
    }

    fn windows<T>(&self, work: impl FnOnce(&mut Windows) -> T) -> T {
        work(&mut self.windows.lock().unwrap_or_else(PoisonError::into_inner))
    }

    /// How many streams are open.
    pub fn streams(&self) -> usize {
        self.windows(|known| known.open.values().sum())
    }

    /// A window opens a stream; nothing where there are too many.
    pub fn enter(self: &Arc<Self>, audit: &str, sign_in: &str, window: &str, present: Present) -> Option<Entered> {
        let stream = self.windows(|known| {
            let all: usize = known.open.values().sum();
            if all >= MOST_STREAMS || known.open.get(sign_in).is_some_and(|own| *own >= MOST_OF_ONE) {
                return None;
            }
            *known.open.entry(sign_in.to_owned()).or_default() += 1;
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
    pub fn here(&self, audit: &str, sign_in: &str) -> Vec<Present> {
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
pub struct Entered {
    live: Arc<Live>,
    sign_in: String,
    stream: u64,
    /// It ended so that the window asks anew.
    asks_again: bool,
}

impl Entered {
    /// It ends so that the window asks anew, which is here meanwhile.
    pub fn asks_again(&mut self) {
        self.asks_again = true;
    }

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

#[cfg(test)]
mod tests {
    use nailpunch_core::facts::BoxId;
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
        stream.asks_again();
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
