//! What the lamp tester showed. The full diagnosis belongs to the instruments; a rule reads only the pattern.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// One lamp.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Lamp {
    /// Dark.
    Off,
    /// Faint.
    Dim,
    /// Lit.
    Lit,
}

/// Which half of a duplex receptacle.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Half {
    /// The upper, or the only one.
    Upper,
    /// The lower.
    Lower,
}

/// What the three lamps showed in one half.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LampReading {
    /// Which half.
    pub half: Half,
    /// Hot to neutral.
    pub hot_neutral: Lamp,
    /// Hot to ground.
    pub hot_ground: Lamp,
    /// Neutral to ground.
    pub neutral_ground: Lamp,
}
