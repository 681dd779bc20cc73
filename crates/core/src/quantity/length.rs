//! Lengths, exact in inches and in millimetres.

use std::fmt::Write as _;
use std::ops::Add;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::RangeError;

/// The unit a person chose to read and type.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum UnitSystem {
    /// Inches and sixteenths.
    #[default]
    Inch,
    /// Millimetres.
    Metric,
}

impl UnitSystem {
    /// A limit that the trade states in both systems, each in its own round figure: "12 in", "300 mm".
    pub const fn either(self, inch: &'static str, metric: &'static str) -> &'static str {
        match self {
            Self::Inch => inch,
            Self::Metric => metric,
        }
    }
}

/// A length from 0 to 100 m, in whole nanometres (1/64 in = 396 875 nm; 1 mm = 1 000 000 nm).
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(try_from = "i64", into = "i64")]
#[schema(value_type = i64, minimum = 0, maximum = 100_000_000_000_i64)]
pub struct Length(i64);

/// Which way a length is rounded when it does not fall on a mark of the tape.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Rounding {
    /// To the nearest mark; a tie goes up.
    Nearest,
    /// Up, so that a shortfall is never shown as nothing.
    Up,
}

/// A length with the words that show it: the only way lengths reach a screen or a page.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct Figure {
    /// Nanometres.
    pub nm: i64,
    /// In the unit of the audit, "2 3/4 in" or "70 mm"; begins with "≈" when it was rounded.
    pub text: String,
}

const NM_PER_SIXTEENTH: i64 = 1_587_500;
const NM_PER_MM: i64 = 1_000_000;

impl Length {
    /// Nothing.
    pub const ZERO: Self = Self(0);
    /// The longest accepted length: 100 m.
    pub const MAX: Self = Self(100_000_000_000);

    /// From nanometres.
    ///
    /// # Errors
    /// [`RangeError`] when `nm` is negative or above 100 m.
    pub const fn from_nm(nm: i64) -> Result<Self, RangeError> {
        if nm < 0 || nm > Self::MAX.0 {
            Err(RangeError { got: nm, max: Self::MAX.0, unit: "nm" })
        } else {
            Ok(Self(nm))
        }
    }

    /// Whole millimetres.
    pub const fn mm(millimetres: u32) -> Self {
        Self(millimetres as i64 * NM_PER_MM)
    }

    /// Sixteenths of an inch.
    pub const fn sixteenths(count: u32) -> Self {
        Self(count as i64 * NM_PER_SIXTEENTH)
    }

    /// Whole inches.
    pub const fn inches(count: u32) -> Self {
        Self::sixteenths(count * 16)
    }

    /// Nanometres.
    pub const fn nm(self) -> i64 {
        self.0
    }

    /// In whole feet, up, and at least one: as cable and conduit are bought.
    pub fn whole_feet(self) -> u32 {
        let foot = Self::inches(12).0.unsigned_abs();
        u32::try_from(self.0.max(1).unsigned_abs().div_ceil(foot)).unwrap_or(u32::MAX)
    }

    /// This length less `other`, or nothing when `other` is longer.
    pub const fn less(self, other: Self) -> Self {
        if self.0 > other.0 { Self(self.0 - other.0) } else { Self::ZERO }
    }

    /// The next whole multiple of `step` that is not shorter than this length; itself when `step` is nothing.
    pub const fn up_to_multiple_of(self, step: Self) -> Self {
        if step.0 == 0 {
            return self;
        }
        Self(((self.0 + step.0 - 1) / step.0) * step.0)
    }

    /// With its unit, "2 3/4 in" or "70 mm", rounded to 1/16 in or 1 mm; begins with "≈" when rounding moved it.
    pub fn print(self, units: UnitSystem, rounding: Rounding) -> String {
        self.print_bare(units, rounding)
            + match units {
                UnitSystem::Inch => " in",
                UnitSystem::Metric => " mm",
            }
    }

