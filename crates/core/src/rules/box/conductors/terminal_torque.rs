//! `terminal-torque`: terminals with a marked torque are tightened to it.

use crate::facts::{Basis, Observation, PanelObservation, TorqueBy};
use crate::rules::{Finding, PanelCheck, PanelSituation, Rule, Situation, Verdict};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite_by_year};

/// The rule.
pub const RULE: Rule = Rule {
    code: "terminal-torque",
    title: "Terminals torqued",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::nec(2017),
    needs: "whether the terminals were tightened to the torque marked on the device",
    reads: &["/observed/not-torqued"],
    limit: "Where a torque is marked, the terminal is tightened to it with a tool that shows it (2017 on). Common \
            receptacle screws: 14 to 18 lbf·in, the mark governs.",
    why: "Most loose terminals were thought tight.",
    example: "Five terminals of a through-wired GFCI receptacle, tightened by feel.",
    citation: |edition| cite_by_year(edition, &[(2017, "110.14(D)", Confidence::Sure)], None),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    if !contents.has_terminals() {
        return Vec::new();
    }
    let work_done = situation.new_work || !situation.repaired.is_empty();
    if !work_done && contents.observed(Observation::NotTorqued).is_none() {
        return vec![Finding::not_applicable("box", OLD_WORK)];
    }
    let seen = Finding::observed(
        contents,
        Observation::NotTorqued,
        "The terminals were not tightened to their mark.",
        "The terminals were tightened to their mark.",
    );
    vec![by_the_house(seen, situation.basis)]
}

/// Why nobody is asked for it at what others wired.
const OLD_WORK: &str = "How tight a terminal was made cannot be seen afterwards; it is asked of work done now.";

/// By the house rule a terminal that is tight by hand is only worth a note.
fn by_the_house(seen: Finding, basis: &Basis) -> Finding {
    let lenient = basis.house_rules.torque == TorqueBy::Hand && seen.verdict == Verdict::Violates;
    if lenient { seen.with_severity(Severity::Note).by_house_rule("Torque") } else { seen }
}

/// The rule at a panel.
pub const AT_PANEL: Rule<PanelCheck> = RULE.at_panel(|situation: &PanelSituation| {
    if situation.panel.observed(PanelObservation::NotTorqued).is_none() {
        return vec![Finding::not_applicable("panel", OLD_WORK)];
    }
    let seen = Finding::observed_at_panel(situation.panel, PanelObservation::NotTorqued);
    vec![by_the_house(seen, situation.basis)]
});

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::judge;
    use crate::standard::Edition;
    use crate::testing::{box_with_device, judged};

    #[test]
    fn it_came_with_2017() {
        // NEC 110.14(D), 2017; from memory, sure.
        let mut contents = box_with_device(DeviceKind::Switch);
        let basis = Basis::default();
        let asked = |new_work| {
            let results = judge(&Situation { new_work, ..Situation::new(&contents, &basis) });
            results.into_iter().find(|result| result.rule == RULE.code).map(|result| result.verdict)
        };
        assert_eq!(asked(false), Some(Verdict::NotApplicable), "what others wired");
        assert_eq!(asked(true), Some(Verdict::NotMeasured));
        contents.observe(Observation::NotTorqued, true);
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2014, None).verdict, Verdict::NotApplicable);
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2017, Some(2010)).verdict, Verdict::Legacy);
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2017, None).verdict, Verdict::Violates);
    }
}
