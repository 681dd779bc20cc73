//! The application's own pages, scripts, styles and fonts, built into the binary.

use std::borrow::Cow;
use std::convert::Infallible;
use std::path::PathBuf;

use rocket::http::{ContentType, Header, Status};
use rocket::request::{FromRequest, Outcome};
use rocket::response::{self, Responder, Response};
use rocket::{Request, async_trait, get};
use rust_embed::RustEmbed;

use super::problem::ApiError;

#[derive(RustEmbed)]
#[folder = "../../web/dist"]
#[allow_missing = true]
struct Dist;

/// How a file may be sent, in the order of preference: its name in a header, and the ending of the file that lies so beside the
/// bare one.
const PACKED: [(&str, &str); 2] = [("br", "br"), ("gzip", "gz")];

/// The encodings that a browser takes.
pub struct Taken(Vec<&'static str>);

#[async_trait]
impl<'r> FromRequest<'r> for Taken {
    type Error = Infallible;

    async fn from_request(request: &'r Request<'_>) -> Outcome<Self, Infallible> {
        let header = request.headers().get("Accept-Encoding").collect::<Vec<_>>().join(",");
        let takes = |name: &str| {
            header.split(',').map(str::trim).any(|part| {
                let (known, weight) = part.split_once(';').unwrap_or((part, ""));
                known.trim() == name && weight.replace(' ', "") != "q=0"
            })
        };
        Outcome::Success(Self(PACKED.iter().map(|(name, _)| *name).filter(|name| takes(name)).collect()))
    }
}

/// A file of the application.
pub struct Asset {
    bytes: Cow<'static, [u8]>,
    kind: ContentType,
    cache: &'static str,
    packed: Option<&'static str>,
}

impl<'r> Responder<'r, 'static> for Asset {
    fn respond_to(self, _: &'r Request<'_>) -> response::Result<'static> {
        let mut response = Response::build();
        response.header(self.kind).header(Header::new("Cache-Control", self.cache));
        response.header(Header::new("Vary", "Accept-Encoding"));
        if let Some(name) = self.packed {
            response.header(Header::new("Content-Encoding", name));
        }
        response.sized_body(self.bytes.len(), std::io::Cursor::new(self.bytes)).ok()
    }
}

fn asset(path: &str, taken: &Taken) -> Option<Asset> {
    let packed = PACKED.iter().filter(|(name, _)| taken.0.contains(name));
    let packed = packed.into_iter().find_map(|(name, ending)| Some((Dist::get(&format!("{path}.{ending}"))?, *name)));
    let (file, packed) = match packed {
        Some((file, name)) => (file, Some(name)),
        None => (Dist::get(path)?, None),
    };
    let extension = path.rsplit('.').next().unwrap_or_default();
    let kind = match extension {
        "webmanifest" => Some(ContentType::new("application", "manifest+json")),
        known => ContentType::from_extension(known),
    };
    // Files under assets/ carry a digest of their content in their name.
    let cache = if path.starts_with("assets/") { "public, max-age=31536000, immutable" } else { "no-cache" };
    Some(Asset { bytes: file.data, kind: kind.unwrap_or(ContentType::Binary), cache, packed })
}

/// The page. Every address that is no file, and none of the server's own, is a place within the application.
#[get("/<path..>", rank = 20)]
pub fn page(path: PathBuf, taken: Taken) -> Result<Asset, ApiError> {
    let nothing = || ApiError::new(Status::NotFound, "Not found", format!("there is nothing at /{}", path.display()));
    if path.starts_with("api") {
        return Err(nothing());
    }
    if path.extension().is_some() {
        return path.to_str().and_then(|path| asset(path, &taken)).ok_or_else(nothing);
    }
    asset("index.html", &taken).ok_or_else(|| {
        let detail = "the screens are not built into this binary; build it with `make`";
        ApiError::new(Status::NotFound, "Not built", detail)
    })
}

/// A file that belongs to the page.
#[get("/assets/<path..>", rank = 10)]
pub fn file(path: PathBuf, taken: Taken) -> Option<Asset> {
    asset(&format!("assets/{}", path.to_str()?), &taken)
}
