//! Cable runs: their courses, what follows from them, and the line that is typed along one.

use nailpunch_core::facts::{CableRun, Revised, RunId};
use nailpunch_core::jot::{RunLine, RunLineRequest};
use nailpunch_store::StoreError;
use nailpunch_views::{Problem, RunView, typed};
use rocket::serde::json::Json;
use rocket::{delete as remove, get as get_route, post, put as put_route};

use super::body::{Body, IfMatch, identifier, same_identifier};
use super::found_first::keeps_found;
use super::problem::ApiError;
use super::shared::{Shared, with_memory, with_store};

/// A cable run with all that follows from its course.
#[utoipa::path(
    get, operation_id = "run", path = "/api/audits/{audit}/runs/{run}",
    params(("audit" = String, Path), ("run" = String, Path)),
    responses((status = 200, body = RunView), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get_route("/audits/<audit>/runs/<run>")]
pub async fn get(store: &Shared, audit: &str, run: &str) -> Result<Json<RunView>, ApiError> {
    let (audit, id) = (identifier(audit)?.to_string(), RunId(identifier(run)?));
    let view = with_memory(store, move |store, memory| {
        let view = RunView::of(&store.walk(&audit)?, id, memory);
        view.ok_or_else(|| StoreError::NotFound { kind: "cable run", id: id.to_string() })
    });
    Ok(Json(view.await?))
}

/// Makes or changes a cable run.
#[utoipa::path(
    put, operation_id = "put_run", path = "/api/audits/{audit}/runs/{run}",
    params(("audit" = String, Path), ("run" = String, Path), ("If-Match" = String, Header)),
    request_body = CableRun,
    responses((status = 200, body = Revised<CableRun>), (status = 409, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["work"]))
)]
#[put_route("/audits/<audit>/runs/<run>", data = "<body>")]
pub async fn put(
    store: &Shared,
    audit: &str,
    run: &str,
    based_on: IfMatch,
    body: Body<CableRun>,
) -> Result<Json<Revised<CableRun>>, ApiError> {
    let author = store.author();
    let (audit, record, based_on) = (identifier(audit)?.to_string(), body.0?, based_on.0?);
    same_identifier(run, record.id.0)?;
    keeps_found(store, &record).await?;
    Ok(Json(with_store(store, move |store| store.put(&audit, &record, based_on, &author)).await?))
}

/// Deletes a cable run; putting it again brings it back.
#[utoipa::path(
    delete, operation_id = "delete_run", path = "/api/audits/{audit}/runs/{run}",
    params(("audit" = String, Path), ("run" = String, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = u32, content_type = "application/json"), (status = 409, body = Problem)),
    security(("session" = ["capture"]))
)]
#[remove("/audits/<audit>/runs/<run>")]
pub async fn delete(store: &Shared, audit: &str, run: &str, based_on: IfMatch) -> Result<Json<u32>, ApiError> {
    let author = store.author();
    let (audit, run, based_on) = (identifier(audit)?.to_string(), identifier(run)?.to_string(), based_on.0?);
    Ok(Json(with_store(store, move |store| store.delete::<CableRun>(&audit, &run, based_on, &author)).await?))
}

/// Reads a line on to the course of a run without saving it: how it is wired, or one stretch.
#[utoipa::path(
    post, operation_id = "run_line", path = "/api/run-line", request_body = RunLineRequest,
    responses((status = 200, body = RunLine), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/run-line", data = "<body>")]
pub fn line(body: Body<RunLineRequest>) -> Result<Json<RunLine>, ApiError> {
    Ok(Json(typed::run_line(&body.0?)?))
}
