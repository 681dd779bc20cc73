//! What every route has at hand: the store, and who asks.

use std::sync::Arc;

use nailpunch_store::{Author, Store, StoreError};
use rocket::State;

use super::problem::ApiError;
use crate::clock::now;

/// The store, shared between requests.
pub type Shared = State<Arc<Store>>;

/// Runs `work` on the store off the threads that answer requests: a write waits for the disk.
pub async fn with_store<T: Send + 'static>(
    store: &Shared,
    work: impl FnOnce(&Store) -> Result<T, StoreError> + Send + 'static,
) -> Result<T, ApiError> {
    let store = Arc::clone(store.inner());
    match rocket::tokio::task::spawn_blocking(move || work(&store)).await {
        Ok(done) => Ok(done?),
        Err(_) => Err(ApiError::internal("the store stopped in the middle of this request")),
    }
}

/// Who a request is in the journal.
pub fn author() -> Author {
    Author { who: "inspector".to_owned(), at: now() }
}
