//! Small help with sentences.

/// With its first letter as a sentence begins.
pub fn capitalised(text: &str) -> String {
    let mut letters = text.chars();
    letters.next().map_or_else(String::new, |first| first.to_uppercase().chain(letters).collect())
}

/// As it stands within a sentence: its first letter small, but for a name in capitals, "GFCI protection".
///
/// # Example
/// ```
/// use nailpunch_core::quantity::within_sentence;
///
/// assert_eq!(within_sentence("Replace by a GFCI receptacle"), "replace by a GFCI receptacle");
/// assert_eq!(within_sentence("AFCI protection"), "AFCI protection");
/// ```
pub fn within_sentence(text: &str) -> String {
    let mut letters = text.chars();
    let Some(first) = letters.next() else { return String::new() };
    if letters.clone().next().is_some_and(char::is_uppercase) {
        return text.to_owned();
    }
    first.to_lowercase().chain(letters).collect()
}

/// The name of a variant as JSON has it, "open-ground" of "OpenGround".
pub(crate) fn kebab_case(camel: &str) -> String {
    let mut name = String::new();
    for c in camel.chars() {
        if c.is_uppercase() && !name.is_empty() {
            name.push('-');
        }
        name.extend(c.to_lowercase());
    }
    name
}
