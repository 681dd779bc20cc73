//! Backups that are made by themselves, each checked where it lies, kept by age; and bringing one back.

mod ages;
mod place;
mod schedule;
#[cfg(test)]
mod tests;

use std::io::Write;
use std::path::{Path, PathBuf};

use jiff::Timestamp;
use nailpunch_store::{StoreError, back_up, create_private, lock_key, seal_key};

pub use self::ages::let_go;
pub use self::place::{Kept, Place, name_at, sum_name};
pub use self::schedule::{BackupStatus, State, keep};

/// Why a backup was not made, or not brought back.
#[derive(Debug, thiserror::Error)]
pub enum BackupError {
    /// The place cannot be used.
    #[error("{place} cannot be used for backups: {reason}")]
    Place {
        /// As it was named.
        place: String,
        /// What is wrong.
        reason: String,
    },
    /// A file could not be read or written.
    #[error("{}: {reason}", path.display())]
    File {
        /// The file.
        path: PathBuf,
        /// What is wrong.
        reason: String,
    },
    /// The database.
    #[error(transparent)]
    Store(#[from] StoreError),
    /// What lies there is not what was brought.
    #[error("{name} in {place} is not what was written there: it was damaged, or changed; take another backup")]
    Damaged {
        /// The place.
        place: String,
        /// The backup.
        name: String,
    },
    /// There is nothing to bring back.
    #[error("there is no backup in {0}; name a file, or a place that has one")]
    None(String),
}

/// Makes a backup of the database in its place, reads it back to check it, and lets go of those that need not be kept. The key of
/// the seals goes along where there is a passphrase to lock it by.
///
/// # Errors
/// [`BackupError`]; nothing half-written is left in the place under the name of a backup.
pub async fn take(database: &Path, place: &Place, passphrase: Option<&str>) -> Result<Kept, BackupError> {
    let now = Timestamp::now();
    // As its name says it: to the second.
    let (path, made) = (database.to_owned(), Timestamp::from_second(now.as_second()).unwrap_or(now));
    let copy = database.with_extension("backing-up");
    let own = copy.clone();
    let copied = rocket::tokio::task::spawn_blocking(move || {
        // What a stop in the middle left.
        drop(std::fs::remove_file(&own));
        back_up(&path, &own)
    });
    copied.await.map_err(|error| BackupError::File { path: copy.clone(), reason: error.to_string() })??;
    let brought = bring(&copy, place, made).await;
    drop(std::fs::remove_file(&copy));
    let kept = brought?;
    if let (Some(passphrase), Some(key)) = (passphrase, seal_key(database)?) {
        let locked = lock_key(&key, passphrase).map_err(StoreError::from)?;
        place.put_small(&key_name(&kept.name), locked).await?;
    }
    let all = place.list().await?;
    let times: Vec<Timestamp> = all.iter().map(|known| known.made).collect();
    for gone in let_go(made, &times) {
        for known in all.iter().filter(|known| known.made == gone) {
            // The sum and the key after it: what has no backup beside it is in nobody's way.
            for name in [known.name.clone(), sum_name(&known.name), key_name(&known.name)] {
                place.remove(&name).await?;
            }
        }
    }
    Ok(kept)
}

async fn bring(copy: &Path, place: &Place, made: Timestamp) -> Result<Kept, BackupError> {
    let name = name_at(made);
    let sum = place.put(copy, &name).await?;
    if place.get(&name, None).await? != sum {
        place.remove(&name).await?;
        return Err(BackupError::Damaged { place: place.text().to_owned(), name });
    }
    place.put_small(&sum_name(&name), format!("{sum}  {name}\n").into_bytes()).await?;
    let bytes = std::fs::metadata(copy).map_or(0, |data| data.len());
    Ok(Kept { made, name, bytes })
}

/// What the locked key beside a backup is called.
pub fn key_name(name: &str) -> String {
    format!("{name}.key")
}

/// Fetches a backup, with the key beside it where there is one, into a file that is made: the newest, where none is named.
///
/// # Errors
/// [`BackupError::Damaged`] where it is not what was written, [`BackupError::None`] where there is none.
pub async fn fetch(place: &Place, name: Option<&str>, into: &Path) -> Result<String, BackupError> {
    let name = match name {
        Some(name) => name.to_owned(),
        None => {
            let newest = place.list().await?.into_iter().next();
            newest.ok_or_else(|| BackupError::None(place.text().to_owned()))?.name
        }
    };
    let failed =
        |path: &Path, error: std::io::Error| BackupError::File { path: path.to_owned(), reason: error.to_string() };
    let mut file = create_private(into).map_err(|error| failed(into, error))?;
    let sum = place.get(&name, Some(&mut file)).await?;
    file.sync_all().map_err(|error| failed(into, error))?;
    // One that was copied there by hand has no sum beside it; what it holds is checked when it is put in place.
    if let Some(written) = place.small(&sum_name(&name)).await?
        && !String::from_utf8_lossy(&written).starts_with(&sum)
    {
        return Err(BackupError::Damaged { place: place.text().to_owned(), name });
    }
    if let Some(key) = place.small(&key_name(&name)).await? {
        let path = nailpunch_store::key_path(into);
        let written = create_private(&path).and_then(|mut file| file.write_all(&key));
        written.map_err(|error| failed(&path, error))?;
    }
    Ok(name)
}
