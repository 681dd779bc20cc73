//! House rules: those of the firm, and what an audit's own change.

use nailpunch_core::assess::{HouseRuleEffect, house_rule_effects};
use nailpunch_core::facts::{HouseRules, Revised};
use nailpunch_views::Problem;
use rocket::serde::json::Json;
use rocket::{get as get_route, put as put_route};

use super::body::{Body, IfMatch, identifier};
use super::problem::ApiError;
use super::shared::{Shared, with_audit, with_store};

/// The house rules of the firm, which a new audit begins with; revision 0 while it has none of its own.
#[utoipa::path(
    get, operation_id = "get_firm_rules", path = "/api/firm/house-rules",
    responses((status = 200, body = Revised<HouseRules>)),
    security(("session" = ["look"]))
)]
#[get_route("/firm/house-rules")]
pub async fn get(store: &Shared) -> Result<Json<Revised<HouseRules>>, ApiError> {
    Ok(Json(with_store(store, |store| store.firm_rules()).await?))
}

/// Keeps the house rules of the firm.
#[utoipa::path(
    put, operation_id = "put_firm_rules", path = "/api/firm/house-rules",
    params(("If-Match" = String, Header)), request_body = HouseRules,
    responses((status = 200, body = Revised<HouseRules>), (status = 409, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["rules"]))
)]
#[put_route("/firm/house-rules", data = "<body>")]
pub async fn put(
    store: &Shared,
    based_on: IfMatch,
    body: Body<HouseRules>,
) -> Result<Json<Revised<HouseRules>>, ApiError> {
    let author = store.author();
    let (rules, based_on) = (body.0?, based_on.0?);
    Ok(Json(with_store(store, move |store| store.put_firm_rules(&rules, based_on, &author)).await?))
}

/// What the house rules of an audit change: each matter that is not at its default, with the verdicts it changed.
#[utoipa::path(
    get, operation_id = "house_rule_effects", path = "/api/audits/{audit}/house-rule-effects",
    params(("audit" = String, Path)),
    responses((status = 200, body = Vec<HouseRuleEffect>), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get_route("/audits/<audit>/house-rule-effects")]
pub async fn effects(store: &Shared, audit: &str) -> Result<Json<Vec<HouseRuleEffect>>, ApiError> {
    let id = identifier(audit)?.to_string();
    let effects = with_audit(store, id, |_, assessed| Ok(house_rule_effects(assessed)));
    Ok(Json(effects.await?))
}
