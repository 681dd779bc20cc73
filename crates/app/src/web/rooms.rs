//! Rooms: their sketches by tape, what follows from them, and the line that is typed along a wall.

use nailpunch_core::facts::{Revised, Room, RoomId};
use nailpunch_core::jot::{RoomLine, RoomLineRequest};
use nailpunch_store::StoreError;
use nailpunch_views::{Problem, RoomView, typed};
use rocket::serde::json::Json;
use rocket::{delete as remove, get as get_route, post, put as put_route};

use super::body::{Body, IfMatch, identifier, same_identifier};
use super::found_first::keeps_found;
use super::problem::ApiError;
use super::shared::{Shared, with_memory, with_store};

/// A room with all that follows from its sketch.
#[utoipa::path(
    get, operation_id = "room", path = "/api/audits/{audit}/rooms/{room}",
    params(("audit" = String, Path), ("room" = String, Path)),
    responses((status = 200, body = RoomView), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get_route("/audits/<audit>/rooms/<room>")]
pub async fn get(store: &Shared, audit: &str, room: &str) -> Result<Json<RoomView>, ApiError> {
    let (audit, id) = (identifier(audit)?.to_string(), RoomId(identifier(room)?));
    let view = with_memory(store, move |store, memory| {
        let view = RoomView::of(&store.walk(&audit)?, id, memory);
        view.ok_or_else(|| StoreError::NotFound { kind: "room", id: id.to_string() })
    });
    Ok(Json(view.await?))
}

/// Makes or changes a room.
#[utoipa::path(
    put, operation_id = "put_room", path = "/api/audits/{audit}/rooms/{room}",
    params(("audit" = String, Path), ("room" = String, Path), ("If-Match" = String, Header)),
    request_body = Room,
    responses((status = 200, body = Revised<Room>), (status = 409, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["work"]))
)]
#[put_route("/audits/<audit>/rooms/<room>", data = "<body>")]
pub async fn put(
    store: &Shared,
    audit: &str,
    room: &str,
    based_on: IfMatch,
    body: Body<Room>,
) -> Result<Json<Revised<Room>>, ApiError> {
    let author = store.author();
    let (audit, record, based_on) = (identifier(audit)?.to_string(), body.0?, based_on.0?);
    same_identifier(room, record.id.0)?;
    keeps_found(store, &record).await?;
    Ok(Json(with_store(store, move |store| store.put(&audit, &record, based_on, &author)).await?))
}

/// Deletes a room with its boxes; putting it again brings them back.
#[utoipa::path(
    delete, operation_id = "delete_room", path = "/api/audits/{audit}/rooms/{room}",
    params(("audit" = String, Path), ("room" = String, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = u32, content_type = "application/json"), (status = 409, body = Problem)),
    security(("session" = ["capture"]))
)]
#[remove("/audits/<audit>/rooms/<room>")]
pub async fn delete(store: &Shared, audit: &str, room: &str, based_on: IfMatch) -> Result<Json<u32>, ApiError> {
    let author = store.author();
    let (audit, room, based_on) = (identifier(audit)?.to_string(), identifier(room)?.to_string(), based_on.0?);
    Ok(Json(with_store(store, move |store| store.delete::<Room>(&audit, &room, based_on, &author)).await?))
}

/// Reads a line on to the sketch of a room without saving it: one wall, an island, or what is on no wall.
#[utoipa::path(
    post, operation_id = "room_line", path = "/api/room-line", request_body = RoomLineRequest,
    responses((status = 200, body = RoomLine), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/room-line", data = "<body>")]
pub fn line(body: Body<RoomLineRequest>) -> Result<Json<RoomLine>, ApiError> {
    Ok(Json(typed::room_line(&body.0?)?))
}
