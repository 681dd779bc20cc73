//! Circuits: what hangs on a breaker, where its fault can be, its shut-down and its retest.

use nailpunch_core::facts::{Circuit, CircuitId};
use nailpunch_store::{Store, StoreError};
use nailpunch_views::{CircuitLine, CircuitView, Problem};
use rocket::serde::json::Json;
use rocket::{delete as remove, get as get_route, put as put_route};

use super::body::{Body, IfMatch, identifier, same_identifier};
use super::problem::ApiError;
use super::shared::{Shared, with_store};

fn view(store: &Store, audit: &str, id: CircuitId) -> Result<CircuitView, StoreError> {
    let view = CircuitView::of(&store.walk(audit)?, id);
    view.ok_or_else(|| StoreError::NotFound { kind: "circuit", id: id.to_string() })
}

/// The circuits of an audit, by name.
#[utoipa::path(
    get, operation_id = "list_circuits", path = "/api/audits/{audit}/circuits", params(("audit" = String, Path)),
    responses((status = 200, body = Vec<CircuitLine>), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get_route("/audits/<audit>/circuits")]
pub async fn list(store: &Shared, audit: &str) -> Result<Json<Vec<CircuitLine>>, ApiError> {
    let audit = identifier(audit)?.to_string();
    let lines = with_store(store, move |store| Ok(CircuitLine::of_all(&store.walk(&audit)?)));
    Ok(Json(lines.await?))
}

/// A circuit with all that follows from it.
#[utoipa::path(
    get, operation_id = "get_circuit", path = "/api/audits/{audit}/circuits/{circuit}",
    params(("audit" = String, Path), ("circuit" = String, Path)),
    responses((status = 200, body = CircuitView), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get_route("/audits/<audit>/circuits/<circuit>")]
pub async fn get(store: &Shared, audit: &str, circuit: &str) -> Result<Json<CircuitView>, ApiError> {
    let (audit, id) = (identifier(audit)?.to_string(), CircuitId(identifier(circuit)?));
    Ok(Json(with_store(store, move |store| view(store, &audit, id)).await?))
}

/// Makes or changes a circuit.
#[utoipa::path(
    put, operation_id = "put_circuit", path = "/api/audits/{audit}/circuits/{circuit}",
    params(("audit" = String, Path), ("circuit" = String, Path), ("If-Match" = String, Header)),
    request_body = Circuit,
    responses((status = 200, body = CircuitView), (status = 409, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["work"]))
)]
#[put_route("/audits/<audit>/circuits/<circuit>", data = "<body>")]
pub async fn put(
    store: &Shared,
    audit: &str,
    circuit: &str,
    based_on: IfMatch,
    body: Body<Circuit>,
) -> Result<Json<CircuitView>, ApiError> {
    let author = store.author();
    let (audit, record, based_on) = (identifier(audit)?.to_string(), body.0?, based_on.0?);
    let id = CircuitId(same_identifier(circuit, record.id.0)?);
    let saved = with_store(store, move |store| {
        store.put(&audit, &record, based_on, &author)?;
        view(store, &audit, id)
    });
    Ok(Json(saved.await?))
}

/// Deletes a circuit; putting it again brings it back.
#[utoipa::path(
    delete, operation_id = "delete_circuit", path = "/api/audits/{audit}/circuits/{circuit}",
    params(("audit" = String, Path), ("circuit" = String, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = u32, content_type = "application/json"), (status = 409, body = Problem)),
    security(("session" = ["capture"]))
)]
#[remove("/audits/<audit>/circuits/<circuit>")]
pub async fn delete(store: &Shared, audit: &str, circuit: &str, based_on: IfMatch) -> Result<Json<u32>, ApiError> {
    let author = store.author();
    let (audit, id, based_on) = (identifier(audit)?.to_string(), identifier(circuit)?.to_string(), based_on.0?);
    Ok(Json(with_store(store, move |store| store.delete::<Circuit>(&audit, &id, based_on, &author)).await?))
}
