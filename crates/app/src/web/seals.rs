//! Seals: the report frozen with its hash; later changes make amendments.

use std::sync::Arc;

use nailpunch_core::assess::Assessed;
use nailpunch_core::facts::Seal;
use nailpunch_report::{ReportError, ReportKind, SealKey, data_sha256, pdf, sha256};
use nailpunch_store::{Author, Change, ToSeal};
use nailpunch_views::Problem;
use rocket::http::ContentType;
use rocket::serde::json::Json;
use rocket::{get, post};

use super::body::identifier;
use super::exchange::Download;
use super::problem::ApiError;
use super::shared::{Kept, Shared, with_store};
use super::turns::heavy;
use crate::clock::now;

/// The most changes that an amendment lists.
const MOST_CHANGES: u32 = 200;

/// The seals of an audit, oldest first.
#[utoipa::path(
    get, operation_id = "list_seals", path = "/api/audits/{audit}/seals", params(("audit" = String, Path)),
    responses((status = 200, body = Vec<Seal>), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/seals")]
pub async fn list(store: &Shared, audit: &str) -> Result<Json<Vec<Seal>>, ApiError> {
    let audit = identifier(audit)?.to_string();
    Ok(Json(with_store(store, move |store| Ok(store.export(&audit)?.seals)).await?))
}

/// Seals the audit as it is: the full report is made, and both are hashed. A second seal is an amendment that lists what
/// changed.
#[utoipa::path(
    post, operation_id = "seal", path = "/api/audits/{audit}/seals", params(("audit" = String, Path)),
    responses((status = 200, body = Seal), (status = 404, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["seal"]))
)]
#[post("/audits/<audit>/seals")]
pub async fn make(store: &Shared, audit: &str) -> Result<Json<Seal>, ApiError> {
    let (id, author) = (identifier(audit)?.to_string(), store.author());
    let keep = Arc::clone(store.inner());
    // One at a time: the number, what changed and the report are of one moment.
    let _alone = store.sealing.lock().await;
    Ok(Json(heavy(&store.turns.papers, move || sealed(&keep, &id, &author)).await??))
}

fn sealed(kept: &Kept, id: &str, author: &Author) -> Result<Seal, ApiError> {
    let internal = |error: ReportError| ApiError::internal(error.to_string());
    let ToSeal { bundle: mut whole, changes, at_change } = kept.store.to_seal(id, MOST_CHANGES)?;
    let data = data_sha256(&whole).map_err(internal)?;
    let last = whole.seals.last();
    if last.is_some_and(|seal| seal.data_sha256 == data) {
        return Err(ApiError::field("/seals", "nothing changed since the last seal; there is nothing to seal again"));
    }
    let Some(number) = last.map_or(Some(1), |seal| seal.number.checked_add(1)) else {
        return Err(ApiError::field("/seals", "the seals of this audit are numbered to the end; take a copy of it"));
    };
    let changes = changes.iter().map(described).collect();
    let key = SealKey::new(&kept.store.seal_key()?);
    let (public_key, at) = (Some(key.public()), now());
    let mut seal = Seal { number, at, data_sha256: data, pdf_sha256: None, public_key, signature: None, changes };
    whole.seals.push(seal.clone());
    let facts = whole.facts();
    let made = pdf(&whole, &Assessed::with(&facts, &kept.memory), ReportKind::Full, &seal.at).map_err(internal)?;
    seal.pdf_sha256 = Some(sha256(&made));
    key.sign(&mut seal, whole.audit.id);
    kept.store.add_seal(id, &seal, &made, at_change, author)?;
    Ok(seal)
}

/// A change in a line: "2026-03-04 10:42, inspector: box K3 changed".
fn described(change: &Change) -> String {
    let record = change.after.as_ref().or(change.before.as_ref());
    let name = ["tag", "name", "rule", "caption"].iter().find_map(|field| record?.get(field)?.as_str()).unwrap_or("");
    let at = change.at.replace('T', " ");
    format!("{}, {}: {} {name} {}", at.get(..16).unwrap_or(&at), change.who, change.kind, change.action)
}

/// The sealed report.
#[utoipa::path(
    get, operation_id = "sealed_report", path = "/api/audits/{audit}/seals/{number}/report.pdf",
    params(("audit" = String, Path), ("number" = u32, Path)),
    responses((status = 200, content_type = "application/pdf"), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/seals/<number>/report.pdf")]
pub async fn report(store: &Shared, audit: &str, number: u32) -> Result<Download, ApiError> {
    let id = identifier(audit)?.to_string();
    let bytes = with_store(store, move |store| store.sealed_report(&id, number)).await?;
    Ok(Download::new(bytes, ContentType::PDF, "sealed", &format!("-report-{number}.pdf")))
}
