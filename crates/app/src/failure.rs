//! Why a command failed, and what it takes at most.

use std::path::PathBuf;

/// The largest bundle that is read: 256 MiB, some 20 000 boxes, or a few hundred photographs.
pub const LARGEST_BUNDLE: u64 = 256 << 20;

/// Why a command did not do what it should, for people: one sentence on standard error, exit code 2.
#[derive(Debug, thiserror::Error)]
pub enum Failure {
    /// The store refused.
    #[error(transparent)]
    Store(#[from] nailpunch_store::StoreError),
    /// The report could not be made.
    #[error(transparent)]
    Report(#[from] nailpunch_report::ReportError),
    /// Connections cannot be kept private.
    #[error(transparent)]
    Network(#[from] crate::network::NetworkError),
    /// A backup was not made, or not brought back.
    #[error(transparent)]
    Backup(#[from] crate::backups::BackupError),
    /// A file could not be read or written.
    #[error("{}: {reason}", path.display())]
    File {
        /// The file.
        path: PathBuf,
        /// What is wrong.
        reason: String,
    },
    /// Anything else, in a sentence.
    #[error("{0}")]
    Other(String),
}
