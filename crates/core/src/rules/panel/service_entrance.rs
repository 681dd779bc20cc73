//! `service-entrance`: mast, loop, cable and meter base are whole and closed.

use super::{PanelSituation, at_service};
use crate::facts::{PanelObservation, ServiceEntry};
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "service-entrance",
    title: "Service entrance",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "mast and loop of an overhead service, the service cable, the meter base",
    reads: &[],
    limit: "The mast stands firm and its boot is tight, the conductors form a loop below the weatherhead, the cable is whole and strapped, the meter base is firm, closed and sealed above.",
    why: "Water follows a frayed cable into the panel, and a loose mast tears the service off.",
    example: "Cloth hanging off the service cable at the second storey.",
    citation: |edition| {
        let nec = ("230.28, 230.51, 230.54, 312.2, 110.12(B)", Confidence::Sure);
        cite(edition, Some(nec), Some(("6-112, 6-302", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    use PanelObservation::{EntranceFrayed, MastLoose, MeterLoose, NoDripLoop};
    let Some(service) = at_service(situation) else { return Vec::new() };
    let overhead: &[PanelObservation] = match service.entry {
        Some(ServiceEntry::Underground) => &[],
        _ => &[MastLoose, NoDripLoop],
    };
    let all = overhead.iter().chain(&[EntranceFrayed, MeterLoose]);
    all.map(|what| Finding::observed_at_panel(situation.panel, *what)).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::PanelFeed;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn each_is_looked_at_from_the_ground() {
        use PanelObservation::{EntranceFrayed, MastLoose, MeterLoose, NoDripLoop};
        let mut seen = panel();
        seen.feed = PanelFeed::Service;
        assert_eq!(result(RULE.code, &seen).verdict, Verdict::NotMeasured);
        for what in [EntranceFrayed, MastLoose, MeterLoose, NoDripLoop] {
            seen.observe(what, false);
        }
        assert_eq!(result(RULE.code, &seen).verdict, Verdict::Meets);
        seen.observe(MastLoose, true);
        assert_eq!(result(RULE.code, &seen).verdict, Verdict::Violates);
        seen.service.entry = Some(ServiceEntry::Underground);
        assert_eq!(result(RULE.code, &seen).verdict, Verdict::Meets, "it has no mast");
        seen.feed = sub_feed();
        assert_eq!(result(RULE.code, &seen).verdict, Verdict::NotApplicable);
    }
}
