//! The files of a database: for their owner alone, and beside it by their names.

use std::fs::{File, OpenOptions};
use std::io;
use std::path::{Path, PathBuf};

/// Makes an empty file for its owner alone; leaves one that is there as it is.
///
/// # Errors
/// When the system refuses.
pub fn create(path: &Path) -> io::Result<File> {
    let mut options = OpenOptions::new();
    options.write(true).create(true).truncate(false);
    #[cfg(unix)]
    std::os::unix::fs::OpenOptionsExt::mode(&mut options, 0o600);
    options.open(path)
}

/// A file beside another, by the same name and more.
pub(crate) fn with_suffix(path: &Path, suffix: &str) -> PathBuf {
    let mut name = path.as_os_str().to_owned();
    name.push(suffix);
    PathBuf::from(name)
}
