//! The line in pieces: as typed, and as they are read.

use super::vocabulary::vocabulary;
use super::word::{Meaning, Word};

/// A piece of the line.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) struct Token<'a> {
    /// As it was typed.
    pub text: &'a str,
    /// Without the comma or full stop that ends a phrase.
    pub bare: &'a str,
    /// The next piece was typed with no space between, "dup15".
    pub glued: bool,
}

/// The pieces of a line. A word and its figure typed together are two.
pub(super) fn tokens(line: &str) -> Vec<Token<'_>> {
    line.split_whitespace().flat_map(pieces).collect()
}

/// The line as it was typed, from some of its pieces.
pub(super) fn text_of(tokens: &[Token]) -> String {
    let mut text = String::new();
    for (place, token) in tokens.iter().enumerate() {
        text.push_str(token.text);
        if !token.glued && place + 1 < tokens.len() {
            text.push(' ');
        }
    }
    text
}

fn pieces(text: &str) -> Vec<Token<'_>> {
    let bare = text.trim_end_matches([',', ';', ':', '.']);
    let whole = vec![Token { text, bare, glued: false }];
    if word(bare).is_some() {
        return whole;
    }
    let letters = bare.chars().take_while(char::is_ascii_alphabetic).count();
    let (front, back) = bare.split_at(letters);
    let takes_a_figure = word(front)
        .is_some_and(|word| matches!(word.meaning, Meaning::Device(_) | Meaning::Measure(_) | Meaning::Volts(..)));
    let figure = back.starts_with(|c: char| c.is_ascii_digit() || matches!(c, '.' | '½' | '¼' | '¾'));
    if !takes_a_figure || !figure {
        return whole;
    }
    let (first, rest) = text.split_at(letters);
    vec![Token { text: first, bare: front, glued: true }, Token { text: rest, bare: back, glued: false }]
}

/// The word of the vocabulary that a piece is, without the minus before it.
pub(super) fn word(piece: &str) -> Option<&'static Word> {
    let lower = piece.to_lowercase();
    vocabulary().find(|word| word.names.contains(&lower.as_str()))
}

/// It is a fraction of an inch: less than one, in halves, quarters and so on. "14/2" is a cable.
pub(super) fn is_fraction(piece: &str) -> bool {
    let figures = piece.trim_end_matches(['"', '″']);
    let Some((numerator, denominator)) = figures.split_once('/') else { return false };
    match (numerator.parse::<u32>(), denominator.parse::<u32>()) {
        (Ok(numerator), Ok(denominator)) => {
            numerator > 0 && numerator < denominator && denominator.is_power_of_two() && denominator <= 64
        }
        _ => false,
    }
}

/// It begins like a figure, and is neither a cable, a breaker nor gangs.
pub(super) fn is_stray_figure(piece: &str) -> bool {
    let figures = piece.trim_start_matches(['.', ',']);
    let begins = figures.starts_with(|c: char| c.is_ascii_digit()) && word(piece).is_none();
    let lower = piece.to_lowercase();
    let unit = lower.ends_with('a') || lower.ends_with('g') || lower.ends_with("ng");
    begins && !unit && (is_fraction(piece) || !piece.contains('/') && !lower.contains('x'))
}

#[cfg(test)]
mod tests {
    use super::*;

    fn bare(line: &str) -> Vec<&str> {
        tokens(line).iter().map(|token| token.bare).collect()
    }

    #[test]
    fn a_phrase_ends_with_its_comma_and_a_word_parts_from_its_figure() {
        assert_eq!(bare("fl 2 3/4, gyp."), ["fl", "2", "3/4", "gyp"]);
        assert_eq!(bare("dup15 fl2 3/4 2slot sch40"), ["dup", "15", "fl", "2", "3/4", "2slot", "sch40"]);
        assert_eq!(text_of(&tokens("dup15 fl2 3/4,")), "dup15 fl2 3/4,");
    }

    #[test]
    fn a_cable_is_no_fraction() {
        assert!(is_fraction("3/4") && is_fraction("15/16\"") && !is_fraction("14/2") && !is_fraction("3/5"));
        assert!(
            is_stray_figure(".75") && is_stray_figure("3/4") && !is_stray_figure("14/2") && !is_stray_figure("20a")
        );
    }
}
