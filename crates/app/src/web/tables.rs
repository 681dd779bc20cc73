//! An audit in tables: a CSV each, or all of them as one workbook.

use nailpunch_core::assess::Assessed;
use nailpunch_core::job::job;
use nailpunch_report::{
    Sheet, cut_list_sheet, directory_sheet, findings_sheet, materials_sheet, rounds_sheet, shut_downs_sheet, workbook,
};
use nailpunch_views::Problem;
use rocket::get;
use rocket::http::ContentType;

use super::body::identifier;
use super::exchange::Download;
use super::problem::ApiError;
use super::shared::{Shared, with_audit};

/// A table of an audit as CSV.
async fn table(
    store: &Shared,
    audit: &str,
    sheet: impl FnOnce(&Assessed) -> Sheet + Send + 'static,
    ending: &str,
) -> Result<Download, ApiError> {
    let audit = identifier(audit)?.to_string();
    let made = with_audit(store, audit, |walk, assessed| Ok((walk.audit.record.name.clone(), sheet(assessed).csv())));
    let (name, csv) = made.await?;
    let csv = csv.map_err(|error| ApiError::internal(error.to_string()))?;
    Ok(Download::new(csv, ContentType::CSV, &name, ending))
}

/// The findings as CSV.
#[utoipa::path(
    get, operation_id = "findings", path = "/api/audits/{audit}/findings.csv", params(("audit" = String, Path)),
    responses((status = 200, content_type = "text/csv"), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/findings.csv")]
pub async fn findings(store: &Shared, audit: &str) -> Result<Download, ApiError> {
    table(store, audit, findings_sheet, "-findings.csv").await
}

/// The directory of every panel as CSV: what stands there, and what was found.
#[utoipa::path(
    get, operation_id = "directory", path = "/api/audits/{audit}/directory.csv", params(("audit" = String, Path)),
    responses((status = 200, content_type = "text/csv"), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/directory.csv")]
pub async fn directory(store: &Shared, audit: &str) -> Result<Download, ApiError> {
    table(store, audit, directory_sheet, "-directory.csv").await
}

/// The rounds of the mapping of every panel as CSV.
#[utoipa::path(
    get, operation_id = "rounds", path = "/api/audits/{audit}/rounds.csv", params(("audit" = String, Path)),
    responses((status = 200, content_type = "text/csv"), (status = 404, body = Problem)),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/rounds.csv")]
pub async fn rounds(store: &Shared, audit: &str) -> Result<Download, ApiError> {
    table(store, audit, rounds_sheet, "-rounds.csv").await
}

/// Findings, directory, rounds and the job as one workbook (XLSX).
#[utoipa::path(
    get, operation_id = "workbook", path = "/api/audits/{audit}/workbook.xlsx", params(("audit" = String, Path)),
    responses(
        (status = 200, content_type = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"),
        (status = 404, body = Problem)
    ),
    security(("session" = ["look"]))
)]
#[get("/audits/<audit>/workbook.xlsx")]
pub async fn book(store: &Shared, audit: &str) -> Result<Download, ApiError> {
    let audit = identifier(audit)?.to_string();
    let made = with_audit(store, audit, |walk, assessed| {
        let job = job(assessed);
        let sheets = [
            ("Findings", findings_sheet(assessed)),
            ("Directory", directory_sheet(assessed)),
            ("Rounds", rounds_sheet(assessed)),
            ("To bring", materials_sheet(&job, None)),
            ("To cut", cut_list_sheet(&job)),
            ("Shut-downs", shut_downs_sheet(&job)),
        ];
        Ok((walk.audit.record.name.clone(), workbook(&sheets)))
    });
    let (name, book) = made.await?;
    let book = book.map_err(|error| ApiError::internal(error.to_string()))?;
    Ok(Download::new(book, xlsx(), &name, ".xlsx"))
}

/// A workbook: ECMA-376.
fn xlsx() -> ContentType {
    ContentType::new("application", "vnd.openxmlformats-officedocument.spreadsheetml.sheet")
}
