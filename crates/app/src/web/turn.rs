//! Handing a job over: from the inspector to the electrician, to be inspected again, and back.

use nailpunch_core::access::{NO_HAND_OVER, NOT_YOURS_TO_HAND_OVER, goes, hands_to};
use nailpunch_core::facts::{Audit, PersonRole, Pointer, Revised, Stage, Turn};
use nailpunch_views::Problem;
use rocket::http::Status;
use rocket::post;
use rocket::serde::json::Json;
use serde::Deserialize;
use utoipa::ToSchema;

use super::body::{Body, identifier};
use super::problem::ApiError;
use super::shared::{Shared, with_store};

/// That a job is handed over.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HandOver {
    /// Where whoever hands it over sees it.
    from: Stage,
    /// Where it goes.
    to: Stage,
    /// What is said to whoever comes next, at most 500 characters.
    #[serde(default)]
    note: String,
}

/// Hands a job over to its next stage. Handing it over where it is already is harmless.
#[utoipa::path(
    post, operation_id = "hand_over", path = "/api/audits/{audit}/turn", params(("audit" = String, Path)),
    request_body = HandOver,
    responses((status = 200, body = Revised<Audit>), (status = 403, body = Problem), (status = 404, body = Problem),
        (status = 409, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["work"]))
)]
#[post("/audits/<audit>/turn", data = "<body>")]
pub async fn hand_over(store: &Shared, audit: &str, body: Body<HandOver>) -> Result<Json<Revised<Audit>>, ApiError> {
    let audit = identifier(audit)?.to_string();
    let HandOver { from, to, note } = body.0?;
    let author = store.author();
    // On a machine of one's own nobody is asked, and whoever works does everything.
    let role = store.who().signed().map_or(PersonRole::Owner, |(person, _)| person.role);
    if !goes(from, to) {
        return Err(ApiError::field("/to", NO_HAND_OVER));
    }
    if !hands_to(role, from).contains(&to) {
        return Err(ApiError::new(Status::Forbidden, "Not yours to hand over", NOT_YOURS_TO_HAND_OVER));
    }
    let by = store.who().signed().map(|(person, _)| person.name.clone()).unwrap_or_default();
    let turn = Turn { stage: to, by, note: note.trim().to_owned() };
    let problems = turn.problems(&Pointer::root());
    if !problems.is_empty() {
        return Err(ApiError::fields(problems));
    }
    let id = audit.clone();
    let known = with_store(store, move |store| store.get::<Audit>(&id)).await?;
    if known.record.turn == turn {
        return Ok(Json(known));
    }
    if known.record.turn.stage != from {
        let detail = format!("this job is {} by now; look at it anew", known.record.turn.stage.name());
        return Err(ApiError::new(Status::Conflict, "Handed over meanwhile", detail));
    }
    let record = Audit { turn, ..known.record };
    let handed = with_store(store, move |store| store.put(&audit, &record, known.revision, &author)).await?;
    Ok(Json(handed))
}
