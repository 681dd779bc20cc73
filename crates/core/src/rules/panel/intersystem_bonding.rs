//! `intersystem-bonding`: telephone, antenna and cable are bonded at one place.

use super::{PanelSituation, at_service, since_of_service};
use crate::facts::Service;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, Profile, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "intersystem-bonding",
    title: "Terminal for other systems",
    basis: RuleBasis::Code,
    severity: Severity::Note,
    always: false,
    since: Since::ALWAYS,
    needs: "whether a terminal for bonding other systems is at the service",
    reads: &[],
    limit: "Since 2008 a terminal with room for three conductors at least, outside, at the service or the disconnect.",
    why: "Lightning seeks the difference between two systems, through what is plugged into both.",
    example: "An antenna lead on a rod of its own.",
    citation: |edition| cite(edition, Some(("250.94", Confidence::Sure)), None),
    check,
};

/// The edition that brought it. From memory.
const SINCE: u16 = 2008;

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let Some(service) = at_service(situation) else { return Vec::new() };
    if situation.basis.edition.profile() == Profile::Cec || situation.basis.edition.year() < SINCE {
        return Vec::new();
    }
    vec![finding(situation, service)]
}

fn finding(situation: &PanelSituation, service: &Service) -> Finding {
    match service.intersystem {
        None => Finding::not_measured(
            "service",
            "look for a bonding terminal for telephone, antenna and cable",
            "/service/intersystem",
        ),
        Some(true) => Finding::meets("service", "A bonding terminal for other systems is there."),
        Some(false) => since_of_service(situation, "service", "No bonding terminal for other systems is there.", SINCE),
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
            (panel.service.intersystem, panel.service.replaced) = (there, replaced);
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
