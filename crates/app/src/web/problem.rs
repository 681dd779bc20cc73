//! Errors as `application/problem+json`: what is wrong, where, and what to do about it.

use nailpunch_core::facts::Problem as FieldProblem;
use nailpunch_store::StoreError;
use rocket::http::{ContentType, Status};
use rocket::response::{Responder, Response, Result as ResponseResult};
use rocket::{Catcher, Request, catch, catchers};
use serde::Serialize;
use utoipa::ToSchema;

/// A problem document (RFC 9457).
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct Problem {
    /// The HTTP status.
    pub status: u16,
    /// What kind of problem it is.
    pub title: &'static str,
    /// A sentence a person can act on.
    pub detail: String,
    /// The fields at fault.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub errors: Vec<FieldProblem>,
    /// The record as it stands, where the one sent was based on an older one.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<Object>)]
    pub current: Option<serde_json::Value>,
    /// The revision of the record as it stands.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub current_revision: Option<u32>,
}

/// An error on its way out.
#[derive(Debug)]
pub struct ApiError(Box<Problem>);

impl ApiError {
    pub fn new(status: Status, title: &'static str, detail: impl Into<String>) -> Self {
        Self(Box::new(Problem {
            status: status.code,
            title,
            detail: detail.into(),
            errors: Vec::new(),
            current: None,
            current_revision: None,
        }))
    }

    pub fn internal(detail: impl Into<String>) -> Self {
        Self::new(Status::InternalServerError, "Internal error", detail)
    }

    /// One field at fault.
    pub fn field(pointer: impl Into<String>, message: impl Into<String>) -> Self {
        Self::fields(vec![FieldProblem { pointer: pointer.into(), message: message.into() }])
    }

    pub fn fields(errors: Vec<FieldProblem>) -> Self {
        let detail = errors.first().map(ToString::to_string).unwrap_or_default();
        let mut error = Self::new(Status::UnprocessableEntity, "Not accepted", detail);
        error.0.errors = errors;
        error
    }
}

impl From<StoreError> for ApiError {
    fn from(error: StoreError) -> Self {
        let detail = error.to_string();
        match error {
            StoreError::NotFound { .. } => Self::new(Status::NotFound, "Not found", detail),
            StoreError::Stale { current_revision, current, .. } => {
                let mut error = Self::new(Status::Conflict, "Changed in the meantime", detail);
                error.0.current = Some(current);
                error.0.current_revision = Some(current_revision);
                error
            }
            StoreError::Invalid(problems) => Self::fields(problems),
            StoreError::AlreadyHere { .. } => Self::new(Status::Conflict, "Already here", detail),
            StoreError::Foreign(_) => Self::new(Status::Conflict, "Identifier taken", detail),
            StoreError::Transition(_) => Self::field("/state", detail),
            StoreError::Unreadable { .. } => Self::new(Status::Conflict, "Cannot be read", detail),
            StoreError::DiskFull(_) => Self::new(Status::new(507), "Disk full", detail),
            StoreError::Busy(_) | StoreError::InUse(_) => Self::new(Status::ServiceUnavailable, "Busy", detail),
            _ => Self::internal(detail),
        }
    }
}

impl<'r> Responder<'r, 'static> for ApiError {
    fn respond_to(self, _: &'r Request<'_>) -> ResponseResult<'static> {
        let body = serde_json::to_vec(&self.0).map_err(|_| Status::InternalServerError)?;
        Response::build()
            .status(Status::new(self.0.status))
            .header(ContentType::new("application", "problem+json"))
            .sized_body(body.len(), std::io::Cursor::new(body))
            .ok()
    }
}

#[catch(default)]
fn any(status: Status, request: &Request) -> ApiError {
    let path = request.uri().path();
    match status.code {
        404 => ApiError::new(status, "Not found", format!("there is nothing at {path} for {}", request.method())),
        413 => ApiError::new(status, "Too large", "the request is larger than this server takes; send less at once"),
        500 => ApiError::internal("this request failed inside the server; nothing was changed, try it again"),
        _ => ApiError::new(status, status.reason_lossy(), format!("the server cannot answer this request to {path}")),
    }
}

pub fn catchers() -> Vec<Catcher> {
    catchers![any]
}
