//! A repair held against one rule that a subject beside the box breaks: a panel, a room or a cable run.

use serde::Serialize;
use utoipa::ToSchema;

use super::{Act, MaterialLine, WorkStep};

/// Said wherever a wall is cut.
pub(super) const IN_THE_WALL: &str = "Look what is in the wall before it is cut: cables, water, gas, ducts. In houses of before about 1980 \
                                      have plaster and paint tested for asbestos and lead first.";

/// Said wherever wiring is added.
pub(super) const NEW_WIRING: &str =
    "New wiring is licensed work, with a permit, in most places. Off and proven dead before a box is opened.";

/// The change a repair makes to a subject beside the box.
#[derive(Debug)]
pub struct SubjectChange<Record> {
    /// The subject afterwards.
    pub after: Record,
    /// What is done, in order.
    pub steps: Vec<(Act, String)>,
    /// Short and specific.
    pub cautions: Vec<&'static str>,
    /// Minutes for it. Common practice, no source.
    pub minutes: u32,
    /// What to bring.
    pub materials: Vec<MaterialLine>,
}

/// What a repair would do about a rule at a panel, in a room or along a run.
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
    /// A repair with the change that it makes, or why it cannot be made. `passes` judges the rule on the subject as it would be.
    pub(super) fn new<Record>(
        rule: &'static str,
        repair: &'static str,
        title: &'static str,
        change: Result<SubjectChange<Record>, Vec<String>>,
        passes: impl Fn(&Record) -> bool,
    ) -> Self {
        let cannot = Self {
            rule,
            repair,
            title,
            clears: false,
            minutes: 0,
            steps: Vec::new(),
            cautions: Vec::new(),
            materials: Vec::new(),
            reasons: Vec::new(),
        };
        match change {
            Ok(SubjectChange { after, steps, cautions, minutes, materials }) => {
                let steps = steps.into_iter().map(|(act, words)| WorkStep::new(act, words).of(repair)).collect();
                Self { clears: passes(&after), minutes, steps, cautions, materials, ..cannot }
            }
            Err(reasons) => Self { reasons, ..cannot },
        }
    }
}
