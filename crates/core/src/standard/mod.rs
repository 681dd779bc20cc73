//! What the published standards say, as data: editions, citations, limits.
//!
//! Everything here is from memory of the published codes, in our own words; each figure carries how sure we are of it.

pub mod ampacity;
pub mod box_volume;
mod edition;
pub mod free_conductor;
mod limit;
pub mod protection;

pub use edition::{Citation, Confidence, Edition, Profile, WiredUnder, cite, practice};
pub use limit::TwinLimit;
