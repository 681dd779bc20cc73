//! Masses, exact to the milligram: what hangs from a box.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::{RangeError, UnitSystem};

/// A mass from 0 to 1000 kg, in whole milligrams. One pound is 453 592.37 mg; its fraction is rounded to the milligram.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(try_from = "i64", into = "i64")]
#[schema(value_type = i64, minimum = 0, maximum = 1_000_000_000_i64)]
pub struct Mass(i64);

const HUNDREDTH_MG_PER_POUND: i64 = 45_359_237;

impl Mass {
    /// Nothing.
    pub const ZERO: Self = Self(0);
    /// The largest accepted mass: 1000 kg.
    pub const MAX: Self = Self(1_000_000_000);

    /// From milligrams.
    ///
    /// # Errors
    /// [`RangeError`] when `mg` is negative or above 1000 kg.
    pub const fn from_mg(mg: i64) -> Result<Self, RangeError> {
        if mg < 0 || mg > Self::MAX.0 {
            Err(RangeError { got: mg, max: Self::MAX.0, unit: "mg" })
        } else {
            Ok(Self(mg))
        }
    }

    /// Whole pounds.
    pub const fn pounds(pounds: u32) -> Self {
        Self((pounds as i64 * HUNDREDTH_MG_PER_POUND + 50) / 100)
    }

    /// Whole kilograms.
    pub const fn kilograms(kilograms: u32) -> Self {
        Self(kilograms as i64 * 1_000_000)
    }

    /// Milligrams.
    pub const fn mg(self) -> i64 {
        self.0
    }

    /// This mass less `other`, or nothing when `other` is the greater.
    pub const fn less(self, other: Self) -> Self {
        if self.0 > other.0 { Self(self.0 - other.0) } else { Self::ZERO }
    }

    /// With its unit, to a tenth: "35 lb" or "15.9 kg".
    pub fn print(self, units: UnitSystem) -> String {
        let (tenths, unit) = match units {
            UnitSystem::Inch => ((self.0 * 1_000 + HUNDREDTH_MG_PER_POUND / 2) / HUNDREDTH_MG_PER_POUND, "lb"),
            UnitSystem::Metric => ((self.0 + 50_000) / 100_000, "kg"),
        };
        if tenths % 10 == 0 {
            format!("{} {unit}", tenths / 10)
        } else {
            format!("{}.{} {unit}", tenths / 10, tenths % 10)
        }
    }
}

impl TryFrom<i64> for Mass {
    type Error = RangeError;
    fn try_from(mg: i64) -> Result<Self, RangeError> {
        Self::from_mg(mg)
    }
}

impl From<Mass> for i64 {
    fn from(mass: Mass) -> i64 {
        mass.0
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_pound_is_the_international_pound() {
        // 1 lb = 0.45359237 kg exactly (international yard and pound agreement, 1959).
        assert_eq!(Mass::pounds(100).mg(), 45_359_237);
        assert_eq!(Mass::pounds(35).print(UnitSystem::Inch), "35 lb");
        assert_eq!(Mass::pounds(35).print(UnitSystem::Metric), "15.9 kg");
        assert!(Mass::from_mg(-1).is_err());
    }
}
