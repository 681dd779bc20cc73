//! Small scenes for the tests of this crate: facts, and what the rules and the repairs say of them.

use crate::electrical::proof_of_dead::{DeadStepKind, dead_test_of_box};
use crate::facts::{Basis, BoxContents, DeadOutcome, DeadStep, DeadTestMethods, Observation};
use crate::repair::{Proposal, Standing, propose};
use crate::rules::{RuleResult, Situation, Verdict, judge};
use crate::standard::{Edition, WiredUnder};

pub use crate::facts::testing::*;

/// Does every step of the dead test of a box.
pub fn prove_dead(contents: &mut BoxContents) {
    for second in 0..60 {
        let test = dead_test_of_box(contents, DeadTestMethods::TwoInstruments);
        let Some(step) = test.next.clone() else { return };
        let kind = test.steps.iter().find(|known| known.step == step).map(|known| known.kind);
        let outcome = if kind == Some(DeadStepKind::Test) { DeadOutcome::Dead } else { DeadOutcome::Done };
        contents.dead_test.push(DeadStep { step, outcome, at: format!("2026-03-04T10:00:{second:02}Z") });
    }
}

/// What the rule `code` says of a box under `edition`, wired in `year`.
pub fn judged(code: &str, contents: &BoxContents, edition: Edition, year: Option<u16>) -> RuleResult {
    let basis = Basis { edition, ..Basis::default() };
    let wired_under = year.map(WiredUnder::Year);
    let situation = Situation { wired_under, ..Situation::new(contents, &basis) };
    judge(&situation).into_iter().find(|result| result.rule == code).expect("it is in the catalogue")
}

/// What the rule `code` says of a box under NEC 2023, of unknown age.
pub fn verdict(code: &str, contents: &BoxContents) -> Verdict {
    judged(code, contents, Edition::Nec2023, None).verdict
}

/// Asserts that a rule follows one observation: there, not there, not looked at.
pub fn follows(code: &str, what: Observation, contents: &BoxContents) {
    let mut contents = contents.clone();
    contents.observed.retain(|observed| observed.what != what);
    assert_eq!(verdict(code, &contents), Verdict::NotMeasured, "{code}, not looked at");
    contents.observe(what, true);
    assert_eq!(verdict(code, &contents), Verdict::Violates, "{code}, there");
    contents.observe(what, false);
    assert_eq!(verdict(code, &contents), Verdict::Meets, "{code}, not there");
}

/// The repair `code` held against a box under NEC 2023, of unknown age.
pub fn repaired(code: &str, contents: &BoxContents) -> Proposal {
    let basis = Basis::default();
    let situation = Situation::new(contents, &basis);
    propose(&situation).into_iter().find(|proposal| proposal.repair == code).expect("it is proposed")
}

/// Asserts that a repair mends what was seen.
pub fn mends_what_is_seen(repair: &str, what: Observation, rule: &str, contents: &BoxContents) {
    let mut contents = contents.clone();
    contents.observe(what, true);
    let proposal = repaired(repair, &contents);
    assert_eq!(proposal.standing, Standing::Clears, "{repair}: {:?}", proposal.reasons);
    assert!(proposal.clears.contains(&rule), "{repair} clears {:?}", proposal.clears);
}
