//! Backup and restore of the whole database, each checked before it counts.

use std::fs::File;
use std::path::{Path, PathBuf};
use std::time::{Duration, Instant};

use rusqlite::{Connection, ErrorCode, OpenFlags};

use crate::connection::{BUSY, is_ours, open_unlocked};
use crate::lock::Lock;
use crate::private::with_suffix;
use crate::{StoreError, private};

/// How long a copy may take before it is given up. A slow stick writes some 10 MB a second.
const DEADLINE: Duration = Duration::from_secs(600);

/// Copies the database at `source` to `target`, while it may be in use, and checks the copy. It is one state of the database,
/// however much is saved meanwhile; it is written beside `target` and takes its name when it is whole.
///
/// # Errors
/// [`StoreError::Exists`] when `target` is there; [`StoreError::Corrupt`] or [`StoreError::NotOurs`] when the source is no
/// sound database of this program; [`StoreError::DiskFull`], [`StoreError::Busy`], [`StoreError::TooSlow`].
pub fn back_up(source: &Path, target: &Path) -> Result<(), StoreError> {
    if target.exists() {
        return Err(StoreError::Exists(target.to_owned()));
    }
    let partial = with_suffix(target, ".partial");
    remove(&partial)?;
    let copied = copy(source, &partial, DEADLINE).and_then(|()| rename(&partial, target));
    if copied.is_err() {
        remove(&partial)?;
    }
    copied
}

/// Puts a backup in the place of the database at `target`, once the backup has been checked. Nobody is signed in by it: who was shut
/// out since it was made stays out, and devices are paired anew. A database that is there
/// is kept beside it, under the name that is answered; one that was kept before is not touched.
///
/// # Errors
/// [`StoreError::InUse`] while a server or another command has the database open; [`StoreError::Corrupt`] or
/// [`StoreError::NotOurs`] when the backup is no sound database of this program, [`StoreError::Newer`] when a newer program
/// wrote it. The database is then as it was.
pub fn restore(backup: &Path, target: &Path) -> Result<Option<PathBuf>, StoreError> {
    let _held = Lock::alone(target)?;
    let fresh = target.with_extension("restoring");
    remove(&fresh)?;
    let copied = copy(backup, &fresh, DEADLINE).and_then(|()| open_unlocked(&fresh)?.sign_all_out());
    if let Err(error) = copied {
        remove(&fresh)?;
        return Err(match error {
            StoreError::Corrupt { reason, .. } => StoreError::Corrupt { path: backup.to_owned(), reason },
            StoreError::Newer(_) => StoreError::Newer(backup.to_owned()),
            other => other,
        });
    }
    let kept = target.exists().then(|| free_name(target));
    if let Some(kept) = &kept {
        // What is still in the write-ahead log belongs to the old database: fold it in where that can be done, and let the log
        // go along where it cannot.
        drop(open_unlocked(target));
        rename(target, kept)?;
        for side in ["-wal", "-shm"] {
            if with_suffix(target, side).exists() {
                rename(&with_suffix(target, side), &with_suffix(kept, side))?;
            }
        }
    }
    for side in ["-wal", "-shm"] {
        remove(&with_suffix(target, side))?;
        remove(&with_suffix(&fresh, side))?;
    }
    if let Err(error) = rename(&fresh, target) {
        if let Some(kept) = &kept {
            rename(kept, target)?;
        }
        return Err(error);
    }
    Ok(kept)
}

/// Whether a backup and a database are of two firms: both have people, and none of them are the same. What cannot be read says nothing
/// here; putting it in place does.
pub fn is_of_another_firm(backup: &Path, database: &Path) -> bool {
    let people = |path: &Path| -> Option<Vec<String>> {
        let connection = Connection::open_with_flags(path, OpenFlags::SQLITE_OPEN_READ_ONLY).ok()?;
        let mut statement = connection.prepare("SELECT id FROM person").ok()?;
        let rows = statement.query_map([], |row| row.get(0)).ok()?;
        rows.collect::<Result<_, _>>().ok()
    };
    let (theirs, ours) = (people(backup).unwrap_or_default(), people(database).unwrap_or_default());
    !theirs.is_empty() && !ours.is_empty() && !theirs.iter().any(|person| ours.contains(person))
}

/// A name for the database that is put aside which nothing has yet.
fn free_name(target: &Path) -> PathBuf {
    let name = |number: u32| match number {
        1 => target.with_extension("before-restore.sqlite"),
        _ => target.with_extension(format!("before-restore-{number}.sqlite")),
    };
    (1..=u32::MAX).map(name).find(|path| !path.exists()).unwrap_or_else(|| name(u32::MAX))
}

