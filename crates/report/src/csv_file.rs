//! The findings as CSV: one row per rule and conductor, as found and as left. Documented in docs/formats.md.

use nailpunch_core::rules::{Finding, RuleResult, Situation, judge};
use nailpunch_core::survey::Bundle;
use nailpunch_core::work::item_views;

use crate::ReportError;
use crate::data::state_name;

const COLUMNS: [&str; 16] = [
    "room",
    "box",
    "place",
    "rule",
    "conductor",
    "verdict",
    "found",
    "found_nm",
    "required",
    "required_nm",
    "shortfall",
    "shortfall_nm",
    "left",
    "left_verdict",
    "citation",
    "state",
];

/// The findings of an audit as CSV (RFC 4180, UTF-8, a heading row). Text that a spreadsheet could take for a formula
/// is preceded by an apostrophe.
///
/// # Errors
/// [`ReportError::Csv`] when it cannot be written.
pub fn csv(bundle: &Bundle) -> Result<Vec<u8>, ReportError> {
    let basis = &bundle.audit.basis;
    let mut writer = csv::Writer::from_writer(Vec::new());
    writer.write_record(COLUMNS)?;
    for room in &bundle.rooms {
        for entry in &room.boxes {
            let wired_under = basis.wired_under(&room.room(), entry.wired_under);
            let judged = |contents, new_work| judge(&Situation { contents, basis, wired_under, new_work });
            let found = judged(&entry.found, false);
            let left = entry.left.as_ref().filter(|left| left.is_measured()).map(|left| judged(left, true));
            let views = item_views(&entry.record(room.id), &entry.items, basis, wired_under);
            for result in &found {
                let state =
                    views.iter().find(|view| view.rule == result.rule).map_or("", |view| state_name(view.state));
                let place = [room.name.as_str(), &entry.tag, &entry.place].map(harmless);
                let after = left.as_ref().and_then(|left| left.iter().find(|after| after.rule == result.rule));
                if result.findings.is_empty() {
                    writer.write_record(line(&place, result, None, None, state))?;
                }
                for finding in &result.findings {
                    let left = after.and_then(|after| after.findings.iter().find(|f| f.conductor == finding.conductor));
                    writer.write_record(line(&place, result, Some(finding), left, state))?;
                }
            }
        }
    }
    writer.into_inner().map_err(|error| ReportError::Csv(error.into_error().into()))
}

fn line(
    place: &[String; 3],
    result: &RuleResult,
    finding: Option<&Finding>,
    left: Option<&Finding>,
    state: &str,
) -> [String; COLUMNS.len()] {
    let measured = |finding: Option<&Finding>| finding.and_then(|f| f.measured.clone()).map(|m| m.figure);
    let (found, required) = (measured(finding), finding.and_then(|f| f.required.clone()));
    let shortfall = finding.and_then(|f| f.shortfall.clone());
    let text = |figure: &Option<nailpunch_core::quantity::Figure>| {
        figure.as_ref().map_or_else(String::new, |f| f.text.clone())
    };
    let nm = |figure: &Option<nailpunch_core::quantity::Figure>| {
        figure.as_ref().map_or_else(String::new, |f| f.nm.to_string())
    };
    [
        place[0].clone(),
        place[1].clone(),
        place[2].clone(),
        result.rule.to_owned(),
        finding.map_or_else(String::new, |finding| finding.label.clone()),
        finding.map_or(result.verdict, |finding| finding.verdict).name().to_owned(),
        text(&found),
        nm(&found),
        text(&required),
        nm(&required),
        text(&shortfall),
        nm(&shortfall),
        text(&measured(left)),
        left.map_or_else(String::new, |left| left.verdict.name().to_owned()),
        result.citation.clone(),
        state.to_owned(),
    ]
}

fn harmless(text: &str) -> String {
    if text.starts_with(['=', '+', '-', '@', '\t', '\r']) { format!("'{text}") } else { text.to_owned() }
}
