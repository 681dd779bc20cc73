//! `safe-to-work`: nothing is here that ends the job as a danger.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation, stops};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The conditions that are a danger by themselves; others end the job and are no danger yet.
const DANGERS: [Observation; 4] =
    [Observation::Charred, Observation::LiveAfterOff, Observation::CannotBeMadeDead, Observation::BrittleInsulation];

/// The rule.
pub const RULE: Rule = Rule {
    code: "safe-to-work",
    title: "Safe to work on",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "a look for heat and crumbling insulation, and the dead test",
    reads: &[
        "/observed/charred",
        "/observed/live-after-off",
        "/observed/cannot-be-made-dead",
        "/observed/brittle-insulation",
    ],
    limit: "Nothing charred, melted or arced; insulation that does not crumble; dead once its breaker is off.",
    why: "Each of these has burnt or killed already, or will: the job ends here for anyone but a licensed electrician.",
    example: "A box that is live with its breaker off.",
    citation: |edition| {
        cite(edition, Some(("110.12(B), 110.27", Confidence::MayBeOff)), Some(("2-300, 2-304", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let found: Vec<Finding> = stops(contents)
        .into_iter()
        .filter(|stop| DANGERS.contains(&stop.what))
        .map(|stop| Finding::violates("box", format!("{}. {}", crate::quantity::capitalised(&stop.found), stop.why)))
        .collect();
    // What was not looked for is said by the stops themselves; it is asked for where one works.
    if found.is_empty() && DANGERS.iter().all(|what| contents.observed(*what) == Some(false)) {
        return vec![Finding::meets("box", "No heat, no crumbling insulation, and dead with its breaker off.")];
    }
    found
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{DeadOutcome, DeadStep, DeviceKind};
    use crate::rules::{Verdict, is_dangerous, judge};
    use crate::standard::Edition;
    use crate::testing::{box_with_device, judged};

    #[test]
    fn what_ends_a_job_as_a_danger_counts_as_one() {
        for what in DANGERS {
            let mut contents = box_with_device(DeviceKind::Switch);
            contents.observe(what, true);
            let result = judged(RULE.code, &contents, Edition::Nec2023, Some(1940));
            assert_eq!((result.verdict, result.severity), (Verdict::Violates, Severity::Danger), "{}", what.fault());
            let basis = crate::facts::Basis::default();
            assert!(is_dangerous(&judge(&Situation::new(&contents, &basis))));
        }
    }

    #[test]
    fn live_in_the_dead_test_is_one_and_silence_is_no_pass() {
        let mut contents = box_with_device(DeviceKind::Switch);
        let verdict =
            |contents: &crate::facts::BoxContents| judged(RULE.code, contents, Edition::Nec2023, None).verdict;
        assert_eq!(verdict(&contents), Verdict::NotApplicable);
        let step = DeadStep {
            step: "meter/upper".to_owned(),
            outcome: DeadOutcome::Live,
            at: "2026-03-04T10:42:00Z".to_owned(),
        };
        contents.dead_test = vec![step];
        assert_eq!(verdict(&contents), Verdict::Violates);
        contents.dead_test.clear();
        DANGERS.iter().for_each(|what| contents.observe(*what, false));
        assert_eq!(verdict(&contents), Verdict::Meets);
    }
}
