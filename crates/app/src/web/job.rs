//! The job: what is done where, what to bring and to cut, and the shut-downs in their days.

use std::collections::HashMap;
use std::collections::hash_map::DefaultHasher;
use std::hash::{Hash, Hasher};
use std::sync::{Arc, Mutex, PoisonError};

use nailpunch_core::assess::{BoxWork, ItemState};
use nailpunch_core::facts::{BoxId, BoxRecord, ItemId, Room, StoredState, WorkItem};
use nailpunch_core::job::{Job, JobInput, WorkInScopes, job};
use nailpunch_report::{ReportError, calendar, cut_list_csv, materials_csv};
use nailpunch_store::{AuditWalk, Revised, Store, StoreError};
use rocket::http::ContentType;
use rocket::serde::json::Json;
use rocket::{State, get, post};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::body::{Body, identifier};
use super::exchange::Download;
use super::problem::{ApiError, Problem};
use super::shared::{Shared, author, with_store};

/// What was planned for boxes, by all that it follows from: planning a box takes milliseconds, and a job has many boxes of
/// which few change between two looks.
#[derive(Default)]
pub struct Works(Mutex<HashMap<u64, WorkInScopes>>);

/// The most boxes whose plans are kept.
const MOST_KEPT: usize = 20_000;

impl Works {
    fn of(&self, walk: &AuditWalk, room: &Room, record: &BoxRecord, items: &[WorkItem]) -> WorkInScopes {
        let basis = &walk.audit.record.basis;
        let wired_under = basis.wired_under(room, record.wired_under);
        let mut hasher = DefaultHasher::new();
        // What cannot be written down is planned anew each time.
        let key = serde_json::to_vec(&(record, items, basis, wired_under)).ok().map(|json| {
            json.hash(&mut hasher);
            hasher.finish()
        });
        let kept = || self.0.lock().unwrap_or_else(PoisonError::into_inner);
        if let Some(known) = key.and_then(|key| kept().get(&key).cloned()) {
            return known;
        }
        let work = BoxWork::in_scopes(record, items, basis, wired_under);
        if let Some(key) = key {
            let mut kept = kept();
            if kept.len() >= MOST_KEPT {
                kept.clear();
            }
            kept.insert(key, work.clone());
        }
        work
    }
}

/// The plans of boxes, shared between requests.
pub type SharedWorks = State<Arc<Works>>;

/// The job of an audit.
pub fn job_of(walk: &AuditWalk, works: &Works) -> Job {
    let (items, boxes, panels, circuits) =
        (walk.items_by_box(), walk.boxes(), walk.panel_records(), walk.circuit_records());
    let input = JobInput { audit: &walk.audit.record, boxes: &boxes, panels: &panels, circuits: &circuits };
    job(&input, |room, record| {
        let own = items.get(&record.id).map_or(&[][..], Vec::as_slice);
        works.of(walk, room, record, own)
    })
}

async fn of_audit(store: &Shared, works: &SharedWorks, audit: &str) -> Result<(AuditWalk, Job), ApiError> {
    let audit = identifier(audit)?.to_string();
    let works = Arc::clone(works.inner());
    with_store(store, move |store| {
        let walk = store.walk(&audit)?;
        let job = job_of(&walk, &works);
        Ok((walk, job))
    })
    .await
}

/// The job of an audit.
#[utoipa::path(
    get, operation_id = "job", path = "/api/audits/{audit}/job", params(("audit" = String, Path)),
    responses((status = 200, body = Job), (status = 404, body = Problem))
)]
#[get("/audits/<audit>/job")]
pub async fn view(store: &Shared, works: &SharedWorks, audit: &str) -> Result<Json<Job>, ApiError> {
    Ok(Json(of_audit(store, works, audit).await?.1))
}

/// Boxes whose planned repairs are taken over.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ChooseWish {
    /// The boxes, at most 20,000.
    #[schema(max_items = 20_000)]
    boxes: Vec<BoxId>,
}

/// What was taken over.
#[derive(Serialize, ToSchema)]
pub struct Chosen {
    /// How many items are planned now that were not.
    items: usize,
}

