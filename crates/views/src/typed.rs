//! What is answered to what is typed, before anything is kept: a judgement, a plan, a line that was read.

use nailpunch_core::assess::{Acceptance, JudgeRequest, Judgement, Remedies, judge_box, plan_for};
use nailpunch_core::electrical::mapping::{SingleAnswer, SingleWish, find_single};
use nailpunch_core::facts::{Panel, Pointer, Problem};
use nailpunch_core::jot::{
    JotRequest, Jotted, PanelLine, RoomLine, RoomLineRequest, RunLine, RunLineRequest, read_panel_line, read_room_line,
    read_run_line,
};
use nailpunch_core::quantity::UnitSystem;
use serde::Deserialize;
use utoipa::ToSchema;

/// The most texts that may be typed at once.
const MOST_TYPED: usize = 500;

/// The most breakers that one is looked for among.
const MOST_BREAKERS: usize = 168;

fn refuse(problems: Vec<Problem>) -> Result<(), Vec<Problem>> {
    if problems.is_empty() { Ok(()) } else { Err(problems) }
}

fn field(name: &str, message: impl ToString) -> Vec<Problem> {
    vec![Problem::new(&Pointer::root().at(name), message.to_string())]
}

/// A box to judge, once everything in it can be accepted.
fn accepted(request: JudgeRequest) -> Result<JudgeRequest, Vec<Problem>> {
    let count = request.typed.len();
    if count > MOST_TYPED {
        return Err(field("typed", format!("{count} texts at once; at most {MOST_TYPED} are taken")));
    }
    let root = Pointer::root();
    let mut problems = request.basis.problems(&root.at("basis"));
    problems.extend(request.contents.problems(&root.at("contents")));
    refuse(problems).map(|()| request)
}

/// Judges a box: verdicts, the drawings, and what was understood of the texts typed into its fields.
///
/// # Errors
/// What cannot be accepted, field by field, as of all of these.
pub fn judge(request: JudgeRequest) -> Result<Judgement, Vec<Problem>> {
    accepted(request).map(judge_box)
}

/// Plans for a box: the cheapest sequence of repairs with its proof, and what each single repair would do.
///
/// # Errors
/// What cannot be accepted, field by field.
pub fn plan(request: JudgeRequest) -> Result<Remedies, Vec<Problem>> {
    accepted(request).map(plan_for)
}

/// Reads a jot line on to a box.
///
/// # Errors
/// What cannot be accepted, field by field.
pub fn jot(request: &JotRequest) -> Result<Jotted, Vec<Problem>> {
    refuse(request.contents.problems(&Pointer::root().at("contents")))?;
    Ok(request.answer())
}

/// Reads a line on to the sketch of a room: one wall, an island, or what is on no wall.
///
/// # Errors
/// What cannot be accepted or read, field by field.
pub fn room_line(request: &RoomLineRequest) -> Result<RoomLine, Vec<Problem>> {
    let at = Pointer::root().at("sketch");
    refuse(request.sketch.problems(&at))?;
    let read = read_room_line(request).map_err(|error| field("line", error))?;
    refuse(read.sketch.problems(&at))?;
    Ok(read)
}

/// Reads a line on to the course of a run: how it is wired, or one stretch.
///
/// # Errors
/// What cannot be accepted or read, field by field.
pub fn run_line(request: &RunLineRequest) -> Result<RunLine, Vec<Problem>> {
    let at = Pointer::root().at("course");
    refuse(request.course.problems(&at))?;
    let read = read_run_line(request).map_err(|error| field("line", error))?;
    refuse(read.course.problems(&at))?;
    Ok(read)
}

/// A line typed at a panel.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PanelLineWish {
    /// The line, at most 200 characters.
    line: String,
    /// The panel as it is.
    panel: Panel,
    /// The unit of a length without one.
    #[serde(default)]
    units: UnitSystem,
}

/// What a line does to a panel.
///
/// # Errors
/// What cannot be accepted or read, field by field.
pub fn panel_line(wish: &PanelLineWish) -> Result<PanelLine, Vec<Problem>> {
    refuse(wish.panel.unacceptable(&Pointer::root().at("panel")))?;
    read_panel_line(&wish.line, &wish.panel, wish.units).map_err(|error| field("line", error))
}

/// What to switch off next to find the breaker of one outlet.
///
/// # Errors
/// Too many breakers at once.
pub fn find_breaker(wish: &SingleWish) -> Result<SingleAnswer, Vec<Problem>> {
    let count = wish.possible.len();
    if count > MOST_BREAKERS {
        return Err(field("possible", format!("{count} breakers; at most {MOST_BREAKERS} are taken")));
    }
    Ok(find_single(wish))
}
