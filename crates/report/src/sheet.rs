//! One way into a file for every cell of a table and every property of an event: nothing that was typed becomes a formula of
//! a spreadsheet or an event of its own. A table becomes a file as CSV here, or as a sheet of a workbook in `workbook.rs`.

use std::borrow::Cow;

use crate::ReportError;

/// A table: its heading row, then one row after the other.
pub struct Sheet {
    rows: Vec<Vec<String>>,
}

impl Sheet {
    /// With its heading row.
    pub(crate) fn new<const COLUMNS: usize>(heading: [&str; COLUMNS]) -> Self {
        Self { rows: vec![heading.map(str::to_owned).to_vec()] }
    }

    /// One row more, with as many cells as the heading has.
    pub(crate) fn row<Cell: AsRef<str>>(&mut self, cells: impl IntoIterator<Item = Cell>) {
        self.rows.push(cells.into_iter().map(|cell| cell.as_ref().to_owned()).collect());
    }

    /// The rows as they are, the heading first.
    pub(crate) fn rows(&self) -> &[Vec<String>] {
        &self.rows
    }

    /// As CSV (RFC 4180, UTF-8, a heading row). Text that a spreadsheet could take for a formula is preceded by an apostrophe; a
    /// number is none.
    ///
    /// # Errors
    /// [`ReportError::Csv`] when it cannot be written.
    pub fn csv(&self) -> Result<Vec<u8>, ReportError> {
        let mut file = csv::Writer::from_writer(Vec::new());
        for row in &self.rows {
            for cell in row {
                file.write_field(harmless(cell).as_bytes())?;
            }
            file.write_record(None::<&[u8]>)?;
        }
        file.into_inner().map_err(|error| ReportError::Csv(error.into_error().into()))
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
        let mut sheet = Sheet::new(["=what", "value"]);
        sheet.row(["=1+1", "-12"]);
        sheet.row(["@SUM(A1)\nnext", "+2 3/4 in"]);
        let text = String::from_utf8(sheet.csv().unwrap()).unwrap();
        assert_eq!(text, "'=what,value\n'=1+1,-12\n\"'@SUM(A1)\nnext\",'+2 3/4 in\n");
        assert_eq!((as_typed("'=1+1"), as_typed("'tis")), ("=1+1", "'tis"));
    }

    #[test]
    fn a_property_is_one_line() {
        assert_eq!(property("Quay\r\nEND:VEVENT\u{2028}house"), "Quay  END:VEVENT house");
    }
}
