//! Volumes, exact in cubic inches and in millilitres.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::{RangeError, UnitSystem};

/// A volume from 0 to 1000 L, in whole nanolitres (1 in³ = 16 387 064 nL; 1 mL = 1 000 000 nL).
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(try_from = "i64", into = "i64")]
#[schema(value_type = i64, minimum = 0, maximum = 1_000_000_000_000_i64)]
pub struct Volume(i64);

/// One hundredth of a cubic inch is not a whole number of nanolitres; a thousandth of 16 387 064 nL is kept exact by
/// multiplying first.
const NL_PER_CUBIC_INCH: i64 = 16_387_064;
const NL_PER_ML: i64 = 1_000_000;

impl Volume {
    /// Nothing.
    pub const ZERO: Self = Self(0);
    /// The largest accepted volume: 1000 L.
    pub const MAX: Self = Self(1_000_000_000_000);

    /// From nanolitres.
    ///
    /// # Errors
    /// [`RangeError`] when `nl` is negative or above 1000 L.
    pub const fn from_nl(nl: i64) -> Result<Self, RangeError> {
        if nl < 0 || nl > Self::MAX.0 {
            Err(RangeError { got: nl, max: Self::MAX.0, unit: "nL" })
        } else {
            Ok(Self(nl))
        }
    }

    /// Hundredths of a cubic inch, to the nearest nanolitre.
    pub const fn centi_cubic_inches(hundredths: u32) -> Self {
        Self((hundredths as i64 * NL_PER_CUBIC_INCH + 50) / 100)
    }

    /// So many times this volume.
    pub const fn times(self, count: u32) -> Self {
        Self(self.0 * count as i64)
    }

    /// A quarter of this volume, to the nearest nanolitre.
    pub const fn quarter(self) -> Self {
        Self((self.0 + 2) / 4)
    }

    /// This volume less `other`, or nothing when `other` is the larger.
    pub const fn less(self, other: Self) -> Self {
        if self.0 > other.0 { Self(self.0 - other.0) } else { Self::ZERO }
    }

    /// Nanolitres.
    pub const fn nl(self) -> i64 {
        self.0
    }

    /// With its unit: cubic inches to two places, or millilitres to one, trailing zeros dropped.
    pub fn print(self, units: UnitSystem) -> String {
        let (scaled, places, unit) = match units {
            UnitSystem::Inch => ((self.0 * 100 + NL_PER_CUBIC_INCH / 2) / NL_PER_CUBIC_INCH, 2, "in³"),
            UnitSystem::Metric => ((self.0 * 10 + NL_PER_ML / 2) / NL_PER_ML, 1, "mL"),
        };
        let base = 10_i64.pow(places);
        let mut text = format!("{}.{:0width$}", scaled / base, scaled % base, width = places as usize);
        text.truncate(text.trim_end_matches('0').trim_end_matches('.').len());
        format!("{text} {unit}")
    }
}

impl std::ops::Add for Volume {
    type Output = Self;
    fn add(self, other: Self) -> Self {
        Self(self.0 + other.0)
    }
}

impl TryFrom<i64> for Volume {
    type Error = RangeError;
    fn try_from(nl: i64) -> Result<Self, RangeError> {
        Self::from_nl(nl)
    }
}

impl From<Volume> for i64 {
    fn from(volume: Volume) -> i64 {
        volume.0
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn cubic_inches_follow_from_the_inch() {
        // 2.54 cm cubed is 16.387064 cm³, exactly.
        assert_eq!(Volume::centi_cubic_inches(100).nl(), 16_387_064);
    }

    #[test]
    fn prints_in_both_units() {
        assert_eq!(Volume::centi_cubic_inches(1800).print(UnitSystem::Inch), "18 in³");
        assert_eq!(Volume::centi_cubic_inches(225).print(UnitSystem::Inch), "2.25 in³");
        assert_eq!(Volume::centi_cubic_inches(1800).print(UnitSystem::Metric), "295 mL");
        assert_eq!(Volume::from_nl(24_600_000).map(|v| v.print(UnitSystem::Metric)), Ok("24.6 mL".to_owned()));
    }
}
