//! The calculators of the trade.

use nailpunch_core::pocket::{
    CalculateRequest, Calculated, CalculatorForm, CalculatorsRequest, calculate as work_out, calculators as all,
};
use nailpunch_views::Problem;
use rocket::post;
use rocket::serde::json::Json;

use super::body::Body;
use super::problem::ApiError;

/// The form of every calculator, beginning with the figures of an example.
#[utoipa::path(
    post, path = "/api/calculators", request_body = CalculatorsRequest,
    responses((status = 200, body = Vec<CalculatorForm>), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/calculators", data = "<body>")]
pub fn calculators(body: Body<CalculatorsRequest>) -> Result<Json<Vec<CalculatorForm>>, ApiError> {
    Ok(Json(all(&body.0?)))
}

/// Works out one calculator: the answer with its working and sources, or what of the typed cannot be read.
#[utoipa::path(
    post, path = "/api/calculate", request_body = CalculateRequest,
    responses((status = 200, body = Calculated), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/calculate", data = "<body>")]
pub fn calculate(body: Body<CalculateRequest>) -> Result<Json<Calculated>, ApiError> {
    Ok(Json(work_out(&body.0?)?))
}
