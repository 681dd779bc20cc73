//! The turns of heavy work.

use rocket::tokio::sync::Semaphore;
use rocket::tokio::task::spawn_blocking;

use super::problem::ApiError;

/// How much heavy work is under way at once: the rest waits its turn, and answers of a box go on beside it.
pub struct Turns {
    /// Pictures being unpacked: the largest takes some 350 MB.
    pub pictures: Semaphore,
    /// Reports being laid out.
    pub papers: Semaphore,
    /// Bundles being read.
    pub bundles: Semaphore,
    /// Boxes being planned without being saved.
    pub plans: Semaphore,
}

impl Default for Turns {
    fn default() -> Self {
        let [pictures, papers, bundles, plans] = [1, 1, 1, 2].map(Semaphore::new);
        Self { pictures, papers, bundles, plans }
    }
}

/// Runs heavy work in its turn, off the threads that answer requests.
pub async fn heavy<T: Send + 'static>(
    turn: &Semaphore,
    work: impl FnOnce() -> T + Send + 'static,
) -> Result<T, ApiError> {
    let broken =
        || ApiError::internal("this request broke off in the middle of its work; nothing was changed, try it again");
    let _turn = turn.acquire().await.map_err(|_| broken())?;
    spawn_blocking(work).await.map_err(|_| broken())
}
