//! Rooms: their sketches by tape, what follows from them, and the line that is typed along a wall.

use nailpunch_core::assess::{Assessed, RoomJudgement, SubjectWork};
use nailpunch_core::facts::{PanelId, Pointer, Room, RoomId, Sketch, Subject};
use nailpunch_core::jot::{RoomBox, RoomLine, RoomLineRequest, SketchLine, read_room_line, sketch_lines};
use nailpunch_core::repair::RoomMove;
use nailpunch_store::{AuditWalk, Revised, StoreError, WalkRoom};
use rocket::serde::json::Json;
use rocket::{delete as remove, get as get_route, post, put as put_route};
use serde::Serialize;
use utoipa::ToSchema;

use super::body::{Body, IfMatch, identifier, same_identifier};
use super::items::FoundItem;
use super::problem::{ApiError, Problem};
use super::shared::{Shared, author, with_memory, with_store};

/// One side of a room: as found, or as left.
#[derive(Serialize, ToSchema)]
pub struct RoomSide {
    /// Its sketch.
    sketch: Sketch,
    /// The same line by line, as it can be typed.
    lines: Vec<SketchLine>,
    /// What follows from it.
    judgement: RoomJudgement,
}

/// A room with all that follows from its sketch.
#[derive(Serialize, ToSchema)]
pub struct RoomView {
    /// The room.
    room: Revised<Room>,
    /// As found.
    found: RoomSide,
    /// As left, once it was begun.
    left: Option<RoomSide>,
    /// Its findings, and where each is in its life.
    items: Vec<FoundItem>,
    /// What is done in it.
    work: SubjectWork,
    /// What moving a thing along its wall would save.
    moves: Vec<RoomMove>,
    /// Its boxes, by their tags.
    boxes: Vec<RoomBox>,
    /// All boxes of the audit, by their tags.
    all_boxes: Vec<RoomBox>,
    /// The panels of the audit, in order.
    panels: Vec<PanelId>,
}

fn view_of(walk: &AuditWalk, room: &WalkRoom, assessed: &Assessed) -> Option<RoomView> {
    let record = &room.room.record;
    let known = assessed.of_room(record.id)?;
    let tagged = |room: &WalkRoom| -> Vec<RoomBox> {
        room.boxes.iter().map(|entry| RoomBox { id: entry.record.id, tag: entry.record.tag.clone() }).collect()
    };
    let (boxes, all_boxes) = (tagged(room), walk.rooms.iter().flat_map(tagged).collect::<Vec<_>>());
    let panels: Vec<PanelId> = walk.panels.iter().map(|panel| panel.record.id).collect();
    let units = assessed.facts.audit.basis.units;
    let side = |sketch: &Sketch, judgement: &RoomJudgement| RoomSide {
        sketch: sketch.clone(),
        lines: sketch_lines(sketch, units, &boxes, &all_boxes, &panels),
        judgement: judgement.clone(),
    };
    Some(RoomView {
        found: side(&record.sketch, &known.found),
        left: record.left.as_ref().map(|left| side(left, known.now())),
        items: FoundItem::of(walk, &known.findings),
        work: known.work.clone(),
        moves: known.saving_moves(assessed.facts),
        room: room.room.clone(),
        boxes,
        all_boxes,
        panels,
    })
}

/// A room with all that follows from its sketch.
#[utoipa::path(
    get, operation_id = "room", path = "/api/audits/{audit}/rooms/{room}",
    params(("audit" = String, Path), ("room" = String, Path)),
    responses((status = 200, body = RoomView), (status = 404, body = Problem))
)]
#[get_route("/audits/<audit>/rooms/<room>")]
pub async fn get(store: &Shared, audit: &str, room: &str) -> Result<Json<RoomView>, ApiError> {
    let (audit, id) = (identifier(audit)?.to_string(), RoomId(identifier(room)?));
    let view = with_memory(store, move |store, memory| {
        let walk = store.walk(&audit)?;
        let facts = walk.facts();
        let assessed = Assessed::of_subject(&facts, Subject::Room(id), memory);
        let found = walk.rooms.iter().find(|room| room.room.record.id == id);
        let view = found.and_then(|room| view_of(&walk, room, &assessed));
        view.ok_or_else(|| StoreError::NotFound { kind: "room", id: id.to_string() })
    });
    Ok(Json(view.await?))
}

/// Makes or changes a room.
#[utoipa::path(
    put, operation_id = "put_room", path = "/api/audits/{audit}/rooms/{room}",
    params(("audit" = String, Path), ("room" = String, Path), ("If-Match" = String, Header)),
    request_body = Room,
    responses((status = 200, body = Revised<Room>), (status = 409, body = Problem), (status = 422, body = Problem))
)]
#[put_route("/audits/<audit>/rooms/<room>", data = "<body>")]
pub async fn put(
    store: &Shared,
    audit: &str,
    room: &str,
    based_on: IfMatch,
    body: Body<Room>,
) -> Result<Json<Revised<Room>>, ApiError> {
    let (audit, record, based_on) = (identifier(audit)?.to_string(), body.0?, based_on.0?);
    same_identifier(room, record.id.0)?;
    Ok(Json(with_store(store, move |store| store.put(&audit, &record, based_on, &author())).await?))
}

/// Deletes a room with its boxes; putting it again brings them back.
#[utoipa::path(
    delete, operation_id = "delete_room", path = "/api/audits/{audit}/rooms/{room}",
    params(("audit" = String, Path), ("room" = String, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = u32, content_type = "application/json"), (status = 409, body = Problem))
)]
#[remove("/audits/<audit>/rooms/<room>")]
pub async fn delete(store: &Shared, audit: &str, room: &str, based_on: IfMatch) -> Result<Json<u32>, ApiError> {
    let (audit, room, based_on) = (identifier(audit)?.to_string(), identifier(room)?.to_string(), based_on.0?);
    Ok(Json(with_store(store, move |store| store.delete::<Room>(&audit, &room, based_on, &author())).await?))
}

/// Reads a line on to the sketch of a room without saving it: one wall, an island, or what is on no wall.
#[utoipa::path(
    post, operation_id = "room_line", path = "/api/room-line", request_body = RoomLineRequest,
    responses((status = 200, body = RoomLine), (status = 422, body = Problem))
)]
#[post("/room-line", data = "<body>")]
pub fn line(body: Body<RoomLineRequest>) -> Result<Json<RoomLine>, ApiError> {
    let request = body.0?;
    let at = Pointer::root().at("sketch");
    let problems = request.sketch.problems(&at);
    if !problems.is_empty() {
        return Err(ApiError::fields(problems));
    }
    let read = read_room_line(&request).map_err(|error| ApiError::field("/line", error.to_string()))?;
    let problems = read.sketch.problems(&at);
    if problems.is_empty() { Ok(Json(read)) } else { Err(ApiError::fields(problems)) }
}
