//! What is wrong with a fact that cannot be accepted, and where it stands.

use std::fmt::Write;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A place in a record, as an RFC 6901 JSON pointer that is built while the record is walked.
#[derive(Debug, Clone, Default)]
pub struct Pointer(String);

impl Pointer {
    /// The record itself.
    pub fn root() -> Self {
        Self::default()
    }

    /// A field or an index below this place.
    pub fn at(&self, step: impl std::fmt::Display) -> Self {
        let mut text = String::with_capacity(self.0.len() + 24);
        text.push_str(&self.0);
        text.push('/');
        let start = text.len();
        // Writing to a string cannot fail.
        let _ = write!(text, "{step}");
        if text[start..].contains(['~', '/']) {
            let escaped = text[start..].replace('~', "~0").replace('/', "~1");
            text.truncate(start);
            text.push_str(&escaped);
        }
        Self(text)
    }

    /// The pointer as text.
    pub fn text(&self) -> String {
        self.0.clone()
    }
}

/// A field that cannot be accepted, with a sentence that says what to do.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[schema(as = FieldProblem)]
pub struct Problem {
    /// JSON pointer to the field.
    pub pointer: String,
    /// What is wrong and what is accepted.
    pub message: String,
}

impl Problem {
    /// At `pointer`.
    pub fn new(pointer: &Pointer, message: impl Into<String>) -> Self {
        Self { pointer: pointer.text(), message: message.into() }
    }
}

impl std::fmt::Display for Problem {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        write!(f, "{}: {}", if self.pointer.is_empty() { "/" } else { &self.pointer }, self.message)
    }
}

/// The JSON pointer (RFC 6901) to where reading failed.
pub fn pointer_of(path: &serde_path_to_error::Path) -> String {
    use serde_path_to_error::Segment;
    let step = |at: Pointer, segment: &Segment| match segment {
        Segment::Seq { index } => at.at(index),
        Segment::Map { key } => at.at(key),
        Segment::Enum { .. } | Segment::Unknown => at,
    };
    path.iter().fold(Pointer::root(), step).text()
}

/// Adds a problem when `text` is empty (if it must not be), too long, or holds control characters.
pub(super) fn check_text(problems: &mut Vec<Problem>, pointer: &Pointer, text: &str, required: bool, longest: usize) {
    if text.contains(['\n', '\u{2028}', '\u{2029}']) {
        problems.push(Problem::new(pointer, "this holds a line break; write it on one line"));
    }
    check_paragraph(problems, pointer, text, required, longest);
}

/// The same of a text that may go over several lines.
pub(super) fn check_paragraph(
    problems: &mut Vec<Problem>,
    pointer: &Pointer,
    text: &str,
    required: bool,
    longest: usize,
) {
    if required && text.trim().is_empty() {
        problems.push(Problem::new(pointer, "this is empty; write a few words"));
    }
    let length = text.chars().count();
    if length > longest {
        problems.push(Problem::new(pointer, format!("this is {length} characters long; at most {longest} are kept")));
    }
    if text.chars().any(|c| c.is_control() && c != '\n') {
        problems.push(Problem::new(pointer, "this holds control characters; type it again without them"));
    }
}

/// Adds a problem when `text` is no moment in the form "2026-03-04T10:42:00Z".
pub(super) fn check_time(problems: &mut Vec<Problem>, pointer: &Pointer, text: &str) {
    let form = "dddd-dd-ddTdd:dd:dd";
    let (whole, rest) = text.split_at_checked(form.len()).unwrap_or((text, ""));
    let fits = whole.len() == form.len()
        && whole.chars().zip(form.chars()).all(|(c, f)| if f == 'd' { c.is_ascii_digit() } else { c == f })
        && rest.len() <= 16
        && rest.chars().all(|c| c.is_ascii_digit() || matches!(c, '.' | '+' | '-' | ':' | 'Z'));
    if !fits {
        let message = "this is no moment; write it like 2026-03-04T10:42:00Z";
        problems.push(Problem::new(pointer, message));
    }
}

/// Adds a problem when `text` is no day in the form "2014-07-01".
pub(super) fn check_day(problems: &mut Vec<Problem>, pointer: &Pointer, text: &str) {
    let form = "dddd-dd-dd";
    let fits = text.len() == form.len()
        && text.chars().zip(form.chars()).all(|(c, f)| if f == 'd' { c.is_ascii_digit() } else { c == f })
        && text[5..7].parse::<u8>().is_ok_and(|month| (1..=12).contains(&month))
        && text[8..].parse::<u8>().is_ok_and(|day| (1..=31).contains(&day));
    if !fits {
        problems.push(Problem::new(pointer, "this is no day; write it like 2014-07-01"));
    }
}

/// The first year in which there were wires in houses. Common practice, no source.
pub const FIRST_WIRING: u16 = 1880;

pub(super) fn check_year(problems: &mut Vec<Problem>, pointer: &Pointer, year: Option<u16>) {
    if let Some(year) = year
        && !(FIRST_WIRING..=2100).contains(&year)
    {
        let words = format!("{year} is not a year of wiring; give one from {FIRST_WIRING} to 2100");
        problems.push(Problem::new(pointer, words));
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn steps_are_escaped_as_rfc_6901_asks() {
        assert_eq!(Pointer::root().at("a/b").at("m~n").at(0).text(), "/a~1b/m~0n/0");
        assert_eq!(Pointer::root().text(), "");
    }
}