    /// As [`Length::print`], without the unit.
    pub fn print_bare(self, units: UnitSystem, rounding: Rounding) -> String {
        let mark = match units {
            UnitSystem::Inch => NM_PER_SIXTEENTH,
            UnitSystem::Metric => NM_PER_MM,
        };
        let marks = match rounding {
            Rounding::Nearest => (self.0 + mark / 2) / mark,
            Rounding::Up => (self.0 + mark - 1) / mark,
        };
        let (whole, fraction) = match units {
            UnitSystem::Inch => (marks / 16, FRACTIONS[(marks % 16) as usize]),
            UnitSystem::Metric => (marks, ""),
        };
        // A report or a large audit prints tens of thousands of lengths: one allocation each.
        let mut text = String::with_capacity(LONGEST_PRINT);
        if marks * mark != self.0 {
            text.push_str("≈ ");
        }
        if whole != 0 || fraction.is_empty() {
            let _ = write!(text, "{whole}");
        }
        if whole != 0 && !fraction.is_empty() {
            text.push(' ');
        }
        text.push_str(fraction);
        text
    }

    /// As one says a length along a wall: "14 ft 3 in", "18 in", "4.32 m", "640 mm".
    pub fn say_run(self, units: UnitSystem) -> String {
        let foot = Self::inches(12).0;
        if units == UnitSystem::Inch && self.0 >= 2 * foot {
            let (feet, rest) = self.in_feet();
            let about = if self.0 % NM_PER_SIXTEENTH == 0 { "" } else { "≈ " };
            return match rest {
                Self::ZERO => format!("{about}{feet} ft"),
                rest => format!("{about}{feet} ft {}", rest.print(units, Rounding::Nearest)),
            };
        }
        let millimetres = (self.0 + NM_PER_MM / 2) / NM_PER_MM;
        if units == UnitSystem::Metric && millimetres >= 1_000 {
            let about = if self.0 % NM_PER_MM == 0 { "" } else { "≈ " };
            let part = format!("{:03}", millimetres % 1_000);
            let part = part.trim_end_matches('0');
            let point = if part.is_empty() { "" } else { "." };
            return format!("{about}{}{point}{part} m", millimetres / 1_000);
        }
        self.print(units, Rounding::Nearest)
    }

    /// As one types a length along a wall: `14'3 1/2"`, `12'`, `18"`, `4320`; it reads as the same length to the nearest mark.
    pub fn type_run(self, units: UnitSystem) -> String {
        let bare = |length: Self| length.print_bare(units, Rounding::Nearest).trim_start_matches("≈ ").to_owned();
        match (units, self.in_feet()) {
            (UnitSystem::Metric, _) => bare(self),
            (UnitSystem::Inch, (2.., Self::ZERO)) => format!("{}'", self.in_feet().0),
            (UnitSystem::Inch, (feet @ 2.., rest)) => format!("{feet}'{}\"", bare(rest)),
            (UnitSystem::Inch, _) => format!("{}\"", bare(self)),
        }
    }

    /// Whole feet and what is left, to the nearest sixteenth.
    const fn in_feet(self) -> (i64, Self) {
        let marks = (self.0 + NM_PER_SIXTEENTH / 2) / NM_PER_SIXTEENTH;
        (marks / (12 * 16), Self(marks % (12 * 16) * NM_PER_SIXTEENTH))
    }

    /// With its words, to the nearest mark.
    pub fn figure(self, units: UnitSystem) -> Figure {
        Figure { nm: self.0, text: self.print(units, Rounding::Nearest) }
    }

    /// With its words, rounded up: for shortfalls.
    pub fn figure_up(self, units: UnitSystem) -> Figure {
        Figure { nm: self.0, text: self.print(units, Rounding::Up) }
    }
}

/// The fractions of an inch in sixteenths, reduced.
const FRACTIONS: [&str; 16] = [
    "", "1/16", "1/8", "3/16", "1/4", "5/16", "3/8", "7/16", "1/2", "9/16", "5/8", "11/16", "3/4", "13/16", "7/8",
    "15/16",
];
/// Room for any length in words, with "≈", its unit and a fraction.
const LONGEST_PRINT: usize = 24;

