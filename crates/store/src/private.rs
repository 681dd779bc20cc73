//! Files that only their owner reads.

use std::fs::{File, OpenOptions};
use std::io;
use std::path::Path;

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
