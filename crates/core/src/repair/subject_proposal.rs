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

impl SubjectProposal {
    /// A repair that cannot be done, and why.
    pub(super) fn refused(rule: &'static str, repair: &'static str, title: &'static str, reasons: Vec<String>) -> Self {
        let (steps, cautions, materials) = (Vec::new(), Vec::new(), Vec::new());
        Self { rule, repair, title, clears: false, minutes: 0, steps, cautions, materials, reasons }
    }
}
