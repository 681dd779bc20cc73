//! Small help with sentences.

/// With its first letter as a sentence begins.
pub fn capitalised(text: &str) -> String {
    let mut letters = text.chars();
    letters.next().map_or_else(String::new, |first| first.to_uppercase().chain(letters).collect())
}
