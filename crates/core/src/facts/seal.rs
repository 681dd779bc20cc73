//! A seal: what the data of an audit hashed to when its report was given away.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::identifier::AuditId;

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
    /// The public half of the key that it was signed with, Ed25519 (RFC 8032), in hexadecimal.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub public_key: Option<String>,
    /// The signature, in hexadecimal, of what [`Seal::signed_text`] gives.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub signature: Option<String>,
    /// What changed since the seal before, a line each.
    #[serde(default)]
    pub changes: Vec<String>,
}

impl Seal {
    /// What is signed: a line each for the audit, the number, the moment, both hashes ("-" where there is no PDF) and what changed.
    ///
    /// # Example
    /// ```
    /// # use nailpunch_core::facts::{AuditId, Seal};
    /// let json = r#"{"number":1,"at":"2026-03-04T10:00:00Z","data_sha256":"aa"}"#;
    /// let seal: Seal = serde_json::from_str(json)?;
    /// let text = seal.signed_text(AuditId(uuid::Uuid::nil()));
    /// assert_eq!(text, "nailpunch seal\n00000000-0000-0000-0000-000000000000\n1\n2026-03-04T10:00:00Z\naa\n-\n");
    /// # Ok::<(), serde_json::Error>(())
    /// ```
    pub fn signed_text(&self, audit: AuditId) -> String {
        let pdf = self.pdf_sha256.as_deref().unwrap_or("-");
        let changes: String = self.changes.iter().map(|change| format!("{}\n", change.replace('\n', " "))).collect();
        format!("nailpunch seal\n{audit}\n{}\n{}\n{}\n{pdf}\n{changes}", self.number, self.at, self.data_sha256)
    }
}
