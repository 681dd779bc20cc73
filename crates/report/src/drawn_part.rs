//! A subject with a drawing in the report, a sketched room or a cable run: its drawings, its findings, what puts it right.

use nailpunch_core::assess::{
    AssessedRoom, AssessedRun, AssessedSubject, ItemState, Judged, RoomJudgement, RunJudgement,
};
use nailpunch_core::facts::{Bundle, Photo, Remark};
use nailpunch_core::repair::WantedPlan;
use serde::Serialize;

use crate::detail_svg::detail_svg;
use crate::photo_part::{PhotoPart, photo_part};
use crate::table::{Drawing, Row, every_sentence, plan_beside_the_box, rest_beside_the_box, telling};
use crate::{room_svg, run_svg, wall_svg};

/// What was drawn of a room or a run, and what the rules say of it.
#[derive(Serialize)]
pub struct DrawnPart {
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

/// Something wanted in a room: whether it can be made as it is wanted, and why not.
#[derive(Serialize)]
pub struct WantedLine {
    pub label: String,
    pub says: String,
    pub why: Vec<String>,
    pub drawing: Option<Drawing>,
}

impl WantedLine {
    /// What is wanted and not made yet.
    pub fn all(known: &AssessedRoom) -> Vec<Self> {
        known.now().wanted.iter().map(Self::of).collect()
    }

    fn of(plan: &WantedPlan) -> Self {
        let drawing = plan.hole.as_ref().map(|hole| Drawing {
            svg: detail_svg(hole),
            caption: format!("{}: the hole and its stud", plan.label),
            words: hole.said(),
        });
        let why = plan.against.iter().chain(&plan.open).cloned().collect();
        Self { label: plan.label.clone(), says: plan.says.clone(), why, drawing }
    }
}

/// A cable run.
#[derive(Serialize)]
pub struct RunPart {
    pub name: String,
    pub about: String,
    pub drawn: DrawnPart,
}

impl DrawnPart {
    fn of<Record, Judgement: Judged>(
        known: &AssessedSubject<Record, Judgement>,
        drawings: Vec<Drawing>,
        contradictions: &[String],
        remarks: &[Remark],
        photos: Vec<PhotoPart>,
    ) -> Self {
        let found = known.found.results();
        let told = found.iter().filter(|result| telling(result, &known.findings));
        let remark = |remark: &Remark| format!("{} ({})", remark.text, remark.severity.name());
        Self {
            verdict: known.now().worst().name(),
            dangerous: known.now().dangerous(),
            drawings,
            rows: told.map(|result| every_sentence(result, known.left_results(), &known.findings)).collect(),
            rest: rest_beside_the_box(found),
            contradictions: contradictions.to_vec(),
            plan: plan_beside_the_box(&known.work),
            remarks: remarks.iter().map(remark).collect(),
            photos,
            states: known.findings.iter().map(|view| view.state).collect(),
        }
    }
}

fn photos(bundle: &Bundle, shows: impl Fn(&Photo) -> bool) -> Vec<PhotoPart> {
    let photos = bundle.photos.iter().enumerate().filter(|(_, entry)| shows(&entry.photo));
    photos.map(|(index, entry)| photo_part(index, entry)).collect()
}

/// The sketch of a room.
pub fn sketch_part(known: &AssessedRoom, bundle: &Bundle) -> DrawnPart {
    let drawing = |judged: &RoomJudgement, caption: &str| {
        let plan = judged.plan.as_ref()?;
        Some(Drawing { svg: room_svg(plan), caption: caption.to_owned(), words: plan.words.clone() })
    };
    let as_left = known.left.as_ref().and_then(|left| drawing(left, "The room as left"));
    // Of what stands now, each wall along which something is too far.
    let walls = known.now().elevations.iter().filter(|wall| !wall.far.is_empty());
    let walls = walls.map(|wall| Drawing {
        svg: wall_svg(wall),
        caption: format!("The {} along its length", wall.label),
        words: wall.words.clone(),
    });
    let drawings =
        drawing(&known.found, "The room as found, from above").into_iter().chain(as_left).chain(walls).collect();
    let photos = photos(bundle, |photo| photo.room == Some(known.record.id));
    DrawnPart::of(known, drawings, &known.found.contradictions, &known.record.remarks, photos)
}

/// A cable run.
pub fn run_part(known: &AssessedRun, bundle: &Bundle) -> RunPart {
    let drawing = |judged: &RunJudgement, caption: &str| {
        let strip = judged.strip.as_ref()?;
        Some(Drawing { svg: run_svg(strip), caption: caption.to_owned(), words: strip.words.clone() })
    };
    let as_left = known.left.as_ref().and_then(|left| drawing(left, "The run as left"));
    let drawings = drawing(&known.found, "The run as found, along its length").into_iter().chain(as_left).collect();
    let photos = photos(bundle, |photo| photo.run == Some(known.record.id));
    let about = [format!("Wired: {}", known.record.found.label()), known.found.fed.clone()];
    RunPart {
        name: known.record.name.clone(),
        about: about.into_iter().filter(|words| !words.is_empty()).collect::<Vec<_>>().join(". "),
        drawn: DrawnPart::of(known, drawings, &known.found.contradictions, &known.record.remarks, photos),
    }
}
