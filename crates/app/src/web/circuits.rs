//! Circuits: what hangs on a breaker, where its fault can be, its shut-down and its retest.

use nailpunch_core::electrical::proof_of_dead::DeadState;
use nailpunch_core::electrical::{CircuitAnswer, PlacedBox, circuit_answer};
use nailpunch_core::facts::{BoxRecord, Circuit, CircuitId};
use nailpunch_store::{AuditWalk, Revised, Store, StoreError};
use rocket::serde::json::Json;
use rocket::{delete as remove, get as get_route, put as put_route};
use serde::Serialize;
use utoipa::ToSchema;

use super::body::{Body, IfMatch, identifier, same_identifier};
use super::problem::{ApiError, Problem};
use super::shared::{Shared, author, with_store};

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
pub fn answer_of(walk: &AuditWalk, circuit: &Circuit) -> CircuitAnswer {
    circuit_answer(circuit, &placed(walk), &walk.audit.record.basis.house_rules)
}

fn view(store: &Store, audit: &str, id: &str) -> Result<CircuitView, StoreError> {
    let walk = store.walk(audit)?;
    let found = walk.circuits.iter().find(|circuit| circuit.record.id.to_string() == id).cloned();
    let circuit = found.ok_or_else(|| StoreError::NotFound { kind: "circuit", id: id.to_owned() })?;
    Ok(CircuitView { answer: answer_of(&walk, &circuit.record), circuit })
}

/// The circuits of an audit, by name.
#[utoipa::path(
    get, operation_id = "list_circuits", path = "/api/audits/{audit}/circuits", params(("audit" = String, Path)),
    responses((status = 200, body = Vec<CircuitLine>), (status = 404, body = Problem))
)]
#[get_route("/audits/<audit>/circuits")]
pub async fn list(store: &Shared, audit: &str) -> Result<Json<Vec<CircuitLine>>, ApiError> {
    let audit = identifier(audit)?.to_string();
    let lines = with_store(store, move |store| {
        let walk = store.walk(&audit)?;
        let line = |circuit: &Revised<Circuit>| {
            let trace = answer_of(&walk, &circuit.record).trace;
            let bad = trace.points.iter().filter(|point| point.shows == Some(true)).count();
            CircuitLine { circuit: circuit.clone(), bad, sentence: trace.sentence }
        };
        Ok(walk.circuits.iter().map(line).collect())
    });
    Ok(Json(lines.await?))
}

/// A circuit with all that follows from it.
#[utoipa::path(
    get, operation_id = "get_circuit", path = "/api/audits/{audit}/circuits/{circuit}",
    params(("audit" = String, Path), ("circuit" = String, Path)),
    responses((status = 200, body = CircuitView), (status = 404, body = Problem))
)]
#[get_route("/audits/<audit>/circuits/<circuit>")]
pub async fn get(store: &Shared, audit: &str, circuit: &str) -> Result<Json<CircuitView>, ApiError> {
    let (audit, id) = (identifier(audit)?.to_string(), identifier(circuit)?.to_string());
    Ok(Json(with_store(store, move |store| view(store, &audit, &id)).await?))
}

/// Makes or changes a circuit.
#[utoipa::path(
    put, operation_id = "put_circuit", path = "/api/audits/{audit}/circuits/{circuit}",
    params(("audit" = String, Path), ("circuit" = String, Path), ("If-Match" = String, Header)),
    request_body = Circuit,
    responses((status = 200, body = CircuitView), (status = 409, body = Problem), (status = 422, body = Problem))
)]
#[put_route("/audits/<audit>/circuits/<circuit>", data = "<body>")]
pub async fn put(
    store: &Shared,
    audit: &str,
    circuit: &str,
    based_on: IfMatch,
    body: Body<Circuit>,
) -> Result<Json<CircuitView>, ApiError> {
    let (audit, record, based_on) = (identifier(audit)?.to_string(), body.0?, based_on.0?);
    let id = same_identifier(circuit, record.id.0)?.to_string();
    let saved = with_store(store, move |store| {
        store.put(&audit, &record, based_on, &author())?;
        view(store, &audit, &id)
    });
    Ok(Json(saved.await?))
}

/// Deletes a circuit; putting it again brings it back.
#[utoipa::path(
    delete, operation_id = "delete_circuit", path = "/api/audits/{audit}/circuits/{circuit}",
    params(("audit" = String, Path), ("circuit" = String, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = u32, content_type = "application/json"), (status = 409, body = Problem))
)]
#[remove("/audits/<audit>/circuits/<circuit>")]
pub async fn delete(store: &Shared, audit: &str, circuit: &str, based_on: IfMatch) -> Result<Json<u32>, ApiError> {
    let (audit, id, based_on) = (identifier(audit)?.to_string(), identifier(circuit)?.to_string(), based_on.0?);
    Ok(Json(with_store(store, move |store| store.delete::<Circuit>(&audit, &id, based_on, &author())).await?))
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

/// The circuits that a box hangs on.
pub fn circuits_of(store: &Store, audit: &str, record: &BoxRecord) -> Result<Vec<OnCircuit>, StoreError> {
    let mut circuits = store.circuits(audit)?;
    circuits.retain(|circuit| circuit.record.points.iter().any(|point| point.box_id == record.id));
    let begun = circuits.iter().any(|circuit| !circuit.record.dead_test.is_empty());
    let walk = if begun { Some(store.walk(audit)?) } else { None };
    let of = |circuit: Revised<Circuit>| {
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
    Ok(circuits.into_iter().map(of).collect())
}
