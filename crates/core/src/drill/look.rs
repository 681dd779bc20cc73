//! What one sees and measures at a place, in words, without what any rule says of it.

use serde::Serialize;
use utoipa::ToSchema;

/// What one comes to know by one way of looking.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Look {
    /// How one looks, "Plate off".
    pub name: String,
    /// What there is to see, a line each.
    pub lines: Vec<String>,
}

impl Look {
    pub(super) fn new(name: impl Into<String>, lines: impl IntoIterator<Item = String>) -> Self {
        Self { name: name.into(), lines: lines.into_iter().collect() }
    }
}
