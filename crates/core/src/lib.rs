//! The heart of Nailpunch: what was found goes through the rules and comes out as verdicts with figures; a repair is a
//! change of what was found, which the same rules judge again.
//!
//! ```text
//! facts -> rules (verdicts) -> repair (changed facts) -> rules again -> assess (the life of each finding) -> job
//! ```
//! No I/O, no clock, no web, no SQL. Each room stands on those before it in the list, and on no other:
//! `quantity`, `standard`, `facts`, `electrical`, `rules`, `repair`, `assess`, `job`; `access`, `picture` and `jot` stand on `facts`, `pocket` and `drill` on `repair` and `assess`.

pub mod access;
pub mod assess;
pub mod drill;
pub mod electrical;
pub mod facts;
pub mod job;
pub mod jot;
pub mod picture;
pub mod pocket;
pub mod quantity;
pub mod repair;
pub mod rules;
pub mod standard;

#[cfg(test)]
mod testing;
