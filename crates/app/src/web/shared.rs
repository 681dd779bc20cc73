//! What every route has at hand: the store, and who asks.

use std::ops::Deref;
use std::sync::atomic::{AtomicBool, Ordering};
use std::sync::{Arc, PoisonError};
use std::time::{Duration, Instant};

use nailpunch_core::assess::{Assessed, AuditCounts, Memory};
use nailpunch_core::facts::AuditWalk;
use nailpunch_store::{Author, Store, StoreError};
use quick_cache::sync::Cache;
use rocket::http::Status;
use rocket::request::{FromRequest, Outcome};
use rocket::tokio::sync::Mutex;
use rocket::{Request, async_trait};

use super::figures::{Figures, Now};
use super::paper::Paper;
use super::presence::Live;
use super::problem::ApiError;
use super::tries::Tries;
use super::turns::Turns;
use super::who::{Passed, Who};
use crate::backups::State;
use crate::network::Network;

/// The audits on disk, and what was worked out of them before.
pub struct Kept {
    /// The store.
    pub store: Store,
    /// The answers that still hold.
    pub memory: Memory,
    /// The counts of an audit, by its identifier and the number of its last change.
    pub counts: Cache<(String, i64), AuditCounts>,
    /// Held while an audit is being sealed.
    pub sealing: Mutex<()>,
    /// The turns of heavy work.
    pub turns: Turns,
    /// Where reports are laid out.
    pub paper: Paper,
    /// Who tried to sign in.
    pub tries: Tries,
    /// Where others reach the server.
    pub network: Network,
    /// How the backups are.
    pub backups: State,
    /// What is counted of it all.
    pub figures: Figures,
    /// Who looks at what, and is told what others change.
    pub live: Arc<Live>,
    looked: std::sync::Mutex<Option<Instant>>,
    has_people: AtomicBool,
}

/// The most boxes whose answers are kept.
const MOST_BOXES: usize = 20_000;

/// How often it is looked for people while there are none.
const LOOK_AGAIN: Duration = Duration::from_secs(1);

/// The most audits whose counts are kept.
const MOST_AUDITS: usize = 2_000;

impl Kept {
    /// With nothing worked out yet.
    pub fn new(mut store: Store, paper: Paper) -> Self {
        let live = Arc::new(Live::default());
        let figures = Figures::default();
        let (told, commits) = (Arc::clone(&live), figures.commits());
        store.when_committed(move || {
            commits.inc();
            told.tell();
        });
        Self {
            store,
            memory: Memory::new(MOST_BOXES),
            counts: Cache::new(MOST_AUDITS),
            sealing: Mutex::new(()),
            turns: Turns::default(),
            paper,
            tries: Tries::default(),
            network: Network::default(),
            backups: State::default(),
            figures,
            live,
            looked: std::sync::Mutex::default(),
            has_people: AtomicBool::new(false),
        }
    }

    /// Whether the firm has people, so that whoever comes is asked who they are. Once it has, it always has; before that it is
    /// looked for again each second, for the command line makes people too.
    pub fn has_people(&self) -> bool {
        if self.has_people.load(Ordering::Acquire) {
            return true;
        }
        let mut looked = self.looked.lock().unwrap_or_else(PoisonError::into_inner);
        if looked.is_some_and(|at| at.elapsed() < LOOK_AGAIN) {
            return false;
        }
        *looked = Some(Instant::now());
        // A store that cannot tell lets nobody in.
        let has = self.store.people().map_or(true, |people| !people.is_empty());
        self.has_people.store(has, Ordering::Release);
        has
    }

    /// All figures as they are now, as text.
    pub fn figures_now(&self) -> String {
        let backups = self.backups.now();
        self.figures.text(&Now {
            streams: self.live.streams(),
            database: std::fs::metadata(self.store.path()).map_or(0, |data| data.len()),
            backup: backups.last,
            backup_failed: backups.failed.is_some(),
        })
    }

    /// The first person was just made: whoever comes next is asked.
    pub fn people_made(&self) {
        self.has_people.store(true, Ordering::Release);
    }
}

/// What is kept, shared between requests, and who asks.
pub struct Shared {
    kept: Arc<Kept>,
    who: Who,
}

impl Shared {
    /// What is kept.
    pub fn inner(&self) -> &Arc<Kept> {
        &self.kept
    }

    /// Who asks.
    pub fn who(&self) -> &Who {
        &self.who
    }

    /// Who they are in the journal: from what they are signed in by, and never from the request.
    pub fn author(&self) -> Author {
        self.who.author()
    }
}

impl Deref for Shared {
    type Target = Kept;

    fn deref(&self) -> &Kept {
        &self.kept
    }
}

#[async_trait]
impl<'r> FromRequest<'r> for &'r Shared {
    type Error = ();

    async fn from_request(request: &'r Request<'_>) -> Outcome<Self, ()> {
        let Some(kept) = request.rocket().state::<Arc<Kept>>() else {
            return Outcome::Error((Status::InternalServerError, ()));
        };
        // A second lock: whatever reaches a door below /api without having come in by the gate is turned away.
        let below = request.route().is_some_and(|route| route.uri.as_str().starts_with("/api"));
        if below && !request.local_cache(|| Passed(false)).0 {
            return Outcome::Error((Status::Unauthorized, ()));
        }
        // The gate has put here who asks; a request that did not come through it is nobody's.
        let who = request.local_cache(|| Who::Nobody { shown: false });
        Outcome::Success(request.local_cache(|| Shared { kept: Arc::clone(kept), who: who.clone() }))
    }
}

/// Runs `work` off the threads that answer requests: a write waits for the disk, and an audit is judged on all cores.
pub async fn with_kept<T: Send + 'static>(
    kept: &Shared,
    work: impl FnOnce(&Kept) -> Result<T, StoreError> + Send + 'static,
) -> Result<T, ApiError> {
    let kept = Arc::clone(kept.inner());
    match rocket::tokio::task::spawn_blocking(move || work(&kept)).await {
        Ok(done) => Ok(done?),
        Err(_) => Err(ApiError::internal("the store stopped in the middle of this request")),
    }
}

/// Runs `work` on the store.
pub async fn with_store<T: Send + 'static>(
    kept: &Shared,
    work: impl FnOnce(&Store) -> Result<T, StoreError> + Send + 'static,
) -> Result<T, ApiError> {
    with_kept(kept, move |kept| work(&kept.store)).await
}

/// Runs `work` on the store, and on what was worked out before.
pub async fn with_memory<T: Send + 'static>(
    kept: &Shared,
    work: impl FnOnce(&Store, &Memory) -> Result<T, StoreError> + Send + 'static,
) -> Result<T, ApiError> {
    with_kept(kept, move |kept| work(&kept.store, &kept.memory)).await
}

/// Runs `work` on an audit as it stands, judged.
pub async fn with_audit<T: Send + 'static>(
    kept: &Shared,
    audit: String,
    work: impl FnOnce(&AuditWalk, &Assessed) -> Result<T, StoreError> + Send + 'static,
) -> Result<T, ApiError> {
    with_memory(kept, move |store, memory| {
        let walk = store.walk(&audit)?;
        let facts = walk.facts();
        work(&walk, &Assessed::with(&facts, memory))
    })
    .await
}
