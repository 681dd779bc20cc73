//! What the published standards say, as data: editions, citations, limits.
//!
//! Everything here is from memory of the published codes, in our own words; each figure carries how sure we are of it.

pub mod ampacity;
pub mod box_volume;
mod edition;
pub mod free_conductor;
mod limit;
mod material;
mod place;
pub mod protection;
mod room_kind;
mod severity;
mod wiring_method;

pub use edition::{
    Adoption, Citation, Confidence, Edition, Profile, Since, WiredUnder, cite, cite_by_year, cite_residential,
    in_force_from, practice,
};
pub use limit::TwinLimit;
pub use material::Material;
pub use place::{Location, Purpose};
pub use room_kind::RoomKind;
pub use severity::{RuleBasis, Severity};
pub use wiring_method::{MethodGround, WiringMethod};
