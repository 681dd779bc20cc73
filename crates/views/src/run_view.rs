//! One cable run: its course, and what follows from it.

use nailpunch_core::assess::{Assessed, Memory, RunJudgement, SubjectWork};
use nailpunch_core::facts::{AuditWalk, CableRun, Course, Revised, RunId, Subject};
use nailpunch_core::jot::{RunLineText, run_lines};
use serde::Serialize;
use utoipa::ToSchema;

use crate::found_item::FoundItem;

/// One side of a run: as found, or as left.
#[derive(Serialize, ToSchema)]
pub struct RunSide {
    /// Its course.
    course: Course,
    /// The same line by line, as it can be typed.
    lines: Vec<RunLineText>,
    /// What follows from it.
    judgement: RunJudgement,
}

/// A cable run with all that follows from its course.
#[derive(Serialize, ToSchema)]
pub struct RunView {
    /// The run.
    run: Revised<CableRun>,
    /// As found.
    found: RunSide,
    /// As left, once it was begun.
    left: Option<RunSide>,
    /// Its findings, and where each is in its life.
    items: Vec<FoundItem>,
    /// What is done on it.
    work: SubjectWork,
}

impl RunView {
    /// Of a cable run of an audit; nothing where it has none such.
    pub fn of(walk: &AuditWalk, id: RunId, memory: &Memory) -> Option<Self> {
        let facts = walk.facts();
        let assessed = Assessed::of_subject(&facts, Subject::Run(id), memory);
        let run = walk.runs.iter().find(|run| run.record.id == id)?;
        let known = assessed.of_run(id)?;
        let units = assessed.facts.audit.basis.units;
        let side = |course: &Course, judgement: &RunJudgement| RunSide {
            course: course.clone(),
            lines: run_lines(course, units),
            judgement: judgement.clone(),
        };
        Some(Self {
            found: side(&run.record.found, &known.found),
            left: run.record.left.as_ref().map(|left| side(left, known.now())),
            items: FoundItem::of(walk, &known.findings),
            work: known.work.clone(),
            run: run.clone(),
        })
    }
}
