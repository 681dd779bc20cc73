//! A seal: what the data of an audit hashed to when its report was given away.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A seal of an audit. The first freezes the report; each later one is an amendment that lists what changed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Seal {
    /// Its number, from 1.
    pub number: u32,
    /// When, RFC 3339.
    pub at: String,
    /// SHA-256 of the bundle without its seals, as compact JSON, in hexadecimal.
    pub data_sha256: String,
    /// SHA-256 of the report's PDF, in hexadecimal.
    #[serde(default)]
    pub pdf_sha256: Option<String>,
    /// What changed since the seal before, a line each.
    #[serde(default)]
    pub changes: Vec<String>,
}
