//! The lines, rows and drawings that a report is made of.

use nailpunch_core::assess::{ItemState, ItemView, SubjectWork};
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

impl Line {
    /// What it is, and its value.
    pub fn new(what: &str, value: impl Into<String>) -> Self {
        Self { what: what.to_owned(), value: value.into() }
    }
}

/// "2 boxes", "1 box".
pub(crate) fn count(number: usize, one: &str, more: &str) -> String {
    format!("{number} {}", if number == 1 { one } else { more })
}

/// As many letters as a line on one page has room for.
const LONGEST: usize = 110;

/// The first sentence of a text, cut where it is long.
pub(crate) fn first_sentence(text: &str) -> String {
    let first = text.find(". ").map_or(text, |end| &text[..=end]);
    if first.chars().count() <= LONGEST {
        return first.to_owned();
    }
    let kept: String = first.chars().take(LONGEST).collect();
    format!("{} …", kept.rsplit_once(' ').map_or(kept.as_str(), |(before, _)| before))
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
    /// Where it is in its life; absent where it is no work item.
    #[serde(skip)]
    pub stands: Option<ItemState>,
}

impl Row {
    /// It is a danger, or violates a limit.
    pub fn is_wrong(&self) -> bool {
        [Severity::Danger.name(), Verdict::Violates.name()].contains(&self.verdict)
    }

    /// It was put right, and that is proven.
    pub fn is_settled(&self) -> bool {
        self.stands.is_some_and(ItemState::is_settled)
    }
}

/// The measured figure with its conductor, "2 3/4 in (black 12 AWG)".
pub(crate) fn figure(result: &RuleResult) -> Option<String> {
    let worst = result.worst_finding()?;
    worst.measured.as_ref().map(|measured| format!("{} ({})", measured.figure.text, worst.label))
}

/// The mark of a place: its worst verdict, or that it is a danger.
pub(crate) const fn mark_of(dangerous: bool, worst: Verdict) -> &'static str {
    if dangerous { Severity::Danger.name() } else { worst.name() }
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
        stands: view.map(|view| view.state),
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

/// What a reader has to be told of a subject: what is broken, marginal, legacy, ruled on, or in the life of an item.
pub(crate) fn telling(result: &RuleResult, findings: &[ItemView]) -> bool {
    matches!(result.verdict, Verdict::Violates | Verdict::Marginal | Verdict::Legacy)
        || result.ruling.is_some()
        || findings.iter().any(|view| view.rule == result.rule)
}

/// What to bring for some work, in a line; one line for each thing, however many steps ask for it.
pub(crate) fn bring(work: &SubjectWork) -> Option<String> {
    let mut needs: Vec<(&str, u32)> = Vec::new();
    for line in work.steps.iter().flat_map(|step| &step.materials) {
        match needs.iter_mut().find(|(what, _)| *what == line.what) {
            Some((_, count)) => *count += line.count,
            None => needs.push((&line.what, line.count)),
        }
    }
    let needs: Vec<String> = needs.into_iter().map(|(what, count)| format!("{count} × {what}")).collect();
    (!needs.is_empty()).then(|| format!("Bring: {}.", needs.join("; ")))
}

/// What is open and no repair named here mends, in a line.
pub(crate) fn unmended(work: &SubjectWork) -> Option<String> {
    let settled = [ItemState::Proven, ItemState::Closed, ItemState::Declined, ItemState::PutOff, ItemState::Referred];
    let mended = |rule: &String| work.steps.iter().any(|step| step.mends.contains(rule));
    let open = work.items.iter().filter(|item| !settled.contains(&item.state) && !mended(&item.rule));
    let titles: Vec<String> = open.map(|item| within_sentence(item.title)).collect();
    (!titles.is_empty())
        .then(|| format!("No repair of ours mends this; refer it, or decide otherwise: {}.", titles.join(", ")))
}

/// What puts a place right: the very plan that the job is made of.
pub(crate) fn plan_lines(work: &SubjectWork) -> Vec<String> {
    let steps = work.steps.iter().map(|step| format!("{}, {} min.", step.title, step.minutes));
    let referred = work.referred.then(|| "Referred to a licensed electrician.".to_owned());
    steps.chain(bring(work)).chain(unmended(work)).chain(referred).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_danger_is_cut_at_its_first_sentence_or_at_a_word() {
        assert_eq!(first_sentence("The hot is open. It was read at 0 V."), "The hot is open.");
        assert_eq!(first_sentence("2.5 in short"), "2.5 in short");
        let long = "wörter ".repeat(60);
        let cut = first_sentence(&long);
        assert!(cut.chars().count() <= LONGEST + 2 && cut.ends_with("wörter …"), "{cut}");
    }
}
