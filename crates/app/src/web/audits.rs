//! Audits: the list of jobs, one audit's record, its walk, its journal.

use nailpunch_core::assess::sampling::{CohortSample, samples};
use nailpunch_core::assess::{
    Assessed, AssessedPanel, AssessedRoom, AssessedRun, AuditCounts, BoxOverview, Hold, ItemCounts, holds,
};
use nailpunch_core::facts::{Audit, AuditId, BoxId, HouseRules, PanelId, Room, RunId};
use nailpunch_core::quantity::UnitSystem;
use nailpunch_core::rules::Verdict;
use nailpunch_store::{AuditWalk, Change, Revised, RoomOrder, StoreError, Unreadable, WalkRoom};
use rocket::serde::json::Json;
use rocket::{delete as remove, get, post, put as put_route};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::body::{Body, IfMatch, identifier, same_identifier};
use super::problem::{ApiError, Problem};
use super::shared::{Kept, Shared, author, with_audit, with_kept, with_store};

/// An audit on the list of jobs.
#[derive(Serialize, ToSchema)]
pub struct AuditOnList {
    /// The audit.
    audit: Revised<Audit>,
    /// Its state at a glance.
    counts: AuditCounts,
}

/// A room on the run.
#[derive(Serialize, ToSchema)]
pub struct RunRoom {
    /// The room.
    room: Revised<Room>,
    /// Its mark; absent where it was not sketched.
    mark: Option<RoomMark>,
    /// Its boxes in order.
    boxes: Vec<RunBox>,
}

/// A sketched room at a glance.
#[derive(Serialize, ToSchema)]
pub struct RoomMark {
    /// The worst answer of all rules, of the room as left once it was looked at anew.
    worst: Verdict,
    /// Something in it is a danger now.
    dangerous: bool,
    /// Something of it is still open.
    still_open: bool,
    /// Its items.
    items: ItemCounts,
}

fn room_mark(known: &AssessedRoom) -> RoomMark {
    let items = ItemCounts::of(&known.findings);
    RoomMark { worst: known.now().worst, dangerous: known.now().dangerous, still_open: items.open() > 0, items }
}

/// A box on the run.
#[derive(Serialize, ToSchema)]
pub struct RunBox {
    /// The revision of its record.
    pub revision: u32,
    /// Its mark.
    pub overview: BoxOverview,
}

/// A panel at a glance.
#[derive(Serialize, ToSchema)]
pub struct PanelMark {
    /// The panel.
    id: PanelId,
    /// What it is called.
    name: String,
    /// The worst answer of all rules, of the panel as left once it was looked at anew.
    worst: Verdict,
    /// Something at it is a danger now.
    dangerous: bool,
    /// Something of it is still open.
    still_open: bool,
    /// Its items.
    items: ItemCounts,
}

fn panel_mark(known: &AssessedPanel) -> PanelMark {
    let items = ItemCounts::of(&known.findings);
    PanelMark {
        id: known.record.id,
        name: known.record.name.clone(),
        worst: known.now().worst,
        dangerous: known.now().dangerous,
        still_open: items.open() > 0,
        items,
    }
}

/// A cable run at a glance.
#[derive(Serialize, ToSchema)]
pub struct CableRunMark {
    /// The run.
    id: RunId,
    /// What it is called.
    name: String,
    /// How it is wired.
    label: String,
    /// The boxes that it ends at.
    boxes: Vec<BoxId>,
    /// The worst answer of all rules, of the run as left once it was looked at anew.
    worst: Verdict,
    /// Something along it is a danger now.
    dangerous: bool,
    /// Something of it is still open.
    still_open: bool,
    /// Its items.
    items: ItemCounts,
}

fn cable_run_mark(known: &AssessedRun) -> CableRunMark {
    let items = ItemCounts::of(&known.findings);
    CableRunMark {
        id: known.record.id,
        name: known.record.name.clone(),
        label: known.record.now().label(),
        boxes: known.record.boxes().collect(),
        worst: known.now().worst,
        dangerous: known.now().dangerous,
        still_open: items.open() > 0,
        items,
    }
}

/// The walk through an audit: what the run shows.
#[derive(Serialize, ToSchema)]
pub struct Walk {
    /// The audit.
    audit: Revised<Audit>,
    /// Its rooms in order.
    rooms: Vec<RunRoom>,
    /// Its panels.
    panels: Vec<PanelMark>,
    /// Its cable runs.
    cable_runs: Vec<CableRunMark>,
    /// Its state at a glance.
    counts: AuditCounts,
    /// What the boxes that were opened say of those left closed.
    samples: Vec<CohortSample>,
    /// The boxes with hands in them, and what stays off meanwhile.
    hands: Vec<Hold>,
}

/// The rooms of an audit with the marks of their boxes.
fn run(walk: &AuditWalk, assessed: &Assessed) -> Vec<RunRoom> {
    let mut marks = assessed.boxes.iter().map(|known| known.answer().overview.clone());
    let of_room = |room: &WalkRoom| {
        let boxes = room.boxes.iter().zip(&mut marks);
        let boxes = boxes.map(|(record, overview)| RunBox { revision: record.revision, overview });
        let mark = assessed.of_room(room.room.record.id).map(room_mark);
        RunRoom { room: room.room.clone(), mark, boxes: boxes.collect() }
    };
    walk.rooms.iter().map(of_room).collect()
}

