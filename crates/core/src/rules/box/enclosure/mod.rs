//! Rules on the box itself: there, held, flush, large enough, closed, covered, within reach, and fit for the place.

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
mod fill;
pub mod in_use_cover;
pub mod opening_closed;
pub mod plate_intact;
pub mod wet_location;

/// The rules that speak of the box itself: where none is, only that it is missing is said.
pub const OF_THE_BOX_ITSELF: &[&str] = &[
    box_setback::RULE.code,
    box_surround::RULE.code,
    box_secure::RULE.code,
    box_support_far_side::RULE.code,
    box_fill::RULE.code,
    device_depth::RULE.code,
    opening_closed::RULE.code,
    cable_entry::RULE.code,
    box_accessible::RULE.code,
    super::grounding::metal_box_bonded::RULE.code,
];

pub use fill::{Fill, FillCause, FillLine, FitsMore, VolumePart, fill};
