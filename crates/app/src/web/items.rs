//! Work items: what was said of a finding, whatever it was found at.

use nailpunch_core::facts::{Revised, WorkItem};
use nailpunch_views::{ItemsWish, Problem};
use rocket::serde::json::Json;
use rocket::{delete, put};

use super::body::{Body, IfMatch, identifier, same_identifier};
use super::problem::ApiError;
use super::shared::{Shared, with_store};

/// Makes or changes a work item. Closing asks for proof.
#[utoipa::path(
    put, path = "/api/audits/{audit}/items/{item}",
    params(("audit" = String, Path), ("item" = String, Path), ("If-Match" = String, Header)),
    request_body = WorkItem,
    responses((status = 200, body = Revised<WorkItem>), (status = 409, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["work"]))
)]
#[put("/audits/<audit>/items/<item>", data = "<body>")]
pub async fn put_item(
    store: &Shared,
    audit: &str,
    item: &str,
    based_on: IfMatch,
    body: Body<WorkItem>,
) -> Result<Json<Revised<WorkItem>>, ApiError> {
    let author = store.author();
    let (audit, record, based_on) = (identifier(audit)?.to_string(), body.0?, based_on.0?);
    same_identifier(item, record.id.0)?;
    Ok(Json(with_store(store, move |store| store.put(&audit, &record, based_on, &author)).await?))
}

/// Makes or changes several work items, each based on its revision: all of them or none.
#[utoipa::path(
    put, path = "/api/audits/{audit}/items", params(("audit" = String, Path)), request_body = ItemsWish,
    responses((status = 200), (status = 409, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["work"]))
)]
#[put("/audits/<audit>/items", data = "<body>")]
pub async fn put_items(store: &Shared, audit: &str, body: Body<ItemsWish>) -> Result<Json<()>, ApiError> {
    let author = store.author();
    let (audit, wish) = (identifier(audit)?.to_string(), body.0?);
    let items = wish.accepted()?;
    Ok(Json(with_store(store, move |store| store.put_all(&audit, &items, &author)).await?))
}

/// Takes a plan back: the item is found again.
#[utoipa::path(
    delete, path = "/api/audits/{audit}/items/{item}",
    params(("audit" = String, Path), ("item" = String, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = u32, content_type = "application/json"), (status = 409, body = Problem)),
    security(("session" = ["work"]))
)]
#[delete("/audits/<audit>/items/<item>")]
pub async fn delete_item(store: &Shared, audit: &str, item: &str, based_on: IfMatch) -> Result<Json<u32>, ApiError> {
    let author = store.author();
    let (audit, item, based_on) = (identifier(audit)?.to_string(), identifier(item)?.to_string(), based_on.0?);
    Ok(Json(with_store(store, move |store| store.delete::<WorkItem>(&audit, &item, based_on, &author)).await?))
}
