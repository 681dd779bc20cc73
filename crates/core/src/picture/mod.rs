//! The geometry of every drawing, for screen and paper alike.

mod face;
mod hanging;
mod room;
mod run;
mod section;
mod wall;

pub use face::{Face, FaceDevice};
pub use hanging::{Hanging, HangingForm, HangingNote, HangingPart, HangingShape};
pub use room::{Far, PlanFar, PlanOutlet, PlanPart, PlanWall, RoomPlan};
pub use run::{RunGlyph, RunStrip, StripGap, StripMark, StripState, StripStretch, TooLong};
pub use section::{Section, SectionCable, SectionConductor};
pub use wall::{Elevation, ElevationFar, ElevationOutlet, ElevationPart};
