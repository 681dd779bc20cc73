//! Cable runs: their courses, what follows from them, and the line that is typed along one.

use nailpunch_core::assess::{Assessed, RunJudgement, SubjectWork};
use nailpunch_core::facts::{CableRun, Course, Pointer, RunId, Subject};
use nailpunch_core::jot::{RunLine, RunLineRequest, RunLineText, read_run_line, run_lines};
use nailpunch_store::{AuditWalk, Revised, StoreError};
use rocket::serde::json::Json;
use rocket::{delete as remove, get as get_route, post, put as put_route};
use serde::Serialize;
use utoipa::ToSchema;

use super::body::{Body, IfMatch, identifier, same_identifier};
use super::items::FoundItem;
use super::problem::{ApiError, Problem};
use super::shared::{Shared, author, with_memory, with_store};

/// One side of a run: as found, or as left.
#[derive(Serialize, ToSchema)]
pub struct RunSide {
    /// Its course.
    course: Course,
    /// The same line by line, as it can be typed.
    lines: Vec<RunLineText>,
    /// What follows from it.
    judgement: RunJudgement,
}

/// A cable run with all that follows from its course.
#[derive(Serialize, ToSchema)]
pub struct RunView {
    /// The run.
    run: Revised<CableRun>,
    /// As found.
    found: RunSide,
    /// As left, once it was begun.
    left: Option<RunSide>,
    /// Its findings, and where each is in its life.
    items: Vec<FoundItem>,
    /// What is done on it.
    work: SubjectWork,
}

fn view_of(walk: &AuditWalk, run: &Revised<CableRun>, assessed: &Assessed) -> Option<RunView> {
    let known = assessed.of_run(run.record.id)?;
    let units = assessed.facts.audit.basis.units;
    let side = |course: &Course, judgement: &RunJudgement| RunSide {
        course: course.clone(),
        lines: run_lines(course, units),
        judgement: judgement.clone(),
    };
    Some(RunView {
        found: side(&run.record.found, &known.found),
        left: run.record.left.as_ref().map(|left| side(left, known.now())),
        items: FoundItem::of(walk, &known.findings),
        work: known.work.clone(),
        run: run.clone(),
    })
}

/// A cable run with all that follows from its course.
#[utoipa::path(
    get, operation_id = "run", path = "/api/audits/{audit}/runs/{run}",
    params(("audit" = String, Path), ("run" = String, Path)),
    responses((status = 200, body = RunView), (status = 404, body = Problem))
)]
#[get_route("/audits/<audit>/runs/<run>")]
pub async fn get(store: &Shared, audit: &str, run: &str) -> Result<Json<RunView>, ApiError> {
    let (audit, id) = (identifier(audit)?.to_string(), RunId(identifier(run)?));
    let view = with_memory(store, move |store, memory| {
        let walk = store.walk(&audit)?;
        let facts = walk.facts();
        let assessed = Assessed::of_subject(&facts, Subject::Run(id), memory);
        let found = walk.runs.iter().find(|run| run.record.id == id);
        let view = found.and_then(|run| view_of(&walk, run, &assessed));
        view.ok_or_else(|| StoreError::NotFound { kind: "cable run", id: id.to_string() })
    });
    Ok(Json(view.await?))
}

/// Makes or changes a cable run.
#[utoipa::path(
    put, operation_id = "put_run", path = "/api/audits/{audit}/runs/{run}",
    params(("audit" = String, Path), ("run" = String, Path), ("If-Match" = String, Header)),
    request_body = CableRun,
    responses((status = 200, body = Revised<CableRun>), (status = 409, body = Problem), (status = 422, body = Problem))
)]
#[put_route("/audits/<audit>/runs/<run>", data = "<body>")]
pub async fn put(
    store: &Shared,
    audit: &str,
    run: &str,
    based_on: IfMatch,
    body: Body<CableRun>,
) -> Result<Json<Revised<CableRun>>, ApiError> {
    let (audit, record, based_on) = (identifier(audit)?.to_string(), body.0?, based_on.0?);
    same_identifier(run, record.id.0)?;
    Ok(Json(with_store(store, move |store| store.put(&audit, &record, based_on, &author())).await?))
}

/// Deletes a cable run; putting it again brings it back.
#[utoipa::path(
    delete, operation_id = "delete_run", path = "/api/audits/{audit}/runs/{run}",
    params(("audit" = String, Path), ("run" = String, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = u32, content_type = "application/json"), (status = 409, body = Problem))
)]
#[remove("/audits/<audit>/runs/<run>")]
pub async fn delete(store: &Shared, audit: &str, run: &str, based_on: IfMatch) -> Result<Json<u32>, ApiError> {
    let (audit, run, based_on) = (identifier(audit)?.to_string(), identifier(run)?.to_string(), based_on.0?);
    Ok(Json(with_store(store, move |store| store.delete::<CableRun>(&audit, &run, based_on, &author())).await?))
}

/// Reads a line on to the course of a run without saving it: how it is wired, or one stretch.
#[utoipa::path(
    post, operation_id = "run_line", path = "/api/run-line", request_body = RunLineRequest,
    responses((status = 200, body = RunLine), (status = 422, body = Problem))
)]
#[post("/run-line", data = "<body>")]
pub fn line(body: Body<RunLineRequest>) -> Result<Json<RunLine>, ApiError> {
    let request = body.0?;
    let at = Pointer::root().at("course");
    let problems = request.course.problems(&at);
    if !problems.is_empty() {
        return Err(ApiError::fields(problems));
    }
    let read = read_run_line(&request).map_err(|error| ApiError::field("/line", error.to_string()))?;
    let problems = read.course.problems(&at);
    if problems.is_empty() { Ok(Json(read)) } else { Err(ApiError::fields(problems)) }
}
