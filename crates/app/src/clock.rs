//! The time, and who makes a change: neither core nor store has a clock.

use nailpunch_store::Author;

/// Now, RFC 3339.
pub fn now() -> String {
    let now = jiff::Timestamp::now();
    jiff::Timestamp::from_second(now.as_second()).unwrap_or(now).to_string()
}

/// Who the command line is in the journal.
pub fn command_line() -> Author {
    Author { who: "command line".to_owned(), at: now() }
}
