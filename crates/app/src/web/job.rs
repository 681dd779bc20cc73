//! The job: what is done where, what to bring and to cut, and the shut-downs in their days.

use nailpunch_core::assess::Assessed;
use nailpunch_core::facts::{Audit, ItemId, Revised, WorkItem};
use nailpunch_core::job::{Job, job};
use nailpunch_report::{ReportError, calendar, cut_list_sheet, materials_sheet};
use nailpunch_store::{Author, Store, StoreError};
use nailpunch_views::{ChooseWish, Problem};
use rocket::http::ContentType;
use rocket::serde::json::Json;
use rocket::{get, post};
use serde::Serialize;
use utoipa::ToSchema;

use super::body::{Body, identifier};
use super::exchange::Download;
use super::problem::ApiError;
use super::shared::{Shared, with_audit, with_memory};

async fn of_audit(store: &Shared, audit: &str) -> Result<(Audit, Job), ApiError> {
    let audit = identifier(audit)?.to_string();
    with_audit(store, audit, |_, assessed| Ok((assessed.facts.audit.clone(), job(assessed)))).await
}

/// The job of an audit.
#[utoipa::path(
    get, operation_id = "job", path = "/api/audits/{audit}/job", params(("audit" = String, Path)),
    responses((status = 200, body = Job), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/job")]
pub async fn view(store: &Shared, audit: &str) -> Result<Json<Job>, ApiError> {
    Ok(Json(of_audit(store, audit).await?.1))
}

/// What was taken over.
#[derive(Serialize, ToSchema)]
pub struct Chosen {
    /// How many items are planned now that were not.
    items: usize,
}

/// Takes the planner's repairs over as planned work, for every item of these boxes and panels that is only found. All of it or nothing.
#[utoipa::path(
    post, operation_id = "choose_repairs", path = "/api/audits/{audit}/job/choose", params(("audit" = String, Path)),
    request_body = ChooseWish,
    responses((status = 200, body = Chosen), (status = 404, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["work"]))
)]
#[post("/audits/<audit>/job/choose", data = "<body>")]
pub async fn choose(store: &Shared, audit: &str, body: Body<ChooseWish>) -> Result<Json<Chosen>, ApiError> {
    let author = store.author();
    let (audit, wish) = (identifier(audit)?.to_string(), body.0?);
    let chosen = with_memory(store, move |store, memory| {
        let facts = store.walk(&audit)?.facts();
        let items = wish.items(&job(&Assessed::with(&facts, memory)), || ItemId(uuid::Uuid::now_v7()));
        put_items(store, &audit, &items, &author)?;
        Ok(items.len())
    });
    Ok(Json(Chosen { items: chosen.await? }))
}

fn put_items(store: &Store, audit: &str, items: &[WorkItem], author: &Author) -> Result<(), StoreError> {
    let records: Vec<Revised<WorkItem>> =
        items.iter().map(|item| Revised { revision: 0, record: item.clone() }).collect();
    store.put_all(audit, &records, author)
}

fn not_written(error: &ReportError) -> ApiError {
    match error {
        ReportError::NoFirstDay => ApiError::field("/work/begins", error.to_string()),
        other => ApiError::internal(other.to_string()),
    }
}

/// What to bring, as CSV; on one day of the job, from 0, with `day`.
#[utoipa::path(
    get, operation_id = "materials", path = "/api/audits/{audit}/materials.csv",
    params(("audit" = String, Path), ("day" = Option<u16>, Query)),
    responses((status = 200, content_type = "text/csv"), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/materials.csv?<day>")]
pub async fn materials(store: &Shared, audit: &str, day: Option<u16>) -> Result<Download, ApiError> {
    let (record, job) = of_audit(store, audit).await?;
    let bytes = materials_sheet(&job, day).csv().map_err(|error| not_written(&error))?;
    Ok(Download::new(bytes, ContentType::CSV, &record.name, "-materials.csv"))
}

/// What to cut, as CSV.
#[utoipa::path(
    get, operation_id = "cut_list", path = "/api/audits/{audit}/cut-list.csv", params(("audit" = String, Path)),
    responses((status = 200, content_type = "text/csv"), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/cut-list.csv")]
pub async fn cuts(store: &Shared, audit: &str) -> Result<Download, ApiError> {
    let (record, job) = of_audit(store, audit).await?;
    let bytes = cut_list_sheet(&job).csv().map_err(|error| not_written(&error))?;
    Ok(Download::new(bytes, ContentType::CSV, &record.name, "-cut-list.csv"))
}

/// The shut-downs, as iCalendar.
#[utoipa::path(
    get, operation_id = "calendar", path = "/api/audits/{audit}/calendar.ics", params(("audit" = String, Path)),
    responses((status = 200, content_type = "text/calendar"), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/calendar.ics")]
pub async fn ics(store: &Shared, audit: &str) -> Result<Download, ApiError> {
    let (record, job) = of_audit(store, audit).await?;
    let bytes =
        calendar(&job, &record.work, &record.name, &record.id.to_string()).map_err(|error| not_written(&error))?;
    Ok(Download::new(bytes, ContentType::Calendar, &record.name, "-shut-downs.ics"))
}
