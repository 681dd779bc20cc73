//! How the backups are.

use rocket::get;
use rocket::serde::json::Json;

use super::shared::Shared;
use crate::backups::BackupStatus;

/// How the backups that the server makes by itself are.
#[utoipa::path(
    get, operation_id = "backups", path = "/api/backups", responses((status = 200, body = BackupStatus)),
    security(("session" = ["people"]))
)]
#[get("/backups")]
pub fn backups(store: &Shared) -> Json<BackupStatus> {
    Json(store.backups.now())
}
