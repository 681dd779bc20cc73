//! The schedule of a panel in the report: what its directory says and what was found on each breaker.

use nailpunch_core::assess::{Assessed, AssessedPanel};
use serde::Serialize;

/// A line of the panel schedule.
#[derive(Serialize)]
pub struct ScheduleLine {
    pub name: String,
    pub rated: String,
    pub says: String,
    pub found: String,
}

/// A panel with its schedule.
#[derive(Serialize)]
pub struct PanelPart {
    pub heading: String,
    pub schedule: Vec<ScheduleLine>,
    pub mapping: String,
    pub legs: String,
}

/// The panels of an audit.
pub fn panel_parts(assessed: &Assessed) -> Vec<PanelPart> {
    assessed.panels.iter().map(panel_part).collect()
}

fn panel_part(known: &AssessedPanel) -> PanelPart {
    let (panel, judged) = (known.record, &known.found);
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
        schedule: schedule.collect(),
        mapping: judged.answer.sentence.clone(),
        legs: judged.legs.sentence.clone(),
    }
}
