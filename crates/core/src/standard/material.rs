//! What conductors are made of.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// The metal of a conductor.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Material {
    /// Copper.
    #[default]
    Copper,
    /// Aluminium.
    Aluminium,
    /// Copper-clad aluminium.
    CopperClad,
}

impl Material {
    /// What is written behind a size that is not of copper; empty for copper.
    pub const fn other_than_copper(self) -> &'static str {
        match self {
            Self::Copper => "",
            Self::Aluminium => "aluminium",
            Self::CopperClad => "copper-clad aluminium",
        }
    }
}
