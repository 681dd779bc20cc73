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
