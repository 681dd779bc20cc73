//! The findings as a table: one row per rule and conductor, as found and as left. Documented in docs/formats.md.

use nailpunch_core::assess::{Assessed, ItemView};
use nailpunch_core::facts::RulingKind;
use nailpunch_core::quantity::{Amount, AmountUnit};
use nailpunch_core::rules::{Finding, RuleResult, Verdict};

use crate::sheet::Sheet;

const COLUMNS: [&str; 19] = [
    "room",
    "box",
    "place",
    "rule",
    "part",
    "verdict",
    "severity",
    "found",
    "found_value",
    "required",
    "required_value",
    "shortfall",
    "shortfall_value",
    "unit",
    "left",
    "left_verdict",
    "citation",
    "state",
    "ruling",
];

/// The findings of an audit.
pub fn findings_sheet(assessed: &Assessed) -> Sheet {
    let mut sheet = Sheet::new(COLUMNS);
    for known in &assessed.boxes {
        let place = [known.room.name.as_str(), &known.record.tag, &known.record.place].map(str::to_owned);
        let answer = known.answer();
        rows(&mut sheet, &place, &answer.found, answer.after(), &answer.findings);
    }
    for known in &assessed.panels {
        let place = ["", "panel", known.record.name.as_str()].map(str::to_owned);
        rows(&mut sheet, &place, &known.found.results, known.left_results(), &known.findings);
    }
    for known in &assessed.rooms {
        let place = [known.record.name.as_str(), "room", ""].map(str::to_owned);
        rows(&mut sheet, &place, &known.found.results, known.left_results(), &known.findings);
    }
    for known in &assessed.runs {
        let place = ["", "cable run", known.record.name.as_str()].map(str::to_owned);
        rows(&mut sheet, &place, &known.found.results, known.left_results(), &known.findings);
    }
    sheet
}

/// The rows of one subject.
fn rows(
    sheet: &mut Sheet,
    place: &[String; 3],
    found: &[RuleResult],
    left: Option<&[RuleResult]>,
    findings: &[ItemView],
) {
    for result in found.iter().filter(|result| result.verdict != Verdict::NotApplicable) {
        let state = findings.iter().find(|view| view.rule == result.rule).map_or("", |view| view.state.code());
        let after = left.and_then(|left| left.iter().find(|after| after.rule == result.rule));
        if result.findings.is_empty() {
            sheet.row(line(place, result, None, None, state));
        }
        for finding in &result.findings {
            let same = |other: &&Finding| (other.conductor, &other.label) == (finding.conductor, &finding.label);
            let left = after.and_then(|after| after.findings.iter().find(same));
            sheet.row(line(place, result, Some(finding), left, state));
        }
    }
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
    let text = |figure: &Option<Amount>| figure.as_ref().map_or_else(String::new, |f| f.text.clone());
    let value = |figure: &Option<Amount>| figure.as_ref().map_or_else(String::new, |f| f.value.to_string());
    let unit = found.as_ref().or(required.as_ref()).map_or("", |figure| match figure.unit {
        AmountUnit::Nanometres => "nm",
        AmountUnit::Nanolitres => "nL",
        AmountUnit::Milligrams => "mg",
        AmountUnit::Amperes => "A",
        AmountUnit::Watts => "W",
        AmountUnit::Gauges => "gauge",
        AmountUnit::PerCent => "%",
        AmountUnit::Degrees => "deg",
        AmountUnit::Count => "count",
    });
    let severity = finding.and_then(|finding| finding.severity).unwrap_or(result.severity).name();
    let ruling = result.ruling.as_ref().map_or_else(String::new, |ruling| match ruling.kind {
        RulingKind::Confirm => "confirmed".to_owned(),
        RulingKind::Dismiss => format!("dismissed: {}", ruling.reason),
    });
    [
        place[0].clone(),
        place[1].clone(),
        place[2].clone(),
        result.rule.to_owned(),
        finding.map_or_else(String::new, |finding| finding.label.to_string()),
        finding.map_or(result.verdict, |finding| finding.verdict).name().to_owned(),
        severity.to_owned(),
        text(&found),
        value(&found),
        text(&required),
        value(&required),
        text(&shortfall),
        value(&shortfall),
        unit.to_owned(),
        text(&measured(left)),
        left.map_or_else(String::new, |left| left.verdict.name().to_owned()),
        result.citation_text(),
        state.to_owned(),
        ruling,
    ]
}
