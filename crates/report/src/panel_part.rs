//! A panel in the report: its findings, its schedule, what stays live.

use nailpunch_core::assess::{Assessed, AssessedPanel, ItemState, SubjectWork};
use nailpunch_core::quantity::within_sentence;
use nailpunch_core::rules::{RuleResult, Verdict};
use serde::Serialize;

use crate::table::{Row, row, rules_met};

/// A line of the panel schedule.
#[derive(Serialize)]
pub struct ScheduleLine {
    pub name: String,
    pub rated: String,
    pub says: String,
    pub found: String,
}

/// A panel.
#[derive(Serialize)]
pub struct PanelPart {
    pub heading: String,
    pub about: String,
    pub verdict: &'static str,
    pub dangerous: bool,
    pub stays_live: Vec<String>,
    pub rows: Vec<Row>,
    pub rest: String,
    pub schedule: Vec<ScheduleLine>,
    pub mapping: String,
    pub legs: String,
    pub remarks: Vec<String>,
    /// What puts it right, for a qualified person.
    pub plan: Vec<String>,
    /// Where its findings are in their lives.
    #[serde(skip)]
    pub states: Vec<ItemState>,
}

/// The panels of an audit.
pub fn panel_parts(assessed: &Assessed) -> Vec<PanelPart> {
    assessed.panels.iter().map(panel_part).collect()
}

/// A row that tells every place where the rule is broken, not only the worst.
fn with_every_sentence(known: &AssessedPanel, result: &RuleResult) -> Row {
    let alike = result.findings.iter().filter(|finding| finding.verdict == result.verdict);
    let sentences: Vec<&str> = alike.map(|finding| finding.sentence.as_ref()).collect();
    let after = known.left.as_ref().and_then(|left| left.results.iter().find(|after| after.rule == result.rule));
    let view = known.findings.iter().find(|view| view.rule == result.rule);
    Row { sentence: sentences.join(" "), ..row(result, after, view) }
}

fn plan(work: &SubjectWork) -> Vec<String> {
    let steps = work.steps.iter().map(|step| format!("{}, {} min.", step.title, step.minutes));
    let referred = work.referred.then(|| "Referred to a licensed electrician.".to_owned());
    steps.chain(work.cannot.iter().map(|cannot| format!("Not mended here: {cannot}"))).chain(referred).collect()
}

fn panel_part(known: &AssessedPanel) -> PanelPart {
    let (panel, judged) = (known.panel, &known.found);
    let concerned = |rule: &str| known.findings.iter().any(|view| view.rule == rule);
    let telling = |verdict| matches!(verdict, Verdict::Violates | Verdict::Marginal | Verdict::Legacy);
    let results = judged
        .results
        .iter()
        .filter(|result| telling(result.verdict) || result.ruling.is_some() || concerned(result.rule));
    let missing: Vec<String> = judged
        .results
        .iter()
        .filter(|result| result.verdict == Verdict::NotMeasured)
        .map(|result| within_sentence(result.title))
        .collect();
    let meets = judged.results.iter().filter(|result| result.verdict == Verdict::Meets).count();
    let missing = if missing.is_empty() { String::new() } else { format!(" Not looked at: {}.", missing.join(", ")) };
    let mut about = vec![format!("fed from {}", judged.fed_from), format!("{} spaces", panel.spaces)];
    about.extend(panel.rating.map(|rating| format!("rated {rating} A")));
    about.extend(panel.main_breaker.map(|main| format!("main {main} A")));
    let schedule = judged.answer.directory.iter().map(|line| {
        let breaker = panel.breaker(line.breaker);
        let rated = breaker.and_then(|breaker| breaker.amperes).map_or_else(|| "—".to_owned(), |a| format!("{a} A"));
        let kind = breaker.map_or("", |breaker| breaker.protection.name());
        let fed = judged.feeds.iter().find(|feeds| feeds.breaker == line.breaker);
        let found = if line.proposed.is_empty() {
            fed.filter(|fed| !fed.boxes.is_empty() || !fed.panels.is_empty())
                .map_or_else(String::new, |fed| fed.sentence.clone())
        } else {
            line.proposed.clone()
        };
        ScheduleLine { name: line.name.clone(), rated: format!("{rated} {kind}"), says: line.says.clone(), found }
    });
    PanelPart {
        heading: panel.name.clone(),
        about: about.join(", "),
        verdict: known.now().worst.name(),
        dangerous: known.now().dangerous,
        rows: results.map(|result| with_every_sentence(known, result)).collect(),
        states: known.findings.iter().map(|view| view.state).collect(),
        plan: plan(&known.work),
        rest: format!("{}{missing}", rules_met(meets)),
        schedule: schedule.collect(),
        mapping: judged.answer.sentence.clone(),
        legs: judged.legs.sentence.clone(),
        remarks: panel.remarks.iter().map(|remark| format!("{} ({})", remark.text, remark.severity.name())).collect(),
        stays_live: judged.stays_live.clone(),
    }
}
