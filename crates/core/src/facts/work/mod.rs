//! What a person has said of the work: what is done about each finding, what a job is planned by, somebody else's list.

mod correction;
mod item;
mod settings;

pub(super) use correction::correction_problems;
pub use correction::{CorrectionLine, MOST_LINES};
pub use item::{OWN, OwnMaterial, OwnRepair, REFER, StoredState, Subject, WaitsFor, WorkItem};
pub use settings::{Blocked, Offcut, Pin, Scope, StockLine, WorkSettings};
