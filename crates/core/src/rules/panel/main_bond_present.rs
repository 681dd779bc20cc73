//! `main-bond-present`: the neutral and the enclosure meet at the service.

use super::PanelSituation;
use crate::facts::PanelFeed;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite_by_year};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "main-bond-present",
    title: "Main bonding jumper",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "whether the neutral is bonded to the enclosure at the service",
    reads: &[],
    limit: "At the service disconnect the neutral is bonded to the enclosure and the grounds.",
    why: "Without it a fault to ground finds no way back, and no breaker opens.",
    example: "The green bonding screw lies in its bag in the bottom of the panel.",
    citation: |edition| {
        let nec = [(2023, "250.24(C), 250.28", Confidence::MayBeOff), (2008, "250.24(B), 250.28", Confidence::Sure)];
        cite_by_year(edition, &nec, Some(("10-210", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let panel = situation.panel;
    match panel.feed {
        PanelFeed::Breaker { .. } | PanelFeed::Disconnect => Vec::new(),
        PanelFeed::Unknown => vec![Finding::not_measured("panel", "find out what feeds this panel", "/feed")],
        PanelFeed::Service => vec![match panel.grounding.main_bond {
            Some(true) => Finding::meets("panel", "The neutral is bonded to the enclosure at the service."),
            Some(false) => Finding::violates("panel", "Nothing bonds the neutral to the enclosure at the service."),
            None => Finding::not_measured("panel", "look for the main bonding jumper", "/grounding/main_bond"),
        }],
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn it_is_looked_for_at_the_service_only() {
        let mut service = panel();
        service.feed = PanelFeed::Service;
        assert_eq!(result(RULE.code, &service).verdict, Verdict::NotMeasured);
        service.grounding.main_bond = Some(false);
        assert_eq!(result(RULE.code, &service).verdict, Verdict::Violates);
        service.grounding.main_bond = Some(true);
        assert_eq!(result(RULE.code, &service).verdict, Verdict::Meets);
        assert_eq!(result(RULE.code, &panel()).verdict, Verdict::NotMeasured, "what feeds it is not known");
        // NEC 250.24(A)(5), from memory: behind an outside disconnect the neutral is not bonded again.
        (service.feed, service.grounding.main_bond) = (PanelFeed::Disconnect, Some(false));
        assert_eq!(result(RULE.code, &service).verdict, Verdict::NotApplicable);
        service.feed = sub_feed();
        assert_eq!(result(RULE.code, &service).verdict, Verdict::NotApplicable);
    }
}
