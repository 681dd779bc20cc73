//! One box: its record with all that follows from it.

use nailpunch_core::assess::{BoxOverview, ItemView, JudgeRequest, Judgement, item_views, judge_box, to_measure_again};
use nailpunch_core::electrical::{MapChange, map_changes};
use nailpunch_core::facts::{BoxContents, BoxRecord, Room};
use nailpunch_core::standard::WiredUnder;
use nailpunch_store::{Revised, Store, StoreError};
use rocket::serde::json::Json;
use rocket::{delete as remove, get as get_route, put as put_route};
use serde::Serialize;
use utoipa::ToSchema;

use super::audits::RunBox;
use super::body::{Body, IfMatch, identifier, same_identifier};
use super::circuits::{OnCircuit, circuits_of};
use super::problem::{ApiError, Problem};
use super::shared::{Shared, author, with_store};

/// A work item of the box with the revision of its record.
#[derive(Serialize, ToSchema)]
pub struct BoxItem {
    /// The revision; 0 when nothing is stored of it yet.
    revision: u32,
    /// Where it stands.
    view: ItemView,
}

/// A box with all that follows from its facts.
#[derive(Serialize, ToSchema)]
pub struct BoxView {
    /// The record.
    record: Revised<BoxRecord>,
    /// The room it is in.
    room: Room,
    /// When it was wired, by its own word or its area's.
    wired_under: Option<WiredUnder>,
    /// What follows from it as found.
    found: Judgement,
    /// What follows from it as left, once there is such a record.
    left: Option<Judgement>,
    /// As found, without what the rules of its work items read: what measuring again begins with.
    to_measure_again: BoxContents,
    /// What the next box takes over from this one.
    structure: BoxContents,
    /// Its work items.
    items: Vec<BoxItem>,
    /// Its mark on the run.
    on_run: RunBox,
    /// The terminals that carry something else as left than as found.
    map_changes: Vec<MapChange>,
    /// The circuits that it hangs on.
    circuits: Vec<OnCircuit>,
}

fn view(store: &Store, audit: &str, id: &str) -> Result<BoxView, StoreError> {
    let audit_id = audit;
    let (audit, room, record, items) = store.box_in_place(audit_id, id)?;
    let circuits = circuits_of(store, audit_id, &record.record)?;
    let (basis, room) = (audit.record.basis, room.record);
    let wired_under = basis.wired_under(&room, record.record.wired_under);
    let stored: Vec<_> = items.iter().map(|item| item.record.clone()).collect();
    let repaired: Vec<String> = stored.iter().map(|item| item.rule.clone()).collect();
    let judged = |contents: &BoxContents, repaired: Vec<String>| {
        judge_box(JudgeRequest {
            basis: basis.clone(),
            wired_under,
            new_work: false,
            repaired,
            contents: contents.clone(),
            rulings: record.record.rulings.clone(),
            typed: Vec::new(),
        })
    };
    let views = item_views(&record.record, &stored, &basis, wired_under);
    let overview = BoxOverview::with_views(&record.record, &room, &basis, &stored, &views);
    let revision_of = |view: &ItemView| {
        let item = view.item.as_ref();
        items
            .iter()
            .find(|stored| Some(stored.record.id) == item.map(|item| item.id))
            .map_or(0, |stored| stored.revision)
    };
    Ok(BoxView {
        found: judged(&record.record.found, Vec::new()),
        left: record.record.left.as_ref().map(|left| judged(left, repaired)),
        to_measure_again: to_measure_again(&record.record, &stored),
        structure: record.record.found.structure(),
        items: views.into_iter().map(|view| BoxItem { revision: revision_of(&view), view }).collect(),
        on_run: RunBox { revision: record.revision, overview },
        map_changes: record.record.left.as_ref().map_or_else(Vec::new, |left| map_changes(&record.record.found, left)),
        circuits,
        wired_under,
        room,
        record,
    })
}

/// A box with all that follows from its facts.
#[utoipa::path(
    get, operation_id = "get_box", path = "/api/audits/{audit}/boxes/{box}", params(("audit" = String, Path), ("box" = String, Path)),
    responses((status = 200, body = BoxView), (status = 404, body = Problem))
)]
#[get_route("/audits/<audit>/boxes/<id>")]
pub async fn get(store: &Shared, audit: &str, id: &str) -> Result<Json<BoxView>, ApiError> {
    let (audit, id) = (identifier(audit)?.to_string(), identifier(id)?.to_string());
    Ok(Json(with_store(store, move |store| view(store, &audit, &id)).await?))
}

/// Makes or changes a box.
#[utoipa::path(
    put, operation_id = "put_box", path = "/api/audits/{audit}/boxes/{box}",
    params(("audit" = String, Path), ("box" = String, Path), ("If-Match" = String, Header)),
    request_body = BoxRecord,
    responses((status = 200, body = BoxView), (status = 409, body = Problem), (status = 422, body = Problem))
)]
#[put_route("/audits/<audit>/boxes/<id>", data = "<body>")]
pub async fn put(
    store: &Shared,
    audit: &str,
    id: &str,
    based_on: IfMatch,
    body: Body<BoxRecord>,
) -> Result<Json<BoxView>, ApiError> {
    let (audit, record, based_on) = (identifier(audit)?.to_string(), body.0?, based_on.0?);
    let id = same_identifier(id, record.id.0)?.to_string();
    let saved = with_store(store, move |store| {
        store.put(&audit, &record, based_on, &author())?;
        view(store, &audit, &id)
    });
    Ok(Json(saved.await?))
}

/// Deletes a box; putting it again brings it back.
#[utoipa::path(
    delete, operation_id = "delete_box", path = "/api/audits/{audit}/boxes/{box}",
    params(("audit" = String, Path), ("box" = String, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = u32, content_type = "application/json"), (status = 409, body = Problem))
)]
#[remove("/audits/<audit>/boxes/<id>")]
pub async fn delete(store: &Shared, audit: &str, id: &str, based_on: IfMatch) -> Result<Json<u32>, ApiError> {
    let (audit, id, based_on) = (identifier(audit)?.to_string(), identifier(id)?.to_string(), based_on.0?);
    Ok(Json(with_store(store, move |store| store.delete::<BoxRecord>(&audit, &id, based_on, &author())).await?))
}
