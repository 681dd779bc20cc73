//! One box: its record with all that follows from it.

use nailpunch_core::assess::{Assessed, Judgement, Memory, judgement, to_measure_again};
use nailpunch_core::electrical::{MapChange, map_changes};
use nailpunch_core::facts::{BoxContents, BoxRecord, KnownSupply, Room, Subject};
use nailpunch_core::standard::WiredUnder;
use nailpunch_store::{Revised, Store, StoreError};
use rocket::serde::json::Json;
use rocket::{delete as remove, get as get_route, put as put_route};
use serde::Serialize;
use utoipa::ToSchema;

use super::audits::RunBox;
use super::body::{Body, IfMatch, identifier, same_identifier};
use super::circuits::{OnCircuit, circuits_of};
use super::items::FoundItem;
use super::problem::{ApiError, Problem};
use super::shared::{Shared, author, with_memory, with_store};

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
    items: Vec<FoundItem>,
    /// Its mark on the run.
    on_run: RunBox,
    /// The terminals that carry something else as left than as found.
    map_changes: Vec<MapChange>,
    /// The circuits that it hangs on.
    circuits: Vec<OnCircuit>,
    /// The breakers that are known to feed it: they count before what is noted at the box.
    fed_by: Vec<KnownSupply>,
}

fn view(store: &Store, memory: &Memory, audit: &str, id: &str) -> Result<BoxView, StoreError> {
    let walk = store.walk_to_box(audit, id)?;
    let facts = walk.facts();
    let subject = facts.boxes().first().map(|(_, record)| Subject::Box(record.id));
    let missing = || StoreError::NotFound { kind: "box", id: id.to_owned() };
    let assessed = Assessed::of_subject(&facts, subject.ok_or_else(missing)?, memory);
    let known = assessed.boxes.first().ok_or_else(missing)?;
    let (answer, record, basis) = (known.answer(), known.record, &facts.audit.basis);
    let repaired: Vec<&str> = known.items().iter().map(|item| item.rule.as_str()).collect();
    let left = record.left.as_ref().zip(answer.left.clone());
    let revision = walk.box_revision(record.id);
    Ok(BoxView {
        record: Revised { revision, record: record.clone() },
        room: known.room.clone(),
        wired_under: known.wired_under,
        found: judgement(&record.found, basis, known.wired_under, answer.found.clone(), &[]),
        left: left.map(|(left, results)| judgement(left, basis, known.wired_under, results, &repaired)),
        to_measure_again: to_measure_again(record, known.items()),
        structure: record.found.structure(),
        items: FoundItem::of(&walk, &answer.findings),
        on_run: RunBox { revision, overview: answer.overview.clone() },
        map_changes: record.left.as_ref().map_or_else(Vec::new, |left| map_changes(&record.found, left)),
        circuits: circuits_of(store, audit, record)?,
        fed_by: known.fed_by().to_vec(),
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
    Ok(Json(with_memory(store, move |store, memory| view(store, memory, &audit, &id)).await?))
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
    let saved = with_memory(store, move |store, memory| {
        store.put(&audit, &record, based_on, &author())?;
        view(store, memory, &audit, &id)
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
