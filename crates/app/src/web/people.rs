//! The people of the firm.

use nailpunch_core::facts::{Person, Revised};
use nailpunch_views::Problem;
use rocket::http::Status;
use rocket::serde::json::Json;
use rocket::{get as get_route, put as put_route};
use serde::Serialize;
use utoipa::ToSchema;

use super::body::{Body, IfMatch, same_identifier};
use super::problem::ApiError;
use super::shared::{Shared, with_store};

/// The people of the firm, each with its revision.
#[derive(Serialize, ToSchema)]
#[serde(transparent)]
pub struct People(Vec<Revised<Person>>);

/// The people of the firm, those who left too.
#[utoipa::path(
    get, operation_id = "people", path = "/api/people", responses((status = 200, body = People)),
    security(("session" = ["look"]))
)]
#[get_route("/people")]
pub async fn list(store: &Shared) -> Result<Json<People>, ApiError> {
    Ok(Json(People(with_store(store, |store| store.people()).await?)))
}

/// Makes or changes a person. Whoever leaves, or is given another role, is signed in nowhere any more.
#[utoipa::path(
    put, operation_id = "put_person", path = "/api/people/{person}",
    params(("person" = String, Path), ("If-Match" = String, Header)), request_body = Person,
    responses((status = 200, body = Revised<Person>), (status = 409, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["people"]))
)]
#[put_route("/people/<person>", data = "<body>")]
pub async fn put(
    store: &Shared,
    person: &str,
    based_on: IfMatch,
    body: Body<Person>,
) -> Result<Json<Revised<Person>>, ApiError> {
    let author = store.author();
    let (record, based_on) = (body.0?, based_on.0?);
    same_identifier(person, record.id.0)?;
    if store.who().signed().is_none() {
        // Whoever made the first one without a passphrase would lock everybody out.
        let detail = "the firm has no owner yet; make the first one with a passphrase";
        return Err(ApiError::new(Status::Conflict, "Nobody is signed in", detail));
    }
    Ok(Json(with_store(store, move |store| store.put_person(&record, based_on, &author)).await?))
}
