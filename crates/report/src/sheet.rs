//! One way into a file for every cell of a table and every property of an event: nothing that was typed becomes a formula of
//! a spreadsheet or an event of its own.

use std::borrow::Cow;

use crate::ReportError;

/// A table as CSV (RFC 4180, UTF-8).
pub(crate) struct Sheet(csv::Writer<Vec<u8>>);

impl Sheet {
    /// With its heading row.
    pub fn new<const COLUMNS: usize>(heading: [&str; COLUMNS]) -> Result<Self, ReportError> {
        let mut sheet = Self(csv::Writer::from_writer(Vec::new()));
        sheet.row(heading)?;
        Ok(sheet)
    }

    /// One row. A text that a spreadsheet could take for a formula is preceded by an apostrophe; a number is none.
    pub fn row<Cell: AsRef<str>>(&mut self, cells: impl IntoIterator<Item = Cell>) -> Result<(), ReportError> {
        for cell in cells {
            self.0.write_field(harmless(cell.as_ref()).as_bytes())?;
        }
        Ok(self.0.write_record(None::<&[u8]>)?)
    }

    /// The file.
    pub fn done(self) -> Result<Vec<u8>, ReportError> {
        self.0.into_inner().map_err(|error| ReportError::Csv(error.into_error().into()))
    }
}

const FORMULA: [char; 6] = ['=', '+', '-', '@', '\t', '\r'];

fn harmless(text: &str) -> Cow<'_, str> {
    if text.starts_with(FORMULA) && text.parse::<f64>().is_err() {
        Cow::Owned(format!("'{text}"))
    } else {
        Cow::Borrowed(text)
    }
}

/// A cell as it was before it was made harmless.
pub(crate) fn as_typed(cell: &str) -> &str {
    cell.strip_prefix('\'').filter(|text| text.starts_with(FORMULA)).unwrap_or(cell)
}

/// A property of a calendar: one line, whatever was typed.
pub(crate) fn property(text: &str) -> String {
    text.chars().map(|c| if c.is_control() || matches!(c, '\u{2028}' | '\u{2029}') { ' ' } else { c }).collect()
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use super::*;

    #[test]
    fn no_cell_is_a_formula_and_a_number_stays_one() {
        let mut sheet = Sheet::new(["=what", "value"]).unwrap();
        sheet.row(["=1+1", "-12"]).unwrap();
        sheet.row(["@SUM(A1)\nnext", "+2 3/4 in"]).unwrap();
        let text = String::from_utf8(sheet.done().unwrap()).unwrap();
        assert_eq!(text, "'=what,value\n'=1+1,-12\n\"'@SUM(A1)\nnext\",'+2 3/4 in\n");
        assert_eq!((as_typed("'=1+1"), as_typed("'tis")), ("=1+1", "'tis"));
    }

    #[test]
    fn a_property_is_one_line() {
        assert_eq!(property("Quay\r\nEND:VEVENT\u{2028}house"), "Quay  END:VEVENT house");
    }
}
