//! `generator-interlock`: a generator is kept from the utility by a transfer switch or an interlock.

use super::PanelSituation;
use crate::facts::Panel;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "generator-interlock",
    title: "Generator kept from the utility",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "whether a generator can feed the house here, and what keeps it from the utility",
    reads: &[],
    limit: "A generator feeds a house over a transfer switch or an interlock listed for the panel; a breaker that is fed back is held down.",
    why: "Without one it feeds the street, and kills who works on a line that is off.",
    example: "A cord with two plugs from the generator to the dryer receptacle.",
    citation: |edition| {
        cite(edition, Some(("702.5, 408.36(D)", Confidence::Sure)), Some(("14-612", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let panel: &Panel = situation.panel;
    match (panel.service.generator, panel.service.interlock) {
        // Nobody is asked where none was seen.
        (None | Some(false), _) => Vec::new(),
        (Some(true), None) => vec![Finding::not_measured(
            "generator",
            "look what keeps the generator from the utility: a transfer switch, an interlock?",
            "/service/interlock",
        )],
        (Some(true), Some(true)) => vec![Finding::meets("generator", "The generator is kept from the utility.")],
        (Some(true), Some(false)) => {
            vec![Finding::violates(
                "generator",
                "Nothing keeps the generator from the utility: it can feed the street.",
            )]
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn nothing_may_feed_the_street() {
        // NEC 702.5, from memory, sure.
        let judge = |generator, interlock| {
            let mut panel = panel();
            (panel.service.generator, panel.service.interlock) = (generator, interlock);
            result(RULE.code, &panel)
        };
        let fed_back = judge(Some(true), Some(false));
        assert_eq!((fed_back.verdict, fed_back.severity), (Verdict::Violates, Severity::Danger));
        assert_eq!(judge(Some(true), Some(true)).verdict, Verdict::Meets);
        assert_eq!(judge(Some(true), None).verdict, Verdict::NotMeasured);
        assert_eq!(judge(None, None).verdict, Verdict::NotApplicable);
    }
}
