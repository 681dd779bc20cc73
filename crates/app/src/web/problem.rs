//! Errors as `application/problem+json`: what is wrong, where, and what to do about it.

use nailpunch_core::facts::Problem as FieldProblem;
use nailpunch_store::StoreError;
use nailpunch_views::Problem;
use rocket::http::{ContentType, Status};
use rocket::response::{Responder, Response, Result as ResponseResult};
use rocket::{Catcher, Request, catch, catchers};

use crate::failure::Failure;

/// An error on its way out.
#[derive(Debug)]
pub struct ApiError(Box<Problem>);

impl ApiError {
    pub fn new(status: Status, title: &'static str, detail: impl Into<String>) -> Self {
        Self(Box::new(Problem::new(status.code, title, detail)))
    }

    pub fn internal(detail: impl Into<String>) -> Self {
        Self::new(Status::InternalServerError, "Internal error", detail)
    }

    /// One field at fault.
    pub fn field(pointer: impl Into<String>, message: impl Into<String>) -> Self {
        Self::fields(vec![FieldProblem { pointer: pointer.into(), message: message.into() }])
    }

    pub fn fields(errors: Vec<FieldProblem>) -> Self {
        Self(Box::new(Problem::fields(errors)))
    }

    /// The same, of one field.
    pub fn at(mut self, pointer: &str) -> Self {
        let message = self.0.detail.clone();
        self.0.errors = vec![FieldProblem { pointer: pointer.to_owned(), message }];
        self
    }
}

impl From<Failure> for ApiError {
    fn from(failure: Failure) -> Self {
        Self::internal(failure.to_string())
    }
}

impl From<Vec<FieldProblem>> for ApiError {
    fn from(errors: Vec<FieldProblem>) -> Self {
        Self::fields(errors)
    }
}

impl From<StoreError> for ApiError {
    fn from(error: StoreError) -> Self {
        let detail = error.to_string();
        match error {
            StoreError::NotFound { .. } => Self::new(Status::NotFound, "Not found", detail),
            StoreError::Stale { current_revision, current, .. } => {
                Self(Box::new(Problem::stale(detail, current, current_revision)))
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
