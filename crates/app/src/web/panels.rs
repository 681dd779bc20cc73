//! Panels: their breakers, the rounds of the mapping, and the directory that it proposes; what the boxes opened say of those
//! left closed.

use nailpunch_core::assess::{FeedingBreaker, Memory};
use nailpunch_core::electrical::mapping::{SingleAnswer, SingleWish};
use nailpunch_core::facts::{BoxId, Panel, PanelId};
use nailpunch_core::jot::PanelLine;
use nailpunch_store::{Store, StoreError};
use nailpunch_views::typed::{self, PanelLineWish};
use nailpunch_views::{PanelView, Problem, breakers_of_box};
use rocket::serde::json::Json;
use rocket::{delete as remove, get as get_route, post, put as put_route};

use super::body::{Body, IfMatch, identifier, same_identifier};
use super::found_first::keeps_found;
use super::problem::ApiError;
use super::shared::{Shared, with_audit, with_memory, with_store};

fn view(store: &Store, memory: &Memory, audit: &str, id: PanelId) -> Result<PanelView, StoreError> {
    let view = PanelView::of(&store.walk(audit)?, id, memory);
    view.ok_or_else(|| StoreError::NotFound { kind: "panel", id: id.to_string() })
}

/// The breakers that feed a box, and what goes dark with each.
#[utoipa::path(
    get, operation_id = "box_breakers", path = "/api/audits/{audit}/boxes/{id}/breakers",
    params(("audit" = String, Path), ("id" = String, Path)),
    responses((status = 200, body = Vec<FeedingBreaker>), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get_route("/audits/<audit>/boxes/<id>/breakers")]
pub async fn of_box(store: &Shared, audit: &str, id: &str) -> Result<Json<Vec<FeedingBreaker>>, ApiError> {
    let (audit, id) = (identifier(audit)?.to_string(), identifier(id)?);
    let feeding = with_audit(store, audit, move |_, assessed| {
        let feeding = breakers_of_box(assessed, BoxId(id));
        feeding.ok_or_else(|| StoreError::NotFound { kind: "box", id: id.to_string() })
    });
    Ok(Json(feeding.await?))
}

/// What a line does to a panel.
#[utoipa::path(
    post, operation_id = "panel_line", path = "/api/panel-line", request_body = PanelLineWish,
    responses((status = 200, body = PanelLine), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/panel-line", data = "<body>")]
pub fn line(body: Body<PanelLineWish>) -> Result<Json<PanelLine>, ApiError> {
    Ok(Json(typed::panel_line(&body.0?)?))
}

/// The panels of an audit, by name.
#[utoipa::path(
    get, operation_id = "list_panels", path = "/api/audits/{audit}/panels", params(("audit" = String, Path)),
    responses((status = 200, body = Vec<PanelView>), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get_route("/audits/<audit>/panels")]
pub async fn list(store: &Shared, audit: &str) -> Result<Json<Vec<PanelView>>, ApiError> {
    let audit = identifier(audit)?.to_string();
    let listed = with_audit(store, audit, |walk, assessed| Ok(PanelView::of_all(walk, assessed)));
    Ok(Json(listed.await?))
}

/// Makes or changes a panel.
#[utoipa::path(
    put, operation_id = "put_panel", path = "/api/audits/{audit}/panels/{panel}",
    params(("audit" = String, Path), ("panel" = String, Path), ("If-Match" = String, Header)),
    request_body = Panel,
    responses((status = 200, body = PanelView), (status = 409, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["work"]))
)]
#[put_route("/audits/<audit>/panels/<panel>", data = "<body>")]
pub async fn put(
    store: &Shared,
    audit: &str,
    panel: &str,
    based_on: IfMatch,
    body: Body<Panel>,
) -> Result<Json<PanelView>, ApiError> {
    let author = store.author();
    let (audit, record, based_on) = (identifier(audit)?.to_string(), body.0?, based_on.0?);
    let id = PanelId(same_identifier(panel, record.id.0)?);
    keeps_found(store, &record).await?;
    let saved = with_memory(store, move |store, memory| {
        store.put(&audit, &record, based_on, &author)?;
        view(store, memory, &audit, id)
    });
    Ok(Json(saved.await?))
}

/// Deletes a panel; putting it again brings it back.
#[utoipa::path(
    delete, operation_id = "delete_panel", path = "/api/audits/{audit}/panels/{panel}",
    params(("audit" = String, Path), ("panel" = String, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = u32, content_type = "application/json"), (status = 409, body = Problem)),
    security(("session" = ["capture"]))
)]
#[remove("/audits/<audit>/panels/<panel>")]
pub async fn delete(store: &Shared, audit: &str, panel: &str, based_on: IfMatch) -> Result<Json<u32>, ApiError> {
    let author = store.author();
    let (audit, id, based_on) = (identifier(audit)?.to_string(), identifier(panel)?.to_string(), based_on.0?);
    Ok(Json(with_store(store, move |store| store.delete::<Panel>(&audit, &id, based_on, &author)).await?))
}

/// What to switch off next to find the breaker of one outlet.
#[utoipa::path(
    post, operation_id = "find_single", path = "/api/find-breaker", request_body = SingleWish,
    responses((status = 200, body = SingleAnswer), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/find-breaker", data = "<body>")]
pub fn find(body: Body<SingleWish>) -> Result<Json<SingleAnswer>, ApiError> {
    Ok(Json(typed::find_breaker(&body.0?)?))
}
