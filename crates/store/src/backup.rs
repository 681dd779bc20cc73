//! Backup and restore of the whole database, each checked before it counts.

use std::path::{Path, PathBuf};
use std::time::Duration;

use rusqlite::backup::Backup;
use rusqlite::{Connection, OpenFlags};

use crate::{Store, StoreError};

/// Copies the database at `source` to `target`, while it may be in use, and checks the copy.
///
/// # Errors
/// [`StoreError::Exists`] when `target` is there; [`StoreError::Corrupt`] when source or copy is not sound.
pub fn back_up(source: &Path, target: &Path) -> Result<(), StoreError> {
    if target.exists() {
        return Err(StoreError::Exists(target.to_owned()));
    }
    copy(source, target)
}

/// Puts a backup in the place of the database at `target`, once the backup has been checked. A database that is there
/// is kept beside it, under the name that is answered.
///
/// # Errors
/// [`StoreError::Corrupt`] when the backup is not sound, [`StoreError::Newer`] when a newer program wrote it; the
/// database is then as it was.
pub fn restore(backup: &Path, target: &Path) -> Result<Option<PathBuf>, StoreError> {
    let fresh = target.with_extension("restoring");
    remove(&fresh)?;
    let copied = copy(backup, &fresh).and_then(|()| Store::open(&fresh).map(drop));
    if let Err(error) = copied {
        remove(&fresh)?;
        return Err(match error {
            StoreError::Corrupt { reason, .. } => StoreError::Corrupt { path: backup.to_owned(), reason },
            StoreError::Newer(_) => StoreError::Newer(backup.to_owned()),
            other => other,
        });
    }
    let kept = target.exists().then(|| target.with_extension("before-restore.sqlite"));
    if let Some(kept) = &kept {
        // The write-ahead log belongs to the old database: fold it in before the file is moved.
        drop(Store::open(target));
        rename(target, kept)?;
    }
    for side in ["-wal", "-shm"] {
        remove(&with_suffix(target, side))?;
        remove(&with_suffix(&fresh, side))?;
    }
    rename(&fresh, target)?;
    Ok(kept)
}

fn copy(source: &Path, target: &Path) -> Result<(), StoreError> {
    if !source.exists() {
        let reason = "there is no such file; name the database or the backup".to_owned();
        return Err(StoreError::File { path: source.to_owned(), reason });
    }
    let unsound = |error: rusqlite::Error| StoreError::Corrupt { path: source.to_owned(), reason: error.to_string() };
    let from = Connection::open_with_flags(source, OpenFlags::SQLITE_OPEN_READ_ONLY).map_err(unsound)?;
    let mut to = Connection::open(target)?;
    let copied = Backup::new(&from, &mut to)
        .and_then(|backup| backup.run_to_completion(256, Duration::ZERO, None))
        .and_then(|()| to.query_row("PRAGMA integrity_check(1)", [], |row| row.get::<_, String>(0)));
    match copied {
        Ok(sound) if sound == "ok" => Ok(()),
        Ok(reason) => {
            remove(target)?;
            Err(StoreError::Corrupt { path: source.to_owned(), reason })
        }
        Err(error) => {
            remove(target)?;
            Err(unsound(error))
        }
    }
}

fn with_suffix(path: &Path, suffix: &str) -> PathBuf {
    let mut name = path.as_os_str().to_owned();
    name.push(suffix);
    PathBuf::from(name)
}

fn remove(path: &Path) -> Result<(), StoreError> {
    match std::fs::remove_file(path) {
        Err(error) if error.kind() != std::io::ErrorKind::NotFound => {
            Err(StoreError::File { path: path.to_owned(), reason: error.to_string() })
        }
        _ => Ok(()),
    }
}

fn rename(from: &Path, to: &Path) -> Result<(), StoreError> {
    std::fs::rename(from, to).map_err(|error| StoreError::File { path: to.to_owned(), reason: error.to_string() })
}
