//! Electrical truth: what instruments can mean, which box hides the fault, and whether a box is dead.
//!
//! A network of impedances stands for the wiring; instruments are loads and sensors on it. The same networks predict what
//! would be read under each way of wiring, and run the bench.

pub mod cable;
mod circuit;
pub mod dead_test;
mod diagnosis;
mod evidence;
pub mod feeds;
mod installation;
pub mod instrument;
mod landing;
pub mod mapping;
pub mod network;
mod next_reading;
mod path;
mod prediction;
mod retest;
pub mod sampling;
mod scene;
pub mod trace;
mod wiring;

pub use circuit::{CircuitAnswer, PlacedBox, circuit_answer, fault_shows};
pub use diagnosis::{Cause, Diagnosis, HalfReadings, diagnose, diagnose_with};
pub use evidence::{Evidence, HalfEvidence};
pub use installation::{BenchError, BenchInstrument, BenchWish, Installation, TrueCircuit, TrueFault, TruePoint};
pub(crate) use landing::land_right;
pub use landing::{Arrangement, LandingMistake, MapChange, arrangements, map_changes, mistakes};
pub use next_reading::{MeterWish, NextReading};
pub use path::{GroundPath, PathGrade, grade_path};
pub use prediction::{PREDICTIONS, Prediction, Span, predict};
pub use retest::{RetestPoint, retest};
pub use scene::{Connection, Lands, Metal, Panel, SUPPLY, place};
pub use wiring::{WiringFacts, WiringState};
