//! The report as PDF, laid out by Typst with the fonts that ship with the application.

use nailpunch_core::survey::Bundle;
use typst::foundations::Bytes;
use typst_as_lib::TypstEngine;
use typst_pdf::PdfOptions;

use crate::ReportError;
use crate::data::{Report, ReportKind};

const TEMPLATE: &str = include_str!("report.typ");

/// DejaVu Sans stands behind the other two, for letters and signs that they lack.
static FONTS: [&[u8]; 5] = [
    include_bytes!("../fonts/AtkinsonHyperlegibleNext-Regular.ttf"),
    include_bytes!("../fonts/AtkinsonHyperlegibleNext-Bold.ttf"),
    include_bytes!("../fonts/B612Mono-Regular.ttf"),
    include_bytes!("../fonts/B612Mono-Bold.ttf"),
    include_bytes!("../fonts/DejaVuSans.ttf"),
];

/// The report on an audit as a tagged PDF, made at `made_on` (RFC 3339).
///
/// # Errors
/// [`ReportError::Layout`] when Typst refuses.
pub fn pdf(bundle: &Bundle, kind: ReportKind, made_on: &str) -> Result<Vec<u8>, ReportError> {
    let data = serde_json::to_vec(&Report::of(bundle, kind, made_on))?;
    let engine = TypstEngine::builder()
        .main_file(TEMPLATE)
        .fonts(FONTS)
        .with_static_file_resolver([("report.json", Bytes::new(data))])
        .build();
    let document: typst_layout::PagedDocument =
        engine.compile().output.map_err(|error| ReportError::Layout(error.to_string()))?;
    typst_pdf::pdf(&document, &PdfOptions::default()).map_err(|errors| {
        ReportError::Layout(errors.iter().map(|error| error.message.to_string()).collect::<Vec<_>>().join("; "))
    })
}
