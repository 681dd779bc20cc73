//! The secret half of the key that seals are signed with: a file beside the database, for its owner alone.

use std::io::Write;
use std::path::{Path, PathBuf};

use crate::private::with_suffix;
use crate::{Store, StoreError, private};

/// Where the key of a database is kept.
pub fn key_path(database: &Path) -> PathBuf {
    with_suffix(database, ".key")
}

/// The key of a database, 32 bytes; `None` where none was made yet.
///
/// # Errors
/// [`StoreError::File`] when the file is no key, or cannot be read.
pub fn seal_key(database: &Path) -> Result<Option<[u8; 32]>, StoreError> {
    let path = key_path(database);
    match std::fs::read(&path) {
        Ok(bytes) => {
            let reason =
                "this is no key for seals; bring back the one that was there, or move it away to begin with a new one";
            let key = bytes.try_into().map_err(|_| StoreError::File { path, reason: reason.to_owned() });
            key.map(Some)
        }
        Err(error) if error.kind() == std::io::ErrorKind::NotFound => Ok(None),
        Err(error) => Err(StoreError::File { path, reason: error.to_string() }),
    }
}

fn file(path: &Path, reason: String) -> StoreError {
    StoreError::File { path: path.to_owned(), reason }
}

/// Puts a key beside a database, as with a backup; another that is there is kept under a name of its own.
///
/// # Errors
/// [`StoreError::File`] when it cannot be written.
pub fn put_seal_key(database: &Path, key: &[u8; 32]) -> Result<(), StoreError> {
    let path = key_path(database);
    let aside = with_suffix(&path, ".new");
    let written = private::create(&aside).and_then(|mut made| {
        made.write_all(key)?;
        made.sync_all()?;
        if std::fs::read(&path).is_ok_and(|known| known != key) {
            std::fs::rename(&path, with_suffix(&path, ".before-restore"))?;
        }
        std::fs::rename(&aside, &path)
    });
    written.map_err(|error| file(&path, error.to_string()))
}

impl Store {
    /// The key of this store, made where there is none yet.
    ///
    /// # Errors
    /// [`StoreError::File`] when it cannot be read or written.
    pub fn seal_key(&self) -> Result<[u8; 32], StoreError> {
        if let Some(key) = seal_key(self.path())? {
            return Ok(key);
        }
        let mut key = [0; 32];
        getrandom::fill(&mut key).map_err(|error| file(&key_path(self.path()), error.to_string()))?;
        put_seal_key(self.path(), &key)?;
        Ok(key)
    }
}
