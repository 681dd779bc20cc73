//! What was worked out before, kept for as long as the facts it follows from stay the same.

use std::sync::Arc;
use std::sync::atomic::{AtomicU64, Ordering};

use quick_cache::sync::Cache;

use super::answer::BoxAnswer;
use super::panel_judgement::PanelJudgement;
use crate::facts::{AuditFacts, AuditId, Basis, BoxId, BoxRecord, KnownSupply, WorkItem};
use crate::standard::WiredUnder;

/// The answer of a box with all that it follows from.
pub struct KnownBox {
    record: BoxRecord,
    basis: Basis,
    wired_under: Option<WiredUnder>,
    /// The breakers that are known to feed it.
    pub(super) fed_by: Vec<KnownSupply>,
    /// What was said of its findings.
    pub(super) items: Vec<WorkItem>,
    /// What follows.
    pub(super) answer: BoxAnswer,
}

/// The panels as found, and as left where any was looked at anew.
pub(super) type JudgedPanels = (Vec<PanelJudgement>, Vec<PanelJudgement>);

/// Keeps the answers of the last audits and boxes that were assessed, up to a number of boxes; the one not asked for
/// longest makes way. An answer is used again only where every fact that it follows from is equal.
pub struct Memory {
    boxes: Cache<BoxId, Arc<KnownBox>>,
    panels: Cache<AuditId, Arc<(AuditFacts, JudgedPanels)>>,
    judged: AtomicU64,
}

impl Memory {
    /// For so many boxes; 0 keeps nothing.
    pub fn new(boxes: usize) -> Self {
        Self { boxes: Cache::new(boxes), panels: Cache::new(boxes.min(50)), judged: AtomicU64::new(0) }
    }

    /// How many sides of boxes were judged since it was made, and not taken from what was kept.
    pub fn judged(&self) -> u64 {
        self.judged.load(Ordering::Relaxed)
    }

    pub(super) fn of_box(
        &self,
        record: &BoxRecord,
        items: &[WorkItem],
        basis: &Basis,
        wired_under: Option<WiredUnder>,
        fed_by: Vec<KnownSupply>,
        work_out: impl FnOnce(&[KnownSupply]) -> BoxAnswer,
    ) -> Arc<KnownBox> {
        let same = |known: &Arc<KnownBox>| {
            known.wired_under == wired_under
                && known.fed_by == fed_by
                && known.items == items
                && known.record == *record
                && known.basis == *basis
        };
        if let Some(known) = self.boxes.get(&record.id).filter(same) {
            return known;
        }
        self.judged.fetch_add(1 + u64::from(record.left.is_some()), Ordering::Relaxed);
        let (record, basis, items) = (record.clone(), basis.clone(), items.to_vec());
        let id = record.id;
        let known = Arc::new(KnownBox { answer: work_out(&fed_by), record, basis, wired_under, fed_by, items });
        self.boxes.insert(id, Arc::clone(&known));
        known
    }

    pub(super) fn of_panels(&self, facts: &AuditFacts, work_out: impl FnOnce() -> JudgedPanels) -> JudgedPanels {
        if facts.panels.is_empty() {
            return JudgedPanels::default();
        }
        let same = |known: &Arc<(AuditFacts, JudgedPanels)>| {
            let (before, _) = &**known;
            before.panels == facts.panels
                && before.circuits == facts.circuits
                && before.rooms == facts.rooms
                && before.audit.basis == facts.audit.basis
        };
        if let Some(known) = self.panels.get(&facts.audit.id).filter(same) {
            return known.1.clone();
        }
        let judged = work_out();
        self.panels.insert(facts.audit.id, Arc::new((facts.clone(), judged.clone())));
        judged
    }
}
