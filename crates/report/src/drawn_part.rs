//! A subject with a drawing in the report, a sketched room or a cable run: its drawings, its findings, what puts it right.

use nailpunch_core::assess::{
    AssessedRoom, AssessedRun, ItemState, ItemView, RoomJudgement, RunJudgement, SubjectWork,
};
use nailpunch_core::facts::{Bundle, Photo, Remark};
use nailpunch_core::rules::{RuleResult, Verdict};
use serde::Serialize;

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

/// A cable run.
#[derive(Serialize)]
pub struct RunPart {
    pub name: String,
    pub about: String,
    pub drawn: DrawnPart,
}

/// What the rules say of a subject as found and as left.
struct Judged<'a> {
    worst: Verdict,
    dangerous: bool,
    found: &'a [RuleResult],
    left: Option<&'a [RuleResult]>,
    findings: &'a [ItemView],
    work: &'a SubjectWork,
    remarks: &'a [Remark],
}

impl DrawnPart {
    fn of(judged: &Judged, drawings: Vec<Drawing>, contradictions: &[String], photos: Vec<PhotoPart>) -> Self {
        let told = judged.found.iter().filter(|result| telling(result, judged.findings));
        let remark = |remark: &Remark| format!("{} ({})", remark.text, remark.severity.name());
        Self {
            verdict: judged.worst.name(),
            dangerous: judged.dangerous,
            drawings,
            rows: told.map(|result| every_sentence(result, judged.left, judged.findings)).collect(),
            rest: rest_beside_the_box(judged.found),
            contradictions: contradictions.to_vec(),
            plan: plan_beside_the_box(judged.work),
            remarks: judged.remarks.iter().map(remark).collect(),
            photos,
            states: judged.findings.iter().map(|view| view.state).collect(),
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
    let judged = Judged {
        worst: known.now().worst,
        dangerous: known.now().dangerous,
        found: &known.found.results,
        left: known.left.as_ref().map(|left| left.results.as_slice()),
        findings: &known.findings,
        work: &known.work,
        remarks: &known.room.remarks,
    };
    // Of what stands now, each wall along which something is too far.
    let walls = known.now().elevations.iter().filter(|wall| !wall.far.is_empty());
    let walls = walls.map(|wall| Drawing {
        svg: wall_svg(wall),
        caption: format!("The {} along its length", wall.label),
        words: wall.words.clone(),
    });
    let drawings =
        drawing(&known.found, "The room as found, from above").into_iter().chain(as_left).chain(walls).collect();
    let photos = photos(bundle, |photo| photo.room == Some(known.room.id));
    DrawnPart::of(&judged, drawings, &known.found.contradictions, photos)
}

/// A cable run.
pub fn run_part(known: &AssessedRun, bundle: &Bundle) -> RunPart {
    let drawing = |judged: &RunJudgement, caption: &str| {
        let strip = judged.strip.as_ref()?;
        Some(Drawing { svg: run_svg(strip), caption: caption.to_owned(), words: strip.words.clone() })
    };
    let as_left = known.left.as_ref().and_then(|left| drawing(left, "The run as left"));
    let judged = Judged {
        worst: known.now().worst,
        dangerous: known.now().dangerous,
        found: &known.found.results,
        left: known.left.as_ref().map(|left| left.results.as_slice()),
        findings: &known.findings,
        work: &known.work,
        remarks: &known.run.remarks,
    };
    let drawings = drawing(&known.found, "The run as found, along its length").into_iter().chain(as_left).collect();
    let photos = photos(bundle, |photo| photo.run == Some(known.run.id));
    let about = [format!("Wired: {}", known.run.found.label()), known.found.fed.clone()];
    RunPart {
        name: known.run.name.clone(),
        about: about.into_iter().filter(|words| !words.is_empty()).collect::<Vec<_>>().join(". "),
        drawn: DrawnPart::of(&judged, drawings, &known.found.contradictions, photos),
    }
}
