//! A sketched room in the report: its plan, its findings, what puts it right.

use nailpunch_core::assess::{AssessedRoom, ItemState, RoomJudgement};
use nailpunch_core::facts::Bundle;
use serde::Serialize;

use crate::photo_part::{PhotoPart, photo_part};
use crate::room_svg;
use crate::table::{Drawing, Row, every_sentence, plan_beside_the_box, rest_beside_the_box, telling};

/// What the sketch of a room shows.
#[derive(Serialize)]
pub struct SketchPart {
    pub verdict: &'static str,
    pub dangerous: bool,
    pub drawings: Vec<Drawing>,
    pub rows: Vec<Row>,
    pub rest: String,
    pub contradictions: Vec<String>,
    pub plan: Vec<String>,
    pub remarks: Vec<String>,
    pub photos: Vec<PhotoPart>,
    /// Where its findings are in their lives.
    #[serde(skip)]
    pub states: Vec<ItemState>,
}

/// The sketch of a room.
pub fn sketch_part(known: &AssessedRoom, bundle: &Bundle) -> SketchPart {
    let (found, left) = (&known.found, known.left.as_ref());
    let results = left.map(|left| left.results.as_slice());
    let told = found.results.iter().filter(|result| telling(result, &known.findings));
    let drawing = |judged: &RoomJudgement, caption: &str| {
        let plan = judged.plan.as_ref()?;
        Some(Drawing { svg: room_svg(plan), caption: caption.to_owned(), words: plan.words.clone() })
    };
    let as_left = left.and_then(|left| drawing(left, "The room as left"));
    SketchPart {
        verdict: known.now().worst.name(),
        dangerous: known.now().dangerous,
        drawings: drawing(found, "The room as found, from above").into_iter().chain(as_left).collect(),
        rows: told.map(|result| every_sentence(result, results, &known.findings)).collect(),
        rest: rest_beside_the_box(&found.results),
        photos: bundle
            .photos
            .iter()
            .enumerate()
            .filter(|(_, entry)| entry.photo.room == Some(known.room.id))
            .map(|(index, entry)| photo_part(index, entry))
            .collect(),
        contradictions: found.contradictions.clone(),
        plan: plan_beside_the_box(&known.work),
        remarks: known
            .room
            .remarks
            .iter()
            .map(|remark| format!("{} ({})", remark.text, remark.severity.name()))
            .collect(),
        states: known.findings.iter().map(|view| view.state).collect(),
    }
}
