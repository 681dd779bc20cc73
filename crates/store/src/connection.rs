//! Opening the database: one writer, a few readers.

use std::path::{Path, PathBuf};
use std::sync::{Mutex, MutexGuard, PoisonError};
use std::time::Duration;

use rusqlite::{Connection, ErrorCode, OpenFlags, Transaction, TransactionBehavior};
use rusqlite_migration::{M, Migrations};

use crate::lock::Lock;
use crate::{StoreError, private};

/// Every migration, oldest first. They only ever go forward.
const MIGRATIONS: &[M] = &[
    M::up(include_str!("../migrations/001_spine.sql")),
    M::up(include_str!("../migrations/002_firm.sql")),
    M::up(include_str!("../migrations/003_circuit.sql")),
    M::up(include_str!("../migrations/004_panel.sql")),
    M::up(include_str!("../migrations/005_photo.sql")),
    M::up(include_str!("../migrations/006_seal.sql")),
    M::up(include_str!("../migrations/007_item_subject.sql")),
    M::up(include_str!("../migrations/008_application.sql")),
    M::up(include_str!("../migrations/009_run.sql")),
    M::up(include_str!("../migrations/010_people.sql")),
];

/// "NAIL": what the file says it belongs to.
const APPLICATION: i64 = 0x4e41_494c;

/// How long a database that another program holds is waited for.
pub(crate) const BUSY: Duration = Duration::from_secs(5);

/// How many connections read beside the one that writes.
const READERS: usize = 3;

/// The audits on disk.
pub struct Store {
    path: PathBuf,
    /// Held as long as the store is open, so that nothing is put in its place.
    _lock: Option<Lock>,
    writer: Mutex<Connection>,
    readers: Vec<Mutex<Connection>>,
    /// Called after each commit.
    pub(crate) committed: Box<dyn Fn() + Send + Sync>,
}

impl Store {
    /// Opens the database at `path`, making it when it is not there, and brings it to the present version.
    ///
    /// # Errors
    /// [`StoreError::Newer`], [`StoreError::Corrupt`], [`StoreError::NotOurs`], [`StoreError::NotWritable`] or, while a backup is
    /// being put in its place, [`StoreError::InUse`]; each with what to do.
    pub fn open(path: &Path) -> Result<Self, StoreError> {
        if path.is_dir() {
            return Err(StoreError::NotWritable { path: path.to_owned(), reason: "it is a folder".to_owned() });
        }
        let lock = Lock::together(path)?;
        Ok(Self { _lock: Some(lock), ..open_unlocked(path)? })
    }

    /// The file.
    pub fn path(&self) -> &Path {
        &self.path
    }

    /// The database can be read and written.
    ///
    /// # Errors
    /// [`StoreError`] with what keeps it from that.
    pub fn answers(&self) -> Result<(), StoreError> {
        self.read(|transaction| Ok(transaction.query_row("SELECT count(*) FROM firm", [], |_| Ok(()))?))?;
        self.write_or_not(|_| Ok(((), false)))
    }

    /// Runs `work` in a read transaction, so that it sees one state of the audit.
    pub(crate) fn read<T>(&self, work: impl FnOnce(&Transaction) -> Result<T, StoreError>) -> Result<T, StoreError> {
        let mut reader = self.any_reader();
        let transaction = reader.transaction()?;
        work(&transaction).map_err(|error| self.told(error))
    }

    /// Runs `work` in a write transaction; nothing of it is kept when it fails.
    pub(crate) fn write<T>(&self, work: impl FnOnce(&Transaction) -> Result<T, StoreError>) -> Result<T, StoreError> {
        self.write_or_not(|transaction| Ok((work(transaction)?, true)))
    }

    /// Runs `work` in a write transaction and keeps it, or takes it back, as `work` says.
    pub(crate) fn write_or_not<T>(
        &self,
        work: impl FnOnce(&Transaction) -> Result<(T, bool), StoreError>,
    ) -> Result<T, StoreError> {
        let mut writer = self.writer.lock().unwrap_or_else(PoisonError::into_inner);
        let begun = writer.transaction_with_behavior(TransactionBehavior::Immediate).map_err(StoreError::from);
        let done = begun.and_then(|transaction| {
            let (done, keep) = work(&transaction)?;
            if keep { transaction.commit() } else { transaction.rollback() }?;
            Ok((done, keep))
        });
        drop(writer);
        if let Ok((_, true)) = &done {
            (self.committed)();
        }
        done.map(|(done, _)| done).map_err(|error| self.told(error))
    }

