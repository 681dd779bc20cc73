//! `handle-height`: the highest breaker handle is within reach.

use super::PanelSituation;
use crate::facts::Basis;
use crate::quantity::Length;
use crate::rules::maximum::{Said, judge_maximum};
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, TwinLimit, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "handle-height",
    title: "Handles within reach",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "from the floor to the highest breaker handle",
    reads: &[],
    limit: "The middle of the highest handle, in the on position, is 6 ft 7 in (2.0 m) above the floor at most; in Canada 1.7 m.",
    why: "In an emergency nobody fetches a stool.",
    example: "A panel over a workbench, its top breaker at 7 ft.",
    citation: |edition| {
        cite(edition, Some(("240.24(A), 404.8(A)", Confidence::Sure)), Some(("26-600", Confidence::MayBeOff)))
    },
    check,
};

/// NEC 240.24(A), 404.8(A), from memory, sure.
const HIGHEST: TwinLimit = TwinLimit { inches: Some(Length::inches(79)), metric: Length::mm(2_000) };
/// CEC 26-600, from memory, may be off.
const CANADIAN: TwinLimit = TwinLimit { inches: None, metric: Length::mm(1_700) };

fn highest(basis: &Basis) -> TwinLimit {
    if basis.edition.profile() == Profile::Cec { CANADIAN } else { HIGHEST }
}

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let basis = situation.basis;
    vec![match situation.panel.place.highest_handle {
        None => {
            Finding::not_measured("handle", "measure from the floor to the highest handle", "/place/highest_handle")
        }
        Some(height) => judge_maximum(basis, "handle", "highest handle", height, highest(basis), Said::ALONG_A_WALL),
    }]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;
    use crate::standard::Edition;

    #[test]
    fn six_feet_seven_and_in_canada_one_metre_seventy() {
        // NEC 240.24(A), from memory, sure; CEC 26-600, from memory, may be off.
        let judge = |inches, edition| {
            let mut panel = panel();
            panel.place.highest_handle = Some(Length::inches(inches));
            result_under(RULE.code, &panel, &[], &Basis { edition, ..Basis::default() }).verdict
        };
        assert_eq!(judge(78, Edition::Nec2023), Verdict::Meets);
        assert_eq!(judge(84, Edition::Nec2023), Verdict::Violates);
        assert_eq!(judge(70, Edition::Cec2021), Verdict::Violates);
        assert_eq!(result(RULE.code, &panel()).verdict, Verdict::NotMeasured);
    }
}
