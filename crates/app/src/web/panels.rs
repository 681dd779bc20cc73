//! Panels: their breakers, the rounds of the mapping, and the directory that it proposes; what the boxes opened say of those
//! left closed.

use nailpunch_core::survey::{BoxRecord, Panel, Room};
use nailpunch_core::truth::mapping::{PanelAnswer, SingleAnswer, SingleWish, find_single, panel_answer};
use nailpunch_store::{AuditWalk, Revised, Store, StoreError};
use rocket::serde::json::Json;
use rocket::{delete as remove, get as get_route, post, put as put_route};
use serde::Serialize;
use utoipa::ToSchema;

use super::body::{Body, IfMatch, identifier, same_identifier};
use super::problem::{ApiError, Problem};
use super::{Shared, author, with_store};

/// A panel with all that follows from it.
#[derive(Serialize, ToSchema)]
pub struct PanelView {
    /// The panel.
    panel: Revised<Panel>,
    /// What follows from it.
    answer: PanelAnswer,
}

fn of_walk(walk: &AuditWalk, panel: &Revised<Panel>) -> PanelView {
    let boxes: Vec<(&Room, &BoxRecord)> = walk
        .rooms
        .iter()
        .flat_map(|room| room.boxes.iter().map(move |record| (&room.room.record, &record.record)))
        .collect();
    PanelView { answer: panel_answer(&panel.record, &boxes), panel: panel.clone() }
}

fn view(store: &Store, audit: &str, id: &str) -> Result<PanelView, StoreError> {
    let walk = store.walk(audit)?;
    let panel = walk.panels.iter().find(|panel| panel.record.id.to_string() == id);
    let panel = panel.ok_or_else(|| StoreError::NotFound { kind: "panel", id: id.to_owned() })?;
    Ok(of_walk(&walk, panel))
}

/// The panels of an audit, by name.
#[utoipa::path(
    get, operation_id = "list_panels", path = "/api/audits/{audit}/panels", params(("audit" = String, Path)),
    responses((status = 200, body = Vec<PanelView>), (status = 404, body = Problem))
)]
#[get_route("/audits/<audit>/panels")]
pub async fn list(store: &Shared, audit: &str) -> Result<Json<Vec<PanelView>>, ApiError> {
    let audit = identifier(audit)?.to_string();
    let views = with_store(store, move |store| {
        let walk = store.walk(&audit)?;
        Ok(walk.panels.iter().map(|panel| of_walk(&walk, panel)).collect())
    });
    Ok(Json(views.await?))
}

/// Makes or changes a panel.
#[utoipa::path(
    put, operation_id = "put_panel", path = "/api/audits/{audit}/panels/{panel}",
    params(("audit" = String, Path), ("panel" = String, Path), ("If-Match" = String, Header)),
    request_body = Panel,
    responses((status = 200, body = PanelView), (status = 409, body = Problem), (status = 422, body = Problem))
)]
#[put_route("/audits/<audit>/panels/<panel>", data = "<body>")]
pub async fn put(
    store: &Shared,
    audit: &str,
    panel: &str,
    based_on: IfMatch,
    body: Body<Panel>,
) -> Result<Json<PanelView>, ApiError> {
    let (audit, record, based_on) = (identifier(audit)?.to_string(), body.0?, based_on.0?);
    let id = same_identifier(panel, record.id.0)?.to_string();
    let saved = with_store(store, move |store| {
        store.put(&audit, &record, based_on, &author())?;
        view(store, &audit, &id)
    });
    Ok(Json(saved.await?))
}

/// Deletes a panel; putting it again brings it back.
#[utoipa::path(
    delete, operation_id = "delete_panel", path = "/api/audits/{audit}/panels/{panel}",
    params(("audit" = String, Path), ("panel" = String, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = u32, content_type = "application/json"), (status = 409, body = Problem))
)]
#[remove("/audits/<audit>/panels/<panel>")]
pub async fn delete(store: &Shared, audit: &str, panel: &str, based_on: IfMatch) -> Result<Json<u32>, ApiError> {
    let (audit, id, based_on) = (identifier(audit)?.to_string(), identifier(panel)?.to_string(), based_on.0?);
    Ok(Json(with_store(store, move |store| store.delete::<Panel>(&audit, &id, based_on, &author())).await?))
}

/// What to switch off next to find the breaker of one outlet.
#[utoipa::path(
    post, operation_id = "find_single", path = "/api/find-breaker", request_body = SingleWish,
    responses((status = 200, body = SingleAnswer), (status = 422, body = Problem))
)]
#[post("/find-breaker", data = "<body>")]
pub fn find(body: Body<SingleWish>) -> Result<Json<SingleAnswer>, ApiError> {
    let wish = body.0?;
    if wish.possible.len() > 168 {
        return Err(ApiError::field("/possible", format!("{} breakers; at most 168 are taken", wish.possible.len())));
    }
    Ok(Json(find_single(&wish)))
}
