//! Panels: their breakers, the rounds of the mapping, and the directory that it proposes; what the boxes opened say of those
//! left closed.

use nailpunch_core::assess::{
    Acceptance, Assessed, AssessedPanel, FeedingBreaker, Hold, Memory, PanelJudgement, SubjectWork, breakers_of, holds,
    is_in_rounds,
};
use nailpunch_core::electrical::mapping::{SingleAnswer, SingleWish, find_single};
use nailpunch_core::facts::{BoxId, Breaker, Panel, Pointer};
use nailpunch_core::jot::{PanelLine, read_panel_line};
use nailpunch_core::quantity::UnitSystem;
use nailpunch_store::{AuditWalk, Revised, Store, StoreError};
use rocket::serde::json::Json;
use rocket::{delete as remove, get as get_route, post, put as put_route};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::body::{Body, IfMatch, identifier, same_identifier};
use super::items::FoundItem;
use super::problem::{ApiError, Problem};
use super::shared::{Shared, author, with_audit, with_memory, with_store};

/// A panel with all that follows from it.
#[derive(Serialize, ToSchema)]
pub struct PanelView {
    /// The panel.
    panel: Revised<Panel>,
    /// What follows from it as found.
    judgement: PanelJudgement,
    /// What follows from it as left, once it was looked at anew.
    left: Option<PanelJudgement>,
    /// What looking at it anew begins with.
    to_look_at_again: Panel,
    /// Its findings, and where each is in its life.
    items: Vec<FoundItem>,
    /// What is done at it.
    work: SubjectWork,
    /// The boxes with hands in them for which a breaker of its rounds stays off: no round is walked meanwhile.
    held: Vec<Hold>,
    /// The names of its breakers that stay off for hands in a box.
    stay_off: Vec<String>,
}

fn views(walk: &AuditWalk, assessed: &Assessed) -> Vec<PanelView> {
    let held = holds(assessed);
    let view = |(panel, known): (&Revised<Panel>, &AssessedPanel)| {
        let stays = |breaker: &&Breaker| held.iter().any(|hold| hold.holds(panel.record.id, breaker.id));
        PanelView {
            judgement: known.found.clone(),
            left: known.left.clone(),
            to_look_at_again: panel.record.to_look_at_again(),
            items: FoundItem::of(walk, &known.findings),
            work: known.work.clone(),
            held: held.iter().filter(|hold| is_in_rounds(hold, &panel.record)).cloned().collect(),
            stay_off: panel.record.breakers.iter().filter(stays).map(Breaker::name).collect(),
            panel: panel.clone(),
        }
    };
    walk.panels.iter().zip(&assessed.panels).map(view).collect()
}

fn view(store: &Store, memory: &Memory, audit: &str, id: &str) -> Result<PanelView, StoreError> {
    let walk = store.walk(audit)?;
    let facts = walk.facts();
    let found =
        views(&walk, &Assessed::with(&facts, memory)).into_iter().find(|view| view.panel.record.id.to_string() == id);
    found.ok_or_else(|| StoreError::NotFound { kind: "panel", id: id.to_owned() })
}

/// The breakers that feed a box, and what goes dark with each.
#[utoipa::path(
    get, operation_id = "box_breakers", path = "/api/audits/{audit}/boxes/{id}/breakers",
    params(("audit" = String, Path), ("id" = String, Path)),
    responses((status = 200, body = Vec<FeedingBreaker>), (status = 404, body = Problem))
)]
#[get_route("/audits/<audit>/boxes/<id>/breakers")]
pub async fn of_box(store: &Shared, audit: &str, id: &str) -> Result<Json<Vec<FeedingBreaker>>, ApiError> {
    let (audit, id) = (identifier(audit)?.to_string(), identifier(id)?);
    let feeding = with_audit(store, audit, move |_, assessed| {
        let known = assessed.of_box(BoxId(id));
        let known = known.ok_or_else(|| StoreError::NotFound { kind: "box", id: id.to_string() })?;
        Ok(breakers_of(known.record, assessed.panels.iter().map(|known| (known.record, &known.found))))
    });
    Ok(Json(feeding.await?))
}

/// A line typed at a panel.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PanelLineWish {
    /// The line, at most 200 characters.
    line: String,
    /// The panel as it is.
    panel: Panel,
    /// The unit of a length without one.
    #[serde(default)]
    units: UnitSystem,
}

/// What a line does to a panel.
#[utoipa::path(
    post, operation_id = "panel_line", path = "/api/panel-line", request_body = PanelLineWish,
    responses((status = 200, body = PanelLine), (status = 422, body = Problem))
)]
#[post("/panel-line", data = "<body>")]
pub fn line(body: Body<PanelLineWish>) -> Result<Json<PanelLine>, ApiError> {
    let wish = body.0?;
    let problems = wish.panel.unacceptable(&Pointer::root().at("panel"));
    if !problems.is_empty() {
        return Err(ApiError::fields(problems));
    }
    read_panel_line(&wish.line, &wish.panel, wish.units)
        .map(Json)
        .map_err(|error| ApiError::field("/line", error.to_string()))
}

/// The panels of an audit, by name.
#[utoipa::path(
    get, operation_id = "list_panels", path = "/api/audits/{audit}/panels", params(("audit" = String, Path)),
    responses((status = 200, body = Vec<PanelView>), (status = 404, body = Problem))
)]
#[get_route("/audits/<audit>/panels")]
pub async fn list(store: &Shared, audit: &str) -> Result<Json<Vec<PanelView>>, ApiError> {
    let audit = identifier(audit)?.to_string();
    let listed = with_audit(store, audit, |walk, assessed| Ok(views(walk, assessed)));
    Ok(Json(listed.await?))
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
    let saved = with_memory(store, move |store, memory| {
        store.put(&audit, &record, based_on, &author())?;
        view(store, memory, &audit, &id)
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
