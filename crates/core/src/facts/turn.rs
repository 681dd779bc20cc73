//! Whose turn a job is: it goes from the inspector to the electrician, and back to be looked at anew.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::note::LONGEST_NOTE;
use super::person::{Person, PersonRole};
use super::problem::{Pointer, Problem, check_paragraph, check_text};

/// A stage of the work on a job.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Stage {
    /// What is there is found and planned.
    #[default]
    Inspection,
    /// What was planned is put right.
    Repair,
    /// What was put right is looked at anew.
    ReInspection,
    /// Nothing more is done.
    Finished,
}

impl Stage {
    /// Every stage, in their order.
    pub const ALL: [Self; 4] = [Self::Inspection, Self::Repair, Self::ReInspection, Self::Finished];

    /// Whose turn it is; nobody's once it is finished.
    pub const fn whose(self) -> Option<PersonRole> {
        match self {
            Self::Inspection | Self::ReInspection => Some(PersonRole::Inspector),
            Self::Repair => Some(PersonRole::Electrician),
            Self::Finished => None,
        }
    }

    /// As one says where a job is.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Inspection => "with the inspector",
            Self::Repair => "with the electrician",
            Self::ReInspection => "to be inspected again",
            Self::Finished => "finished",
        }
    }

    /// As one says that it is handed over to it.
    pub const fn hand(self) -> &'static str {
        match self {
            Self::Inspection => "Back to the inspection",
            Self::Repair => "Hand over to the electrician",
            Self::ReInspection => "Hand over to be inspected again",
            Self::Finished => "Finish the job",
        }
    }
}

/// Where a job is, and what whoever handed it over said.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Turn {
    /// The stage.
    #[serde(default)]
    pub stage: Stage,
    /// Who handed it over; nobody did at the beginning.
    #[serde(default)]
    pub by: String,
    /// What they said to whoever comes next.
    #[serde(default)]
    pub note: String,
}

impl Turn {
    /// What cannot be accepted.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_text(&mut problems, &at.at("by"), &self.by, false, Person::LONGEST_NAME);
        check_paragraph(&mut problems, &at.at("note"), &self.note, false, LONGEST_NOTE);
        problems
    }
}
