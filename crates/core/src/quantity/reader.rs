//! A cursor over typed text that reads figures and units.

use super::parse_error::ParseQuantityError;
use super::plain::plain;

/// The longest text that is read, in characters.
const LONGEST_TEXT: usize = 64;

/// A non-negative rational: what was typed, before its unit is known.
#[derive(Clone, Copy)]
pub(super) struct Number {
    numerator: i128,
    denominator: i128,
}

impl Number {
    const fn whole(numerator: i128) -> Self {
        Self { numerator, denominator: 1 }
    }

    fn plus(self, other: Self) -> Self {
        Self {
            numerator: self.numerator * other.denominator + other.numerator * self.denominator,
            denominator: self.denominator * other.denominator,
        }
    }

    /// Times a unit, rounded to the nearest whole number.
    pub(super) fn times(self, unit: i128) -> i128 {
        (self.numerator * unit * 2 + self.denominator) / (self.denominator * 2)
    }
}

/// A cursor over the plain form of the text.
pub(super) struct Reader {
    text: Vec<char>,
    pub(super) at: usize,
}

impl Reader {
    pub(super) fn new(text: &str, example: &'static str) -> Result<Self, ParseQuantityError> {
        let length = text.chars().count();
        if length > LONGEST_TEXT {
            return Err(ParseQuantityError::TooLong { got: length, max: LONGEST_TEXT });
        }
        let mut reader = Self { text: plain(text), at: 0 };
        reader.skip_spaces();
        match reader.peek() {
            None => Err(ParseQuantityError::Empty { example }),
            Some('-') => Err(ParseQuantityError::Negative { part: text.trim().to_owned() }),
            Some(_) => Ok(reader),
        }
    }

    fn peek(&self) -> Option<char> {
        self.text.get(self.at).copied()
    }

    fn skip_spaces(&mut self) {
        while self.peek() == Some(' ') {
            self.at += 1;
        }
    }

    /// Spaces and at most one hyphen, as in `6'-2"` and `6-inch`.
    pub(super) fn skip_separator(&mut self) {
        self.skip_spaces();
        if self.peek() == Some('-') {
            self.at += 1;
            self.skip_spaces();
        }
    }

    pub(super) fn has_more(&self) -> bool {
        self.text[self.at..].iter().any(|c| *c != ' ')
    }

    fn slice(&self, from: usize) -> String {
        self.text[from..self.at].iter().collect()
    }

    pub(super) fn unexpected_from(&self, from: usize) -> ParseQuantityError {
        ParseQuantityError::Unexpected { part: self.text[from..].iter().collect::<String>().trim().to_owned() }
    }

    pub(super) fn finish(&mut self) -> Result<(), ParseQuantityError> {
        self.skip_spaces();
        if self.at < self.text.len() { Err(self.unexpected_from(self.at)) } else { Ok(()) }
    }

    /// The digits at the cursor.
    fn digits(&mut self) -> Option<(i128, u32)> {
        let start = self.at;
        let mut value: i128 = 0;
        while let Some(digit) = self.peek().and_then(|c| c.to_digit(10)) {
            // Past 15 digits the figure is out of range whatever follows; stopping keeps the products within i128.
            value = if self.at - start < 15 { value * 10 + i128::from(digit) } else { 10_i128.pow(15) };
            self.at += 1;
        }
        let count = u32::try_from(self.at - start).unwrap_or(u32::MAX);
        (count > 0).then_some((value, count))
    }

    pub(super) fn number(&mut self) -> Result<Number, ParseQuantityError> {
        self.skip_spaces();
        let start = self.at;
        let whole = self.digits();
        if matches!(self.peek(), Some('.' | ',')) {
            return self.decimal(start, whole);
        }
        let Some((whole, _)) = whole else {
            let part = self.text[start..].iter().collect::<String>();
            return Err(ParseQuantityError::NotANumber { part: part.trim().to_owned() });
        };
        if self.peek() == Some('/') {
            return self.fraction(start, whole);
        }
        let after_whole = self.at;
        self.skip_separator();
        if self.at > after_whole {
            let fraction_start = self.at;
            if let Some((numerator, _)) = self.digits()
                && self.peek() == Some('/')
            {
                return Ok(Number::whole(whole).plus(self.fraction(fraction_start, numerator)?));
            }
            self.at = after_whole;
        }
        Ok(Number::whole(whole))
    }

    fn decimal(&mut self, start: usize, whole: Option<(i128, u32)>) -> Result<Number, ParseQuantityError> {
        let comma = self.peek() == Some(',');
        self.at += 1;
        let places = self.digits();
        let part = || self.text[start..self.at].iter().collect::<String>();
        match (whole, places) {
            (None, None) => Err(ParseQuantityError::NotANumber { part: part() }),
            (Some(_), Some((_, 3))) if comma => Err(ParseQuantityError::Ambiguous { part: part() }),
            (_, Some((_, count))) if count > 9 => Err(ParseQuantityError::TooLong { got: count as usize, max: 9 }),
            (whole, places) => {
                let (value, count) = places.unwrap_or((0, 0));
                let fraction = Number { numerator: value, denominator: 10_i128.pow(count) };
                Ok(Number::whole(whole.map_or(0, |(value, _)| value)).plus(fraction))
            }
        }
    }

    /// The rest of a fraction whose numerator has been read; the cursor stands at the slash.
    fn fraction(&mut self, start: usize, numerator: i128) -> Result<Number, ParseQuantityError> {
        self.at += 1;
        match self.digits() {
            None => Err(ParseQuantityError::NotANumber { part: self.slice(start) }),
            Some((0, _)) => Err(ParseQuantityError::ZeroDenominator { part: self.slice(start) }),
            Some((denominator, _)) => Ok(Number { numerator, denominator }),
        }
    }

    /// The unit at the cursor, if there is one.
    pub(super) fn unit<U>(
        &mut self,
        read: impl Fn(&str) -> Option<U>,
        expected: &'static str,
    ) -> Result<Option<U>, ParseQuantityError> {
        let before = self.at;
        self.skip_separator();
        let start = self.at;
        if matches!(self.peek(), Some('"' | '\'')) {
            self.at += 1;
        } else {
            while self.peek().is_some_and(|c| c.is_alphabetic() || c == '3' && self.at > start) {
                self.at += 1;
                // "cu in" and "cubic inches" are two words.
                if matches!(self.slice(start).as_str(), "cu" | "cubic") && self.peek() == Some(' ') {
                    self.at += 1;
                }
            }
        }
        if self.at == start {
            self.at = before;
            return Ok(None);
        }
        let word = self.slice(start);
        match read(&word) {
            Some(unit) => {
                if self.peek() == Some('.') {
                    self.at += 1;
                }
                Ok(Some(unit))
            }
            None => Err(ParseQuantityError::UnknownUnit { part: word, expected }),
        }
    }
}
