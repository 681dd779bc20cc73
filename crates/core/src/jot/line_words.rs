//! The words of a line that is typed with a tape in hand: lengths over several words, and how they are printed again.

use super::token::is_fraction;
use crate::quantity::{Length, UnitSystem, parse_length};

/// Why a length within a line is not taken.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum LengthError {
    /// A thing or a mark without its length.
    #[error("\"{0}\" wants a length behind it, like 2'8 or 32")]
    None(String),
    /// A length that cannot be read.
    #[error("\"{text}\" is no length: {why}")]
    NotRead {
        /// As it was typed.
        text: String,
        /// What is wrong with it.
        why: String,
    },
}

/// The words of a line, with a place among them.
pub(super) struct Words<'a> {
    pub words: Vec<&'a str>,
    pub at: usize,
    pub units: UnitSystem,
}

impl<'a> Words<'a> {
    pub fn peek(&self) -> Option<&'a str> {
        self.words.get(self.at).copied()
    }

    pub fn next(&mut self) -> Option<&'a str> {
        let word = self.peek()?;
        self.at += 1;
        Some(word)
    }

    /// Takes a word where it is the next.
    pub fn take(&mut self, word: &str) -> bool {
        let is = self.peek().is_some_and(|next| next.eq_ignore_ascii_case(word));
        self.at += usize::from(is);
        is
    }

    pub fn is_length(&self) -> bool {
        self.peek()
            .is_some_and(|word| word.starts_with(|c: char| c.is_ascii_digit() || matches!(c, '.' | '½' | '¼' | '¾')))
    }

    /// The length at the cursor, over as many words as it was typed in: `2'`, `2' 6"`, `6 1/2`, `3 ft 2 in`.
    pub fn length(&mut self, of: &str) -> Result<Length, LengthError> {
        if !self.is_length() {
            return Err(LengthError::None(of.to_owned()));
        }
        let mut text = self.next().unwrap_or_default().to_owned();
        while let Some(word) = self.peek() {
            let digits = word.starts_with(|c: char| c.is_ascii_digit());
            let open = text.ends_with(|c: char| c.is_ascii_digit());
            let feet = text.ends_with('\'') || text.ends_with("ft");
            let fraction = (open || feet) && is_fraction(word);
            let unit = matches!(word, "ft" | "foot" | "feet" | "in" | "inch" | "inches" | "mm" | "cm" | "m");
            // "in" is a unit behind inches, and a word of its own behind a length that has its unit.
            let unit = unit && open;
            let beyond = self.words.get(self.at + 1).copied().unwrap_or_default();
            let whole = digits && !word.contains(['\'', '/']);
            let inches = feet && whole && (word.ends_with('"') || beyond == "in" || is_fraction(beyond));
            if !(unit || fraction || inches) {
                break;
            }
            text.push(' ');
            text.push_str(word);
            self.at += 1;
        }
        parse_length(&text, self.units).map_err(|error| LengthError::NotRead { text, why: error.to_string() })
    }
}

/// Words behind each other; whole feet before inches say that they have none of their own.
pub(super) fn joined(words: &[String]) -> String {
    let mut line = String::new();
    for word in words {
        let first = word.split(' ').next().unwrap_or_default();
        let inches = first.starts_with(|c: char| c.is_ascii_digit()) && !first.contains('\'');
        if inches && line.ends_with('\'') {
            line.push_str("0\"");
        }
        if !line.is_empty() {
            line.push(' ');
        }
        line.push_str(word);
    }
    line
}
