//! A repair held against one rule that a subject beside the box breaks: a panel or a room.

use serde::Serialize;
use utoipa::ToSchema;

use super::{MaterialLine, WorkStep};

/// What a repair would do about a rule at a panel or in a room.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct SubjectProposal {
    /// The rule.
    pub rule: &'static str,
    /// The code of the repair.
    pub repair: &'static str,
    /// What is done.
    pub title: &'static str,
    /// The rule passes afterwards, judged on the subject as it would be.
    pub clears: bool,
    /// Minutes for it.
    pub minutes: u32,
    /// What is done, in order.
    pub steps: Vec<WorkStep>,
    /// Short and specific.
    pub cautions: Vec<&'static str>,
    /// What to bring.
    pub materials: Vec<MaterialLine>,
    /// Why it cannot be done here; empty when it can.
    pub reasons: Vec<String>,
}

/// What a repair that can be done comes to.
pub(super) struct Way {
    pub clears: bool,
    pub steps: Vec<WorkStep>,
    pub cautions: Vec<&'static str>,
    pub minutes: u32,
    pub materials: Vec<MaterialLine>,
}

impl SubjectProposal {
    /// A repair with what it comes to, or why it cannot be done.
    pub(super) fn new(
        rule: &'static str,
        repair: &'static str,
        title: &'static str,
        way: Result<Way, Vec<String>>,
    ) -> Self {
        let (way, reasons) = match way {
            Ok(way) => (way, Vec::new()),
            Err(reasons) => {
                let (steps, cautions, materials) = (Vec::new(), Vec::new(), Vec::new());
                (Way { clears: false, steps, cautions, minutes: 0, materials }, reasons)
            }
        };
        let Way { clears, steps, cautions, minutes, materials } = way;
        let steps = steps.into_iter().map(|step| step.of(repair)).collect();
        Self { rule, repair, title, clears, minutes, steps, cautions, materials, reasons }
    }
}
