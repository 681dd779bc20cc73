//! Panels: their breakers, the rounds of the mapping, and what follows from them.

use nailpunch_core::assess::{Assessed, AssessedPanel, Hold, Memory, PanelJudgement, SubjectWork, holds, is_in_rounds};
use nailpunch_core::facts::{AuditWalk, Breaker, Panel, PanelId, Revised};
use serde::Serialize;
use utoipa::ToSchema;

use crate::found_item::FoundItem;

/// A panel with all that follows from it.
#[derive(Serialize, ToSchema)]
pub struct PanelView {
    /// The panel.
    panel: Revised<Panel>,
    /// What follows from it as found.
    judgement: PanelJudgement,
    /// What follows from it as left, once it was looked at anew.
    left: Option<PanelJudgement>,
    /// What looking at it anew begins with.
    to_look_at_again: Panel,
    /// Its findings, and where each is in its life.
    items: Vec<FoundItem>,
    /// What is done at it.
    work: SubjectWork,
    /// The boxes with hands in them for which a breaker of its rounds stays off: no round is walked meanwhile.
    held: Vec<Hold>,
    /// The names of its breakers that stay off for hands in a box.
    stay_off: Vec<String>,
}

impl PanelView {
    /// Of every panel of an audit, in order.
    pub fn of_all(walk: &AuditWalk, assessed: &Assessed) -> Vec<Self> {
        let held = holds(assessed);
        let view = |(panel, known): (&Revised<Panel>, &AssessedPanel)| {
            let stays = |breaker: &&Breaker| held.iter().any(|hold| hold.holds(panel.record.id, breaker.id));
            Self {
                judgement: known.found.clone(),
                left: known.left.clone(),
                to_look_at_again: panel.record.to_look_at_again(),
                items: FoundItem::of(walk, &known.findings),
                work: known.work.clone(),
                held: held.iter().filter(|hold| is_in_rounds(hold, &panel.record)).cloned().collect(),
                stay_off: panel.record.breakers.iter().filter(stays).map(Breaker::name).collect(),
                panel: panel.clone(),
            }
        };
        walk.panels.iter().zip(&assessed.panels).map(view).collect()
    }

    /// Of one panel of an audit; nothing where it has none such.
    pub fn of(walk: &AuditWalk, id: PanelId, memory: &Memory) -> Option<Self> {
        let facts = walk.facts();
        let views = Self::of_all(walk, &Assessed::with(&facts, memory));
        views.into_iter().find(|view| view.panel.record.id == id)
    }
}
