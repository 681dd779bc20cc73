//! Whole audits in and out: the bundle, and the report.

use std::sync::Arc;

use nailpunch_core::assess::{Acceptance, Assessed, Wanting, wanting};
use nailpunch_core::facts::{AuditId, Bundle, Photo, Pointer};
use nailpunch_report::{ReportKind, Sheets, UnknownKind, bare_pictures};
use nailpunch_views::{Problem, from_json};
use rocket::http::{ContentType, Header, Status};
use rocket::response::Responder;
use rocket::serde::json::Json;
use rocket::tokio::select;
use rocket::{get, post};
use serde::Serialize;
use utoipa::ToSchema;

use super::body::{LargeBody, identifier};
use super::problem::ApiError;
use super::readers::Reader;
use super::shared::{Shared, with_audit, with_store};
use super::turns::heavy;
use crate::clock::{now, today};

/// What an answer says that nobody reads: no failure of the server. Common practice, no source.
const NOBODY_READS: u16 = 499;

/// A file to keep.
#[derive(Responder)]
pub struct Download {
    bytes: Vec<u8>,
    kind: ContentType,
    disposition: Header<'static>,
}

impl Download {
    /// Under a name made of the audit's, in plain letters only.
    pub(super) fn new(bytes: Vec<u8>, kind: ContentType, audit: &str, ending: &str) -> Self {
        let plain = |c: char| if c.is_ascii_alphanumeric() { c.to_ascii_lowercase() } else { '-' };
        let name: String = audit.chars().map(plain).take(60).collect();
        let name = name.split('-').filter(|part| !part.is_empty()).collect::<Vec<_>>().join("-");
        let name = if name.is_empty() { "audit".to_owned() } else { name };
        let disposition = Header::new("Content-Disposition", format!("attachment; filename=\"{name}{ending}\""));
        Self { bytes, kind, disposition }
    }
}

/// What became of an import.
#[derive(Serialize, ToSchema)]
pub struct Imported {
    /// The audit.
    id: AuditId,
}

/// Takes a bundle in, all of it or nothing. With `copy`, under fresh identifiers.
#[utoipa::path(
    post, operation_id = "import_bundle", path = "/api/import", params(("copy" = Option<bool>, Query)), request_body = Bundle,
    responses((status = 200, body = Imported), (status = 409, body = Problem), (status = 422, body = Problem)),
    security(("session" = ["capture"]))
)]
#[post("/import?<copy>", data = "<body>")]
pub async fn import(store: &Shared, copy: Option<bool>, body: LargeBody) -> Result<Json<Imported>, ApiError> {
    let author = store.author();
    let (bytes, kept) = (body.0?, Arc::clone(store.inner()));
    let id = heavy(&store.turns.bundles, move || {
        let mut bundle: Bundle = from_json(&bytes).map_err(|problem| ApiError::fields(vec![problem]))?;
        drop(bytes);
        if copy.unwrap_or(false) {
            bundle = bundle.renamed(uuid::Uuid::now_v7);
        }
        // Whatever is wrong with it is said before a picture is unpacked.
        let problems = bundle.unacceptable(&Pointer::root());
        if !problems.is_empty() {
            return Err(ApiError::fields(problems));
        }
        let bundle = bare_pictures(bundle).map_err(ApiError::fields)?;
        kept.store.import(&bundle, &author)?;
        Ok(bundle.audit.id)
    });
    Ok(Json(Imported { id: id.await?? }))
}

/// A whole audit.
pub(super) async fn bundle(store: &Shared, audit: &str) -> Result<Bundle, ApiError> {
    let id = identifier(audit)?.to_string();
    with_store(store, move |store| store.export(&id)).await
}

/// The whole audit as a bundle.
#[utoipa::path(
    get, operation_id = "export_bundle", path = "/api/audits/{audit}/bundle", params(("audit" = String, Path)),
    responses((status = 200, body = Bundle), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/bundle")]
pub async fn export(store: &Shared, audit: &str) -> Result<Download, ApiError> {
    let bundle = bundle(store, audit).await?;
    let json = serde_json::to_vec_pretty(&bundle).map_err(|error| ApiError::internal(error.to_string()))?;
    Ok(Download::new(json, ContentType::JSON, &bundle.audit.name, ".nailpunch.json"))
}

/// What a report would be given away without: what was not measured, dangers without a photograph, who stands for it.
#[utoipa::path(
    get, operation_id = "report_wanting", path = "/api/audits/{audit}/report/wanting", params(("audit" = String, Path)),
    responses((status = 200, body = Vec<Wanting>), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/report/wanting")]
pub async fn report_wanting(store: &Shared, audit: &str) -> Result<Json<Vec<Wanting>>, ApiError> {
    let id = identifier(audit)?.to_string();
    let of = id.clone();
    let photos = with_store(store, move |store| store.photos(&of)).await?;
    let photos: Vec<Photo> = photos.into_iter().map(|known| known.record).collect();
    let made = with_audit(store, id, move |_, assessed| Ok(wanting(assessed, &photos, &today())));
    Ok(Json(made.await?))
}

/// The report as PDF: full, or with `kind` one of owner, repair-order, re-inspection, hand-over, danger-notice; danger-notice-2
/// is the second that was given.
#[utoipa::path(
    get, operation_id = "report", path = "/api/audits/{audit}/report.pdf",
    params(("audit" = String, Path), ("kind" = Option<String>, Query)),
    responses((status = 200, content_type = "application/pdf"), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/report.pdf?<kind>")]
pub async fn report(store: &Shared, audit: &str, kind: Option<&str>, mut reader: Reader) -> Result<Download, ApiError> {
    let kind = kind.map_or(Ok(ReportKind::Full), str::parse);
    let kind = kind.map_err(|unknown: UnknownKind| ApiError::field("/kind", unknown.to_string()))?;
    // A report that leaves something out without a word would be a false pass.
    let id = identifier(audit)?.to_string();
    with_store(store, move |store| store.require_readable(&id)).await?;
    let bundle = bundle(store, audit).await?;
    if let ReportKind::DangerNotice(Some(number)) = kind
        && bundle.audit.notices.iter().all(|notice| notice.number != number)
    {
        return Err(ApiError::field("/kind", format!("no notice {number} was given")));
    }
    let name = bundle.audit.name.clone();
    let kept = Arc::clone(store.inner());
    let ending = format!("-{}.pdf", if kind == ReportKind::Full { "report" } else { kind.code() });
    let sheets = move || {
        let facts = bundle.facts();
        Sheets::of(&bundle, &Assessed::with(&facts, &kept.memory), kind, &now())
    };
    let bytes = select! {
        made = store.paper.lay_out(&store.turns, sheets) => made?,
        () = reader.gone() => {
            let gone = Status::new(NOBODY_READS);
            return Err(ApiError::new(gone, "Nobody waits", "nobody waits for this report any more".to_owned()));
        }
    };
    Ok(Download::new(bytes, ContentType::PDF, &name, &ending))
}
