//! What comes in: JSON bodies with a stated limit, identifiers, and the revision a write is based on.

use nailpunch_views::from_json;
use rocket::data::{Data, FromData, Outcome as DataOutcome, ToByteUnit};
use rocket::http::Status;
use rocket::outcome::Outcome;
use rocket::request::{FromRequest, Outcome as RequestOutcome};
use rocket::{Request, async_trait};
use serde::de::DeserializeOwned;
use uuid::Uuid;

use super::problem::ApiError;
use crate::failure::LARGEST_BUNDLE;

/// The largest record or box to judge: 1 MiB.
const LARGEST_RECORD: u64 = 1 << 20;

/// A JSON body of at most 1 MiB, or why it is none. Routes pass the error on with `?`, so that it is answered as a
/// problem document.
pub struct Body<T>(pub Result<T, ApiError>);

/// The bytes of a JSON body of at most 256 MiB; they are read off the threads that answer requests.
pub struct LargeBody(pub Result<Vec<u8>, ApiError>);

async fn read(request: &Request<'_>, data: Data<'_>, limit: u64) -> Result<Vec<u8>, ApiError> {
    if !request.content_type().is_some_and(|kind| kind.is_json()) {
        let detail = "send this as application/json";
        return Err(ApiError::new(Status::UnsupportedMediaType, "Not JSON", detail));
    }
    let bytes =
        data.open(limit.bytes()).into_bytes().await.map_err(|error| {
            ApiError::new(Status::BadRequest, "Broken off", format!("the request broke off: {error}"))
        })?;
    if !bytes.is_complete() {
        let detail = format!("the request is larger than the {limit} bytes that are taken here");
        return Err(ApiError::new(Status::PayloadTooLarge, "Too large", detail));
    }
    Ok(bytes.into_inner())
}

#[async_trait]
impl<'r, T: DeserializeOwned> FromData<'r> for Body<T> {
    type Error = std::convert::Infallible;

    async fn from_data(request: &'r Request<'_>, data: Data<'r>) -> DataOutcome<'r, Self> {
        let bytes = read(request, data, LARGEST_RECORD).await;
        Outcome::Success(Self(
            bytes.and_then(|bytes| from_json(&bytes).map_err(|problem| ApiError::fields(vec![problem]))),
        ))
    }
}

#[async_trait]
impl<'r> FromData<'r> for LargeBody {
    type Error = std::convert::Infallible;

    async fn from_data(request: &'r Request<'_>, data: Data<'r>) -> DataOutcome<'r, Self> {
        Outcome::Success(Self(read(request, data, LARGEST_BUNDLE).await))
    }
}

/// The revision a write is based on, from `If-Match: "3"`; 0 for a new record.
pub struct IfMatch(pub Result<u32, ApiError>);

#[async_trait]
impl<'r> FromRequest<'r> for IfMatch {
    type Error = std::convert::Infallible;

    async fn from_request(request: &'r Request<'_>) -> RequestOutcome<Self, Self::Error> {
        let header = request.headers().get_one("If-Match");
        let revision = header.and_then(|text| text.trim().trim_matches('"').parse().ok());
        RequestOutcome::Success(Self(revision.ok_or_else(|| {
            let detail = match header {
                None => "name the revision this is based on in If-Match, \"0\" for a new record".to_owned(),
                Some(text) => format!("If-Match is `{text}`, but must be a revision like \"3\""),
            };
            ApiError::new(Status::PreconditionRequired, "No revision", detail)
        })))
    }
}

/// An identifier in a path.
pub fn identifier(text: &str) -> Result<Uuid, ApiError> {
    Uuid::parse_str(text).map_err(|_| {
        ApiError::new(Status::BadRequest, "Bad identifier", format!("`{text}` is not an identifier; it must be a UUID"))
    })
}

/// The identifier of a path, which must also be that of the record sent.
pub fn same_identifier(path: &str, record: Uuid) -> Result<Uuid, ApiError> {
    let named = identifier(path)?;
    if named == record {
        Ok(named)
    } else {
        Err(ApiError::field(
            "/id",
            format!("this record is {record}, but it was sent to {named}; send it to its own place"),
        ))
    }
}
