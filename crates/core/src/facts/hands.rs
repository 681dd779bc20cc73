//! Hands in a box: while somebody works in one, nothing that feeds it may be switched on.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Somebody works with their hands in a box.
#[derive(Debug, Clone, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HandsIn {
    /// Who.
    pub who: String,
    /// Since when, "2026-03-04T10:42:00Z".
    pub since: String,
}
