//! Figures of the running server, for whatever watches over it: in the text format of OpenMetrics 1.0, which Prometheus reads.

use std::convert::Infallible;
use std::net::SocketAddr;
use std::sync::Arc;
use std::time::Duration;

use http_body_util::Full;
use hyper::body::{Bytes, Incoming};
use hyper::header::{CONTENT_TYPE, HeaderValue};
use hyper::service::service_fn;
use hyper::{Request, Response, StatusCode};
use hyper_util::rt::{TokioIo, TokioTimer};
use jiff::Timestamp;
use prometheus_client::encoding::EncodeLabelSet;
use prometheus_client::encoding::text::encode;
use prometheus_client::metrics::counter::Counter;
use prometheus_client::metrics::family::Family;
use prometheus_client::metrics::gauge::Gauge;
use prometheus_client::metrics::histogram::Histogram;
use prometheus_client::registry::{Registry, Unit};
use rocket::tokio::net::TcpListener;
use rocket::tokio::spawn;
use rocket::tokio::task::spawn_blocking;

/// What is answered of an address that has no figures.
const ELSEWHERE: &str = "the figures are at /metrics\n";
const KIND: &str = "application/openmetrics-text; version=1.0.0; charset=utf-8";

/// How a request was answered. The route is its pattern: no identifier is in it.
#[derive(Clone, Debug, Hash, PartialEq, Eq, EncodeLabelSet)]
struct Answered {
    method: String,
    route: String,
    status: u16,
}

/// The door of a request.
#[derive(Clone, Debug, Hash, PartialEq, Eq, EncodeLabelSet)]
struct Door {
    method: String,
    route: String,
}

/// The bounds of how long an answer took, in seconds.
const BOUNDS: [f64; 9] = [0.002, 0.005, 0.01, 0.025, 0.05, 0.1, 0.5, 2.5, 10.0];

fn histogram() -> Histogram {
    Histogram::new(BOUNDS)
}

/// What is looked up when the figures are asked for.
pub struct Now {
    /// How many windows follow an audit.
    pub streams: usize,
    /// The size of the database in bytes.
    pub database: u64,
    /// When the last backup was made, RFC 3339.
    pub backup: Option<String>,
    /// The last try to make one failed.
    pub backup_failed: bool,
}

/// What is counted.
pub struct Figures {
    registry: Registry,
    answered: Family<Answered, Counter>,
    took: Family<Door, Histogram, fn() -> Histogram>,
    commits: Counter,
    streams: Gauge,
    database: Gauge,
    backup: Gauge,
    backup_failed: Gauge,
}

impl Default for Figures {
    fn default() -> Self {
        let mut registry = Registry::with_prefix("nailpunch");
        let answered = Family::default();
        let took = Family::new_with_constructor(histogram as fn() -> Histogram);
        let commits = Counter::default();
        let (streams, database, backup, backup_failed) =
            (Gauge::default(), Gauge::default(), Gauge::default(), Gauge::default());
        registry.register("requests", "Requests that were answered", answered.clone());
        registry.register_with_unit("request", "How long an answer took", Unit::Seconds, took.clone());
        registry.register("commits", "Changes that are on the disk", commits.clone());
        registry.register("streams", "Windows that follow an audit", streams.clone());
        registry.register_with_unit("database", "The size of the database", Unit::Bytes, database.clone());
        registry.register(
            "backup_made",
            "When the last backup was made, in seconds since 1970; 0 before",
            backup.clone(),
        );
        registry.register("backup_failed", "1 where the last try to make a backup failed", backup_failed.clone());
        Self { registry, answered, took, commits, streams, database, backup, backup_failed }
    }
}

impl Figures {
    /// A request was answered.
    pub fn answered(&self, method: &str, route: &str, status: u16, took: Duration) {
        let (method, route) = (method.to_owned(), route.to_owned());
        self.took.get_or_create(&Door { method: method.clone(), route: route.clone() }).observe(took.as_secs_f64());
        self.answered.get_or_create(&Answered { method, route, status }).inc();
    }

    /// The counter of what was committed.
    pub fn commits(&self) -> Counter {
        self.commits.clone()
    }

    /// All figures as they are now.
    pub fn text(&self, now: &Now) -> String {
        let whole = |count: u64| i64::try_from(count).unwrap_or(i64::MAX);
        self.streams.set(whole(now.streams as u64));
        self.database.set(whole(now.database));
        let made = now.backup.as_ref().and_then(|made| made.parse::<Timestamp>().ok());
        self.backup.set(made.map_or(0, Timestamp::as_second));
        self.backup_failed.set(i64::from(now.backup_failed));
        let mut text = String::new();
        match encode(&mut text, &self.registry) {
            Ok(()) => text,
            Err(_) => String::new(),
        }
    }
}

