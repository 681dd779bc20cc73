//! The lines, rows and drawings that a report is made of.

use nailpunch_core::assess::{ItemView, SubjectWork};
use nailpunch_core::facts::RulingKind;
use nailpunch_core::quantity::{Amount, within_sentence};
use nailpunch_core::rules::{Cited, RuleResult, Verdict};
use nailpunch_core::standard::{Confidence, Severity};
use serde::Serialize;

/// A drawing with what it shows in words.
#[derive(Serialize)]
pub struct Drawing {
    pub svg: String,
    pub caption: String,
    pub words: String,
}

/// A line of a two-column list.
#[derive(Serialize)]
pub struct Line {
    pub what: String,
    pub value: String,
}

/// One finding of a box.
#[derive(Serialize)]
pub struct Row {
    pub rule: &'static str,
    pub title: &'static str,
    pub verdict: &'static str,
    pub found: String,
    pub left: String,
    pub limit: String,
    pub shortfall: String,
    pub citation: String,
    pub sentence: String,
    pub repair: String,
    pub state: String,
    pub ruling: String,
}

/// How many rules are met, in words.
pub(crate) fn rules_met(count: usize) -> String {
    if count == 1 { "1 rule is met.".to_owned() } else { format!("{count} rules are met.") }
}

/// The measured figure with its conductor, "2 3/4 in (black 12 AWG)".
pub(crate) fn figure(result: &RuleResult) -> Option<String> {
    let worst = result.worst_finding()?;
    worst.measured.as_ref().map(|measured| format!("{} ({})", measured.figure.text, worst.label))
}

/// The verdict, or that it is a danger.
pub(crate) const fn verdict_name(result: &RuleResult) -> &'static str {
    match (result.verdict, result.severity) {
        (Verdict::Violates, Severity::Danger) => Severity::Danger.name(),
        (verdict, _) => verdict.name(),
    }
}

pub(crate) fn row(result: &RuleResult, after: Option<&RuleResult>, view: Option<&ItemView>) -> Row {
    let worst = result.worst_finding();
    let text = |figure: Option<&Amount>| figure.map_or_else(|| "—".to_owned(), |figure| figure.text.clone());
    Row {
        rule: result.rule,
        title: result.title,
        verdict: verdict_name(result),
        found: figure(result).unwrap_or_else(|| "—".to_owned()),
        left: after
            .map_or_else(|| "—".to_owned(), |after| figure(after).unwrap_or_else(|| after.verdict.name().to_owned())),
        limit: text(worst.and_then(|worst| worst.required.as_ref())),
        shortfall: text(worst.and_then(|worst| worst.shortfall.as_ref())),
        citation: match (&result.citation, result.confidence) {
            (None, _) => "—".to_owned(),
            (Some(Cited::Local(words)), _) => words.clone(),
            (Some(Cited::Code(citation)), Some(Confidence::Practice)) => citation.to_string(),
            (Some(Cited::Code(citation)), _) => format!("{citation}, from memory"),
        },
        sentence: match worst.filter(|worst| !worst.rests_on.is_empty()) {
            Some(worst) => format!("{} Rests on: {}.", result.sentence, worst.rests_on.join("; ")),
            None => result.sentence.to_string(),
        },
        repair: view.and_then(|view| view.repair_title).unwrap_or("—").to_owned(),
        state: view.map_or("—", |view| view.state.name()).to_owned(),
        ruling: result.ruling.as_ref().map_or_else(String::new, |ruling| match ruling.kind {
            RulingKind::Confirm => "Confirmed by the inspector.".to_owned(),
            RulingKind::Dismiss => format!("Dismissed by the inspector: {}.", ruling.reason.trim_end_matches('.')),
        }),
    }
}

/// A row that tells every place where the rule is broken, not only the worst.
pub(crate) fn every_sentence(result: &RuleResult, left: Option<&[RuleResult]>, findings: &[ItemView]) -> Row {
    let alike = result.findings.iter().filter(|finding| finding.verdict == result.verdict);
    let sentences: Vec<&str> = alike.map(|finding| finding.sentence.as_ref()).collect();
    let after = left.and_then(|left| left.iter().find(|after| after.rule == result.rule));
    let view = findings.iter().find(|view| view.rule == result.rule);
    Row { sentence: sentences.join(" "), ..row(result, after, view) }
}

/// What a reader has to be told of a subject beside the box: what is broken, marginal, legacy, ruled on, or in the life of an item.
pub(crate) fn telling(result: &RuleResult, findings: &[ItemView]) -> bool {
    matches!(result.verdict, Verdict::Violates | Verdict::Marginal | Verdict::Legacy)
        || result.ruling.is_some()
        || findings.iter().any(|view| view.rule == result.rule)
}

/// How many rules are met, and what was not looked at.
pub(crate) fn rest_beside_the_box(results: &[RuleResult]) -> String {
    let missing = results.iter().filter(|result| result.verdict == Verdict::NotMeasured);
    let missing: Vec<String> = missing.map(|result| within_sentence(result.title)).collect();
    let missing = if missing.is_empty() { String::new() } else { format!(" Not looked at: {}.", missing.join(", ")) };
    let meets = results.iter().filter(|result| result.verdict == Verdict::Meets).count();
    format!("{}{missing}", rules_met(meets))
}

/// What puts a panel or a room right.
pub(crate) fn plan_beside_the_box(work: &SubjectWork) -> Vec<String> {
    let steps = work.steps.iter().map(|step| format!("{}, {} min.", step.title, step.minutes));
    let referred = work.referred.then(|| "Referred to a licensed electrician.".to_owned());
    steps.chain(work.cannot.iter().map(|cannot| format!("Not mended here: {cannot}"))).chain(referred).collect()
}
