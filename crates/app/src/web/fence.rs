//! What keeps other web pages out, and what every answer carries.

use std::net::SocketAddr;

use rocket::fairing::{Fairing, Info, Kind};
use rocket::http::uri::Origin;
use rocket::http::{Header, Method, Status};
use rocket::{Data, Request, Response, async_trait, get};

use super::problem::ApiError;

/// Nothing but what ships with the application is loaded, and no script stands in a page.
const CONTENT_SECURITY_POLICY: &str = "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data: \
     blob:; font-src 'self'; connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'; \
     frame-ancestors 'none'";

/// Answers only to its own names, so that no other page can drive it, not even under a name that resolves here.
pub struct Fence {
    hosts: Vec<String>,
}

impl Fence {
    pub fn new(address: SocketAddr, more: &[String]) -> Self {
        let port = address.port();
        let mut hosts = vec![address.to_string(), format!("localhost:{port}"), format!("127.0.0.1:{port}")];
        hosts.push(format!("[::1]:{port}"));
        hosts.extend(more.iter().map(|host| host.to_lowercase()));
        Self { hosts }
    }

    fn refusal(&self, request: &Request) -> Option<&'static str> {
        let host = request.headers().get_one("Host").unwrap_or_default().to_lowercase();
        if !self.hosts.contains(&host) {
            return Some("host");
        }
        let origin = request.headers().get_one("Origin").map(str::to_lowercase);
        let own = |origin: String| {
            let stripped = origin.strip_prefix("http://").or_else(|| origin.strip_prefix("https://"));
            stripped.is_some_and(|origin| self.hosts.iter().any(|host| host == origin))
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
