//! Exact quantities: lengths in whole nanometres, volumes in whole nanolitres, masses in milligrams, wire gauges.
//!
//! Inches (to 1/64) and millimetres are both exact, so comparisons with a limit need no tolerance of their own.
//! Typed text becomes a quantity in [`parse`]; a quantity becomes text through [`Length::print`].

mod amount;
mod gauge;
mod length;
mod mass;
mod offset;
mod parse;
mod parse_error;
mod plain;
mod reader;
mod sentence;
mod voltage;
mod volume;

pub use amount::{Amount, AmountUnit};
pub use gauge::Gauge;
pub use length::{Figure, Length, Rounding, UnitSystem};
pub use mass::Mass;
pub use offset::Offset;
pub use parse::{parse_length, parse_mass, parse_offset, parse_voltage, parse_volume};
pub use parse_error::ParseQuantityError;
pub use sentence::within_sentence;
pub(crate) use sentence::{capitalised, kebab_case};
pub use voltage::Voltage;
pub use volume::Volume;

/// A quantity outside the range that the survey accepts.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
#[error("{got} {unit} is outside the accepted range, 0 to {max} {unit}")]
pub struct RangeError {
    /// What was given.
    pub got: i64,
    /// The largest accepted value.
    pub max: i64,
    /// The unit of both.
    pub unit: &'static str,
}
