//! A correction list: taken over, linked, answered.

use nailpunch_core::assess::{CorrectionAnswer, answers, linked};
use nailpunch_core::facts::{Audit, Revised};
use nailpunch_report::{corrections_csv, read_corrections};
use nailpunch_views::Problem;
use rocket::data::{Data, ToByteUnit};
use rocket::http::{ContentType, Status};
use rocket::serde::json::Json;
use rocket::{get, post};

use super::body::identifier;
use super::exchange::Download;
use super::problem::ApiError;
use super::shared::{Shared, with_audit, with_store};

/// The largest list: 4 MiB.
const LARGEST_LIST: u64 = 4 << 20;

/// The correction list with its answers.
#[utoipa::path(
    get, operation_id = "corrections", path = "/api/audits/{audit}/corrections", params(("audit" = String, Path)),
    responses((status = 200, body = Vec<CorrectionAnswer>), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/corrections")]
pub async fn list(store: &Shared, audit: &str) -> Result<Json<Vec<CorrectionAnswer>>, ApiError> {
    let audit = identifier(audit)?.to_string();
    Ok(Json(with_audit(store, audit, |_, assessed| Ok(answers(assessed))).await?))
}

/// Takes a list over, CSV or typed lines, behind what is there: all of it or nothing.
#[utoipa::path(
    post, operation_id = "take_corrections", path = "/api/audits/{audit}/corrections",
    params(("audit" = String, Path)), request_body(content = String, content_type = "text/plain"),
    responses((status = 200, body = u32, content_type = "application/json"), (status = 413, body = Problem),
        (status = 422, body = Problem)),
    security(("session" = ["capture"]))
)]
#[post("/audits/<audit>/corrections", data = "<data>")]
pub async fn take(store: &Shared, audit: &str, data: Data<'_>) -> Result<Json<u32>, ApiError> {
    let author = store.author();
    let audit = identifier(audit)?.to_string();
    let bytes = data.open(LARGEST_LIST.bytes()).into_bytes().await;
    let bytes = bytes.map_err(|error| {
        ApiError::new(Status::BadRequest, "Broken off", format!("the list broke off: {error}; take it again"))
    })?;
    if !bytes.is_complete() {
        let detail = format!("a list may have {} MB; split it", LARGEST_LIST >> 20);
        return Err(ApiError::new(Status::PayloadTooLarge, "Too large", detail));
    }
    let lines = read_corrections(&bytes).map_err(|error| ApiError::field("/list", error.to_string()))?;
    let taken = with_store(store, move |store| {
        let walk = store.walk(&audit)?;
        let Revised { revision, record } = walk.audit.clone();
        let fresh = linked(&lines, &walk.facts());
        let count = u32::try_from(fresh.len()).unwrap_or(u32::MAX);
        let corrections = record.corrections.iter().cloned().chain(fresh).collect();
        store.put(&audit, &Audit { corrections, ..record }, revision, &author)?;
        Ok(count)
    });
    Ok(Json(taken.await?))
}

/// The answers, as CSV in the order of the list.
#[utoipa::path(
    get, operation_id = "corrections_answered", path = "/api/audits/{audit}/corrections.csv",
    params(("audit" = String, Path)),
    responses((status = 200, content_type = "text/csv"), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/corrections.csv")]
pub async fn give(store: &Shared, audit: &str) -> Result<Download, ApiError> {
    let audit = identifier(audit)?.to_string();
    let of = with_audit(store, audit, |walk, assessed| Ok((walk.audit.record.name.clone(), answers(assessed))));
    let (name, answers) = of.await?;
    let csv = corrections_csv(&answers).map_err(|error| ApiError::internal(error.to_string()))?;
    Ok(Download::new(csv, ContentType::CSV, &name, "-corrections.csv"))
}
