//! `emergency-disconnect`: a dwelling can be taken off from outdoors.

use super::{PanelSituation, at_service, since_of_service};
use crate::facts::Service;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "emergency-disconnect",
    title: "Emergency disconnect outdoors",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether a marked emergency disconnect stands outdoors",
    reads: &[],
    limit: "Since 2020, on a service that is new or replaced, a marked emergency disconnect stands outdoors, ready to reach.",
    why: "Who fights a fire takes the house off from outside.",
    example: "A service replaced in 2024 whose only disconnect is in the cellar.",
    citation: |edition| cite(edition, Some(("230.85", Confidence::Sure)), None),
    check,
};

/// The edition that brought it. From memory.
const SINCE: u16 = 2020;

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let Some(service) = at_service(situation) else { return Vec::new() };
    if situation.basis.edition.profile() == Profile::Cec || situation.basis.edition.year() < SINCE {
        return Vec::new();
    }
    vec![finding(situation, service)]
}

fn finding(situation: &PanelSituation, service: &Service) -> Finding {
    match service.emergency {
        None => {
            Finding::not_measured("service", "look for a marked emergency disconnect outdoors", "/service/emergency")
        }
        Some(true) => Finding::meets("service", "An emergency disconnect stands outdoors."),
        Some(false) => since_of_service(situation, "service", "No emergency disconnect stands outdoors.", SINCE),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::Basis;
    use crate::facts::PanelFeed;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;
    use crate::standard::{Edition, WiredUnder};

    #[test]
    fn since_its_edition_and_of_a_service_of_today() {
        let judge = |there, replaced, edition| {
            let mut panel = panel();
            (panel.feed, panel.wired_under) = (PanelFeed::Service, Some(WiredUnder::Year(1985)));
            (panel.service.emergency, panel.service.replaced) = (there, replaced);
            result_under(RULE.code, &panel, &[], &Basis { edition, ..Basis::default() }).verdict
        };
        let today = Edition::Nec2023;
        assert_eq!(judge(Some(true), None, today), Verdict::Meets);
        assert_eq!(judge(Some(false), None, today), Verdict::Legacy);
        assert_eq!(judge(Some(false), Some(2024), today), Verdict::Violates);
        assert_eq!(judge(None, None, today), Verdict::NotMeasured);
        assert_eq!(judge(Some(false), Some(2024), Edition::Cec2021), Verdict::NotApplicable);
    }
}