impl Add for Length {
    type Output = Self;
    fn add(self, other: Self) -> Self {
        Self(self.0 + other.0)
    }
}

impl TryFrom<i64> for Length {
    type Error = RangeError;
    fn try_from(nm: i64) -> Result<Self, RangeError> {
        Self::from_nm(nm)
    }
}

impl From<Length> for i64 {
    fn from(length: Length) -> i64 {
        length.0
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn inch(length: Length) -> String {
        length.print(UnitSystem::Inch, Rounding::Nearest)
    }

    #[test]
    fn the_inch_is_exactly_25_4_mm() {
        // International yard and pound agreement of 1959: 1 in = 25.4 mm exactly.
        assert_eq!(Length::inches(5), Length::mm(127));
        assert_eq!(Length::inches(10).nm(), 254_000_000);
    }

    #[test]
    fn fractions_are_reduced() {
        assert_eq!(inch(Length::sixteenths(44)), "2 3/4 in");
        assert_eq!(inch(Length::sixteenths(12)), "3/4 in");
        assert_eq!(inch(Length::sixteenths(97)), "6 1/16 in");
        assert_eq!(inch(Length::ZERO), "0 in");
    }

    #[test]
    fn a_rounded_figure_says_so() {
        assert_eq!(inch(Length::mm(70)), "≈ 2 3/4 in");
        assert_eq!(Length::sixteenths(92).print(UnitSystem::Metric, Rounding::Nearest), "≈ 146 mm");
        assert_eq!(Length::mm(146).print(UnitSystem::Metric, Rounding::Nearest), "146 mm");
    }

    #[test]
    fn a_shortfall_is_never_shown_as_nothing() {
        let hair = Length::from_nm(1).expect("in range");
        assert_eq!(hair.figure_up(UnitSystem::Inch).text, "≈ 1/16 in");
        assert_eq!(hair.figure_up(UnitSystem::Metric).text, "≈ 1 mm");
    }

    #[test]
    fn a_length_along_a_wall_is_said_in_feet_or_metres() {
        let said = |length: Length| (length.say_run(UnitSystem::Inch), length.type_run(UnitSystem::Inch));
        assert_eq!(said(Length::sixteenths(16 * 171 + 8)), ("14 ft 3 1/2 in".to_owned(), "14'3 1/2\"".to_owned()));
        assert_eq!(said(Length::inches(18)), ("18 in".to_owned(), "18\"".to_owned()));
        assert_eq!(said(Length::inches(24)), ("2 ft".to_owned(), "2'".to_owned()));
        let metric = |length: Length| (length.say_run(UnitSystem::Metric), length.type_run(UnitSystem::Metric));
        assert_eq!(metric(Length::mm(4_320)), ("4.32 m".to_owned(), "4320".to_owned()));
        assert_eq!(metric(Length::mm(3_000)).0, "3 m");
        assert_eq!(metric(Length::mm(640)).0, "640 mm");
        assert_eq!(Length::inches(72).say_run(UnitSystem::Metric), "≈ 1.829 m");
    }

    #[test]
    fn rounding_up_to_a_step() {
        let quarter = Length::sixteenths(4);
        assert_eq!(Length::sixteenths(57).up_to_multiple_of(quarter), Length::sixteenths(60));
        assert_eq!(Length::sixteenths(60).up_to_multiple_of(quarter), Length::sixteenths(60));
    }

    #[test]
    fn json_takes_only_what_is_in_range() {
        assert!(serde_json::from_str::<Length>("69850000").is_ok());
        assert!(serde_json::from_str::<Length>("-1").is_err());
        assert!(serde_json::from_str::<Length>("100000000001").is_err());
        assert!(serde_json::from_str::<Length>("1.5").is_err());
    }
}
