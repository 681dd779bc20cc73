//! Why typed text is no quantity.

/// Why a typed quantity could not be read; every variant names the part at fault.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum ParseQuantityError {
    /// Nothing was typed.
    #[error("nothing is typed; write a figure like {example}")]
    Empty {
        /// A figure in the unit expected.
        example: &'static str,
    },
    /// The text is longer than any quantity.
    #[error("this is {got} characters long; a figure has at most {max}")]
    TooLong {
        /// Characters typed.
        got: usize,
        /// Characters accepted.
        max: usize,
    },
    /// A word that is no unit.
    #[error("`{part}` is not a unit; use {expected}")]
    UnknownUnit {
        /// The word.
        part: String,
        /// The units that are known.
        expected: &'static str,
    },
    /// A figure was expected.
    #[error("`{part}` is not a figure")]
    NotANumber {
        /// What stood there.
        part: String,
    },
    /// A fraction over nothing.
    #[error("`{part}` divides by nothing")]
    ZeroDenominator {
        /// The fraction.
        part: String,
    },
    /// A comma before three digits can be a decimal mark or a thousands mark.
    #[error("`{part}` can be read two ways; write it without the comma")]
    Ambiguous {
        /// The figure.
        part: String,
    },
    /// Something is left over.
    #[error("`{part}` is left over after the figure")]
    Unexpected {
        /// What is left.
        part: String,
    },
    /// A minus sign.
    #[error("`{part}` is negative; a measure here is nothing or more")]
    Negative {
        /// The text.
        part: String,
    },
    /// Larger than the survey accepts.
    #[error("`{part}` is more than {max}")]
    OutOfRange {
        /// The text.
        part: String,
        /// The largest value, in words.
        max: &'static str,
    },
}
