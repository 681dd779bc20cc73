//! From findings to a finished job: what is done where, what to bring and to cut, what to switch off and when, how long it
//! takes, and what becomes of each item.

mod box_work;
mod calendar;
mod correction;
mod cut_list;
mod estimate;
mod item;
mod job;
mod materials;
mod packing;
mod settings;
pub mod shut_downs;
mod timetable;

pub use box_work::{BoxWork, JobItem, JobStep};
pub use calendar::Slot;
pub use correction::{CorrectionAnswer, CorrectionLine, MOST_LINES, answers, correction_problems, linked, typed_lines};
pub use cut_list::{CutConductor, CutList, CutPiece, GaugeCuts, PigtailDemand, cut_list};
pub use estimate::{Estimate, EstimateLine, Range, hours};
pub use item::{ItemState, ItemView, StoredState, TransitionError, WaitsFor, WorkItem, item_views};
pub use job::{DayNeeds, Job, JobBox, JobBreaker, JobInput, ScopeCost, WorkInScopes, job};
pub use materials::MaterialNeed;
/// The work items of boxes.
pub type BoxItems = std::collections::HashMap<crate::survey::BoxId, Vec<WorkItem>>;

pub use settings::{Blocked, Offcut, Pin, Scope, StockLine, WorkSettings};
pub use timetable::{JobShutDown, Unplaced};
