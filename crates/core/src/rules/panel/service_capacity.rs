//! `service-capacity`: a one-family dwelling has a service of 100 A.

use super::{PanelSituation, at_service};
use crate::facts::PanelFeed;
use crate::quantity::Amount;
use crate::rules::{Finding, PanelCheck, Rule, Side};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "service-capacity",
    title: "Size of the service",
    basis: RuleBasis::Code,
    severity: Severity::Note,
    always: false,
    since: Since::ALWAYS,
    needs: "the rating of the main, or of the panel",
    reads: &[],
    limit: "The disconnect of a one-family dwelling is rated 100 A or more.",
    why: "A house of today runs more than 60 A carry, and breakers are made larger instead.",
    example: "A service of 60 A with a range and an air conditioner.",
    citation: |edition| cite(edition, Some(("230.79(C)", Confidence::Sure)), Some(("8-200", Confidence::CheckFirst))),
    check,
};

/// NEC 230.79(C), from memory, sure.
const LEAST: u16 = 100;

fn check(situation: &PanelSituation) -> Vec<Finding> {
    if at_service(situation).is_none() {
        return Vec::new();
    }
    let panel = situation.panel;
    // A disconnect ahead is not recorded, and may be smaller than what it feeds.
    let Some(amperes) = panel.main_breaker.or(panel.rating.filter(|_| panel.feed == PanelFeed::Service)) else {
        return vec![Finding::not_measured("service", "read the rating of the main", "/main_breaker")];
    };
    let words = format!("The service is of {amperes} A");
    let finding = if amperes >= LEAST {
        Finding::meets("service", format!("{words}."))
    } else {
        Finding::violates("service", format!("{words}; {LEAST} A is the least for a house."))
    };
    vec![finding.with_figures(Amount::amperes(amperes), Amount::amperes(LEAST), Side::AtLeast, None)]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::PanelFeed;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn a_hundred_amperes() {
        // NEC 230.79(C), from memory, sure.
        let judge = |main| {
            let mut panel = panel();
            (panel.feed, panel.main_breaker) = (PanelFeed::Service, main);
            result(RULE.code, &panel).verdict
        };
        assert_eq!((judge(Some(60)), judge(Some(100))), (Verdict::Violates, Verdict::Meets));
        assert_eq!(judge(None), Verdict::NotMeasured);
    }
}
