//! What follows from the facts of an audit: what each rule says of each subject, where each finding is in its life, the
//! state of the whole at a glance.

mod acceptance;
mod answer;
mod assessed;
mod awaits;
mod box_judgement;
mod correction;
mod correction_words;
mod dangers;
mod effects;
mod hands;
mod house;
mod instruments;
mod item;
mod item_counts;
mod kept;
mod memory;
mod overview;
mod panel_judgement;
mod room_judgement;
mod run_judgement;
pub mod sampling;
mod supply;
mod to_do;
mod transition;
mod wanting;
mod work;

pub use acceptance::{Acceptance, of_amendments};
pub use answer::BoxAnswer;
pub use assessed::{Assessed, AssessedBox, AssessedPanel, AssessedRoom, AssessedRun, AssessedSubject, Judged};
pub use awaits::{Awaiting, awaits};
pub use box_judgement::{
    AskedField, Electrical, JudgeRequest, Judgement, NextMeasurement, Remedies, judge_box, judgement, plan_for,
};
pub use correction::{CorrectionAnswer, answers, linked, typed_lines};
pub use dangers::{Danger, box_called, dangers};
pub use effects::{ChangedVerdict, HouseRuleEffect, house_rule_effects};
pub use hands::{
    HeldBreaker, Hold, hands_problems, holds, is_in_rounds, off_for_boxes, round_problems, shut_down_problems,
};
pub use house::{House, HouseBreaker, HouseMark, HousePanel, HouseRoom};
pub use instruments::{ReadWith, Reading, read_with};
pub use item::{ItemState, ItemView, measured_again, to_measure_again};
pub use item_counts::ItemCounts;
pub use kept::{Beside, Kept};
pub use memory::Memory;
pub use overview::{AuditCounts, BoxOverview};
pub use panel_judgement::{BreakerFault, FeedingBreaker, Legs, PanelJudgement, breakers_of};
pub use room_judgement::RoomJudgement;
pub use run_judgement::RunJudgement;
pub use to_do::ToDo;
pub use transition::{TransitionError, check_transition};
pub use wanting::{NamedPlace, Wanting, wanting};
pub use work::{JobItem, JobStep, SubjectWork, WorkInScopes};
