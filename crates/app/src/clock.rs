//! The time, and who makes a change: neither core nor store has a clock.

use nailpunch_store::Author;

/// Now, RFC 3339.
pub fn now() -> String {
    let now = jiff::Timestamp::now();
    jiff::Timestamp::from_second(now.as_second()).unwrap_or(now).to_string()
}

/// Today in universal time, "2026-03-04".
pub fn today() -> String {
    now().split('T').next().unwrap_or_default().to_owned()
}

/// So many seconds from now, RFC 3339; before now where they are less than nothing.
pub fn later(seconds: i64) -> String {
    let now = jiff::Timestamp::now().as_second();
    jiff::Timestamp::from_second(now.saturating_add(seconds)).unwrap_or(jiff::Timestamp::MAX).to_string()
}

/// Who the command line is in the journal.
pub fn command_line() -> Author {
    Author { who: "command line".to_owned(), at: now() }
}
