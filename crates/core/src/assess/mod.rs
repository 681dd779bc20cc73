//! What follows from the facts of an audit: what each rule says of each subject, where each finding is in its life, the
//! state of the whole at a glance.

mod acceptance;
mod box_judgement;
mod box_work;
mod correction;
mod effects;
mod item;
mod overview;
mod panel_judgement;
pub mod sampling;

pub use acceptance::Acceptance;
pub use box_judgement::{Electrical, JudgeRequest, Judgement, NextMeasurement, Remedies, judge_box, plan_for};
pub use box_work::{BoxWork, JobItem, JobStep};
pub use correction::{CorrectionAnswer, answers, linked, typed_lines};
pub use effects::{ChangedVerdict, HouseRuleEffect, house_rule_effects};
pub use item::{ItemState, ItemView, TransitionError, check_transition, item_views, measured_again, to_measure_again};
pub use overview::{AuditCounts, BoxOverview, ItemCounts};
pub use panel_judgement::{
    BreakerFault, FeedingBreaker, Legs, PanelJudgement, breakers_of, judge_panels, judge_panels_of,
};

use crate::facts::{BoxId, WorkItem};

/// The work items of boxes.
pub type BoxItems = std::collections::HashMap<BoxId, Vec<WorkItem>>;
