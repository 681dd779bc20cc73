//! What the published standards say, as data: editions, citations, limits.
//!
//! Everything here is from memory of the published codes, in our own words; each figure carries how sure we are of it.

pub mod ampacity;
pub mod box_volume;
mod burial;
pub mod conductor;
mod configuration;
mod edition;
pub mod free_conductor;
pub mod hanging;
mod limit;
mod material;
pub mod outlet_spacing;
mod place;
pub mod protection;
mod raceway;
mod room_kind;
mod run_support;
mod severity;
mod wiring_method;

pub use burial::{Over, least_cover};
pub use configuration::Configuration;
pub use edition::{
    Adoption, Citation, Confidence, Edition, Profile, Since, WiredUnder, cite, cite_by_year, cite_residential,
    in_force_from, practice,
};
pub use limit::TwinLimit;
pub use material::Material;
pub use place::{Location, Purpose};
pub use raceway::{
    MOST_BENDS, RacewayInsulation, RacewayWall, TradeSize, conductor_area, fill_per_cent, inner_area, rounds_up,
};
pub use room_kind::RoomKind;
pub use run_support::{RunSupport, run_support, run_support_citation};
pub use severity::{RuleBasis, Severity};
pub use wiring_method::{MethodGround, WiringMethod};
