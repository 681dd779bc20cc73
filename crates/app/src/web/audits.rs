//! Audits: the list of jobs, one audit's record, its walk, its journal.

use nailpunch_core::assess::{Assessed, House};
use nailpunch_core::facts::{Audit, AuditId, AuditWalk, Revised, RoomOrder};
use nailpunch_store::{Change, StoreError, Unreadable};
use nailpunch_views::{AuditOnList, Problem, Walk};
use rocket::serde::json::Json;
use rocket::{delete as remove, get, post, put as put_route};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::body::{Body, IfMatch, identifier, same_identifier};
use super::problem::ApiError;
use super::shared::{Kept, Shared, with_audit, with_kept, with_store};

/// Every audit with its counts; while the last change of an audit is the same, so are its counts.
pub(super) fn on_list(kept: &Kept) -> Result<Vec<AuditOnList>, StoreError> {
    let of = |(audit, change): (Revised<Audit>, i64)| {
        let id = audit.record.id.to_string();
        let counts = kept.counts.get_or_insert_with(&(id.clone(), change), || {
            let facts = kept.store.walk(&id)?.facts();
            Ok::<_, StoreError>(Assessed::with(&facts, &kept.memory).counts())
        })?;
        Ok(AuditOnList { audit, counts })
    };
    kept.store.audits_at()?.into_iter().map(of).collect()
}

/// Every audit with its state at a glance.
#[utoipa::path(
    get, operation_id = "list_audits", path = "/api/audits", responses((status = 200, body = Vec<AuditOnList>)),
    security(("session" = ["look"]))
)]
#[get("/audits")]
pub async fn list(store: &Shared) -> Result<Json<Vec<AuditOnList>>, ApiError> {
    Ok(Json(with_kept(store, on_list).await?))
}

/// Every record of the store that cannot be read: the lists and exports go on without it.
#[utoipa::path(
    get, operation_id = "unreadable", path = "/api/unreadable", responses((status = 200, body = Vec<Unreadable>)),
    security(("session" = ["look"]))
)]
#[get("/unreadable")]
pub async fn unreadable(store: &Shared) -> Result<Json<Vec<Unreadable>>, ApiError> {
    Ok(Json(with_store(store, |store| store.unreadable()).await?))
}

/// Makes or changes an audit.
#[utoipa::path(
    put, operation_id = "put_audit", path = "/api/audits/{audit}",
    params(("audit" = String, Path), ("If-Match" = String, Header, description = "the revision this is based on, \"0\" for a new one")),
    request_body = Audit,
    responses((status = 200, body = Revised<Audit>), (status = 409, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["capture"]))
)]
#[put_route("/audits/<audit>", data = "<body>")]
pub async fn put(
    store: &Shared,
    audit: &str,
    based_on: IfMatch,
    body: Body<Audit>,
) -> Result<Json<Revised<Audit>>, ApiError> {
    let author = store.author();
    let (record, based_on) = (body.0?, based_on.0?);
    let id = same_identifier(audit, record.id.0)?.to_string();
    if !nailpunch_report::bare_logo(&record.letterhead) {
        let message = "this logo is not as it is kept; send the picture to /api/logo and take what it answers";
        return Err(ApiError::field("/letterhead/logo", message));
    }
    let known = id.clone();
    let known = with_store(store, move |store| Ok(store.get::<Audit>(&known).ok())).await?;
    // Whoever began with another state hears of that first.
    let other = |known: Revised<Audit>| known.revision == based_on && known.record.notices != record.notices;
    if known.is_some_and(other) {
        let message = "a notice that was given stands as it was; give another one at /notices";
        return Err(ApiError::field("/notices", message));
    }
    Ok(Json(with_store(store, move |store| store.put(&id, &record, based_on, &author)).await?))
}

/// Deletes an audit; putting it again brings it back whole.
#[utoipa::path(
    delete, operation_id = "delete_audit", path = "/api/audits/{audit}",
    params(("audit" = String, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = u32, content_type = "application/json"), (status = 409, body = Problem)),
    security(("session" = ["capture"]))
)]
#[remove("/audits/<audit>")]
pub async fn delete(store: &Shared, audit: &str, based_on: IfMatch) -> Result<Json<u32>, ApiError> {
    let author = store.author();
    let (id, based_on) = (identifier(audit)?.to_string(), based_on.0?);
    Ok(Json(with_store(store, move |store| store.delete::<Audit>(&id, &id, based_on, &author)).await?))
}