/// Every audit with its counts; while the last change of an audit is the same, so are its counts.
pub(super) fn on_list(kept: &Kept) -> Result<Vec<AuditOnList>, StoreError> {
    let of = |(audit, change): (Revised<Audit>, i64)| {
        let id = audit.record.id.to_string();
        let counts = kept.counts.get_or_insert_with(&(id.clone(), change), || {
            let facts = kept.store.walk(&id)?.facts();
            Ok::<_, StoreError>(Assessed::with(&facts, &kept.memory).counts())
        })?;
        Ok(AuditOnList { counts, audit })
    };
    kept.store.audits_at()?.into_iter().map(of).collect()
}

/// Every audit with its state at a glance.
#[utoipa::path(get, operation_id = "list_audits", path = "/api/audits", responses((status = 200, body = Vec<AuditOnList>)))]
#[get("/audits")]
pub async fn list(store: &Shared) -> Result<Json<Vec<AuditOnList>>, ApiError> {
    Ok(Json(with_kept(store, on_list).await?))
}

/// Every record of the store that cannot be read: the lists and exports go on without it.
#[utoipa::path(
    get, operation_id = "unreadable", path = "/api/unreadable", responses((status = 200, body = Vec<Unreadable>))
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
    responses((status = 200, body = Revised<Audit>), (status = 409, body = Problem), (status = 422, body = Problem))
)]
#[put_route("/audits/<audit>", data = "<body>")]
pub async fn put(
    store: &Shared,
    audit: &str,
    based_on: IfMatch,
    body: Body<Audit>,
) -> Result<Json<Revised<Audit>>, ApiError> {
    let (record, based_on) = (body.0?, based_on.0?);
    let id = same_identifier(audit, record.id.0)?.to_string();
    if !nailpunch_report::bare_logo(&record.letterhead) {
        let message = "this logo is not as it is kept; send the picture to /api/logo and take what it answers";
        return Err(ApiError::field("/letterhead/logo", message));
    }
    Ok(Json(with_store(store, move |store| store.put(&id, &record, based_on, &author())).await?))
}

/// Deletes an audit; putting it again brings it back whole.
#[utoipa::path(
    delete, operation_id = "delete_audit", path = "/api/audits/{audit}",
    params(("audit" = String, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = u32, content_type = "application/json"), (status = 409, body = Problem))
)]
#[remove("/audits/<audit>")]
pub async fn delete(store: &Shared, audit: &str, based_on: IfMatch) -> Result<Json<u32>, ApiError> {
    let (id, based_on) = (identifier(audit)?.to_string(), based_on.0?);
    Ok(Json(with_store(store, move |store| store.delete::<Audit>(&id, &id, based_on, &author())).await?))
}

/// The walk through an audit.
#[utoipa::path(
    get, operation_id = "walk", path = "/api/audits/{audit}/walk", params(("audit" = String, Path)),
    responses((status = 200, body = Walk), (status = 404, body = Problem))
)]
#[get("/audits/<audit>/walk")]
pub async fn walk(store: &Shared, audit: &str) -> Result<Json<Walk>, ApiError> {
    let id = identifier(audit)?.to_string();
    let walk = with_audit(store, id, |walk, assessed| {
        let closed = assessed.boxes.iter().any(|known| known.record.found.conductors.is_empty());
        Ok(Walk {
            audit: walk.audit.clone(),
            rooms: run(walk, assessed),
            panels: assessed.panels.iter().map(panel_mark).collect(),
            cable_runs: assessed.runs.iter().map(cable_run_mark).collect(),
            counts: assessed.counts(),
            samples: if closed { samples(assessed) } else { Vec::new() },
            hands: holds(assessed),
        })
    });
    Ok(Json(walk.await?))
}

/// Puts rooms and boxes in a new order.
#[utoipa::path(
    put, operation_id = "put_order", path = "/api/audits/{audit}/order", params(("audit" = String, Path)), request_body = Vec<RoomOrder>,
    responses((status = 200), (status = 422, body = Problem))
)]
#[put_route("/audits/<audit>/order", data = "<body>")]
pub async fn order(store: &Shared, audit: &str, body: Body<Vec<RoomOrder>>) -> Result<Json<()>, ApiError> {
    let (id, order) = (identifier(audit)?.to_string(), body.0?);
    with_store(store, move |store| store.set_order(&id, &order, &author())).await?;
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
    responses((status = 200), (status = 404, body = Problem))
)]
#[post("/audits/<audit>/duplicate", data = "<body>")]
pub async fn duplicate(store: &Shared, audit: &str, body: Body<Duplicate>) -> Result<Json<()>, ApiError> {
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
        store.import(&copy, &author())
    })
    .await?;
    Ok(Json(()))
}

/// The latest changes of an audit, newest first.
#[utoipa::path(
    get, operation_id = "journal", path = "/api/audits/{audit}/journal", params(("audit" = String, Path), ("most" = Option<u32>, Query)),
    responses((status = 200, body = Vec<Change>), (status = 404, body = Problem))
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
    responses((status = 200), (status = 404, body = Problem), (status = 422, body = Problem))
)]
#[post("/audits/<audit>/journal/<number>/undo")]
pub async fn undo(store: &Shared, audit: &str, number: i64) -> Result<Json<()>, ApiError> {
    let id = identifier(audit)?.to_string();
    Ok(Json(with_store(store, move |store| store.undo(&id, number, &author())).await?))
}

/// What the basis screen offers: units with the house rules that go with each.
pub fn defaults() -> [(UnitSystem, HouseRules); 2] {
    [UnitSystem::Inch, UnitSystem::Metric].map(|units| (units, HouseRules::for_units(units)))
}
