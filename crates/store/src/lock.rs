//! Who has a database open: any number of programs at once, or one alone that puts another in its place.

use std::fs::{File, TryLockError};
use std::path::Path;

use crate::private::with_suffix;
use crate::{StoreError, private};

/// A lock beside the database, let go when it is dropped or the program ends, however it ends.
#[derive(Debug)]
pub struct Lock {
    _file: File,
}

impl Lock {
    /// Together with others who use the database.
    ///
    /// # Errors
    /// [`StoreError::InUse`] while it is being replaced.
    pub fn together(database: &Path) -> Result<Self, StoreError> {
        Self::taken(database, File::try_lock_shared)
    }

    /// Alone.
    ///
    /// # Errors
    /// [`StoreError::InUse`] while anybody uses it.
    pub fn alone(database: &Path) -> Result<Self, StoreError> {
        Self::taken(database, File::try_lock)
    }

    fn taken(database: &Path, lock: fn(&File) -> Result<(), TryLockError>) -> Result<Self, StoreError> {
        let path = with_suffix(database, ".lock");
        let refused =
            |reason: std::io::Error| StoreError::NotWritable { path: path.clone(), reason: reason.to_string() };
        let file = private::create(&path).map_err(refused)?;
        match lock(&file) {
            Ok(()) => Ok(Self { _file: file }),
            Err(TryLockError::WouldBlock) => Err(StoreError::InUse(database.to_owned())),
            Err(TryLockError::Error(error)) => Err(refused(error)),
        }
    }
}
