//! `surge-protection`: a service that is new or replaced has surge protection.

use super::{PanelSituation, at_service, since_of_service};
use crate::facts::Service;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "surge-protection",
    title: "Surge protection",
    basis: RuleBasis::Code,
    severity: Severity::Note,
    always: false,
    since: Since::ALWAYS,
    needs: "whether surge protection is at the service",
    reads: &[],
    limit: "Since 2020 a dwelling service that is new or replaced has a surge-protective device of type 1 or 2.",
    why: "Electronics in alarms and breakers fail by surges without a sign.",
    example: "A service of 2022 without one.",
    citation: |edition| cite(edition, Some(("230.67", Confidence::Sure)), None),
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
    match service.surge {
        None => Finding::not_measured("service", "look for a surge-protective device at the service", "/service/surge"),
        Some(true) => Finding::meets("service", "Surge protection is at the service."),
        Some(false) => since_of_service(situation, "service", "No surge protection is at the service.", SINCE),
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
            (panel.service.surge, panel.service.replaced) = (there, replaced);
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
