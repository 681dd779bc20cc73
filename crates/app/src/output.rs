//! What commands write on standard output.

use std::io::Write;

use serde::Serialize;

use crate::failure::Failure;

/// A line.
///
/// # Errors
/// When nobody reads it any more.
pub fn print(text: &str) -> Result<(), Failure> {
    // A closed pipe (`nailpunch rules | head`) is no failure of ours, but there is nobody left to write to.
    writeln!(std::io::stdout(), "{text}").map_err(|error| Failure::Other(error.to_string()))
}

/// A value as JSON.
///
/// # Errors
/// When nobody reads it any more.
pub fn print_json(value: &impl Serialize) -> Result<(), Failure> {
    print(&serde_json::to_string_pretty(value).map_err(|error| Failure::Other(error.to_string()))?)
}
