//! The lines of somebody else's list.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::facts::Subject;
use crate::facts::identifier::{BoxId, PanelId, RoomId, RunId};
use crate::facts::problem::{Pointer, Problem};

/// The most lines of one list.
pub const MOST_LINES: usize = 500;

/// One line of a correction list.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CorrectionLine {
    /// Its number, from 1.
    pub id: u16,
    /// Where, as it came.
    #[serde(default)]
    pub place: String,
    /// What, word for word.
    pub text: String,
    /// The room that it is about.
    #[serde(default)]
    pub room: Option<RoomId>,
    /// The box that it is about.
    #[serde(default)]
    pub box_id: Option<BoxId>,
    /// The panel that it is about, where it is about no box.
    #[serde(default)]
    pub panel: Option<PanelId>,
    /// The cable run that it is about, where it is about no box and no panel.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub run: Option<RunId>,
    /// The code of the rule that it is about; none where no rule fits.
    #[serde(default)]
    pub rule: Option<String>,
    /// A word of our own, for the answer.
    #[serde(default)]
    pub note: String,
}

impl CorrectionLine {
    /// What it is about, as far as it is linked.
    pub fn subject(&self) -> Option<Subject> {
        let other = || self.panel.map(Subject::Panel).or(self.run.map(Subject::Run));
        self.box_id.map(Subject::Box).or_else(other)
    }
}

/// What cannot be accepted in a correction list.
pub fn correction_problems(lines: &[CorrectionLine], at: &Pointer) -> Vec<Problem> {
    let mut problems = Vec::new();
    if lines.len() > MOST_LINES {
        problems.push(Problem::new(at, format!("{} lines; one list holds at most {MOST_LINES}", lines.len())));
        return problems;
    }
    for (index, line) in lines.iter().enumerate() {
        let place = at.at(index);
        if line.text.trim().is_empty() {
            problems.push(Problem::new(&place.at("text"), "this line is empty; leave it out"));
        }
        if line.text.chars().count() > 2_000 || line.place.chars().count() > 200 || line.note.chars().count() > 2_000 {
            problems.push(Problem::new(&place.at("text"), "this line is longer than 2 000 letters; split it"));
        }
        let named = [line.box_id.is_some(), line.panel.is_some(), line.run.is_some()];
        if named.into_iter().filter(|named| *named).count() > 1 {
            let field = if line.run.is_some() { "run" } else { "panel" };
            let message = "a line is about a box, a panel or a cable run; keep one of them";
            problems.push(Problem::new(&place.at(field), message));
        }
        if lines[..index].iter().any(|other| other.id == line.id) {
            problems.push(Problem::new(&place.at("id"), format!("line {} stands twice", line.id)));
        }
    }
    problems
}
