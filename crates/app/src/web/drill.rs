//! The drill: boards made anew from each wish; nothing of them is kept.

use nailpunch_core::drill::{
    self as core, AgainWish, DrillBoard, DrillReadWish, DrillScore, DrillWish, Known, ScoreWish,
};
use nailpunch_core::facts::InstrumentReading;
use nailpunch_views::Problem;
use rocket::post;
use rocket::serde::json::Json;

use super::body::Body;
use super::problem::ApiError;

/// A board with planted faults, without what is wrong with it: the same wish makes the same board.
#[utoipa::path(
    post, operation_id = "drill_board", path = "/api/drill", request_body = DrillWish,
    responses((status = 200, body = DrillBoard), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/drill", data = "<body>")]
pub fn board(body: Body<DrillWish>) -> Result<Json<DrillBoard>, ApiError> {
    Ok(Json(core::board(&body.0?)?))
}

/// Takes a reading at a board.
#[utoipa::path(
    post, operation_id = "drill_read", path = "/api/drill-read", request_body = DrillReadWish,
    responses((status = 200, body = InstrumentReading), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/drill-read", data = "<body>")]
pub fn read(body: Body<DrillReadWish>) -> Result<Json<InstrumentReading>, ApiError> {
    Ok(Json(core::read(&body.0?)?))
}

/// Scores what was answered at a board, and explains it.
#[utoipa::path(
    post, operation_id = "drill_score", path = "/api/drill-score", request_body = ScoreWish,
    responses((status = 200, body = DrillScore), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/drill-score", data = "<body>")]
pub fn score(body: Body<ScoreWish>) -> Result<Json<DrillScore>, ApiError> {
    Ok(Json(core::score(&body.0?)?))
}

/// How well each thing is known that was ever asked, what is due first at the head.
#[utoipa::path(
    post, operation_id = "drill_again", path = "/api/drill-again", request_body = AgainWish,
    responses((status = 200, body = Vec<Known>), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/drill-again", data = "<body>")]
pub fn again(body: Body<AgainWish>) -> Result<Json<Vec<Known>>, ApiError> {
    Ok(Json(core::again(&body.0?)?))
}
