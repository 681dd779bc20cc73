//! The correction list in the report.

use nailpunch_core::assess::{Assessed, CorrectionAnswer, answers};
use serde::Serialize;

/// A line of a correction list with its answer.
#[derive(Serialize)]
pub struct CorrectionRow {
    pub number: String,
    pub said: String,
    pub linked: String,
    pub answer: String,
}

/// The correction list of an audit, answered.
pub fn corrections(assessed: &Assessed) -> Vec<CorrectionRow> {
    let row = |answer: CorrectionAnswer| CorrectionRow {
        number: answer.line.id.to_string(),
        said: [answer.line.place.as_str(), &answer.line.text]
            .into_iter()
            .filter(|s| !s.is_empty())
            .collect::<Vec<_>>()
            .join(": "),
        linked: [answer.tag.as_str(), &answer.title]
            .into_iter()
            .filter(|s| !s.is_empty())
            .collect::<Vec<_>>()
            .join(", "),
        answer: answer.sentence,
    };
    answers(assessed).into_iter().map(row).collect()
}
