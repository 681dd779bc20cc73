//! The log of readings, in and out as CSV.

use nailpunch_core::facts::{BoxRecord, Problem as FieldProblem, Revised};
use nailpunch_report::{read_readings_log, readings_log};
use nailpunch_store::StoreError;
use nailpunch_views::Problem;
use rocket::data::ToByteUnit;
use rocket::http::{ContentType, Status};
use rocket::serde::json::Json;
use rocket::{Data, get, post};
use serde::Serialize;
use utoipa::ToSchema;

use super::body::identifier;
use super::exchange::{Download, bundle};
use super::problem::ApiError;
use super::shared::{Shared, with_store};

/// The largest log: 4 MiB.
const LARGEST_LOG: u64 = 4 << 20;

/// What became of a log.
#[derive(Serialize, ToSchema)]
pub struct TakenLog {
    /// How many readings were taken in.
    readings: usize,
    /// How many boxes they went to.
    boxes: usize,
}

/// Takes a log of readings in, all of it or nothing: each reading goes to the box with its tag, as found.
#[utoipa::path(
    post, operation_id = "take_readings", path = "/api/audits/{audit}/readings.csv", params(("audit" = String, Path)),
    request_body(content = String, content_type = "text/csv"),
    responses((status = 200, body = TakenLog), (status = 422, body = Problem)),
    security(("session" = ["work"]))
)]
#[post("/audits/<audit>/readings.csv", data = "<data>")]
pub async fn take(store: &Shared, audit: &str, data: Data<'_>) -> Result<Json<TakenLog>, ApiError> {
    let author = store.author();
    let audit = identifier(audit)?.to_string();
    let broken = |error: std::io::Error| {
        ApiError::new(Status::BadRequest, "Broken off", format!("the request broke off: {error}"))
    };
    let bytes = data.open(LARGEST_LOG.bytes()).into_bytes().await.map_err(broken)?;
    if !bytes.is_complete() {
        let detail = format!("the log is larger than the {LARGEST_LOG} bytes that are taken here");
        return Err(ApiError::new(Status::PayloadTooLarge, "Too large", detail));
    }
    let read = read_readings_log(&bytes).map_err(ApiError::fields)?;
    let taken = with_store(store, move |store| {
        let walk = store.walk(&audit)?;
        let boxes: Vec<&Revised<BoxRecord>> = walk.rooms.iter().flat_map(|room| &room.boxes).collect();
        let (mut changed, mut problems): (Vec<Revised<BoxRecord>>, Vec<FieldProblem>) = (Vec::new(), Vec::new());
        let count = read.len();
        for (index, row) in read.into_iter().enumerate() {
            let pointer = || format!("/rows/{index}/box");
            let mut named = boxes.iter().filter(|known| known.record.tag == row.tag);
            let (first, second) = (named.next(), named.next());
            let Some(first) = first.filter(|_| second.is_none()) else {
                let what = if second.is_some() { "several boxes" } else { "no box" };
                let message = format!("line {}: the audit has {what} with the tag `{}`", row.line, row.tag);
                problems.push(FieldProblem { pointer: pointer(), message });
                continue;
            };
            let place = changed.iter().position(|known| known.record.id == first.record.id).unwrap_or_else(|| {
                changed.push((*first).clone());
                changed.len() - 1
            });
            row.reading.take_into(&mut changed[place].record.found);
        }
        if !problems.is_empty() {
            return Err(StoreError::Invalid(problems));
        }
        store.put_all(&audit, &changed, &author)?;
        Ok(TakenLog { readings: count, boxes: changed.len() })
    });
    Ok(Json(taken.await?))
}

/// The readings of an audit, as found.
#[utoipa::path(
    get, operation_id = "give_readings", path = "/api/audits/{audit}/readings.csv", params(("audit" = String, Path)),
    responses((status = 200, content_type = "text/csv"), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/readings.csv")]
pub async fn give(store: &Shared, audit: &str) -> Result<Download, ApiError> {
    let bundle = bundle(store, audit).await?;
    let log = readings_log(&bundle).map_err(|error| ApiError::internal(error.to_string()))?;
    Ok(Download::new(log, ContentType::CSV, &bundle.audit.name, "-readings.csv"))
}
