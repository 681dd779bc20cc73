//! Notices of danger: what the owner was told the same day, with the signature. The server writes down what stands; what was
//! given is never changed.

use nailpunch_core::assess::{Danger, dangers};
use nailpunch_core::facts::{Audit, DangerNotice, Pointer, Revised, Signature};
use nailpunch_views::Problem;
use rocket::serde::json::Json;
use rocket::{get, post};
use serde::Deserialize;
use utoipa::ToSchema;

use super::body::{Body, identifier};
use super::problem::ApiError;
use super::shared::{Shared, with_audit, with_store};
use crate::clock::now;

/// That a notice is given.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NoticeWish {
    /// To whom, at most 120 characters.
    to: String,
    /// Their signature; absent where they did not sign.
    #[serde(default)]
    signature: Option<Signature>,
    /// Why it is not signed, at most 300 characters; wanted where it is not.
    #[serde(default)]
    not_signed: String,
    /// The dangers that were on the screen, as they were asked for: nothing else is signed.
    seen: Vec<Danger>,
}

/// What is a danger now, in the order of the walk.
#[utoipa::path(
    get, operation_id = "dangers", path = "/api/audits/{audit}/dangers", params(("audit" = String, Path)),
    responses((status = 200, body = Vec<Danger>), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/dangers")]
pub async fn now_dangerous(store: &Shared, audit: &str) -> Result<Json<Vec<Danger>>, ApiError> {
    let id = identifier(audit)?.to_string();
    Ok(Json(with_audit(store, id, |_, assessed| Ok(dangers(assessed))).await?))
}

/// Gives a notice of every danger as it stands now.
#[utoipa::path(
    post, operation_id = "give_notice", path = "/api/audits/{audit}/notices", params(("audit" = String, Path)),
    request_body = NoticeWish,
    responses((status = 200, body = Revised<Audit>), (status = 404, body = Problem), (status = 409, body = Problem),
        (status = 422, body = Problem)),
    security(("session" = ["capture"]))
)]
#[post("/audits/<audit>/notices", data = "<body>")]
pub async fn give(store: &Shared, audit: &str, body: Body<NoticeWish>) -> Result<Json<Revised<Audit>>, ApiError> {
    let id = identifier(audit)?.to_string();
    let NoticeWish { to, signature, not_signed, seen } = body.0?;
    let author = store.author();
    let signed_in = store.who().signed().map(|(person, _)| person.name.clone());
    let told = with_audit(store, id.clone(), |walk, assessed| Ok((walk.audit.clone(), dangers(assessed))));
    let (known, standing) = told.await?;
    if standing.is_empty() {
        return Err(ApiError::field("/dangers", "nothing is a danger now: there is nothing to give notice of"));
    }
    if standing != seen {
        let message = "the dangers are not those that were on the screen any more; look at them anew";
        return Err(ApiError::field("/seen", message));
    }
    let told = standing.iter().map(Danger::noticed).collect();
    let Revised { record: mut audit, revision, .. } = known;
    let number = audit.notices.last().map_or(Some(1), |last| last.number.checked_add(1));
    let Some(number) = number else {
        return Err(ApiError::field(
            "/notices",
            "the notices of this audit are numbered to the end; take a copy of it",
        ));
    };
    let by = signed_in.unwrap_or_else(|| audit.inspector.clone());
    let (to, not_signed) = (to.trim().to_owned(), not_signed.trim().to_owned());
    let notice = DangerNotice { number, at: now(), to, by, dangers: told, signature, not_signed };
    let problems = notice.problems(&Pointer::root());
    if !problems.is_empty() {
        return Err(ApiError::fields(problems));
    }
    audit.notices.push(notice);
    Ok(Json(with_store(store, move |store| store.put(&id, &audit, revision, &author)).await?))
}
