//! Making backups by themselves, as long as the server runs.

use std::path::PathBuf;
use std::sync::{Arc, Mutex, PoisonError};
use std::time::Duration;

use jiff::Timestamp;
use rocket::tokio::time::sleep;
use serde::Serialize;
use utoipa::ToSchema;

use super::{Place, take};

/// How soon it is tried again where it failed.
const AGAIN: Duration = Duration::from_secs(600);
/// How often the clock is looked at: a machine that slept, or whose clock was set, is not behind for long.
const LOOK: Duration = Duration::from_secs(30);

/// How the backups of the server are, for the owner of the firm.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, ToSchema)]
pub struct BackupStatus {
    /// Where they go; nothing where none are made.
    pub place: Option<String>,
    /// When the last one was made, RFC 3339: it was read back, and was what was written.
    pub last: Option<String>,
    /// Its size in bytes.
    pub bytes: Option<u64>,
    /// Why the last try failed; nothing once one succeeded.
    pub failed: Option<String>,
}

/// The same, between whoever makes them and whoever asks.
#[derive(Clone, Default)]
pub struct State(Arc<Mutex<BackupStatus>>);

impl State {
    /// How they are now.
    pub fn now(&self) -> BackupStatus {
        self.0.lock().unwrap_or_else(PoisonError::into_inner).clone()
    }

    pub(super) fn set(&self, change: impl FnOnce(&mut BackupStatus)) {
        change(&mut self.0.lock().unwrap_or_else(PoisonError::into_inner));
    }
}

/// Makes a backup whenever the newest is older than `every`, for good.
pub async fn keep(database: PathBuf, place: Place, every: Duration, passphrase: Option<String>, state: State) {
    state.set(|status| status.place = Some(place.text().to_owned()));
    let mut last: Option<Timestamp> = None;
    loop {
        let done = match last {
            Some(_) => Ok(None),
            // What was made before the server began counts.
            None => place.list().await.map(|all| all.into_iter().next()),
        };
        let done = match done {
            Ok(Some(kept)) if is_young(kept.made, every) => Ok(kept),
            Ok(_) => take(&database, &place, passphrase.as_deref()).await,
            Err(error) => Err(error),
        };
        match done {
            Ok(kept) => {
                last = Some(kept.made);
                tracing::info!(name = %kept.name, bytes = kept.bytes, "a backup is kept");
                state.set(|status| {
                    status.last = Some(kept.made.to_string());
                    status.bytes = Some(kept.bytes);
                    status.failed = None;
                });
                while is_young(kept.made, every) {
                    sleep(LOOK.min(every)).await;
                }
            }
            Err(error) => {
                tracing::error!(%error, "no backup was made");
                state.set(|status| status.failed = Some(error.to_string()));
                sleep(AGAIN.min(every)).await;
            }
        }
    }
}

/// Made within `every` before now; what was made after now is of a clock that was wrong, and counts for nothing.
fn is_young(made: Timestamp, every: Duration) -> bool {
    let age = Timestamp::now().as_millisecond() - made.as_millisecond();
    (0..i64::try_from(every.as_millis()).unwrap_or(i64::MAX)).contains(&age)
}
