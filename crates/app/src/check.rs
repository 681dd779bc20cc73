//! `nailpunch check`: every verdict of a bundle, for people and for other programs.

use std::process::ExitCode;

use nailpunch_core::assess::Assessed;
use nailpunch_core::facts::Bundle;
use nailpunch_core::rules::{RuleResult, Verdict};
use serde::Serialize;

use crate::failure::Failure;
use crate::output::{print, print_json};

/// One verdict of `check --json`.
#[derive(Serialize)]
struct CheckLine {
    rule: &'static str,
    subject: String,
    verdict: Verdict,
    severity: nailpunch_core::standard::Severity,
    measured: Option<String>,
    required: Option<String>,
    shortfall: Option<String>,
    citation: String,
}

fn check_lines(subject: &str, result: RuleResult) -> Vec<CheckLine> {
    let citation = result.citation_text();
    let RuleResult { rule, severity, verdict, findings, .. } = result;
    if findings.is_empty() {
        let subject = subject.to_owned();
        return vec![CheckLine {
            rule,
            subject,
            verdict,
            severity,
            measured: None,
            required: None,
            shortfall: None,
            citation,
        }];
    }
    findings
        .into_iter()
        .map(|finding| CheckLine {
            rule,
            subject: match finding.conductor {
                Some(conductor) => format!("{subject} / {conductor} {}", finding.label),
                None => format!("{subject} / {}", finding.label),
            },
            verdict: finding.verdict,
            severity: finding.severity.unwrap_or(severity),
            measured: finding.measured.map(|measured| measured.figure.text),
            required: finding.required.map(|figure| figure.text),
            shortfall: finding.shortfall.map(|figure| figure.text),
            citation: citation.clone(),
        })
        .collect()
}

/// Judges a bundle and prints what is violated, or every verdict as JSON; answers the exit code.
///
/// # Errors
/// When nobody reads what is printed.
pub fn check(bundle: &Bundle, json: bool) -> Result<ExitCode, Failure> {
    let facts = bundle.facts();
    let assessed = Assessed::of(&facts);
    let boxes = assessed.boxes.iter().map(|known| (format!("{} / {}", known.room.name, known.record.tag), known.now()));
    let panels = assessed.panels.iter().map(|known| (known.record.name.clone(), known.now().results.as_slice()));
    let mut lines = Vec::new();
    let mut violations = 0;
    let rooms = assessed.rooms.iter().map(|known| (known.record.name.clone(), known.now().results.as_slice()));
    let runs = assessed.runs.iter().map(|known| (known.record.name.clone(), known.now().results.as_slice()));
    for (subject, results) in boxes.chain(panels).chain(rooms).chain(runs) {
        for result in results {
            if result.is_broken() {
                violations += 1;
                if !json {
                    print(&format!("{subject}: {} ({})", result.sentence, result.citation_text()))?;
                }
            }
            lines.extend(check_lines(&subject, result.clone()));
        }
    }
    if json {
        print_json(&lines)?;
    } else {
        print(&format!(
            "{} boxes, {} panels, {} rooms taped, {} cable runs, {violations} violations; limits from memory, {}",
            assessed.boxes.len(),
            assessed.panels.len(),
            assessed.rooms.len(),
            assessed.runs.len(),
            facts.audit.basis.edition.name()
        ))?;
    }
    Ok(if violations == 0 { ExitCode::SUCCESS } else { ExitCode::FAILURE })
}
