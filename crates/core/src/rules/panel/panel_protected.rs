//! `panel-protected`: no panel behind a breaker larger than its rating.

use super::PanelSituation;
use crate::quantity::Amount;
use crate::rules::{Finding, PanelCheck, Rule, Side};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "panel-protected",
    title: "Panel against its overcurrent device",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: false,
    since: Since::ALWAYS,
    needs: "what the label rates the panel for, and the breaker that protects it",
    reads: &[],
    limit: "The breaker that protects a panel is no larger than its rating.",
    why: "The bus overheats before anything opens.",
    example: "A panel rated 100 A behind a 125 A breaker: over by 25 A.",
    citation: |edition| cite(edition, Some(("408.36", Confidence::Sure)), Some(("14-606", Confidence::CheckFirst))),
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    let panel = situation.panel;
    let Some(rating) = panel.rating else {
        return vec![Finding::not_measured("panel", "read the rating on the label of the panel", "/rating")];
    };
    let feeder = situation.feeder().and_then(|(_, breaker)| breaker.amperes);
    let Some(amperes) = panel.main_breaker.into_iter().chain(feeder).min() else {
        return vec![Finding::not_measured("panel", "read the breaker that protects this panel", "/main_breaker")];
    };
    let finding = if amperes <= rating {
        Finding::meets("panel", format!("A panel rated {rating} A behind {amperes} A."))
    } else {
        Finding::violates("panel", format!("The panel is rated {rating} A and stands behind {amperes} A."))
    };
    let over = (amperes > rating).then(|| Amount::amperes(amperes - rating));
    vec![finding.with_figures(Amount::amperes(amperes), Amount::amperes(rating), Side::AtMost, over)]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn the_smaller_of_main_and_feeder_protects() {
        // NEC 408.36, from memory.
        let mut known = panel();
        assert_eq!(result(RULE.code, &known).verdict, Verdict::NotMeasured);
        known.rating = Some(100);
        assert_eq!(result(RULE.code, &known).verdict, Verdict::NotMeasured);
        known.main_breaker = Some(125);
        let said = result(RULE.code, &known);
        assert_eq!(said.verdict, Verdict::Violates);
        assert_eq!(said.worst_finding().and_then(|worst| worst.shortfall.clone()).map(|over| over.value), Some(25));
        known.main_breaker = Some(100);
        assert_eq!(result(RULE.code, &known).verdict, Verdict::Meets);
    }
}
