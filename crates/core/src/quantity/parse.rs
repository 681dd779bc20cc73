//! What people type at a wall, read as a quantity: `5 3/4`, `5-3/4"`, `5.75in`, `1' 2 1/2"`, `146mm`, `14,6 cm`.
//!
//! ```text
//! length = term [separator term]          the second term only after feet
//! term   = number [unit]
//! number = whole | decimal | fraction | whole (space | "-") fraction
//! unit   = in inch inches " '' | ft foot feet ' | mm | cm | m
//! ```
//! Typographic fractions, primes, dashes and spaces are read as their plain forms.

use super::parse_error::ParseQuantityError;
use super::reader::Reader;
use super::{Length, Mass, Offset, UnitSystem, Voltage, Volume};

const LENGTH_UNITS: &str = "in, ft, mm, cm or m";
const VOLUME_UNITS: &str = "in³ or mL";
const MASS_UNITS: &str = "lb or kg";
const VOLTAGE_UNITS: &str = "V or mV";

/// Reads a length. A figure without a unit is in inches or millimetres as `units` says; after feet it is in inches.
/// What is not a whole number of nanometres is rounded to the nearest.
///
/// # Errors
/// [`ParseQuantityError`], which names the part that could not be read.
///
/// # Example
/// ```
/// use nailpunch_core::quantity::{Length, UnitSystem, parse_length};
/// assert_eq!(parse_length("5-3/4\"", UnitSystem::Metric), Ok(Length::sixteenths(92)));
/// assert_eq!(parse_length("1' 2 1/2\"", UnitSystem::Inch), Ok(Length::sixteenths(232)));
/// ```
pub fn parse_length(text: &str, units: UnitSystem) -> Result<Length, ParseQuantityError> {
    let example = match units {
        UnitSystem::Inch => "2 3/4",
        UnitSystem::Metric => "70",
    };
    let default = match units {
        UnitSystem::Inch => LengthUnit::Inch,
        UnitSystem::Metric => LengthUnit::Millimetre,
    };
    let mut reader = Reader::new(text, example)?;
    let first = reader.number()?;
    let unit = reader.unit(LengthUnit::read, LENGTH_UNITS)?.unwrap_or(default);
    let mut total = first.times(unit.nm());
    if unit == LengthUnit::Foot && reader.has_more() {
        reader.skip_separator();
        let inches = reader.number()?;
        let start = reader.at;
        match reader.unit(LengthUnit::read, LENGTH_UNITS)? {
            None | Some(LengthUnit::Inch) => total += inches.times(LengthUnit::Inch.nm()),
            Some(_) => return Err(reader.unexpected_from(start)),
        }
    }
    reader.finish()?;
    i64::try_from(total)
        .ok()
        .and_then(|nm| Length::from_nm(nm).ok())
        .ok_or(ParseQuantityError::OutOfRange { part: text.trim().to_owned(), max: "100 m (328 ft)" })
}

/// Reads a length with a direction, as [`parse_length`] does: a minus before it says that it ends before the place.
///
/// # Errors
/// [`ParseQuantityError`], which names the part that could not be read.
pub fn parse_offset(text: &str, units: UnitSystem) -> Result<Offset, ParseQuantityError> {
    let text = text.trim();
    let behind = text.strip_prefix('-').or_else(|| text.strip_prefix('−'));
    match behind {
        Some(distance) => Ok(Length::ZERO - parse_length(distance, units)?),
        None => parse_length(text, units).map(Offset::from),
    }
}

/// Reads a volume in cubic inches (`18`, `18 in3`, `2.25 cu in`) or millilitres (`295 mL`, `295 cm³`). A figure
/// without a unit is in cubic inches or millilitres as `units` says.
///
/// # Errors
/// [`ParseQuantityError`], which names the part that could not be read.
pub fn parse_volume(text: &str, units: UnitSystem) -> Result<Volume, ParseQuantityError> {
    let (example, default) = match units {
        UnitSystem::Inch => ("18", VolumeUnit::CubicInch),
        UnitSystem::Metric => ("295", VolumeUnit::Millilitre),
    };
    let mut reader = Reader::new(text, example)?;
    let number = reader.number()?;
    let unit = reader.unit(VolumeUnit::read, VOLUME_UNITS)?.unwrap_or(default);
    reader.finish()?;
    let nanolitres = match unit {
        VolumeUnit::CubicInch => number.times(16_387_064),
        VolumeUnit::Millilitre => number.times(1_000_000),
    };
    i64::try_from(nanolitres)
        .ok()
        .and_then(|nl| Volume::from_nl(nl).ok())
        .ok_or(ParseQuantityError::OutOfRange { part: text.trim().to_owned(), max: "1000 L" })
}

