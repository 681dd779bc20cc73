//! The record of a dead test: each step as it was done, with its time. What it proves is worked out in
//! [`crate::electrical::proof_of_dead`].

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What was used.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum DeadMethod {
    /// A meter with two leads, low impedance where it has it.
    Meter,
    /// A non-contact detector.
    Detector,
    /// The three-lamp tester.
    Lamps,
}

impl DeadMethod {
    /// In words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Meter => "meter",
            Self::Detector => "non-contact detector",
            Self::Lamps => "lamp tester",
        }
    }
}

/// What a step showed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum DeadOutcome {
    /// A breaker or the main was switched off; or the instrument answered on the known live point.
    Done,
    /// Nothing there.
    Dead,
    /// Something there: the work stops.
    Live,
    /// The instrument did not answer on the known live point.
    NoAnswer,
}

/// One step as it was done.
#[derive(Debug, Clone, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DeadStep {
    /// Which step of the procedure, "meter/upper".
    pub step: String,
    /// What it showed.
    pub outcome: DeadOutcome,
    /// When, "2026-03-04T10:42:00Z".
    pub at: String,
}
