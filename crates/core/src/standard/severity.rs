//! How bad it is to break a requirement, and what kind of requirement it is.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// How bad it is to break a rule. Ordered: the worst first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Severity {
    /// Shock or fire now: act today.
    Danger,
    /// Breaks the code.
    Violation,
    /// Poor workmanship.
    Workmanship,
    /// Worth knowing.
    Note,
}

impl Severity {
    /// As it is written on page and in tables.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Danger => "danger",
            Self::Violation => "violation",
            Self::Workmanship => "workmanship",
            Self::Note => "note",
        }
    }
}

/// What kind of requirement a rule is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum RuleBasis {
    /// The published code.
    Code,
    /// The listing or labelling of a product.
    Listing,
    /// Workmanship.
    Workmanship,
    /// A local addition.
    Local,
    /// Good advice.
    Advisory,
    /// What somebody asked for: no fault, and work all the same.
    Wanted,
}
