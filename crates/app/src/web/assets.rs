//! The application's own pages, scripts, styles and fonts, built into the binary.

use std::borrow::Cow;
use std::path::PathBuf;

use rocket::get;
use rocket::http::{ContentType, Header, Status};
use rocket::response::Responder;
use rust_embed::RustEmbed;

use super::problem::ApiError;

#[derive(RustEmbed)]
#[folder = "../../web/dist"]
#[allow_missing = true]
struct Dist;

/// A file of the application.
#[derive(Responder)]
pub struct Asset {
    bytes: Cow<'static, [u8]>,
    kind: ContentType,
    cache: Header<'static>,
}

fn asset(path: &str) -> Option<Asset> {
    let bytes = Dist::get(path)?.data;
    let extension = path.rsplit('.').next().unwrap_or_default();
    // Files under assets/ carry a digest of their content in their name.
    let cache = if path.starts_with("assets/") { "public, max-age=31536000, immutable" } else { "no-cache" };
    Some(Asset {
        bytes,
        kind: ContentType::from_extension(extension).unwrap_or(ContentType::Binary),
        cache: Header::new("Cache-Control", cache),
    })
}

/// The page. Every address that is no file, and none of the server's own, is a place within the application.
#[get("/<path..>", rank = 20)]
pub fn page(path: PathBuf) -> Result<Asset, ApiError> {
    let nothing = || ApiError::new(Status::NotFound, "Not found", format!("there is nothing at /{}", path.display()));
    if path.starts_with("api") {
        return Err(nothing());
    }
    if path.extension().is_some() {
        return path.to_str().and_then(asset).ok_or_else(nothing);
    }
    asset("index.html").ok_or_else(|| {
        let detail = "the screens are not built into this binary; build it with `make`";
        ApiError::new(Status::NotFound, "Not built", detail)
    })
}

/// A file that belongs to the page.
#[get("/assets/<path..>", rank = 10)]
pub fn file(path: PathBuf) -> Option<Asset> {
    asset(&format!("assets/{}", path.to_str()?))
}
