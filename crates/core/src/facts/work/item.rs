//! What a person has said of a finding: that a repair is chosen, that it waits, that it is done, closed or declined.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::facts::identifier::{BoxId, ItemId};
use crate::facts::problem::{Pointer, Problem, check_text};

/// What a person has said of an item.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum StoredState {
    /// A repair is chosen.
    Planned,
    /// A repair is chosen, and something is wanting for it.
    Waiting,
    /// The repair has been made.
    Done,
    /// The proof was accepted.
    Closed,
    /// The owner does not want it.
    Declined,
}

/// What is wanting for a repair.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum WaitsFor {
    /// A part; the note says where it was sought.
    Part,
    /// A way to get at it.
    Access,
    /// The owner's word.
    Decision,
}

impl WaitsFor {
    /// In words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Part => "a part",
            Self::Access => "access",
            Self::Decision => "a decision",
        }
    }
}

/// One rule broken at one box, and what is being done about it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WorkItem {
    /// Its identifier.
    pub id: ItemId,
    /// The box.
    pub box_id: BoxId,
    /// The code of the rule.
    pub rule: String,
    /// The code of the repair chosen.
    pub repair: String,
    /// What was said last.
    pub state: StoredState,
    /// What it waits for, while it waits.
    #[serde(default)]
    pub waits_for: Option<WaitsFor>,
    /// A word of whoever works on it: where a part was sought, why the owner declined.
    #[serde(default)]
    pub note: String,
}

impl WorkItem {
    /// What cannot be accepted in an item.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        if self.state == StoredState::Waiting && self.waits_for.is_none() {
            problems.push(Problem::new(&at.at("waits_for"), "say what it waits for: a part, access or a decision"));
        }
        if self.state == StoredState::Declined && self.note.trim().is_empty() {
            problems.push(Problem::new(&at.at("note"), "say who declined it, and why"));
        }
        check_text(&mut problems, &at.at("note"), &self.note, false, 2_000);
        problems
    }
}
