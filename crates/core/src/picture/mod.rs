//! The geometry of every drawing, for screen and paper alike.

mod face;
mod section;

pub use face::{Face, FaceDevice};
pub use section::{Section, SectionCable, SectionConductor};
