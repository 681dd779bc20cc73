//! What holds of every box, whatever is in it.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

mod any_box;

use any_box::any_box;
use nailpunch_core::assess::{JudgeRequest, judge_box, plan_for};
use nailpunch_core::facts::{Basis, BoxContents, Observed, Pointer};
use nailpunch_core::quantity::{UnitSystem, Volume};
use nailpunch_core::repair::{Diagnosis, REPAIRS};
use nailpunch_core::rules::{RuleResult, Situation, Verdict, judge};
use nailpunch_core::standard::Edition;
use proptest::prelude::*;
use proptest::sample::select;

fn any_edition() -> impl Strategy<Value = Edition> {
    select(Edition::ALL.to_vec())
}

fn of<'a>(results: &'a [RuleResult], rule: &str) -> &'a RuleResult {
    results.iter().find(|result| result.rule == rule).unwrap()
}

fn judged(contents: &BoxContents, edition: Edition, units: UnitSystem) -> Vec<RuleResult> {
    let basis = Basis { edition, units, ..Basis::default() };
    judge(&Situation::new(contents, &basis))
}

/// The verdicts by rule, in the order of the catalogue.
fn verdicts(results: &[RuleResult]) -> Vec<(&'static str, Verdict)> {
    let mut verdicts: Vec<_> = results.iter().map(|result| (result.rule, result.verdict)).collect();
    verdicts.sort_by_key(|(rule, _)| *rule);
    verdicts
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 120, ..ProptestConfig::default() })]

    #[test]
    fn any_box_is_judged_drawn_and_planned_for(contents in any_box(), edition in any_edition()) {
        prop_assert_eq!(contents.problems(&Pointer::root()), vec![]);
        let request = JudgeRequest {
            basis: Basis { edition, ..Basis::default() },
            wired_under: None,
            new_work: false,
            repaired: vec![],
            contents,
            fed_by: vec![],
            rulings: vec![],
            typed: vec![],
        };
        let judgement = judge_box(request.clone());
        for result in &judgement.results {
            prop_assert!(!result.sentence.is_empty(), "{} says nothing", result.rule);
            let asks = result.findings.iter().any(|finding| finding.needs.is_some());
            prop_assert!(asks || result.verdict != Verdict::NotMeasured, "{} asks for nothing", result.rule);
        }
        let outcome = plan_for(request).outcome;
        let settled = outcome.wanted.is_empty() || outcome.referred || outcome.plan.is_some() || !outcome.cannot.is_empty();
        prop_assert!(settled, "what is wanted is planned, referred, or said to be out of reach");
    }

    #[test]
    fn the_order_of_the_facts_does_not_matter(contents in any_box(), edition in any_edition()) {
        let mut turned = contents.clone();
        turned.conductors.reverse();
        turned.devices.reverse();
        turned.observed.reverse();
        let (a, b) = (judged(&contents, edition, UnitSystem::Inch), judged(&turned, edition, UnitSystem::Inch));
        prop_assert_eq!(verdicts(&a), verdicts(&b));
    }

    #[test]
    fn inches_and_millimetres_agree(contents in any_box(), edition in any_edition()) {
        let (a, b) = (judged(&contents, edition, UnitSystem::Inch), judged(&contents, edition, UnitSystem::Metric));
        prop_assert_eq!(verdicts(&a), verdicts(&b));
    }

    #[test]
    fn a_longer_conductor_never_turns_a_pass_into_a_violation(contents in any_box(), more in 0_i64..100_000_000) {
        let mut longer = contents.clone();
        for conductor in &mut longer.conductors {
            let grown = |length: nailpunch_core::quantity::Length| {
                nailpunch_core::quantity::Length::from_nm(length.nm() + more).unwrap()
            };
            conductor.free_length = conductor.free_length.map(grown);
            let farther = nailpunch_core::quantity::Length::from_nm(more).unwrap();
            conductor.reach = conductor.reach.map(|reach| reach + farther);
        }
        let before = judged(&contents, Edition::Nec2023, UnitSystem::Inch);
        let after = judged(&longer, Edition::Nec2023, UnitSystem::Inch);
        for rule in ["free-conductor-length", "free-conductor-reach"] {
            if of(&before, rule).passes() {
                prop_assert!(of(&after, rule).verdict != Verdict::Violates, "{}", of(&after, rule).sentence);
            }
        }
    }

    #[test]
    fn a_bigger_box_never_turns_a_pass_into_a_violation(contents in any_box(), more in 0_i64..200_000_000) {
        let mut bigger = contents.clone();
        bigger.marked_volume = contents.marked_volume.map(|volume| Volume::from_nl(volume.nl() + more).unwrap());
        let before = judged(&contents, Edition::Nec2023, UnitSystem::Inch);
        let after = judged(&bigger, Edition::Nec2023, UnitSystem::Inch);
        prop_assert!(of(&before, "box-fill").verdict.rank() <= of(&after, "box-fill").verdict.rank()
            || of(&after, "box-fill").verdict != Verdict::Violates);
    }

    /// The planner counts on this: what a repair does not say that it mends, it does not mend.
    #[test]
    fn a_repair_mends_only_what_it_says(contents in any_box()) {
        let basis = Basis::default();
        let situation = Situation::new(&contents, &basis);
        let diagnosis = Diagnosis::of(situation);
        for repair in REPAIRS {
            let Ok(change) = (repair.plan)(&diagnosis) else { continue };
            for after in judge(&situation.after(&change.after)) {
                let before = of(&diagnosis.results, after.rule);
                let mended = before.is_to_mend() && after.passes();
                prop_assert!(!mended || repair.mends.contains(&after.rule), "{} mends {}", repair.code, after.rule);
            }
        }
    }

    #[test]
    fn an_answer_settles_what_asked_for_it(contents in any_box(), fault: bool) {
        let results = judged(&contents, Edition::Nec2023, UnitSystem::Inch);
        let mut answered = contents.clone();
        let asked: Vec<String> = results
            .iter()
            .flat_map(|result| &result.findings)
            .filter_map(|finding| finding.needs.as_ref())
            .filter_map(|need| need.field.strip_prefix("/observed/").map(str::to_owned))
            .collect();
        for code in &asked {
            let observed: Observed = serde_json::from_value(serde_json::json!({"what": code, "fault": fault})).unwrap();
            answered.observe(observed.what, observed.fault);
        }
        let again = judged(&answered, Edition::Nec2023, UnitSystem::Inch);
        for need in again.iter().flat_map(|result| &result.findings).filter_map(|finding| finding.needs.as_ref()) {
            let code = need.field.strip_prefix("/observed/").unwrap_or_default();
            prop_assert!(!asked.iter().any(|known| known == code), "{code} is asked for again");
        }
    }
}
