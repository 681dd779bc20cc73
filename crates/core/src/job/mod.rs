//! From findings to a finished job: what is done where, what to bring and to cut, what to switch off and when, how long it
//! takes, and what becomes of each item.

mod calendar;
mod cut_list;
mod estimate;
mod input;
mod materials;
mod openings;
mod packing;
mod pricing;
pub mod shut_downs;
mod timetable;
mod whole;

pub use calendar::Slot;
pub use cut_list::{CutConductor, CutList, CutPiece, GaugeCuts, PigtailDemand, cut_list};
pub use estimate::{Estimate, EstimateLine, Range, hours};
pub use input::{JobBox, JobBreaker, JobPlace};
pub use materials::MaterialNeed;
pub use whole::{DayNeeds, Job, ScopeCost, job};

pub use timetable::{JobShutDown, Unplaced};
