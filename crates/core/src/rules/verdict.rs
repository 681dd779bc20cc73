//! The answers a rule can give, and how they are marked.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// The answer of a rule.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Verdict {
    /// The limit is missed by more than the tape can be off.
    Violates,
    /// Within the measuring resolution of the limit, or meeting one unit system and missing the other.
    Marginal,
    /// Something has to be measured first.
    NotMeasured,
    /// Missed, but allowed when it was built.
    Legacy,
    /// The limit is met.
    Meets,
    /// The rule does not concern this.
    NotApplicable,
}

impl Verdict {
    /// Worst first.
    pub const fn rank(self) -> u8 {
        match self {
            Self::Violates => 0,
            Self::Marginal => 1,
            Self::NotMeasured => 2,
            Self::Legacy => 3,
            Self::Meets => 4,
            Self::NotApplicable => 5,
        }
    }

    /// As it is written on screen and page.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Violates => "violates",
            Self::Marginal => "marginal",
            Self::NotMeasured => "not measured",
            Self::Legacy => "legacy",
            Self::Meets => "meets",
            Self::NotApplicable => "not applicable",
        }
    }
}

/// How a result is marked on screen: its verdict, unless the inspector or its severity says more.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Mark {
    /// The inspector has dismissed it.
    Dismissed,
    /// Broken, and a danger now.
    Danger,
    /// Broken, and only worth knowing.
    Note,
    /// As its verdict says.
    Verdict,
}
