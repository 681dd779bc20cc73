//! The geometry of every drawing, for screen and paper alike.

mod face;
mod room;
mod section;

pub use face::{Face, FaceDevice};
pub use room::{Far, PlanFar, PlanOutlet, PlanPart, PlanWall, RoomPlan};
pub use section::{Section, SectionCable, SectionConductor};
