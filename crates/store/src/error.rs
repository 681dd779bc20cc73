//! Why the store refuses, in sentences a person can act on.

use std::path::PathBuf;

use nailpunch_core::facts::Problem;

/// Why the store refuses.
#[derive(Debug, thiserror::Error)]
pub enum StoreError {
    /// There is no such record.
    #[error("there is no {kind} {id}; it may have been deleted in another window")]
    NotFound {
        /// What was looked for.
        kind: &'static str,
        /// Its identifier.
        id: String,
    },
    /// The record changed since the revision that the write was based on.
    #[error("this {kind} was changed in the meantime: it is at revision {current_revision}, not {based_on}")]
    Stale {
        /// What it is.
        kind: &'static str,
        /// The revision of the write.
        based_on: u32,
        /// The revision of the record now.
        current_revision: u32,
        /// The record now, as JSON.
        current: serde_json::Value,
    },
    /// The record cannot be accepted.
    #[error("{}", join(.0))]
    Invalid(Vec<Problem>),
    /// An audit with this identifier is there already.
    #[error("the audit \"{name}\" is here already; import it as a copy, or delete the other one first")]
    AlreadyHere {
        /// Its name.
        name: String,
    },
    /// The identifier belongs to a record of another audit.
    #[error("the identifier {0} belongs to another audit; give this record its own")]
    Foreign(String),
    /// The work item cannot change as asked.
    #[error(transparent)]
    Transition(#[from] nailpunch_core::assess::TransitionError),
    /// The file was written by a newer program.
    #[error(
        "{} was written by a newer version of Nailpunch; start that version, or choose another file with --data",
        .0.display()
    )]
    Newer(PathBuf),
    /// The file is not a sound database.
    #[error(
        "{} is not a sound Nailpunch database ({reason}); move it away and bring back a backup with `nailpunch restore`",
        path.display()
    )]
    Corrupt {
        /// The file.
        path: PathBuf,
        /// What SQLite says.
        reason: String,
    },
    /// The file cannot be written.
    #[error("{} cannot be written ({reason}); make it and its folder writable, or choose another with --data", path.display())]
    NotWritable {
        /// The file.
        path: PathBuf,
        /// What the system says.
        reason: String,
    },
    /// The file is an SQLite database of another program, or empty.
    #[error("{} is no Nailpunch database; name the database, or a backup that `nailpunch backup` made", .0.display())]
    NotOurs(PathBuf),
    /// A server or another command has the database open, or replaces it.
    #[error("{} is in use; stop the server and every other command that has it open, then try again", .0.display())]
    InUse(PathBuf),
    /// Another program keeps the database locked.
    #[error("{} is held by another program; nothing was changed: close that program, or try again", .0.display())]
    Busy(PathBuf),
    /// There is no room left.
    #[error("the disk of {} is full; nothing was changed: free some space, then try again", .0.display())]
    DiskFull(PathBuf),
    /// A copy took too long.
    #[error("writing {} took longer than 10 minutes and was given up; choose a faster disk", .0.display())]
    TooSlow(PathBuf),
    /// The key of a backup is not locked or opened.
    #[error(transparent)]
    Key(#[from] crate::key_backup::KeyLockError),
    /// A file that must not be there is.
    #[error("{} exists already; choose another name, or move it away first", .0.display())]
    Exists(PathBuf),
    /// A file cannot be read or written.
    #[error("{}: {reason}", path.display())]
    File {
        /// The file.
        path: PathBuf,
        /// What the system says.
        reason: String,
    },
    /// SQLite failed otherwise.
    #[error("the database failed: {0}")]
    Database(#[from] rusqlite::Error),
    /// A record of the store cannot be read.
    #[error("the {kind} {id} cannot be read ({reason}); `nailpunch doctor` says what can be done")]
    Unreadable {
        /// What kind of record.
        kind: String,
        /// Its identifier.
        id: String,
        /// What is wrong with it.
        reason: String,
    },
    /// A stored record is not what the core reads.
    #[error("a stored record cannot be read: {0}")]
    Record(#[from] serde_json::Error),
}

fn join(problems: &[Problem]) -> String {
    problems.iter().map(ToString::to_string).collect::<Vec<_>>().join("; ")
}