/// Takes the planner's repairs over as planned work, for every item of these boxes that is only found. All of it or nothing.
#[utoipa::path(
    post, operation_id = "choose_repairs", path = "/api/audits/{audit}/job/choose", params(("audit" = String, Path)),
    request_body = ChooseWish,
    responses((status = 200, body = Chosen), (status = 404, body = Problem), (status = 422, body = Problem))
)]
#[post("/audits/<audit>/job/choose", data = "<body>")]
pub async fn choose(
    store: &Shared,
    works: &SharedWorks,
    audit: &str,
    body: Body<ChooseWish>,
) -> Result<Json<Chosen>, ApiError> {
    let (audit, wish) = (identifier(audit)?.to_string(), body.0?);
    let works = Arc::clone(works.inner());
    let chosen = with_store(store, move |store| {
        let walk = store.walk(&audit)?;
        let items = planned_items(&job_of(&walk, &works), &wish.boxes);
        put_items(store, &audit, &items)?;
        Ok(items.len())
    });
    Ok(Json(Chosen { items: chosen.await? }))
}

fn planned_items(job: &Job, boxes: &[BoxId]) -> Vec<WorkItem> {
    let mut items = Vec::new();
    for known in job.boxes.iter().filter(|known| boxes.contains(&known.box_id)) {
        for step in known.work.steps.iter().filter(|step| !step.chosen) {
            let found = known.work.items.iter().filter(|item| item.state == ItemState::Found);
            for item in found.filter(|item| step.mends.contains(&item.rule)) {
                items.push(WorkItem {
                    id: ItemId(uuid::Uuid::now_v7()),
                    box_id: known.box_id,
                    rule: item.rule.clone(),
                    repair: step.repair.to_owned(),
                    state: StoredState::Planned,
                    waits_for: None,
                    note: String::new(),
                });
            }
        }
    }
    items
}

fn put_items(store: &Store, audit: &str, items: &[WorkItem]) -> Result<(), StoreError> {
    let records: Vec<Revised<WorkItem>> =
        items.iter().map(|item| Revised { revision: 0, record: item.clone() }).collect();
    store.put_all(audit, &records, &author())
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
    responses((status = 200, content_type = "text/csv"), (status = 404, body = Problem))
)]
#[get("/audits/<audit>/materials.csv?<day>")]
pub async fn materials(
    store: &Shared,
    works: &SharedWorks,
    audit: &str,
    day: Option<u16>,
) -> Result<Download, ApiError> {
    let (walk, job) = of_audit(store, works, audit).await?;
    let bytes = materials_csv(&job, day).map_err(|error| not_written(&error))?;
    Ok(Download::new(bytes, ContentType::CSV, &walk.audit.record.name, "-materials.csv"))
}

/// What to cut, as CSV.
#[utoipa::path(
    get, operation_id = "cut_list", path = "/api/audits/{audit}/cut-list.csv", params(("audit" = String, Path)),
    responses((status = 200, content_type = "text/csv"), (status = 404, body = Problem))
)]
#[get("/audits/<audit>/cut-list.csv")]
pub async fn cuts(store: &Shared, works: &SharedWorks, audit: &str) -> Result<Download, ApiError> {
    let (walk, job) = of_audit(store, works, audit).await?;
    let bytes = cut_list_csv(&job).map_err(|error| not_written(&error))?;
    Ok(Download::new(bytes, ContentType::CSV, &walk.audit.record.name, "-cut-list.csv"))
}

/// The shut-downs, as iCalendar.
#[utoipa::path(
    get, operation_id = "calendar", path = "/api/audits/{audit}/calendar.ics", params(("audit" = String, Path)),
    responses((status = 200, content_type = "text/calendar"), (status = 422, body = Problem))
)]
#[get("/audits/<audit>/calendar.ics")]
pub async fn ics(store: &Shared, works: &SharedWorks, audit: &str) -> Result<Download, ApiError> {
    let (walk, job) = of_audit(store, works, audit).await?;
    let record = &walk.audit.record;
    let bytes =
        calendar(&job, &record.work, &record.name, &record.id.to_string()).map_err(|error| not_written(&error))?;
    Ok(Download::new(bytes, ContentType::Calendar, &record.name, "-shut-downs.ics"))
}