fn copy(source: &Path, target: &Path, deadline: Duration) -> Result<(), StoreError> {
    let file = |path: &Path, reason: String| StoreError::File { path: path.to_owned(), reason };
    let size = std::fs::metadata(source).map(|data| data.len());
    let size = size.map_err(|_| file(source, "there is no such file; name the database or the backup".to_owned()))?;
    if size == 0 {
        return Err(StoreError::NotOurs(source.to_owned()));
    }
    let unsound = |error: rusqlite::Error| StoreError::Corrupt { path: source.to_owned(), reason: error.to_string() };
    let from = Connection::open_with_flags(source, OpenFlags::SQLITE_OPEN_READ_ONLY).map_err(unsound)?;
    from.busy_timeout(BUSY)?;
    if !is_ours(&from).map_err(|error| refusal(error, source, target))? {
        return Err(StoreError::NotOurs(source.to_owned()));
    }
    private::create(target).map_err(|error| file(target, error.to_string()))?;
    let started = Instant::now();
    from.progress_handler(10_000, Some(move || started.elapsed() > deadline))?;
    let written = from.execute("VACUUM INTO ?1", [target.to_string_lossy()]);
    written.map_err(|error| refusal(error, source, target))?;
    File::open(target).and_then(|file| file.sync_all()).map_err(|error| file(target, error.to_string()))?;
    let to = Connection::open_with_flags(target, OpenFlags::SQLITE_OPEN_READ_ONLY)?;
    let sound: String = to.query_row("PRAGMA integrity_check(1)", [], |row| row.get(0))?;
    if sound == "ok" { Ok(()) } else { Err(StoreError::Corrupt { path: source.to_owned(), reason: sound }) }
}

/// Which of the two files a failed copy is the fault of.
fn refusal(error: rusqlite::Error, source: &Path, target: &Path) -> StoreError {
    match error.sqlite_error_code() {
        Some(ErrorCode::DiskFull) => StoreError::DiskFull(target.to_owned()),
        Some(ErrorCode::DatabaseBusy | ErrorCode::DatabaseLocked) => StoreError::Busy(source.to_owned()),
        Some(ErrorCode::OperationInterrupted) => StoreError::TooSlow(target.to_owned()),
        Some(ErrorCode::CannotOpen | ErrorCode::ReadOnly | ErrorCode::PermissionDenied) => {
            StoreError::File { path: target.to_owned(), reason: error.to_string() }
        }
        _ => StoreError::Corrupt { path: source.to_owned(), reason: error.to_string() },
    }
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

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use super::*;
    use crate::Store;

    fn database() -> (tempfile::TempDir, PathBuf) {
        let folder = tempfile::tempdir().unwrap();
        let path = folder.path().join("audits.sqlite");
        drop(Store::open(&path).unwrap());
        (folder, path)
    }

    #[test]
    fn what_takes_too_long_is_given_up_and_nothing_is_left() {
        let (folder, path) = database();
        let writer = Connection::open(&path).unwrap();
        let many = "WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 40000)
                    INSERT INTO change (at, who, audit_id, kind, subject, action) SELECT '', '', i, '', '', '' FROM n";
        writer.execute(many, []).unwrap();
        let target = folder.path().join("copy.sqlite");
        let error = copy(&path, &target, Duration::ZERO).unwrap_err();
        assert!(matches!(error, StoreError::TooSlow(_)), "{error}");
        assert!(copy(&path, &folder.path().join("whole.sqlite"), DEADLINE).is_ok());
    }

    #[test]
    fn a_database_that_another_program_holds_is_waited_for_only_so_long() {
        let (folder, path) = database();
        let other = Connection::open(&path).unwrap();
        other.pragma_update(None, "journal_mode", "DELETE").unwrap();
        other.execute_batch("BEGIN EXCLUSIVE").unwrap();
        let begun = Instant::now();
        let error = back_up(&path, &folder.path().join("copy.sqlite")).unwrap_err();
        assert!(matches!(error, StoreError::Busy(_)), "{error}");
        let opened = Store::open(&path).map(drop).unwrap_err();
        assert!(matches!(opened, StoreError::Busy(_)), "{opened}");
        assert!(begun.elapsed() < BUSY * 4, "{:?}", begun.elapsed());
    }

    #[cfg(unix)]
    #[test]
    fn what_is_written_is_for_its_owner_alone() {
        use std::os::unix::fs::PermissionsExt;
        let (folder, path) = database();
        let target = folder.path().join("copy.sqlite");
        back_up(&path, &target).unwrap();
        for path in [path, target] {
            assert_eq!(std::fs::metadata(&path).unwrap().permissions().mode() & 0o777, 0o600, "{}", path.display());
        }
    }
}
