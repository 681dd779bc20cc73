//! A limit that a code prints in two unit systems.

use crate::quantity::{Length, UnitSystem};

/// A limit with its printed twins. A code rounds the twins (6 in and 150 mm are not the same length), so neither is
/// ever computed from the other.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct TwinLimit {
    /// As printed in inches; `None` where the code prints millimetres only.
    pub inches: Option<Length>,
    /// As printed in millimetres.
    pub metric: Length,
}

impl TwinLimit {
    /// The figure to show a person who reads `units`.
    pub const fn shown(self, units: UnitSystem) -> Length {
        match (units, self.inches) {
            (UnitSystem::Inch, Some(inches)) => inches,
            _ => self.metric,
        }
    }

    /// The longer of the twins: what satisfies both.
    pub fn strict(self) -> Length {
        self.inches.map_or(self.metric, |inches| inches.max(self.metric))
    }

    /// The shorter of the twins: what satisfies at least one.
    pub fn lenient(self) -> Length {
        self.inches.map_or(self.metric, |inches| inches.min(self.metric))
    }
}
