//! A jot line on its way from a screen.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::{Jotted, read_line};
use crate::facts::BoxContents;
use crate::quantity::UnitSystem;

/// A line to read on to a box.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct JotRequest {
    /// The line, at most 400 characters.
    pub line: String,
    /// The unit of figures that name none.
    pub units: UnitSystem,
    /// The box as it is.
    pub contents: BoxContents,
}

impl JotRequest {
    /// Reads the line.
    pub fn answer(&self) -> Jotted {
        read_line(&self.line, &self.contents, self.units)
    }
}