    /// Gives what was deleted back to the disk, and leaves no trace of it.
    pub(crate) fn compact(&self) -> Result<(), StoreError> {
        let writer = self.writer.lock().unwrap_or_else(PoisonError::into_inner);
        let compacted = writer.execute_batch("VACUUM; PRAGMA wal_checkpoint(TRUNCATE);");
        compacted.map_err(|error| self.told(error.into()))
    }

    /// A failure of SQLite that a person can do something about, said so.
    fn told(&self, error: StoreError) -> StoreError {
        let StoreError::Database(failed) = &error else { return error };
        match failed.sqlite_error_code() {
            Some(ErrorCode::DiskFull) => StoreError::DiskFull(self.path.clone()),
            Some(ErrorCode::DatabaseBusy | ErrorCode::DatabaseLocked) => StoreError::Busy(self.path.clone()),
            _ => error,
        }
    }

    fn any_reader(&self) -> MutexGuard<'_, Connection> {
        self.readers.iter().find_map(|reader| reader.try_lock().ok()).unwrap_or_else(|| {
            // All are busy: wait for the first. A poisoned reader is sound, for it never writes.
            self.readers[0].lock().unwrap_or_else(PoisonError::into_inner)
        })
    }
}

/// Opens the database for whoever holds its lock.
pub(crate) fn open_unlocked(path: &Path) -> Result<Store, StoreError> {
    let refused = |error: rusqlite::Error| refusal(path, error);
    if !path.exists() {
        private::create(path)
            .map_err(|error| StoreError::NotWritable { path: path.to_owned(), reason: error.to_string() })?;
    }
    let mut writer = Connection::open(path).map_err(refused)?;
    prepare(&writer).map_err(refused)?;
    if writer.is_readonly("main").map_err(refused)? {
        return Err(StoreError::NotWritable { path: path.to_owned(), reason: "it is read-only".to_owned() });
    }
    let sound: String = writer.query_row("PRAGMA quick_check(1)", [], |row| row.get(0)).map_err(refused)?;
    if sound != "ok" {
        return Err(StoreError::Corrupt { path: path.to_owned(), reason: sound });
    }
    let tables: u32 = writer.query_row("SELECT count(*) FROM sqlite_schema", [], |row| row.get(0)).map_err(refused)?;
    if tables > 0 && !is_ours(&writer).map_err(refused)? {
        return Err(StoreError::NotOurs(path.to_owned()));
    }
    let version: u32 = writer.query_row("PRAGMA user_version", [], |row| row.get(0)).map_err(refused)?;
    if version as usize > MIGRATIONS.len() {
        return Err(StoreError::Newer(path.to_owned()));
    }
    Migrations::from_slice(MIGRATIONS).to_latest(&mut writer).map_err(|error| match error {
        rusqlite_migration::Error::RusqliteError { err, .. } => refusal(path, err),
        other => StoreError::Corrupt { path: path.to_owned(), reason: other.to_string() },
    })?;
    let readers = (0..READERS)
        .map(|_| {
            let flags = OpenFlags::SQLITE_OPEN_READ_ONLY | OpenFlags::SQLITE_OPEN_NO_MUTEX;
            let reader = Connection::open_with_flags(path, flags).map_err(refused)?;
            reader.busy_timeout(BUSY).map_err(refused)?;
            reader.set_prepared_statement_cache_capacity(32);
            Ok(Mutex::new(reader))
        })
        .collect::<Result<_, StoreError>>()?;
    Ok(Store { path: path.to_owned(), _lock: None, writer: Mutex::new(writer), readers, committed: Box::new(|| ()) })
}

/// Whether a database is one of this program: it says so, or has the tables of an earlier release.
pub(crate) fn is_ours(connection: &Connection) -> rusqlite::Result<bool> {
    let says: i64 = connection.query_row("PRAGMA application_id", [], |row| row.get(0))?;
    let earlier = "SELECT count(*) = 3 FROM sqlite_schema WHERE type = 'table' AND name IN ('audit', 'box', 'change')";
    Ok(says == APPLICATION || (says == 0 && connection.query_row(earlier, [], |row| row.get(0))?))
}

fn prepare(connection: &Connection) -> Result<(), rusqlite::Error> {
    connection.busy_timeout(BUSY)?;
    connection.pragma_update(None, "journal_mode", "WAL")?;
    connection.pragma_update(None, "synchronous", "FULL")?;
    connection.pragma_update(None, "foreign_keys", true)?;
    connection.set_prepared_statement_cache_capacity(32);
    Ok(())
}

