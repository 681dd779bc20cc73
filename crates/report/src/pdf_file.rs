//! The report as PDF, laid out by Typst with the fonts that ship with the application.

use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use nailpunch_core::assess::Assessed;
use nailpunch_core::facts::Bundle;
use typst::foundations::Bytes;
use typst_as_lib::TypstEngine;
use typst_pdf::PdfOptions;

use crate::ReportError;
use crate::data::Report;
use crate::kind::ReportKind;
use crate::photo_part::pictures;

const TEMPLATE: &str = include_str!("report.typ");

/// DejaVu Sans stands behind the other two, for letters and signs that they lack.
static FONTS: [&[u8]; 5] = [
    include_bytes!("../fonts/AtkinsonHyperlegibleNext-Regular.ttf"),
    include_bytes!("../fonts/AtkinsonHyperlegibleNext-Bold.ttf"),
    include_bytes!("../fonts/B612Mono-Regular.ttf"),
    include_bytes!("../fonts/B612Mono-Bold.ttf"),
    include_bytes!("../fonts/DejaVuSans.ttf"),
];

/// What a report says, before it is laid out, as JSON.
///
/// # Errors
/// [`ReportError::Data`].
pub fn data(bundle: &Bundle, assessed: &Assessed, kind: ReportKind, made_on: &str) -> Result<Vec<u8>, ReportError> {
    Ok(serde_json::to_vec(&Report::of(bundle, assessed, kind, made_on))?)
}

/// The report on an audit as it was assessed, as a tagged PDF, made at `made_on` (RFC 3339). Photographs and seals come
/// from its bundle.
///
/// # Errors
/// [`ReportError::Layout`] when Typst refuses.
pub fn pdf(bundle: &Bundle, assessed: &Assessed, kind: ReportKind, made_on: &str) -> Result<Vec<u8>, ReportError> {
    let data = data(bundle, assessed, kind, made_on)?;
    let mut files = vec![("report.json".to_owned(), Bytes::new(data))];
    files.extend(pictures(bundle).into_iter().map(|(name, picture)| (name, Bytes::new(picture))));
    if let Some(logo) = bundle.audit.letterhead.logo.as_ref().and_then(|logo| STANDARD.decode(logo).ok()) {
        files.push(("logo.jpg".to_owned(), Bytes::new(logo)));
    }
    let files: Vec<(&str, Bytes)> = files.iter().map(|(name, bytes)| (name.as_str(), bytes.clone())).collect();
    let engine = TypstEngine::builder().main_file(TEMPLATE).fonts(FONTS).with_static_file_resolver(files).build();
    let document: typst_layout::PagedDocument =
        engine.compile().output.map_err(|error| ReportError::Layout(error.to_string()))?;
    typst_pdf::pdf(&document, &PdfOptions::default()).map_err(|errors| {
        ReportError::Layout(errors.iter().map(|error| error.message.to_string()).collect::<Vec<_>>().join("; "))
    })
}
