//! Whether the server lives and can answer, and the log of requests: what was asked for, never what was in it.

use std::sync::Arc;
use std::time::Instant;

use nailpunch_views::Problem;
use rocket::fairing::{Fairing, Info, Kind};
use rocket::http::Status;
use rocket::serde::json::Json;
use rocket::{Data, Request, Response, async_trait, get};
use serde::Serialize;
use tracing::{debug, warn};
use utoipa::ToSchema;

use super::problem::ApiError;
use super::shared::{Kept, Shared, with_store};

/// The state of the server.
#[derive(Serialize, ToSchema)]
pub struct Health {
    /// "alive" or "ready".
    state: &'static str,
}

/// The server lives.
#[utoipa::path(
    get, operation_id = "health", path = "/api/health", responses((status = 200, body = Health)),
    security(())
)]
#[get("/health")]
pub fn health() -> Json<Health> {
    Json(Health { state: "alive" })
}

/// The server answers: its database can be read and written.
#[utoipa::path(
    get, operation_id = "ready", path = "/api/ready",
    responses((status = 200, body = Health), (status = 503, body = Problem)),
    security(())
)]
#[get("/ready")]
pub async fn ready(store: &Shared) -> Result<Json<Health>, ApiError> {
    let answers = with_store(store, |store| store.answers()).await;
    answers.map(|()| Json(Health { state: "ready" })).map_err(|_| {
        ApiError::new(Status::ServiceUnavailable, "Not ready", "the database cannot be used; run `nailpunch doctor`")
    })
}

/// Says each request at the level debug, and what failed inside the server as a warning.
pub struct Requests;

#[async_trait]
impl Fairing for Requests {
    fn info(&self) -> Info {
        Info { name: "requests", kind: Kind::Request | Kind::Response }
    }

    async fn on_request(&self, request: &mut Request<'_>, _: &mut Data<'_>) {
        request.local_cache(Instant::now);
    }

    async fn on_response<'r>(&self, request: &'r Request<'_>, response: &mut Response<'r>) {
        let (method, status) = (request.method(), response.status().code);
        // The pattern of the route and not the address: identifiers stay out of the log.
        let route = request.route().map_or_else(|| "no route".to_owned(), |route| route.uri.to_string());
        let took = request.local_cache(Instant::now).elapsed();
        if let Some(kept) = request.rocket().state::<Arc<Kept>>() {
            kept.figures.answered(method.as_str(), &route, status, took);
        }
        if status >= 500 {
            warn!(%method, route, status, ?took, "failed");
        } else {
            debug!(%method, route, status, ?took, "answered");
        }
    }
}
