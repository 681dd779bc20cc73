//! Rules on the box itself: there, held, flush, large enough, closed, covered, within reach, and fit for what hangs
//! from it.

pub mod box_accessible;
pub mod box_fill;
pub mod box_present;
pub mod box_secure;
pub mod box_setback;
pub mod box_support_far_side;
pub mod box_surround;
pub mod cable_entry;
pub mod cover_present;
pub mod device_depth;
pub mod fan_support;
mod fill;
pub mod in_use_cover;
pub mod luminaire_support;
pub mod opening_closed;
pub mod plate_intact;
pub mod wet_location;

pub use fill::{Fill, FillCause, FillLine, FitsMore, VolumePart, fill};
