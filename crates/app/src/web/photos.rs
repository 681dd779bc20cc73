//! Photographs: taken in, drawn on, given out.

use nailpunch_core::facts::{Photo, PhotoId, Revised, Subject};
use nailpunch_report::{LARGEST_FILE, take_photo, thumbnail};
use nailpunch_views::Problem;
use rocket::data::{Data, ToByteUnit};
use rocket::http::{ContentType, Status};
use rocket::serde::json::Json;
use rocket::{delete as remove, get as get_route, post, put as put_route};
use serde::Serialize;
use utoipa::ToSchema;

use super::body::{Body, IfMatch, identifier, same_identifier};
use super::named::Named;
use super::problem::ApiError;
use super::shared::{Shared, with_store};
use super::turns::heavy;

/// A photograph with its revision.
type RevisedPhoto = Revised<Photo>;

/// The photographs of an audit, oldest first.
#[utoipa::path(
    get, operation_id = "list_photos", path = "/api/audits/{audit}/photos", params(("audit" = String, Path)),
    responses((status = 200, body = Vec<RevisedPhoto>), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get_route("/audits/<audit>/photos")]
pub async fn list(store: &Shared, audit: &str) -> Result<Json<Vec<Revised<Photo>>>, ApiError> {
    let audit = identifier(audit)?.to_string();
    Ok(Json(with_store(store, move |store| store.photos(&audit)).await?))
}

/// Takes a photograph of a box, a panel, a room or a cable run: JPEG or PNG, told by its content; it is kept without what the camera wrote
/// in it. Whoever may have to send it twice makes its identifier.
#[utoipa::path(
    post, operation_id = "take_photo", path = "/api/audits/{audit}/photos",
    params(("audit" = String, Path), ("box" = Option<String>, Query), ("panel" = Option<String>, Query),
           ("room" = Option<String>, Query), ("run" = Option<String>, Query), ("id" = Option<String>, Query)),
    request_body(content = Vec<u8>, content_type = "application/octet-stream"),
    responses((status = 200, body = Revised<Photo>), (status = 413, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["work"]))
)]
#[post("/audits/<audit>/photos?<id>&<of..>", data = "<data>")]
pub async fn take(
    store: &Shared,
    audit: &str,
    id: Option<&str>,
    of: Named<'_>,
    data: Data<'_>,
) -> Result<Json<Revised<Photo>>, ApiError> {
    let author = store.author();
    let audit = identifier(audit)?.to_string();
    let of = of.subject()?;
    let id = id.map_or_else(|| Ok(uuid::Uuid::now_v7()), identifier)?;
    let bytes = picture(data).await?;
    let taken = heavy(&store.turns.pictures, move || take_photo(&bytes)).await?;
    let taken = taken.map_err(|error| ApiError::field("/photo", error.to_string()))?;
    let photo = Photo {
        id: PhotoId(id),
        box_id: of.and_then(Subject::box_id),
        panel: of.and_then(Subject::panel_id),
        room: of.and_then(Subject::room_id),
        run: of.and_then(Subject::run_id),
        rule: None,
        caption: String::new(),
        width: taken.width,
        height: taken.height,
        marks: Vec::new(),
    };
    let kept = with_store(store, move |store| store.add_photo(&audit, &photo, &taken.jpeg, &author));
    Ok(Json(kept.await?))
}

/// Changes what is said of a photograph and drawn on it. The picture itself never changes.
#[utoipa::path(
    put, operation_id = "put_photo", path = "/api/audits/{audit}/photos/{photo}",
    params(("audit" = String, Path), ("photo" = String, Path), ("If-Match" = String, Header)),
    request_body = Photo,
    responses((status = 200, body = Revised<Photo>), (status = 409, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["work"]))
)]
#[put_route("/audits/<audit>/photos/<photo>", data = "<body>")]
pub async fn put(
    store: &Shared,
    audit: &str,
    photo: &str,
    based_on: IfMatch,
    body: Body<Photo>,
) -> Result<Json<Revised<Photo>>, ApiError> {
    let author = store.author();
    let (audit, record, based_on) = (identifier(audit)?.to_string(), body.0?, based_on.0?);
    same_identifier(photo, record.id.0)?;
    if based_on == 0 {
        return Err(ApiError::field("/id", "a new photograph comes with its picture; take it"));
    }
    Ok(Json(with_store(store, move |store| store.put(&audit, &record, based_on, &author)).await?))
}

