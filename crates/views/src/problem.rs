//! A refusal, as whoever asked is told of it.

use nailpunch_core::facts::Problem as FieldProblem;
use serde::Serialize;
use utoipa::ToSchema;

/// A problem document (RFC 9457).
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct Problem {
    /// The HTTP status.
    pub status: u16,
    /// What kind of problem it is.
    pub title: &'static str,
    /// A sentence a person can act on.
    pub detail: String,
    /// The fields at fault.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub errors: Vec<FieldProblem>,
    /// The record as it stands, where the one sent was based on an older one.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<Object>)]
    pub current: Option<serde_json::Value>,
    /// The revision of the record as it stands.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub current_revision: Option<u32>,
}

impl Problem {
    /// A refusal that names no field.
    pub fn new(status: u16, title: &'static str, detail: impl Into<String>) -> Self {
        let (detail, errors) = (detail.into(), Vec::new());
        Self { status, title, detail, errors, current: None, current_revision: None }
    }

    /// Fields that cannot be accepted.
    pub fn fields(errors: Vec<FieldProblem>) -> Self {
        let detail = errors.first().map(ToString::to_string).unwrap_or_default();
        Self { errors, ..Self::new(422, "Not accepted", detail) }
    }

    /// A record that was changed since the one sent was based on it.
    pub fn stale(detail: impl Into<String>, current: serde_json::Value, current_revision: u32) -> Self {
        let (current, current_revision) = (Some(current), Some(current_revision));
        Self { current, current_revision, ..Self::new(409, "Changed in the meantime", detail) }
    }
}
