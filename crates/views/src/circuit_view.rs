//! Circuits: what hangs on a breaker, where its fault can be, its shut-down and its retest.

use std::borrow::Cow;

use nailpunch_core::electrical::proof_of_dead::DeadState;
use nailpunch_core::electrical::{CircuitAnswer, PlacedBox, circuit_answer};
use nailpunch_core::facts::{AuditWalk, BoxRecord, Circuit, CircuitId, Revised};
use serde::Serialize;
use utoipa::ToSchema;

/// A circuit in the list.
#[derive(Serialize, ToSchema)]
pub struct CircuitLine {
    /// The circuit.
    circuit: Revised<Circuit>,
    /// How many of its outlets show the fault that is traced.
    bad: usize,
    /// What its trace comes to.
    sentence: String,
}

/// A circuit with all that follows from it.
#[derive(Serialize, ToSchema)]
pub struct CircuitView {
    /// The circuit.
    circuit: Revised<Circuit>,
    /// What follows from it.
    answer: CircuitAnswer,
}

/// The boxes of an audit with their places in the walk.
fn placed(walk: &AuditWalk) -> Vec<PlacedBox<'_>> {
    let rooms = walk.rooms.iter().enumerate();
    rooms
        .flat_map(|(room, boxes)| {
            let boxes = boxes.boxes.iter().enumerate();
            boxes.map(move |(at, record)| PlacedBox { place: (room, at), record: &record.record })
        })
        .collect()
}

/// What follows from a circuit of an audit.
fn answer_of(walk: &AuditWalk, circuit: &Circuit) -> CircuitAnswer {
    circuit_answer(circuit, &placed(walk), &walk.audit.record.basis.house_rules)
}

impl CircuitLine {
    /// Of every circuit of an audit.
    pub fn of_all(walk: &AuditWalk) -> Vec<Self> {
        let line = |circuit: &Revised<Circuit>| {
            let trace = answer_of(walk, &circuit.record).trace;
            let bad = trace.points.iter().filter(|point| point.shows == Some(true)).count();
            Self { circuit: circuit.clone(), bad, sentence: trace.sentence }
        };
        walk.circuits.iter().map(line).collect()
    }
}

impl CircuitView {
    /// Of a circuit of an audit; nothing where it has none such.
    pub fn of(walk: &AuditWalk, id: CircuitId) -> Option<Self> {
        let circuit = walk.circuits.iter().find(|circuit| circuit.record.id == id)?.clone();
        Some(Self { answer: answer_of(walk, &circuit.record), circuit })
    }
}

/// A circuit that a box hangs on, as the box shows it.
#[derive(Serialize, ToSchema)]
pub struct OnCircuit {
    id: CircuitId,
    name: String,
    breaker: String,
    /// How far the dead test of its shut-down is; absent when it was not begun.
    dead_test: Option<String>,
    /// It is proven dead with all its boxes.
    proven_dead: bool,
}

/// The circuits that a box hangs on; the whole audit is asked for only where the dead test of one was begun.
///
/// # Errors
/// What `whole` answers.
pub(crate) fn circuits_of<'a, E>(
    circuits: &[Revised<Circuit>],
    record: &BoxRecord,
    whole: impl FnOnce() -> Result<Cow<'a, AuditWalk>, E>,
) -> Result<Vec<OnCircuit>, E> {
    let hangs_on = |circuit: &&Revised<Circuit>| circuit.record.points.iter().any(|point| point.box_id == record.id);
    let own: Vec<&Revised<Circuit>> = circuits.iter().filter(hangs_on).collect();
    let begun = own.iter().any(|circuit| !circuit.record.dead_test.is_empty());
    let walk = if begun { Some(whole()?) } else { None };
    let of = |circuit: &Revised<Circuit>| {
        let Circuit { id, ref name, ref breaker, ref dead_test, .. } = circuit.record;
        let walk = walk.as_ref().filter(|_| !dead_test.is_empty());
        let tested = walk.map(|walk| answer_of(walk, &circuit.record).dead_test);
        OnCircuit {
            id,
            name: name.clone(),
            breaker: breaker.clone(),
            proven_dead: tested.as_ref().is_some_and(|test| test.state == DeadState::ProvenDead),
            dead_test: tested.map(|test| test.sentence),
        }
    };
    Ok(own.into_iter().map(of).collect())
}
