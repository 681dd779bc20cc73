//! The geometry of every drawing, for screen and paper alike.

mod clearances;
mod cut_out;
mod detail;
mod face;
mod hanging;
mod room;
mod run;
mod section;
mod wall;

pub use clearances::{Clearance, service_drop, space_before_panel};
pub use cut_out::{Cut, cut_out_detail};
pub use detail::{Detail, DetailForm, DetailNote, DetailPart, DetailShape};
pub use face::{Face, FaceDevice};
pub use hanging::hanging;
pub use room::{Far, Ghost, PlanFar, PlanOutlet, PlanPart, PlanWall, RoomPlan};
pub use run::{RunGlyph, RunStrip, StripGap, StripMark, StripState, StripStretch, TooLong};
pub use section::{Section, SectionCable, SectionConductor};
pub use wall::{Elevation, ElevationFar, ElevationOutlet, ElevationPart};
