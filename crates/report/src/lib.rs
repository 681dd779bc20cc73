//! What leaves the application on paper and in files: the report as PDF through Typst, tables as CSV and XLSX.

mod correction_part;
mod corrections;
mod data;
mod detail_svg;
mod fault_part;
mod findings_sheet;
mod group_part;
mod house_part;
mod instrument_part;
mod job_files;
mod job_part;
mod kind;
mod met_part;
mod notice_part;
mod panel_part;
mod panel_sheets;
mod pdf_file;
mod photo;
mod photo_door;
mod photo_part;
mod place_part;
mod readings_log;
mod room_svg;
mod run_svg;
mod seal;
mod seal_key;
mod section_svg;
mod sheet;
mod source_part;
mod summary_part;
mod svg;
mod table;
mod wall_svg;
mod wanted_part;
mod workbook;

pub use corrections::{CorrectionsError, corrections_csv, read_corrections};
pub use findings_sheet::findings_sheet;
pub use job_files::{calendar, cut_list_sheet, materials_sheet, shut_downs_sheet};
pub use kind::{ReportKind, UnknownKind};
pub use panel_sheets::{directory_sheet, rounds_sheet};
pub use pdf_file::{Sheets, data, pdf};
pub use photo::{LARGEST_FILE, PhotoError, TakenPhoto, logo, take_photo, thumbnail};
pub use photo_door::{bare_logo, bare_pictures};
pub use readings_log::{LoggedReading, read_readings_log, readings_log};
pub use room_svg::room_svg;
pub use run_svg::run_svg;
pub use seal::{Proof, VerifyError, data_sha256, sha256, verify};
pub use seal_key::{SealKey, bytes as key_bytes};
pub use section_svg::section_svg;
pub use sheet::Sheet;
pub use wall_svg::wall_svg;
pub use workbook::workbook;

/// Why a report could not be made.
#[derive(Debug, thiserror::Error)]
pub enum ReportError {
    /// Typst refused the page.
    #[error("the report could not be laid out: {0}")]
    Layout(String),
    /// The CSV could not be written.
    #[error("the findings could not be written: {0}")]
    Csv(#[from] csv::Error),
    /// The workbook could not be written.
    #[error("the workbook could not be written: {0}")]
    Workbook(#[from] rust_xlsxwriter::XlsxError),
    /// A calendar needs days.
    #[error("the job has no first day yet; set it, then take the calendar")]
    NoFirstDay,
    /// What is laid out did not come whole.
    #[error("what was to be laid out was cut off on its way")]
    Cut,
    /// The data could not be handed over.
    #[error("the report's data could not be written: {0}")]
    Data(#[from] serde_json::Error),
}
