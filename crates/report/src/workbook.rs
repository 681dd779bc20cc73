//! Tables as one workbook, ECMA-376 (XLSX).

use rust_xlsxwriter::{Format, Workbook, XlsxError};

use crate::ReportError;
use crate::sheet::Sheet;

/// The longest text of a cell, in characters: ECMA-376 as spreadsheets read it.
const LONGEST: usize = 32_767;
/// Wider columns are read line by line.
const WIDEST: u16 = 60;

/// A workbook of a sheet each, by its name: the heading stays in sight and can be filtered, a figure is a number, and whatever was
/// typed is text and never a formula.
///
/// # Errors
/// [`ReportError::Workbook`] when it cannot be written.
pub fn workbook(sheets: &[(&str, Sheet)]) -> Result<Vec<u8>, ReportError> {
    let mut book = Workbook::new();
    for (name, sheet) in sheets {
        write(&mut book, name, sheet)?;
    }
    Ok(book.save_to_buffer()?)
}

fn write(book: &mut Workbook, name: &str, sheet: &Sheet) -> Result<(), XlsxError> {
    let heading = Format::new().set_bold();
    let page = book.add_worksheet();
    page.set_name(name)?;
    page.set_freeze_panes(1, 0)?;
    let columns = sheet.rows().first().map_or(0, Vec::len);
    let mut widths = vec![0; columns];
    for (row, cells) in (0_u32..).zip(sheet.rows()) {
        for ((column, cell), width) in (0_u16..).zip(cells).zip(&mut widths) {
            let longest = cell.lines().map(|line| line.chars().count()).max().unwrap_or(0);
            *width = (*width).max(u16::try_from(longest).unwrap_or(WIDEST).min(WIDEST));
            match number(cell).filter(|_| row > 0) {
                Some(figure) => page.write_number(row, column, figure)?,
                None if row == 0 => page.write_string_with_format(row, column, cell, &heading)?,
                None => page.write_string(row, column, cell.chars().take(LONGEST).collect::<String>())?,
            };
        }
    }
    for (column, width) in (0_u16..).zip(widths) {
        page.set_column_width(column, f64::from(width) + 2.0)?;
    }
    let (last_row, last_column) = (sheet.rows().len(), columns.saturating_sub(1));
    if let (Ok(row @ 2..), Ok(column)) = (u32::try_from(last_row), u16::try_from(last_column)) {
        page.autofilter(0, 0, row - 1, column)?;
    }
    Ok(())
}

/// A cell that is a figure, written as a figure is: "014" and "1e5" are names.
fn number(cell: &str) -> Option<f64> {
    let digits = cell.strip_prefix('-').unwrap_or(cell);
    let (whole, part) = digits.split_once('.').unwrap_or((digits, "0"));
    let is_figure = |text: &str| !text.is_empty() && text.chars().all(|c| c.is_ascii_digit());
    let plain = is_figure(whole) && is_figure(part) && (whole == "0" || !whole.starts_with('0'));
    cell.parse().ok().filter(|_| plain)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_figure_is_a_number_and_a_name_is_none() {
        for (cell, figure) in [("12", Some(12.0)), ("-3.50", Some(-3.5)), ("0", Some(0.0)), ("0.25", Some(0.25))] {
            assert_eq!(number(cell), figure, "{cell}");
        }
        for name in ["", "014", "1e5", "inf", "+3", "2 3/4 in", "1.", ".5", "-", "1_000"] {
            assert_eq!(number(name), None, "{name}");
        }
    }

    #[test]
    fn a_text_longer_than_a_cell_takes_is_cut_and_the_rest_is_written() {
        let mut sheet = Sheet::new(["what"]);
        sheet.row(["x".repeat(LONGEST + 10)]);
        sheet.row(["=1+1"]);
        let book = workbook(&[("Findings", sheet), ("Empty", Sheet::new(["what"]))]).expect("written");
        // A ZIP archive, as ECMA-376 part 2 has it.
        assert!(book.starts_with(b"PK"));
    }
}
