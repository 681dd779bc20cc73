//! Links that open one sealed report.

use std::time::Instant;

use nailpunch_store::ReportLink;
use nailpunch_views::Problem;
use rocket::http::{ContentType, Status};
use rocket::serde::json::Json;
use rocket::{delete as remove, get as get_route, post};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::body::{Body, identifier};
use super::exchange::Download;
use super::problem::ApiError;
use super::shared::{Shared, with_store};
use super::who::Came;
use crate::clock::{later, now};
use crate::secret::secret;

/// What a link is made for.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LinkWish {
    /// For how many days, 1 to 90.
    #[schema(minimum = 1, maximum = 90)]
    days: u8,
}

/// A link as it is made: its path is told this once.
#[derive(Serialize, ToSchema)]
pub struct MadeLink {
    /// What is kept of it.
    link: ReportLink,
    /// What is opened, below the address of this server.
    path: String,
}

/// Makes a link that opens the report of a seal without signing in, until it ends or is withdrawn.
#[utoipa::path(
    post, operation_id = "make_link", path = "/api/audits/{audit}/seals/{number}/links",
    params(("audit" = String, Path), ("number" = u32, Path)), request_body = LinkWish,
    responses((status = 200, body = MadeLink), (status = 404, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["seal"]))
)]
#[post("/audits/<audit>/seals/<number>/links", data = "<body>")]
pub async fn make(store: &Shared, audit: &str, number: u32, body: Body<LinkWish>) -> Result<Json<MadeLink>, ApiError> {
    let (audit, wish) = (identifier(audit)?.to_string(), body.0?);
    if !(1..=90).contains(&wish.days) {
        return Err(ApiError::field("/days", format!("{} days; a link holds for 1 to 90", wish.days)));
    }
    let link = ReportLink {
        id: uuid::Uuid::now_v7().to_string(),
        number,
        who: store.author().who,
        made: now(),
        ends: later(i64::from(wish.days) * 24 * 3600),
        withdrawn: false,
        opens: true,
    };
    let (secret, kept) = (secret()?, link.clone());
    let held = secret.clone();
    with_store(store, move |store| store.put_link(&held, &audit, &kept)).await?;
    Ok(Json(MadeLink { link, path: format!("/sealed/{secret}") }))
}

/// The links to the sealed reports of an audit, the latest first.
#[utoipa::path(
    get, operation_id = "links", path = "/api/audits/{audit}/links", params(("audit" = String, Path)),
    responses((status = 200, body = Vec<ReportLink>)),
    security(("session" = ["look"]))
)]
#[get_route("/audits/<audit>/links")]
pub async fn list(store: &Shared, audit: &str) -> Result<Json<Vec<ReportLink>>, ApiError> {
    let audit = identifier(audit)?.to_string();
    Ok(Json(with_store(store, move |store| store.links(&audit, &now())).await?))
}

/// Withdraws a link: it opens nothing from now on.
#[utoipa::path(
    delete, operation_id = "withdraw_link", path = "/api/audits/{audit}/links/{id}",
    params(("audit" = String, Path), ("id" = String, Path)),
    responses((status = 200), (status = 404, body = Problem)),
    security(("session" = ["seal"]))
)]
#[remove("/audits/<audit>/links/<id>")]
pub async fn withdraw(store: &Shared, audit: &str, id: &str) -> Result<Json<()>, ApiError> {
    let (audit, id) = (identifier(audit)?.to_string(), identifier(id)?.to_string());
    with_store(store, move |store| store.withdraw_link(&audit, &id)).await?;
    Ok(Json(()))
}

/// The sealed report that a link opens.
#[get_route("/sealed/<secret>")]
pub async fn sealed(store: &Shared, came: Came, secret: &str) -> Result<Download, ApiError> {
    store.tries.begin(came.from, "(link)", true, Instant::now()).map_err(|pause| {
        ApiError::new(Status::TooManyRequests, "Wait", format!("too many links from here open nothing; wait {pause}"))
    })?;
    let secret = secret.to_owned();
    let Some(report) = with_store(store, move |store| store.linked_report(&secret, &now())).await? else {
        let detail = "this link opens nothing: it was withdrawn, or its time is over. Ask whoever sent it for another";
        return Err(ApiError::new(Status::NotFound, "Nothing here", detail));
    };
    store.tries.right(came.from, "(link)");
    Ok(Download::new(report, ContentType::PDF, "sealed-report", ".pdf"))
}
