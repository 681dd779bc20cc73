//! A length with a direction.

use std::ops::{Add, Sub};

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::{Figure, Length, RangeError, Rounding, UnitSystem};

/// How far something is past a place, less than nothing where it ends before it: −100 m to 100 m, in whole nanometres.
///
/// ```
/// use nailpunch_core::quantity::{Length, Offset, Rounding, UnitSystem};
/// // A tip 1 in from a sheath that ends 2 1/4 in behind the opening.
/// let reach = Length::inches(1) - Length::sixteenths(36);
/// assert_eq!(reach.print(UnitSystem::Inch, Rounding::Nearest), "−1 1/4 in");
/// assert!(reach < Offset::ZERO);
/// ```
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(try_from = "i64", into = "i64")]
#[schema(value_type = i64, minimum = -100_000_000_000_i64, maximum = 100_000_000_000_i64)]
pub struct Offset(i64);

impl Offset {
    /// At the place.
    pub const ZERO: Self = Self(0);
    /// As far before it as is accepted: 100 m.
    pub const MIN: Self = Self(-Length::MAX.nm());

    /// Nanometres, negative before the place.
    pub const fn nm(self) -> i64 {
        self.0
    }

    /// The length past the place; `None` where it ends before it.
    pub const fn past(self) -> Option<Length> {
        match Length::from_nm(self.0) {
            Ok(length) => Some(length),
            Err(_) => None,
        }
    }

    /// How far it is from the place, either way.
    pub const fn distance(self) -> Length {
        match Length::from_nm(self.0.saturating_abs()) {
            Ok(length) => length,
            Err(_) => Length::MAX,
        }
    }

    /// How far it stays behind `limit`; nothing where it reaches it.
    pub const fn short_of(self, limit: Length) -> Length {
        let short = limit.nm().saturating_sub(self.0);
        match Length::from_nm(if short < 0 { 0 } else { short }) {
            Ok(length) => length,
            Err(_) => Length::MAX,
        }
    }

    /// With its unit, "−1 1/4 in", rounded to 1/16 in or 1 mm.
    pub fn print(self, units: UnitSystem, rounding: Rounding) -> String {
        self.signed(self.distance().print(units, rounding))
    }

    /// As [`Offset::print`], without the unit.
    pub fn print_bare(self, units: UnitSystem, rounding: Rounding) -> String {
        self.signed(self.distance().print_bare(units, rounding))
    }

    /// With its unit, to the nearest mark.
    pub fn say(self, units: UnitSystem) -> String {
        self.print(units, Rounding::Nearest)
    }

    /// With its words, to the nearest mark.
    pub fn figure(self, units: UnitSystem) -> Figure {
        Figure { nm: self.0, text: self.print(units, Rounding::Nearest) }
    }

    /// The words of its distance with its sign, which stands behind the mark of rounding.
    fn signed(self, words: String) -> String {
        match words.strip_prefix("≈ ") {
            _ if self.0 >= 0 => words,
            Some(rounded) => format!("≈ −{rounded}"),
            None => format!("−{words}"),
        }
    }
}

impl From<Length> for Offset {
    fn from(length: Length) -> Self {
        Self(length.nm())
    }
}

impl TryFrom<i64> for Offset {
    type Error = RangeError;
    fn try_from(nm: i64) -> Result<Self, RangeError> {
        let most = Length::MAX.nm();
        if (-most..=most).contains(&nm) { Ok(Self(nm)) } else { Err(RangeError { got: nm, max: most, unit: "nm" }) }
    }
}

impl From<Offset> for i64 {
    fn from(offset: Offset) -> Self {
        offset.0
    }
}

impl Add<Length> for Offset {
    type Output = Self;
    fn add(self, length: Length) -> Self {
        Self(self.0 + length.nm())
    }
}

impl Sub<Length> for Offset {
    type Output = Self;
    fn sub(self, length: Length) -> Self {
        Self(self.0 - length.nm())
    }
}

impl Sub for Offset {
    type Output = Self;
    fn sub(self, other: Self) -> Self {
        Self(self.0 - other.0)
    }
}

impl Sub for Length {
    type Output = Offset;
    fn sub(self, other: Self) -> Offset {
        Offset(self.nm() - other.nm())
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn before_the_place_it_is_a_figure_too() {
        let behind = Length::inches(1) - Length::inches(2);
        assert_eq!((behind.past(), behind.distance()), (None, Length::inches(1)));
        assert_eq!(behind.short_of(Length::inches(3)), Length::inches(4));
        assert_eq!(Offset::from(Length::inches(4)).short_of(Length::inches(3)), Length::ZERO);
        assert_eq!(behind.print_bare(UnitSystem::Metric, Rounding::Nearest), "≈ −25");
    }

    #[test]
    fn json_takes_it_with_its_sign() {
        assert_eq!(serde_json::from_str::<Offset>("-25400000").ok(), Some(Length::ZERO - Length::inches(1)));
        assert!(serde_json::from_str::<Offset>("-100000000001").is_err());
    }
}
