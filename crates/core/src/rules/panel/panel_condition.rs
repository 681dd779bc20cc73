//! `panel-condition`: clean, dry, and without a trace of heat.

use super::PanelSituation;
use crate::facts::PanelObservation;
use crate::rules::{Finding, PanelCheck, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule<PanelCheck> = Rule {
    code: "panel-condition",
    title: "Condition of the panel",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "rust, debris, water, traces of heat, and whether the type is known for not tripping",
    reads: &[],
    limit: "No corrosion, paint, debris or water inside; no melted or burnt parts; no type known to the trade for not tripping.",
    why: "A bus that is eaten or overheated makes poor joints, and a breaker that does not trip protects nothing.",
    example: "White dust on the bus under an outside wall, one stab brown from heat.",
    citation: |edition| {
        cite(edition, Some(("110.12(B), 110.11", Confidence::Sure)), Some(("2-300", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &PanelSituation) -> Vec<Finding> {
    use PanelObservation::{Corrosion, Debris, HeatDamage, UnsafeType, Water};
    let look = |what| Finding::observed_at_panel(situation.panel, what);
    let danger = |what| look(what).with_severity(Severity::Danger);
    vec![danger(HeatDamage), danger(UnsafeType), look(Water), look(Corrosion), look(Debris)]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::rules::panel::testing::*;

    #[test]
    fn heat_and_a_type_that_does_not_trip_are_dangers() {
        use PanelObservation::{Corrosion, Debris, HeatDamage, UnsafeType, Water};
        for what in [HeatDamage, UnsafeType] {
            follows_at_panel(RULE.code, what, Severity::Danger);
        }
        for what in [Water, Corrosion, Debris] {
            follows_at_panel(RULE.code, what, Severity::Violation);
        }
    }

    #[test]
    fn it_has_to_be_looked_at() {
        assert_eq!(result(RULE.code, &panel()).verdict, Verdict::NotMeasured);
    }
}
