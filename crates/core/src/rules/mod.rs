//! The catalogue: one file per rule, and the registry that runs them.

mod free_conductor_length;
mod free_conductor_reach;
mod minimum;
mod verdict;

use serde::Serialize;
use utoipa::ToSchema;

use crate::standard::{Citation, Edition, WiredUnder};
use crate::survey::{Basis, BoxContents};

pub use minimum::{MinimumJudgement, judge_minimum};
pub use verdict::{Finding, Measured, MeasuredKind, RuleBasis, RuleResult, Severity, Verdict, worst_verdict};

/// A box and all that bears on judging it.
#[derive(Debug, Clone, Copy)]
pub struct Situation<'a> {
    /// What is in the box.
    pub contents: &'a BoxContents,
    /// What the audit rests on.
    pub basis: &'a Basis,
    /// When the box was wired, if that is known.
    pub wired_under: Option<WiredUnder>,
    /// The contents are the outcome of work done now, to which no older edition applies.
    pub new_work: bool,
}

impl Situation<'_> {
    /// Whether a requirement that came in `since` is younger than this wiring.
    fn is_older_than(&self, since: u16) -> Option<u16> {
        let year = self.wired_under?.year();
        (!self.new_work && year < since).then_some(year)
    }
}

/// One rule of the catalogue.
pub struct Rule {
    /// Its code, in kebab case. Stored audits hold it: it is never used again for something else.
    pub code: &'static str,
    /// What it is about, in a few words.
    pub title: &'static str,
    /// What kind of requirement it is.
    pub basis: RuleBasis,
    /// How bad it is to break it.
    pub severity: Severity,
    /// The year it came into the code; wiring older than that is legacy. `None` when it is as old as the wiring.
    pub since: Option<u16>,
    /// What has to be measured.
    pub needs: &'static str,
    /// The limit in plain words.
    pub limit: &'static str,
    /// Why it matters.
    pub why: &'static str,
    /// An example with figures.
    pub example: &'static str,
    /// Where it stands in an edition; `None` where that edition has no such rule.
    pub citation: fn(Edition) -> Option<Citation>,
    /// One finding per conductor; empty when there is nothing to look at.
    pub check: fn(&Situation) -> Vec<Finding>,
}

/// Every rule, in the order of the report.
pub static RULES: &[Rule] = &[free_conductor_length::RULE, free_conductor_reach::RULE];

/// The rule with a code.
pub fn rule(code: &str) -> Option<&'static Rule> {
    RULES.iter().find(|rule| rule.code == code)
}

/// Judges a box by every rule, worst first.
pub fn judge(situation: &Situation) -> Vec<RuleResult> {
    let mut results: Vec<RuleResult> = RULES.iter().map(|rule| RuleResult::of(rule, situation)).collect();
    results.sort_by_key(|result| (result.verdict.rank(), result.severity));
    results
}

/// A rule as the rule book shows it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RuleEntry {
    /// Its code.
    pub code: &'static str,
    /// What it is about.
    pub title: &'static str,
    /// What kind of requirement it is.
    pub basis: RuleBasis,
    /// How bad it is to break it.
    pub severity: Severity,
    /// The year it came into the code.
    pub since: Option<u16>,
    /// What has to be measured.
    pub needs: &'static str,
    /// The limit in plain words.
    pub limit: &'static str,
    /// Why it matters.
    pub why: &'static str,
    /// An example with figures.
    pub example: &'static str,
    /// Where it stands in each edition.
    pub citations: Vec<Citation>,
}

/// The rule book.
pub fn rule_book() -> Vec<RuleEntry> {
    RULES
        .iter()
        .map(|rule| RuleEntry {
            code: rule.code,
            title: rule.title,
            basis: rule.basis,
            severity: rule.severity,
            since: rule.since,
            needs: rule.needs,
            limit: rule.limit,
            why: rule.why,
            example: rule.example,
            citations: Edition::ALL.into_iter().filter_map(rule.citation).collect(),
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_catalogue_is_sound() {
        for entry in rule_book() {
            assert_eq!(RULES.iter().filter(|rule| rule.code == entry.code).count(), 1, "{} twice", entry.code);
            assert!(entry.code.chars().all(|c| c.is_ascii_lowercase() || c == '-'), "{}", entry.code);
            assert!(!entry.citations.is_empty(), "{} is cited nowhere", entry.code);
            for text in [entry.title, entry.needs, entry.limit, entry.why, entry.example] {
                assert!(!text.is_empty(), "{} is not documented", entry.code);
            }
        }
    }

    #[test]
    fn an_empty_box_is_not_measured_and_never_passes() {
        let contents = BoxContents::default();
        let basis = Basis::default();
        let situation = Situation { contents: &contents, basis: &basis, wired_under: None, new_work: false };
        for result in judge(&situation) {
            assert_eq!(result.verdict, Verdict::NotMeasured, "{}", result.rule);
        }
    }
}
