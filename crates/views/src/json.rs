//! Reading JSON so that what is wrong is named by its place.

use nailpunch_core::facts::Problem;
use serde::de::DeserializeOwned;

/// Reads JSON; a field that is unknown, missing, of the wrong kind or out of range is named by its pointer. Without the feature
/// `pointers` it is named by line and column: what a page sends of itself fits, and half of the reading need not be shipped.
///
/// # Errors
/// The place, what is wrong there and what to do.
pub fn from_json<T: DeserializeOwned>(bytes: &[u8]) -> Result<T, Problem> {
    let mut deserializer = serde_json::Deserializer::from_slice(bytes);
    let value = value(&mut deserializer)?;
    deserializer.end().map_err(|error| Problem {
        pointer: String::new(),
        message: format!("{error}; send one JSON document and nothing after it"),
    })?;
    Ok(value)
}

type Reader<'a> = serde_json::Deserializer<serde_json::de::SliceRead<'a>>;

#[cfg(feature = "pointers")]
fn value<T: DeserializeOwned>(reader: &mut Reader<'_>) -> Result<T, Problem> {
    serde_path_to_error::deserialize(reader).map_err(|error| {
        let pointer = nailpunch_core::facts::pointer_of(error.path());
        Problem { pointer, message: format!("{}; correct it and send it again", error.inner()) }
    })
}

#[cfg(not(feature = "pointers"))]
fn value<T: DeserializeOwned>(reader: &mut Reader<'_>) -> Result<T, Problem> {
    T::deserialize(reader)
        .map_err(|error| Problem { pointer: String::new(), message: format!("{error}; correct it and send it again") })
}
