//! The rules of the box, one file each.

pub mod conductors;
pub mod device;
pub mod enclosure;
pub mod grounding;
pub mod luminaire;
