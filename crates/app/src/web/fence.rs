//! What keeps other web pages out, and what every answer carries.

use std::net::SocketAddr;

use rocket::fairing::{Fairing, Info, Kind};
use rocket::http::uri::Origin;
use rocket::http::{Header, Method, Status};
use rocket::{Data, Request, Response, async_trait, get};

use super::problem::ApiError;
use super::who::local;

/// Nothing but what ships with the application is loaded, and no script stands in a page.
/// `wasm-unsafe-eval` lets the core be compiled, and nothing else be evaluated; `blob:` shows a photograph that waits on the device.
const CONTENT_SECURITY_POLICY: &str = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; worker-src 'self'; \
    style-src 'self'; img-src 'self' data: blob:; \
    font-src 'self'; connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'";

/// Answers only to its own names, so that no other page can drive it, not even under a name that resolves here: the address that
/// was really connected to, on this machine its usual names, and what was named at the start.
pub struct Fence {
    address: SocketAddr,
    more: Vec<String>,
}

impl Fence {
    pub fn new(address: SocketAddr, more: &[String]) -> Self {
        Self { address, more: more.iter().map(|host| host.to_lowercase()).collect() }
    }

    /// The names of the server for one who connected to `local`.
    fn hosts(&self, local: SocketAddr) -> Vec<String> {
        let port = local.port();
        let mut hosts = vec![local.to_string()];
        if local.ip().is_loopback() {
            hosts.extend(["localhost", "127.0.0.1", "[::1]"].map(|name| format!("{name}:{port}")));
        }
        hosts.extend(self.more.iter().cloned());
        hosts
    }

    fn refusal(&self, request: &Request) -> Option<&'static str> {
        let hosts = self.hosts(local(request).unwrap_or(self.address));
        let host = request.headers().get_one("Host").unwrap_or_default().to_lowercase();
        if !hosts.contains(&host) {
            return Some("host");
        }
        let origin = request.headers().get_one("Origin").map(str::to_lowercase);
        let own = |origin: String| {
            let stripped = origin.strip_prefix("http://").or_else(|| origin.strip_prefix("https://"));
            stripped.is_some_and(|origin| hosts.iter().any(|host| host == origin))
        };
        if origin.is_some_and(|origin| !own(origin)) {
            return Some("origin");
        }
        let site = request.headers().get_one("Sec-Fetch-Site").unwrap_or("none");
        // A link from elsewhere may open the page; anything more from elsewhere is not ours.
        (site == "cross-site" && request.headers().get_one("Sec-Fetch-Mode") != Some("navigate")).then_some("origin")
    }
}

#[async_trait]
impl Fairing for Fence {
    fn info(&self) -> Info {
        Info { name: "fence", kind: Kind::Request | Kind::Response }
    }

    async fn on_request(&self, request: &mut Request<'_>, _: &mut Data<'_>) {
        if let Some(reason) = self.refusal(request) {
            request.set_method(Method::Get);
            if let Ok(uri) = Origin::parse_owned(format!("/refused/{reason}")) {
                request.set_uri(uri);
            }
        }
    }

    async fn on_response<'r>(&self, request: &'r Request<'_>, response: &mut Response<'r>) {
        let set = [
            ("Content-Security-Policy", CONTENT_SECURITY_POLICY),
            ("X-Content-Type-Options", "nosniff"),
            ("X-Frame-Options", "DENY"),
            ("Referrer-Policy", "no-referrer"),
            ("Cross-Origin-Resource-Policy", "same-origin"),
            ("Cross-Origin-Opener-Policy", "same-origin"),
        ];
        for (name, value) in set {
            response.set_header(Header::new(name, value));
        }
        if request.uri().path().starts_with("/api/") {
            response.set_header(Header::new("Cache-Control", "no-store"));
        }
    }
}

/// Where a request that was kept out ends up.
#[get("/refused/<reason>")]
pub fn refused(reason: &str) -> ApiError {
    let detail = match reason {
        "host" => "this server does not go by that name; use its own address, or name it with --host at start",
        _ => "this request came from another web page; open Nailpunch itself",
    };
    ApiError::new(Status::Forbidden, "Kept out", detail)
}
