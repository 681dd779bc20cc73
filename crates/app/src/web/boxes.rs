//! One box: its record with all that follows from it.

use std::borrow::Cow;

use nailpunch_core::assess::Memory;
use nailpunch_core::facts::{BoxId, BoxRecord};
use nailpunch_store::{Store, StoreError};
use nailpunch_views::{BoxView, Problem};
use rocket::serde::json::Json;
use rocket::{delete as remove, get as get_route, put as put_route};

use super::body::{Body, IfMatch, identifier, same_identifier};
use super::found_first::keeps_found;
use super::problem::ApiError;
use super::shared::{Shared, with_memory, with_store};

fn view(store: &Store, memory: &Memory, audit: &str, id: BoxId) -> Result<BoxView, StoreError> {
    let walk = store.walk_to_box(audit, &id.to_string())?;
    let view = BoxView::of(&walk, id, memory, || store.walk(audit).map(Cow::Owned))?;
    view.ok_or_else(|| StoreError::NotFound { kind: "box", id: id.to_string() })
}

/// A box with all that follows from its facts.
#[utoipa::path(
    get, operation_id = "get_box", path = "/api/audits/{audit}/boxes/{box}", params(("audit" = String, Path), ("box" = String, Path)),
    responses((status = 200, body = BoxView), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get_route("/audits/<audit>/boxes/<id>")]
pub async fn get(store: &Shared, audit: &str, id: &str) -> Result<Json<BoxView>, ApiError> {
    let (audit, id) = (identifier(audit)?.to_string(), BoxId(identifier(id)?));
    Ok(Json(with_memory(store, move |store, memory| view(store, memory, &audit, id)).await?))
}

/// Makes or changes a box.
#[utoipa::path(
    put, operation_id = "put_box", path = "/api/audits/{audit}/boxes/{box}",
    params(("audit" = String, Path), ("box" = String, Path), ("If-Match" = String, Header)),
    request_body = BoxRecord,
    responses((status = 200, body = BoxView), (status = 409, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["work"]))
)]
#[put_route("/audits/<audit>/boxes/<id>", data = "<body>")]
pub async fn put(
    store: &Shared,
    audit: &str,
    id: &str,
    based_on: IfMatch,
    body: Body<BoxRecord>,
) -> Result<Json<BoxView>, ApiError> {
    let author = store.author();
    let (audit, record, based_on) = (identifier(audit)?.to_string(), body.0?, based_on.0?);
    let id = BoxId(same_identifier(id, record.id.0)?);
    keeps_found(store, &record).await?;
    let saved = with_memory(store, move |store, memory| {
        store.put(&audit, &record, based_on, &author)?;
        view(store, memory, &audit, id)
    });
    Ok(Json(saved.await?))
}

/// Deletes a box; putting it again brings it back.
#[utoipa::path(
    delete, operation_id = "delete_box", path = "/api/audits/{audit}/boxes/{box}",
    params(("audit" = String, Path), ("box" = String, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = u32, content_type = "application/json"), (status = 409, body = Problem)),
    security(("session" = ["capture"]))
)]
#[remove("/audits/<audit>/boxes/<id>")]
pub async fn delete(store: &Shared, audit: &str, id: &str, based_on: IfMatch) -> Result<Json<u32>, ApiError> {
    let author = store.author();
    let (audit, id, based_on) = (identifier(audit)?.to_string(), identifier(id)?.to_string(), based_on.0?);
    Ok(Json(with_store(store, move |store| store.delete::<BoxRecord>(&audit, &id, based_on, &author)).await?))
}
