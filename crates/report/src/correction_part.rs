//! The correction list in the report.

use nailpunch_core::assess::{BoxItems, CorrectionAnswer, answers};
use nailpunch_core::facts::Bundle;
use serde::Serialize;

/// A line of a correction list with its answer.
#[derive(Serialize)]
pub struct CorrectionRow {
    pub number: String,
    pub said: String,
    pub linked: String,
    pub answer: String,
}

/// The correction list of a bundle, answered.
pub fn corrections(bundle: &Bundle) -> Vec<CorrectionRow> {
    let records = bundle.records();
    let boxes: Vec<_> = records.iter().map(|(room, record)| (room, record)).collect();
    let entries = bundle.rooms.iter().flat_map(|room| &room.boxes);
    let items: BoxItems = entries.map(|entry| (entry.id, entry.items.clone())).collect();
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
    answers(&bundle.audit.corrections, &boxes, &items, &bundle.audit.basis).into_iter().map(row).collect()
}