/// Reads a mass in pounds (`35`, `35 lb`) or kilograms (`16 kg`). A figure without a unit is in pounds or kilograms as
/// `units` says.
///
/// # Errors
/// [`ParseQuantityError`], which names the part that could not be read.
pub fn parse_mass(text: &str, units: UnitSystem) -> Result<Mass, ParseQuantityError> {
    let (example, default) = match units {
        UnitSystem::Inch => ("35", MassUnit::Pound),
        UnitSystem::Metric => ("16", MassUnit::Kilogram),
    };
    let mut reader = Reader::new(text, example)?;
    let number = reader.number()?;
    let unit = reader.unit(MassUnit::read, MASS_UNITS)?.unwrap_or(default);
    reader.finish()?;
    let hundredths = match unit {
        MassUnit::Pound => number.times(45_359_237),
        MassUnit::Kilogram => number.times(100_000_000),
    };
    i64::try_from((hundredths + 50) / 100)
        .ok()
        .and_then(|mg| Mass::from_mg(mg).ok())
        .ok_or(ParseQuantityError::OutOfRange { part: text.trim().to_owned(), max: "1000 kg" })
}

#[derive(Clone, Copy)]
enum MassUnit {
    Pound,
    Kilogram,
}

impl MassUnit {
    fn read(word: &str) -> Option<Self> {
        Some(match word {
            "lb" | "lbs" | "pound" | "pounds" => Self::Pound,
            "kg" | "kilogram" | "kilograms" => Self::Kilogram,
            _ => return None,
        })
    }
}

#[derive(Clone, Copy, PartialEq, Eq)]
enum LengthUnit {
    Inch,
    Foot,
    Millimetre,
    Centimetre,
    Metre,
}

impl LengthUnit {
    fn read(word: &str) -> Option<Self> {
        Some(match word {
            "\"" | "in" | "inch" | "inches" => Self::Inch,
            "'" | "ft" | "foot" | "feet" => Self::Foot,
            "mm" | "millimetre" | "millimetres" | "millimeter" | "millimeters" => Self::Millimetre,
            "cm" | "centimetre" | "centimetres" | "centimeter" | "centimeters" => Self::Centimetre,
            "m" | "metre" | "metres" | "meter" | "meters" => Self::Metre,
            _ => return None,
        })
    }

    const fn nm(self) -> i128 {
        match self {
            Self::Inch => 25_400_000,
            Self::Foot => 304_800_000,
            Self::Millimetre => 1_000_000,
            Self::Centimetre => 10_000_000,
            Self::Metre => 1_000_000_000,
        }
    }
}

/// Reads a voltage (`119.6`, `57 V`, `340 mV`). A figure without a unit is in volts.
///
/// # Errors
/// [`ParseQuantityError`], which names the part that could not be read.
pub fn parse_voltage(text: &str) -> Result<Voltage, ParseQuantityError> {
    let mut reader = Reader::new(text, "119.6")?;
    let number = reader.number()?;
    let millivolts = reader.unit(millivolts_in, VOLTAGE_UNITS)?.unwrap_or(1_000);
    reader.finish()?;
    i64::try_from(number.times(millivolts)).ok().and_then(|millivolts| Voltage::from_millivolts(millivolts).ok()).ok_or(
        ParseQuantityError::OutOfRange {
            part: text.trim().to_owned(),
            max: "1000 V, more than any branch circuit has; look at the meter again",
        },
    )
}

fn millivolts_in(word: &str) -> Option<i128> {
    Some(match word {
        "v" | "volt" | "volts" => 1_000,
        "mv" | "millivolt" | "millivolts" => 1,
        _ => return None,
    })
}

#[derive(Clone, Copy)]
enum VolumeUnit {
    CubicInch,
    Millilitre,
}

