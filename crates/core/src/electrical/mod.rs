//! Electrical truth: what instruments can mean, which box hides the fault, and whether a box is dead.
//!
//! A network of impedances stands for the wiring; instruments are loads and sensors on it. The same networks predict what
//! would be read under each way of wiring, and run the bench.

mod arrangement;
mod circuit_answer;
mod diagnosis;
mod evidence;
pub mod feeds;
mod half_readings;
mod installation;
pub mod instrument;
pub mod line;
pub mod mapping;
pub mod network;
mod next_reading;
mod path;
mod prediction;
pub mod proof_of_dead;
mod retest;
mod scene;
pub mod trace;
mod two_legs;
mod wiring;

pub(crate) use arrangement::land_right;
pub use arrangement::{Arrangement, LandingMistake, MapChange, arrangements, map_changes, mistakes};
pub use circuit_answer::{CircuitAnswer, PlacedBox, circuit_answer, fault_shows};
pub use diagnosis::{Cause, Diagnosis, diagnose, diagnose_box, diagnose_with};
pub use evidence::{Evidence, Ground, HalfEvidence};
pub use half_readings::{FEW, HalfReadings};
pub use installation::{BenchError, BenchInstrument, BenchWish, Installation, TrueCircuit, TrueFault, TruePoint};
pub use next_reading::{MeterWish, NextReading};
pub use path::{GroundPath, PathGrade, grade_path};
pub use prediction::{PREDICTIONS, Prediction, Span, predict};
pub use retest::{RetestPoint, retest, retest_words};
pub use scene::{Connection, Lands, Metal, SUPPLY, Service, place};
pub use two_legs::{GroundSlot, Legs, TwoLegs};
pub use wiring::{WiringFacts, WiringState};
