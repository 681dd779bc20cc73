//! The heart of Nailpunch: what was found goes through the rules and comes out as verdicts with figures; a repair is a
//! change of what was found, which the same rules judge again.
//!
//! ```text
//! survey (facts) -> rules (verdicts) -> repair (changed survey) -> rules again -> work
//! ```
//! No I/O, no clock, no web, no SQL.

pub mod effects;
pub mod jot;
pub mod judgement;
pub mod overview;
pub mod panel_judgement;
pub mod quantity;
pub mod repair;
pub mod rules;
mod sentence;
pub mod standard;
pub mod survey;
pub mod truth;
pub mod work;

#[cfg(test)]
mod testing;