/// Deletes a photograph; putting it again brings it back.
#[utoipa::path(
    delete, operation_id = "delete_photo", path = "/api/audits/{audit}/photos/{photo}",
    params(("audit" = String, Path), ("photo" = String, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = u32, content_type = "application/json"), (status = 409, body = Problem)),
    security(("session" = ["capture"]))
)]
#[remove("/audits/<audit>/photos/<photo>")]
pub async fn delete(store: &Shared, audit: &str, photo: &str, based_on: IfMatch) -> Result<Json<u32>, ApiError> {
    let author = store.author();
    let (audit, id, based_on) = (identifier(audit)?.to_string(), identifier(photo)?.to_string(), based_on.0?);
    Ok(Json(with_store(store, move |store| store.delete::<Photo>(&audit, &id, based_on, &author)).await?))
}

/// The picture, JPEG; a small one with `small`.
#[utoipa::path(
    get, operation_id = "photo_image", path = "/api/audits/{audit}/photos/{photo}/image",
    params(("audit" = String, Path), ("photo" = String, Path), ("small" = Option<bool>, Query)),
    responses((status = 200, content_type = "image/jpeg"), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get_route("/audits/<audit>/photos/<photo>/image?<small>")]
pub async fn image(
    store: &Shared,
    audit: &str,
    photo: &str,
    small: Option<bool>,
) -> Result<(ContentType, Vec<u8>), ApiError> {
    let (audit, id) = (identifier(audit)?.to_string(), identifier(photo)?.to_string());
    let bytes = with_store(store, move |store| store.photo_image(&audit, &id)).await?;
    if !small.unwrap_or(false) {
        return Ok((ContentType::JPEG, bytes));
    }
    let made = heavy(&store.turns.pictures, move || thumbnail(&bytes)).await?;
    Ok((ContentType::JPEG, made.map_err(|error| ApiError::internal(error.to_string()))?))
}

/// A logo as it is kept.
#[derive(Serialize, ToSchema)]
pub struct Logo {
    /// JPEG in Base64.
    logo: String,
}

/// Makes a logo of a picture: small, JPEG, in Base64, for the letterhead of an audit.
#[utoipa::path(
    post, operation_id = "logo", path = "/api/logo",
    request_body(content = Vec<u8>, content_type = "application/octet-stream"),
    responses((status = 200, body = Logo), (status = 413, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["capture"]))
)]
#[post("/logo", data = "<data>")]
pub async fn logo(store: &Shared, data: Data<'_>) -> Result<Json<Logo>, ApiError> {
    let bytes = picture(data).await?;
    let made = heavy(&store.turns.pictures, move || nailpunch_report::logo(&bytes)).await?;
    Ok(Json(Logo { logo: made.map_err(|error| ApiError::field("/logo", error.to_string()))? }))
}

/// The bytes of a picture, of which only so many are taken.
async fn picture(data: Data<'_>) -> Result<Vec<u8>, ApiError> {
    let bytes = data.open(LARGEST_FILE.bytes()).into_bytes().await;
    let bytes = bytes.map_err(|error| {
        ApiError::new(Status::BadRequest, "Broken off", format!("the picture broke off: {error}; take it again"))
    })?;
    if !bytes.is_complete() {
        let detail = format!("a picture may have {} MB; make it smaller and take it again", LARGEST_FILE >> 20);
        return Err(ApiError::new(Status::PayloadTooLarge, "Too large", detail));
    }
    Ok(bytes.into_inner())
}