/// Says all figures as they are now.
pub type Say = Arc<dyn Fn() -> String + Send + Sync>;

/// Tells the figures at an address of this machine, for good.
pub async fn tell(listener: TcpListener, say: Say) {
    loop {
        let Ok((stream, _)) = listener.accept().await else { continue };
        let say = Arc::clone(&say);
        let service = service_fn(move |request: Request<Incoming>| {
            let say = Arc::clone(&say);
            async move { Ok::<_, Infallible>(answer(request.uri().path(), say).await) }
        });
        let mut server = hyper::server::conn::http1::Builder::new();
        server.timer(TokioTimer::new()).header_read_timeout(Duration::from_secs(15));
        spawn(server.serve_connection(TokioIo::new(stream), service));
    }
}

async fn answer(path: &str, say: Say) -> Response<Full<Bytes>> {
    if path != "/metrics" {
        let mut answer = Response::new(Full::new(Bytes::from_static(ELSEWHERE.as_bytes())));
        *answer.status_mut() = StatusCode::NOT_FOUND;
        return answer;
    }
    let text = spawn_blocking(move || say()).await.unwrap_or_default();
    let mut answer = Response::new(Full::new(Bytes::from(text)));
    answer.headers_mut().insert(CONTENT_TYPE, HeaderValue::from_static(KIND));
    answer
}

/// Where the figures are told. They name no person and no audit, and are for this machine alone all the same: they say when a firm works.
///
/// # Errors
/// A sentence where the address is not one of this machine, or taken.
pub fn listen(address: SocketAddr) -> Result<std::net::TcpListener, String> {
    if !address.ip().is_loopback() {
        return Err(format!(
            "figures are told on this machine alone; name 127.0.0.1:{} instead of {address}",
            address.port()
        ));
    }
    let listener = std::net::TcpListener::bind(address).map_err(|error| format!("figures at {address}: {error}"))?;
    listener.set_nonblocking(true).map_err(|error| error.to_string())?;
    Ok(listener)
}

#[cfg(test)]
mod tests {
    #![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

    use super::*;
    use crate::web::paper::Paper;
    use crate::web::shared::Kept;

    fn kept() -> (tempfile::TempDir, Arc<Kept>) {
        let folder = tempfile::tempdir().unwrap();
        let store = nailpunch_store::Store::open(&folder.path().join("audits.sqlite")).unwrap();
        (folder, Arc::new(Kept::new(store, Paper::Here)))
    }

    #[test]
    fn what_was_answered_and_committed_is_counted_by_route() {
        let (_folder, kept) = kept();
        kept.figures.answered("GET", "/api/audits/<audit>/walk", 200, Duration::from_millis(3));
        kept.figures.answered("GET", "/api/audits/<audit>/walk", 200, Duration::from_millis(30));
        let person = nailpunch_core::facts::Person {
            id: nailpunch_core::facts::PersonId(uuid::Uuid::nil()),
            name: "Ines Vale".to_owned(),
            licence: String::new(),
            role: nailpunch_core::facts::PersonRole::Owner,
            left: false,
        };
        kept.store.put_person(&person, 0, &crate::clock::command_line()).unwrap();
        let text = kept.figures_now();
        let labels = r#"method="GET",route="/api/audits/<audit>/walk""#;
        for line in [
            format!("nailpunch_requests_total{{{labels},status=\"200\"}} 2"),
            format!("nailpunch_request_seconds_bucket{{le=\"0.005\",{labels}}} 1"),
            format!("nailpunch_request_seconds_count{{{labels}}} 2"),
            "nailpunch_commits_total 1".to_owned(),
            "nailpunch_streams 0".to_owned(),
            "nailpunch_backup_made 0".to_owned(),
            "# EOF".to_owned(),
        ] {
            assert!(text.lines().any(|known| known == line), "{line} is not in\n{text}");
        }
        assert!(!text.contains("Ines"), "no person is named");
    }

    #[test]
    fn they_are_told_on_this_machine_alone() {
        let error = listen("0.0.0.0:0".parse().unwrap()).unwrap_err();
        assert!(error.contains("this machine alone"), "{error}");
        let taken = listen("127.0.0.1:0".parse().unwrap()).unwrap();
        assert!(listen(taken.local_addr().unwrap()).is_err());
    }

    #[rocket::async_test]
    async fn they_are_at_one_address_and_nowhere_else() {
        let (_folder, kept) = kept();
        let say: Say = Arc::new(move || kept.figures_now());
        assert_eq!(answer("/", Arc::clone(&say)).await.status(), StatusCode::NOT_FOUND);
        let told = answer("/metrics", say).await;
        assert_eq!(told.headers()[CONTENT_TYPE], KIND);
    }
}