fn refusal(path: &Path, error: rusqlite::Error) -> StoreError {
    let path = path.to_owned();
    let reason = error.to_string();
    match error.sqlite_error_code() {
        Some(ErrorCode::NotADatabase | ErrorCode::DatabaseCorrupt) => StoreError::Corrupt { path, reason },
        Some(ErrorCode::DatabaseBusy | ErrorCode::DatabaseLocked) => StoreError::Busy(path),
        Some(ErrorCode::DiskFull) => StoreError::DiskFull(path),
        Some(ErrorCode::CannotOpen | ErrorCode::ReadOnly | ErrorCode::PermissionDenied) => {
            StoreError::NotWritable { path, reason }
        }
        _ => StoreError::Database(error),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn migrations_are_valid() {
        assert_eq!(Migrations::from_slice(MIGRATIONS).validate(), Ok(()));
    }

    #[test]
    fn a_newer_database_is_refused() {
        let folder = tempfile::tempdir().expect("a folder");
        let path = folder.path().join("audits.sqlite");
        Store::open(&path).expect("opens");
        Connection::open(&path).and_then(|c| c.pragma_update(None, "user_version", 99)).expect("sets");
        let error = Store::open(&path).map(|_| ()).expect_err("newer");
        assert!(error.to_string().contains("newer version of Nailpunch"), "{error}");
    }

    #[test]
    fn a_file_that_is_no_database_is_refused_and_left_alone() {
        let folder = tempfile::tempdir().expect("a folder");
        let path = folder.path().join("audits.sqlite");
        let text = "not a database, but somebody's notes ".repeat(50);
        std::fs::write(&path, &text).expect("writes");
        let error = Store::open(&path).map(|_| ()).expect_err("corrupt");
        assert!(matches!(error, StoreError::Corrupt { .. }), "{error}");
        assert_eq!(std::fs::read_to_string(&path).expect("reads"), text);
    }

    #[test]
    fn a_damaged_database_is_refused() {
        let folder = tempfile::tempdir().expect("a folder");
        let path = folder.path().join("audits.sqlite");
        drop(Store::open(&path).expect("opens"));
        let mut bytes = std::fs::read(&path).expect("reads");
        for byte in bytes.iter_mut().skip(4096).take(3000) {
            *byte = 0x5a;
        }
        std::fs::write(&path, bytes).expect("writes");
        assert!(matches!(Store::open(&path).map(|_| ()), Err(StoreError::Corrupt { .. })));
    }

    #[test]
    fn a_disk_that_fills_and_empties_loses_nothing() {
        use nailpunch_core::facts::{Bundle, Room};
        let folder = tempfile::tempdir().expect("a folder");
        let store = Store::open(&folder.path().join("audits.sqlite")).expect("opens");
        let bundle: Bundle =
            serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).expect("the demo");
        let author = crate::Author { who: "test".to_owned(), at: "2026-01-01T00:00:00Z".to_owned() };
        let pages = |most: u32| {
            let writer = store.writer.lock().expect("nobody panicked");
            writer.pragma_update(None, "max_page_count", most).expect("sets");
        };
        pages(60);
        let full = store.import(&bundle, &author).expect_err("no room");
        assert!(matches!(full, StoreError::DiskFull(_)), "{full}");
        assert!(store.audits().expect("reads").is_empty(), "nothing half-written");
        pages(1_000_000);
        store.import(&bundle, &author).expect("there is room again");
        // A small record, so that some of its changes still go in.
        let small = bundle.rooms.iter().find(|room| room.sketch.is_empty()).expect("one is not taped");
        let (audit, room) = (bundle.audit.id.to_string(), small.room());
        let used: u32 = {
            let writer = store.writer.lock().expect("nobody panicked");
            writer.query_row("PRAGMA page_count", [], |row| row.get(0)).expect("counts")
        };
        // A few pages more, whatever room the import left in its last ones.
        pages(used + 8);
        let mut refused = 0;
        for number in 0..400_u32 {
            let record = Room { name: format!("room {number}"), ..room.clone() };
            let revision = store.get::<Room>(&room.id.to_string()).expect("reads").revision;
            refused += u32::from(store.put(&audit, &record, revision, &author).is_err());
        }
        assert!(refused > 0 && refused < 400, "the disk fills on the way: {refused} refused");
        pages(1_000_000);
        assert_eq!(store.examine().expect("examines"), [""; 0]);
        let now = store.get::<Room>(&room.id.to_string()).expect("reads");
        let last = store.journal(&audit, 1).expect("reads").remove(0);
        assert_eq!(last.after, serde_json::to_value(&now.record).ok(), "journal and record tell the same");
    }

    #[test]
    fn a_folder_that_does_not_exist_is_refused_with_what_to_do() {
        let error = Store::open(Path::new("/nonexistent/audits.sqlite")).map(|_| ()).expect_err("no folder");
        assert!(error.to_string().contains("--data"), "{error}");
    }
}
