//! Judging without saving, and what the screens need to know beforehand.

use nailpunch_core::assess::{JudgeRequest, Judgement, Remedies};
use nailpunch_core::facts::{LengthEcho, LengthWish};
use nailpunch_core::jot::{JotRequest, Jotted};
use nailpunch_views::{Problem, Trades, typed};
use rocket::serde::json::Json;
use rocket::{get, post};
use serde::Serialize;
use utoipa::ToSchema;

use super::body::Body;
use super::problem::ApiError;
use super::shared::Shared;
use super::turns::heavy;

/// Judges a box without saving it: verdicts, repairs with their proof, the section, and what was understood of the
/// texts typed into its fields.
#[utoipa::path(
    post, path = "/api/judge", request_body = JudgeRequest,
    responses((status = 200, body = Judgement), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/judge", data = "<body>")]
pub fn judge(body: Body<JudgeRequest>) -> Result<Json<Judgement>, ApiError> {
    Ok(Json(typed::judge(body.0?)?))
}

/// Plans for a box without saving it: the cheapest sequence of repairs with its proof, the runner-up, what cannot be done
/// and why, and what each single repair would do.
#[utoipa::path(
    post, path = "/api/plan", request_body = JudgeRequest,
    responses((status = 200, body = Remedies), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/plan", data = "<body>")]
pub async fn plan(store: &Shared, body: Body<JudgeRequest>) -> Result<Json<Remedies>, ApiError> {
    let request = body.0?;
    Ok(Json(heavy(&store.turns.plans, move || typed::plan(request)).await??))
}

/// Reads a jot line on to a box without saving it.
#[utoipa::path(
    post, path = "/api/jot", request_body = JotRequest,
    responses((status = 200, body = Jotted), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/jot", data = "<body>")]
pub fn jot(body: Body<JotRequest>) -> Result<Json<Jotted>, ApiError> {
    Ok(Json(typed::jot(&body.0?)?))
}

/// Reads one length as people type it, or prints one.
#[utoipa::path(
    post, operation_id = "length", path = "/api/length", request_body = LengthWish,
    responses((status = 200, body = LengthEcho), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/length", data = "<body>")]
pub fn length(body: Body<LengthWish>) -> Result<Json<LengthEcho>, ApiError> {
    Ok(Json(body.0?.answer()))
}

/// What the screens need to know beforehand: rules, editions, house rules.
#[utoipa::path(
    get, path = "/api/trades", responses((status = 200, body = Trades)),
    security(("session" = ["look"]))
)]
#[get("/trades")]
pub fn trades() -> Json<Trades> {
    Json(nailpunch_views::trades())
}

/// The version of the program.
#[derive(Serialize, ToSchema)]
pub struct Version {
    version: &'static str,
}

/// The version of the program.
#[utoipa::path(
    get, path = "/api/version", responses((status = 200, body = Version)),
    security(())
)]
#[get("/version")]
pub fn version() -> Json<Version> {
    Json(Version { version: env!("CARGO_PKG_VERSION") })
}

/// This description.
#[get("/openapi.json")]
pub fn description() -> Json<utoipa::openapi::OpenApi> {
    Json(super::openapi())
}
