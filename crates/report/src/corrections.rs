//! A correction list in and out: CSV with a heading row, or lines as they were typed.

use nailpunch_core::assess::{CorrectionAnswer, typed_lines};
use nailpunch_core::facts::MOST_LINES;

use crate::ReportError;
use crate::sheet::{Sheet, as_typed};

/// Why a list is not taken; nothing of it is.
#[derive(Debug, thiserror::Error)]
pub enum CorrectionsError {
    /// It is in another encoding.
    #[error("this list is not in UTF-8; save it as \"CSV UTF-8\" and take it again")]
    NotUtf8,
    /// It has no line.
    #[error("this list is empty; one finding a line")]
    Empty,
    /// It has too many lines.
    #[error("this list has {0} lines; at most {MOST_LINES} are taken: split it")]
    TooMany(usize),
    /// No column can hold the findings.
    #[error(
        "none of the columns ({0}) is called finding, description, text, comment or correction; rename one of them"
    )]
    NoColumn(String),
    /// A row cannot be read.
    #[error("line {line} cannot be read ({why}); mend it and take the list again")]
    Row {
        /// The line of the file.
        line: u64,
        /// Why.
        why: String,
    },
}

const TEXT: [&str; 9] =
    ["finding", "description", "text", "comment", "correction", "deficiency", "remark", "issue", "observation"];
const PLACE: [&str; 5] = ["location", "room", "place", "where", "area"];

/// Reads a list: as CSV where its first line names a column for the findings, as typed lines elsewhere. Each line is a
/// place and a text.
///
/// # Errors
/// [`CorrectionsError`].
pub fn read_corrections(bytes: &[u8]) -> Result<Vec<(String, String)>, CorrectionsError> {
    let text = std::str::from_utf8(bytes).map_err(|_| CorrectionsError::NotUtf8)?.trim_start_matches('\u{feff}');
    let first = text.lines().next().unwrap_or_default().to_lowercase();
    let has_columns = first.contains([',', ';', '\t']) && TEXT.iter().chain(&PLACE).any(|name| first.contains(name));
    let lines = if has_columns { columns(text, &first)? } else { typed_lines(text) };
    match lines.len() {
        0 => Err(CorrectionsError::Empty),
        count if count > MOST_LINES => Err(CorrectionsError::TooMany(count)),
        _ => Ok(lines),
    }
}

fn columns(text: &str, first: &str) -> Result<Vec<(String, String)>, CorrectionsError> {
    let separator =
        [b';', b'\t', b','].into_iter().max_by_key(|known| first.bytes().filter(|byte| byte == known).count());
    let mut reader =
        csv::ReaderBuilder::new().delimiter(separator.unwrap_or(b',')).flexible(true).from_reader(text.as_bytes());
    let heads = reader.headers().map_err(|error| CorrectionsError::Row { line: 1, why: error.to_string() })?.clone();
    let column =
        |names: &[&str]| heads.iter().position(|head| names.iter().any(|name| head.to_lowercase().contains(name)));
    let of_text =
        column(&TEXT).ok_or_else(|| CorrectionsError::NoColumn(heads.iter().collect::<Vec<_>>().join(", ")))?;
    let of_place = column(&PLACE);
    let mut lines = Vec::new();
    for row in reader.records() {
        let row = row.map_err(|error| {
            let line = error.position().map_or(0, csv::Position::line);
            CorrectionsError::Row { line, why: error.to_string() }
        })?;
        let cell = |at: usize| as_typed(row.get(at).unwrap_or_default().trim()).to_owned();
        let text = cell(of_text);
        if !text.is_empty() {
            lines.push((of_place.map(cell).unwrap_or_default(), text));
        }
    }
    Ok(lines)
}

/// The answers as CSV, a row a line of the list, in its order.
///
/// # Errors
/// [`ReportError::Csv`] when it cannot be written.
pub fn corrections_csv(answers: &[CorrectionAnswer]) -> Result<Vec<u8>, ReportError> {
    let mut sheet = Sheet::new(["number", "location", "finding", "room", "box", "rule", "answer"]);
    for answer in answers {
        sheet.row([
            answer.line.id.to_string(),
            answer.line.place.clone(),
            answer.line.text.clone(),
            answer.room.clone(),
            answer.tag.clone(),
            answer.line.rule.clone().unwrap_or_default(),
            answer.sentence.clone(),
        ]);
    }
    sheet.csv()
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use super::*;

    #[test]
    fn columns_are_found_by_their_names_whatever_parts_them() {
        let comma = "No,Location,Finding\n1,Kitchen,\"no GFCI, at the sink\"\n2,Hall,\n";
        assert_eq!(
            read_corrections(comma.as_bytes()).unwrap(),
            [("Kitchen".to_owned(), "no GFCI, at the sink".to_owned())]
        );
        let semicolon = "\u{feff}Room;Deficiency\r\nStair;cover missing\r\n";
        assert_eq!(read_corrections(semicolon.as_bytes()).unwrap(), [("Stair".to_owned(), "cover missing".to_owned())]);
        assert_eq!(read_corrections(b"Hall: loose outlet").unwrap(), [("Hall".to_owned(), "loose outlet".to_owned())]);
    }

    #[test]
    fn what_cannot_be_taken_says_what_to_do() {
        let said = |bytes: &[u8]| read_corrections(bytes).unwrap_err().to_string();
        assert!(said(b"caf\xe9: loose").contains("UTF-8"));
        assert!(said(b"  \n").contains("one finding a line"));
        assert!(said(b"room,number\nhall,3").contains("rename one of them"));
        assert!(said("loose\n".repeat(501).as_bytes()).contains("501 lines"));
    }

    #[test]
    fn a_formula_is_answered_harmless() {
        use nailpunch_core::facts::CorrectionLine;
        let line = CorrectionLine {
            id: 1,
            place: String::new(),
            text: "=HYPERLINK(\"http://x\")".to_owned(),
            room: None,
            run: None,
            box_id: None,
            panel: None,
            rule: None,
            note: String::new(),
        };
        let answer = CorrectionAnswer {
            line,
            room: String::new(),
            tag: String::new(),
            title: String::new(),
            state: None,
            sentence: "Not linked to a box yet.".to_owned(),
        };
        let csv = String::from_utf8(corrections_csv(&[answer]).unwrap()).unwrap();
        assert!(csv.contains("'=HYPERLINK"), "{csv}");
    }
}
