//! The bench: simulated instruments on the simulated building that ships with the application; and the way by which a
//! connected meter sends its readings to a box.

use std::sync::LazyLock;

use nailpunch_core::electrical::{BenchWish, Installation};
use nailpunch_core::facts::{BoxContents, Half, InstrumentReading, Pointer};
use nailpunch_views::Problem;
use rocket::serde::json::Json;
use rocket::tokio::sync::broadcast::{Receiver, Sender};
use rocket::{State, get, post};
use serde::Serialize;
use utoipa::ToSchema;

use super::body::{Body, identifier};
use super::problem::ApiError;
use crate::demo::INSTALLATION;

/// How many readings may wait for a screen that is slow to take them.
const MOST_WAITING: usize = 64;

/// A reading on its way to a box.
#[derive(Clone)]
pub struct Sent {
    audit: String,
    id: String,
    /// What was read.
    pub reading: InstrumentReading,
}

/// The readings on their way.
pub struct Meters(Sender<Sent>);

impl Meters {
    pub fn new() -> Self {
        Self(Sender::new(MOST_WAITING))
    }

    /// Listens to what is sent from now on.
    pub fn subscribe(&self) -> Receiver<Sent> {
        self.0.subscribe()
    }
}

impl Sent {
    /// Whether it goes to this box, where one is open.
    pub fn is_for(&self, audit: &str, open: Option<&str>) -> bool {
        self.audit == audit && open == Some(self.id.as_str())
    }
}

static BUILDING: LazyLock<Result<Installation, String>> =
    LazyLock::new(|| serde_json::from_str(INSTALLATION).map_err(|error| error.to_string()));

fn building() -> Result<&'static Installation, ApiError> {
    BUILDING.as_ref().map_err(ApiError::internal)
}

/// A point of the simulated building at which an instrument can be put.
#[derive(Serialize, ToSchema)]
pub struct BenchPoint {
    /// The tag of its box.
    tag: String,
    /// The half, where its circuit feeds only one.
    half: Option<Half>,
    /// The breaker that feeds it.
    breaker: String,
}

/// The simulated building, without what is wrong in it.
#[derive(Serialize, ToSchema)]
pub struct BenchView {
    /// What it is called.
    name: String,
    /// Where instruments can be put.
    points: Vec<BenchPoint>,
    /// Its breakers.
    breakers: Vec<String>,
}

/// The simulated building, without what is wrong in it.
#[utoipa::path(
    get, operation_id = "bench", path = "/api/bench", responses((status = 200, body = BenchView)),
    security(("session" = ["look"]))
)]
#[get("/bench")]
pub fn view() -> Result<Json<BenchView>, ApiError> {
    let building = building()?;
    let points = building.circuits.iter().flat_map(|circuit| {
        circuit.points.iter().map(|point| BenchPoint {
            tag: point.tag.clone(),
            half: point.half,
            breaker: match (&circuit.second_breaker, point.on_second) {
                (Some(second), true) => second.clone(),
                _ => circuit.breaker.clone(),
            },
        })
    });
    let breakers = building.circuits.iter().flat_map(|c| [Some(c.breaker.clone()), c.second_breaker.clone()]);
    Ok(Json(BenchView {
        name: building.name.clone(),
        points: points.collect(),
        breakers: breakers.flatten().collect(),
    }))
}

/// Takes a reading on the simulated building.
#[utoipa::path(
    post, operation_id = "bench_read", path = "/api/bench/read", request_body = BenchWish,
    responses((status = 200, body = InstrumentReading), (status = 422, body = Problem)),
    security(("session" = ["look"]))
)]
#[post("/bench/read", data = "<body>")]
pub fn read(body: Body<BenchWish>) -> Result<Json<InstrumentReading>, ApiError> {
    let wish = body.0?;
    if wish.off.len() > 100 {
        return Err(ApiError::field("/off", format!("{} breakers; at most 100 are taken", wish.off.len())));
    }
    let reading = building()?.read(&wish).map_err(|error| ApiError::field("/tag", error.to_string()))?;
    Ok(Json(reading))
}

/// Sends a reading to a box, as a connected meter does: every screen that shows the box takes it in.
#[utoipa::path(
    post, operation_id = "send_reading", path = "/api/audits/{audit}/boxes/{box}/meter",
    params(("audit" = String, Path), ("box" = String, Path)), request_body = InstrumentReading,
    responses((status = 200, body = usize, content_type = "application/json"), (status = 422, body = Problem)),
    security(("session" = ["work"]))
)]
#[post("/audits/<audit>/boxes/<id>/meter", data = "<body>")]
pub fn send(
    meters: &State<Meters>,
    audit: &str,
    id: &str,
    body: Body<InstrumentReading>,
) -> Result<Json<usize>, ApiError> {
    let (audit, id, reading) = (identifier(audit)?.to_string(), identifier(id)?.to_string(), body.0?);
    let mut contents = BoxContents::default();
    reading.clone().take_into(&mut contents);
    let problems = contents.problems(&Pointer::root());
    if !problems.is_empty() {
        return Err(ApiError::fields(problems));
    }
    // Nobody listening is no fault: the answer says how many screens took it.
    Ok(Json(meters.0.send(Sent { audit, id, reading }).unwrap_or(0)))
}
