//! A panel in the report: its findings, its schedule, what stays live.

use nailpunch_core::assess::{Assessed, AssessedPanel, ItemState};
use serde::Serialize;

use crate::detail_svg::detail_svg;
use crate::table::{Drawing, Row, every_sentence, plan_beside_the_box, rest_beside_the_box, telling};

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
    /// The space before it and the drop of its service, where they were measured.
    pub drawings: Vec<Drawing>,
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

fn panel_part(known: &AssessedPanel) -> PanelPart {
    let (panel, judged) = (known.record, &known.found);
    let left = known.left_results();
    let told = judged.results.iter().filter(|result| telling(result, &known.findings));
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
    let drawn =
        [(&known.now().space, "The space before it, from its side"), (&known.now().drop, "The drop of its service")];
    let drawings = drawn.into_iter().filter_map(|(detail, caption)| {
        let detail = detail.as_ref()?;
        Some(Drawing { svg: detail_svg(detail), caption: caption.to_owned(), words: detail.said() })
    });
    PanelPart {
        drawings: drawings.collect(),
        heading: panel.name.clone(),
        about: about.join(", "),
        verdict: known.now().worst.name(),
        dangerous: known.now().dangerous,
        rows: told.map(|result| every_sentence(result, left, &known.findings)).collect(),
        states: known.findings.iter().map(|view| view.state).collect(),
        plan: plan_beside_the_box(&known.work),
        rest: rest_beside_the_box(&judged.results),
        schedule: schedule.collect(),
        mapping: judged.answer.sentence.clone(),
        legs: judged.legs.sentence.clone(),
        remarks: panel.remarks.iter().map(|remark| format!("{} ({})", remark.text, remark.severity.name())).collect(),
        stays_live: judged.stays_live.clone(),
    }
}