impl VolumeUnit {
    fn read(word: &str) -> Option<Self> {
        Some(match word {
            "in3" | "cu in" | "cubic inch" | "cubic inches" => Self::CubicInch,
            "ml" | "cm3" | "cc" | "millilitre" | "millilitres" | "milliliter" | "milliliters" => Self::Millilitre,
            _ => return None,
        })
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;
    use crate::quantity::Rounding;

    fn inch(text: &str) -> Result<Length, ParseQuantityError> {
        parse_length(text, UnitSystem::Inch)
    }

    #[test]
    fn reads_what_people_type() {
        let cases = [
            ("5", Length::inches(5)),
            ("5 3/4", Length::sixteenths(92)),
            ("5-3/4\"", Length::sixteenths(92)),
            ("5.75in", Length::sixteenths(92)),
            ("5.75 in.", Length::sixteenths(92)),
            (".5", Length::sixteenths(8)),
            ("3/4", Length::sixteenths(12)),
            ("1' 2 1/2\"", Length::sixteenths(232)),
            ("6'2", Length::inches(74)),
            ("6'-2\"", Length::inches(74)),
            ("1 ft", Length::inches(12)),
            ("6-inch", Length::inches(6)),
            ("146mm", Length::mm(146)),
            ("14.6 cm", Length::mm(146)),
            ("14,6 cm", Length::mm(146)),
            ("0.146 m", Length::mm(146)),
            ("2¾", Length::sixteenths(44)),
            ("2 ¾″", Length::sixteenths(44)),
            ("⅜", Length::sixteenths(6)),
            ("1′ 2½″", Length::sixteenths(232)),
            ("1'' ", Length::inches(1)),
            ("2 – 3⁄4 IN", Length::sixteenths(44)),
            ("0", Length::ZERO),
        ];
        for (text, expected) in cases {
            assert_eq!(inch(text), Ok(expected), "{text}");
        }
    }

    #[test]
    fn a_bare_figure_takes_the_unit_of_the_audit() {
        assert_eq!(parse_length("70", UnitSystem::Metric), Ok(Length::mm(70)));
        assert_eq!(parse_length("70", UnitSystem::Inch), Ok(Length::inches(70)));
    }

    #[test]
    fn errors_name_the_bad_part() {
        let part = |text: &str| inch(text).expect_err(text).to_string();
        assert_eq!(part("5 furlongs"), "`furlongs` is not a unit; use in, ft, mm, cm or m");
        assert_eq!(part("3/0"), "`3/0` divides by nothing");
        assert_eq!(part("3/"), "`3/` is not a figure");
        assert_eq!(part("in"), "`in` is not a figure");
        assert_eq!(part("NaN"), "`nan` is not a figure");
        assert_eq!(part("5 3/4 x 2"), "`x` is not a unit; use in, ft, mm, cm or m");
        assert_eq!(part("5 6"), "`6` is left over after the figure");
        assert_eq!(part("2 mm 3"), "`3` is left over after the figure");
        assert_eq!(part("-2"), "`-2` is negative; a measure here is nothing or more");
        assert_eq!(part("1,500 mm"), "`1,500` can be read two ways; write it without the comma");
        assert_eq!(part("400 ft"), "`400 ft` is more than 100 m (328 ft)");
        assert_eq!(part("99999999999999999999999"), "`99999999999999999999999` is more than 100 m (328 ft)");
        assert_eq!(part(" "), "nothing is typed; write a figure like 2 3/4");
        assert_eq!(part("1' 2mm"), "`mm` is left over after the figure");
    }

    #[test]
    fn reads_volumes() {
        for text in ["18", "18 in³", "18in3", "18 cu in", "18.0 cubic inches", "18 CU. IN"] {
            let read = parse_volume(text, UnitSystem::Inch);
            if text.contains("CU.") {
                assert!(read.is_err());
            } else {
                assert_eq!(read, Ok(Volume::centi_cubic_inches(1800)), "{text}");
            }
        }
        assert_eq!(parse_volume("24,6 mL", UnitSystem::Inch).map(Volume::nl), Ok(24_600_000));
        assert_eq!(parse_volume("295", UnitSystem::Metric).map(Volume::nl), Ok(295_000_000));
        assert!(parse_volume("18 in", UnitSystem::Inch).is_err());
    }

    #[test]
    fn reads_what_a_meter_shows() {
        for (text, millivolts) in
            [("119.6", 119_600), ("57 V", 57_000), ("340mv", 340), ("0", 0), ("240volts", 240_000)]
        {
            assert_eq!(parse_voltage(text).map(i64::from), Ok(millivolts), "{text}");
        }
        let part = |text: &str| parse_voltage(text).expect_err(text).to_string();
        assert!(part("5000").starts_with("`5000` is more than 1000 V"), "{}", part("5000"));
        assert_eq!(part("-3"), "`-3` is negative; a measure here is nothing or more");
        assert_eq!(part("hot"), "`hot` is not a figure");
        assert_eq!(part("12 A"), "`a` is not a unit; use V or mV");
    }

    proptest! {
        #[test]
        fn never_panics(text in "\\PC*") {
            let _ = parse_length(&text, UnitSystem::Inch);
            let _ = parse_length(&text, UnitSystem::Metric);
            let _ = parse_volume(&text, UnitSystem::Inch);
        }

        #[test]
        fn never_panics_near_the_grammar(text in "[0-9 ./,'\"½¾′″inmcft-]{0,80}") {
            let _ = parse_length(&text, UnitSystem::Inch);
            let _ = parse_volume(&text, UnitSystem::Metric);
        }

        #[test]
        fn sixteenths_round_trip(count in 0_u32..60_000) {
            let length = Length::sixteenths(count);
            prop_assert_eq!(inch(&length.print(UnitSystem::Inch, Rounding::Nearest)), Ok(length));
        }

        #[test]
        fn millimetres_round_trip(count in 0_u32..100_000) {
            let length = Length::mm(count);
            let text = length.print(UnitSystem::Metric, Rounding::Nearest);
            prop_assert_eq!(parse_length(&text, UnitSystem::Inch), Ok(length));
        }

        #[test]
        fn printing_is_within_half_a_mark(nm in 0_i64..10_000_000_000) {
            let length = Length::from_nm(nm).expect("in range");
            let text = length.print(UnitSystem::Inch, Rounding::Nearest);
            let read = inch(text.trim_start_matches("≈ ")).expect("its own print is readable");
            prop_assert!((read - length).nm().abs() <= 793_750);
        }
    }
}
