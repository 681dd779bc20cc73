//! What every route has at hand: the store, and who asks.

use std::sync::Arc;

use nailpunch_core::assess::{Assessed, AuditCounts, Memory};
use nailpunch_core::facts::AuditWalk;
use nailpunch_store::{Author, Store, StoreError};
use quick_cache::sync::Cache;
use rocket::State;
use rocket::tokio::sync::Mutex;

use super::paper::Paper;
use super::problem::ApiError;
use super::turns::Turns;
use crate::clock::now;

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
}

/// The most boxes whose answers are kept.
const MOST_BOXES: usize = 20_000;

/// The most audits whose counts are kept.
const MOST_AUDITS: usize = 2_000;

impl Kept {
    /// With nothing worked out yet.
    pub fn new(store: Store, paper: Paper) -> Self {
        Self {
            store,
            memory: Memory::new(MOST_BOXES),
            counts: Cache::new(MOST_AUDITS),
            sealing: Mutex::new(()),
            turns: Turns::default(),
            paper,
        }
    }
}

/// What is kept, shared between requests.
pub type Shared = State<Arc<Kept>>;

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

/// Who a request is in the journal.
pub fn author() -> Author {
    Author { who: "inspector".to_owned(), at: now() }
}
