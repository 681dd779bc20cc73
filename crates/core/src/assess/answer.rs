//! What the rules say of one box, and what became of each of its findings.

use std::sync::OnceLock;

use super::item::{ItemView, measured_again, views};
use super::overview::BoxOverview;
use super::work::WorkInScopes;
use crate::facts::{Basis, BoxContents, BoxRecord, KnownSupply, WorkItem};
use crate::rules::{RuleResult, Situation, judge};
use crate::standard::WiredUnder;

/// What the rules say of a box, and what became of each finding.
pub struct BoxAnswer {
    /// What the rules say of it as found, worst first.
    pub found: Vec<RuleResult>,
    /// What they say of it as left, what was repaired as new work; absent without such a record.
    pub left: Option<Vec<RuleResult>>,
    /// Anything of it was measured again.
    pub measured_again: bool,
    /// Where its findings are in their lives.
    pub findings: Vec<ItemView>,
    /// It at a glance.
    pub overview: BoxOverview,
    /// What is done at it within each scope, once that is asked for.
    pub(super) work: OnceLock<WorkInScopes>,
}

impl BoxAnswer {
    /// Of a box, with the breakers that are known to feed it.
    pub(super) fn of(
        record: &BoxRecord,
        items: &[WorkItem],
        basis: &Basis,
        wired_under: Option<WiredUnder>,
        fed_by: &[KnownSupply],
    ) -> Self {
        let repaired: Vec<&str> = items.iter().map(|item| item.rule.as_str()).collect();
        let of = |contents: &BoxContents, repaired| {
            let fed = contents.fed_by(fed_by);
            judge(&Situation { wired_under, repaired, rulings: &record.rulings, ..Situation::new(&fed, basis) })
        };
        let found = of(&record.found, &[]);
        let left = record.left.as_ref().map(|left| of(left, &repaired));
        let findings = views(items, &found, left.as_deref(), record.left.as_ref());
        let again = measured_again(record, items);
        let now = left.as_ref().filter(|_| again.is_some()).unwrap_or(&found);
        let overview = BoxOverview::of(record, again, now, &findings);
        Self { found, measured_again: again.is_some(), left, findings, overview, work: OnceLock::new() }
    }

    /// What the rules say of what stands now.
    pub fn now(&self) -> &[RuleResult] {
        self.left.as_deref().filter(|_| self.measured_again).unwrap_or(&self.found)
    }

    /// What they say of it as left, once anything was measured again.
    pub fn after(&self) -> Option<&[RuleResult]> {
        self.left.as_deref().filter(|_| self.measured_again)
    }
}
