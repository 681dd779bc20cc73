//! The report as PDF, laid out by Typst with the fonts that ship with the application.

use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use nailpunch_core::assess::Assessed;
use nailpunch_core::facts::Bundle;
use typst::foundations::Bytes;
use typst_as_lib::TypstEngine;
use typst_pdf::{PdfOptions, PdfStandard, PdfStandards};

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

/// What a report is laid out from: what it says, and its pictures. It can be handed to another process, which lays it out.
pub struct Sheets {
    files: Vec<(String, Vec<u8>)>,
}

impl Sheets {
    /// Of an audit as it was assessed, made at `made_on` (RFC 3339). Photographs and seals come from its bundle.
    ///
    /// # Errors
    /// [`ReportError::Data`].
    pub fn of(bundle: &Bundle, assessed: &Assessed, kind: ReportKind, made_on: &str) -> Result<Self, ReportError> {
        let mut files = vec![("report.json".to_owned(), data(bundle, assessed, kind, made_on)?)];
        files.extend(pictures(bundle));
        if let Some(logo) = bundle.audit.letterhead.logo.as_ref().and_then(|logo| STANDARD.decode(logo).ok()) {
            files.push(("logo.jpg".to_owned(), logo));
        }
        Ok(Self { files })
    }

    /// Lays them out as a PDF to be read by everybody and kept for long: PDF/UA-1 and PDF/A-2a. Where that cannot be, as with
    /// letters that none of the fonts has, it is a tagged PDF of no such promise.
    ///
    /// # Errors
    /// [`ReportError::Layout`] when Typst refuses.
    pub fn lay_out(self) -> Result<Vec<u8>, ReportError> {
        let files: Vec<_> = self.files.into_iter().map(|(name, bytes)| (name, Bytes::new(bytes))).collect();
        let files: Vec<(&str, Bytes)> = files.iter().map(|(name, bytes)| (name.as_str(), bytes.clone())).collect();
        let engine = TypstEngine::builder().main_file(TEMPLATE).fonts(FONTS).with_static_file_resolver(files).build();
        let document: typst_layout::PagedDocument =
            engine.compile().output.map_err(|error| ReportError::Layout(error.to_string()))?;
        let refused = |error: String| ReportError::Layout(error);
        let standards = PdfStandards::new(&[PdfStandard::Ua_1, PdfStandard::A_2a]);
        let standards = standards.map_err(|error| refused(error.message().to_string()))?;
        let kept_for_long = typst_pdf::pdf(&document, &PdfOptions { standards, ..PdfOptions::default() });
        kept_for_long.or_else(|_| typst_pdf::pdf(&document, &PdfOptions::default())).map_err(|errors| {
            refused(errors.iter().map(|error| error.message.to_string()).collect::<Vec<_>>().join("; "))
        })
    }

    /// As one piece: a line of JSON with the name and the size of each file, and then the files one after the other.
    ///
    /// # Errors
    /// [`ReportError::Data`].
    pub fn packed(&self) -> Result<Vec<u8>, ReportError> {
        let sizes: Vec<(&str, usize)> = self.files.iter().map(|(name, bytes)| (name.as_str(), bytes.len())).collect();
        let mut packed = serde_json::to_vec(&sizes)?;
        packed.push(b'\n');
        for (_, bytes) in &self.files {
            packed.extend_from_slice(bytes);
        }
        Ok(packed)
    }

    /// From what [`Sheets::packed`] made.
    ///
    /// # Errors
    /// [`ReportError::Data`] where the line is not such a line, [`ReportError::Cut`] where files are missing.
    pub fn unpacked(packed: &[u8]) -> Result<Self, ReportError> {
        let end = packed.iter().position(|byte| *byte == b'\n').ok_or(ReportError::Cut)?;
        let sizes: Vec<(String, usize)> = serde_json::from_slice(&packed[..end])?;
        let mut rest = &packed[end + 1..];
        let mut files = Vec::with_capacity(sizes.len());
        for (name, size) in sizes {
            let (file, after) = rest.split_at_checked(size).ok_or(ReportError::Cut)?;
            files.push((name, file.to_vec()));
            rest = after;
        }
        Ok(Self { files })
    }
}

/// The report on an audit as it was assessed, as a tagged PDF, made at `made_on` (RFC 3339).
///
/// # Errors
/// [`ReportError::Layout`] when Typst refuses.
pub fn pdf(bundle: &Bundle, assessed: &Assessed, kind: ReportKind, made_on: &str) -> Result<Vec<u8>, ReportError> {
    Sheets::of(bundle, assessed, kind, made_on)?.lay_out()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn sheets_come_back_as_they_were_packed_and_are_refused_where_they_are_cut() -> Result<(), ReportError> {
        let files =
            vec![("report.json".to_owned(), b"{\"a\":1}\n".to_vec()), ("photo.jpg".to_owned(), vec![10, 0, 255])];
        let packed = Sheets { files: files.clone() }.packed()?;
        assert_eq!(Sheets::unpacked(&packed)?.files, files);
        for cut in 0..packed.len() {
            assert!(Sheets::unpacked(&packed[..cut]).is_err(), "{cut} bytes are not all of it");
        }
        assert!(Sheets::unpacked(b"no line of JSON\n").is_err());
        Ok(())
    }
}