/// The walk through an audit.
#[utoipa::path(
    get, operation_id = "walk", path = "/api/audits/{audit}/walk", params(("audit" = String, Path)),
    responses((status = 200, body = Walk), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/walk")]
pub async fn walk(store: &Shared, audit: &str) -> Result<Json<Walk>, ApiError> {
    let id = identifier(audit)?.to_string();
    let walk = with_audit(store, id, |walk, assessed| Ok(Walk::of(walk, assessed)));
    Ok(Json(walk.await?))
}

/// The house on one page.
#[utoipa::path(
    get, operation_id = "house", path = "/api/audits/{audit}/house", params(("audit" = String, Path)),
    responses((status = 200, body = House), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/house")]
pub async fn house(store: &Shared, audit: &str) -> Result<Json<House>, ApiError> {
    let id = identifier(audit)?.to_string();
    Ok(Json(with_audit(store, id, |_, assessed| Ok(House::of(assessed))).await?))
}

/// What a device keeps of an audit.
#[derive(Serialize, ToSchema)]
pub struct Records {
    /// What this state of the audit is told from every other by.
    state: String,
    /// All records, as they stand; absent where the device has them as they are.
    records: Option<AuditWalk>,
}

/// All records of an audit, for a device that keeps them; nothing of them where it is still in the state `since`.
#[utoipa::path(
    get, operation_id = "records", path = "/api/audits/{audit}/records",
    params(("audit" = String, Path), ("since" = Option<String>, Query)),
    responses((status = 200, body = Records), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/records?<since>")]
pub async fn records(store: &Shared, audit: &str, since: Option<String>) -> Result<Json<Records>, ApiError> {
    let id = identifier(audit)?.to_string();
    let (state, records) = with_store(store, move |store| store.records(&id, since.as_deref())).await?;
    Ok(Json(Records { state, records }))
}

/// Puts rooms and boxes in a new order.
#[utoipa::path(
    put, operation_id = "put_order", path = "/api/audits/{audit}/order", params(("audit" = String, Path)), request_body = Vec<RoomOrder>,
    responses((status = 200), (status = 422, body = Problem)),
    security(("session" = ["capture"]))
)]
#[put_route("/audits/<audit>/order", data = "<body>")]
pub async fn order(store: &Shared, audit: &str, body: Body<Vec<RoomOrder>>) -> Result<Json<()>, ApiError> {
    let author = store.author();
    let (id, order) = (identifier(audit)?.to_string(), body.0?);
    with_store(store, move |store| store.set_order(&id, &order, &author)).await?;
    Ok(Json(()))
}

/// What a copy is made under.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Duplicate {
    /// The identifier of the copy.
    id: AuditId,
    /// Its name.
    name: String,
    /// Without rooms and boxes: a new audit on the same basis.
    #[serde(default)]
    basis_only: bool,
}

/// Copies an audit. The same copy asked for again is harmless.
#[utoipa::path(
    post, operation_id = "duplicate_audit", path = "/api/audits/{audit}/duplicate", params(("audit" = String, Path)), request_body = Duplicate,
    responses((status = 200), (status = 404, body = Problem)),
    security(("session" = ["capture"]))
)]
#[post("/audits/<audit>/duplicate", data = "<body>")]
pub async fn duplicate(store: &Shared, audit: &str, body: Body<Duplicate>) -> Result<Json<()>, ApiError> {
    let author = store.author();
    let (id, wish) = (identifier(audit)?.to_string(), body.0?);
    with_store(store, move |store| {
        if store.get::<Audit>(&wish.id.to_string()).is_ok() {
            return Ok(());
        }
        let mut copy = store.export(&id)?.renamed(uuid::Uuid::now_v7);
        copy.audit.id = wish.id;
        copy.audit.name = wish.name;
        copy.audit.archived = false;
        // Hands are in a box of the house, not in its copy.
        for entry in copy.rooms.iter_mut().flat_map(|room| &mut room.boxes) {
            entry.hands_in = None;
        }
        if wish.basis_only {
            copy.rooms.clear();
            copy.circuits.clear();
            copy.runs.clear();
            copy.items.clear();
            for panel in &mut copy.panels {
                panel.mapping = nailpunch_core::facts::Mapping::default();
                panel.left = None;
            }
            // Photographs and lines that name what is left behind go without it.
            copy = copy.without_gone();
        }
        store.import(&copy, &author)
    })
    .await?;
    Ok(Json(()))
}

/// The latest changes of an audit, newest first.
#[utoipa::path(
    get, operation_id = "journal", path = "/api/audits/{audit}/journal", params(("audit" = String, Path), ("most" = Option<u32>, Query)),
    responses((status = 200, body = Vec<Change>), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/journal?<most>")]
pub async fn journal(store: &Shared, audit: &str, most: Option<u32>) -> Result<Json<Vec<Change>>, ApiError> {
    let id = identifier(audit)?.to_string();
    Ok(Json(with_store(store, move |store| store.journal(&id, most.unwrap_or(100).min(1000))).await?))
}

/// Takes a change of the journal back.
#[utoipa::path(
    post, operation_id = "undo_change", path = "/api/audits/{audit}/journal/{number}/undo",
    params(("audit" = String, Path), ("number" = i64, Path)),
    responses((status = 200), (status = 404, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["capture"]))
)]
#[post("/audits/<audit>/journal/<number>/undo")]
pub async fn undo(store: &Shared, audit: &str, number: i64) -> Result<Json<()>, ApiError> {
    let author = store.author();
    let id = identifier(audit)?.to_string();
    Ok(Json(with_store(store, move |store| store.undo(&id, number, &author)).await?))
}
