//! `fan-control`: a fan is not on a dimmer for lamps.

use crate::facts::{FanControl, HungKind};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "fan-control",
    title: "Fan control",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "what switches the fan",
    reads: &["/hung/control"],
    limit: "A dimmer for lamps controls no fan: a switch, the chain of the fan, or a control made for fans does.",
    why: "On a dimmer the motor hums, stalls and overheats.",
    example: "A fan with a light on one dimmer.",
    citation: |edition| cite(edition, Some(("404.14(E)", Confidence::Sure)), Some(("14-508", Confidence::CheckFirst))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let Some(hung) = super::hung(situation, |kind| kind == HungKind::Fan) else { return Vec::new() };
    vec![match hung.control {
        None => Finding::not_measured("fan", "find out what switches the fan: is it a dimmer?", "/hung/control"),
        Some(FanControl::Dimmer) => Finding::violates("fan", "The fan is on a dimmer for lamps."),
        Some(control) => Finding::meets("fan", format!("The fan is on {}.", control.name())),
    }]
}

#[cfg(test)]
mod tests {
    use super::super::testing::hanging;
    use super::*;
    use crate::rules::Verdict;
    use crate::standard::Location;
    use crate::testing::verdict;

    #[test]
    fn a_dimmer_is_for_lamps() {
        // NEC 404.14(E), from memory, sure.
        let judge = |by| verdict(RULE.code, &hanging(HungKind::Fan, Location::Bedroom, |hung| hung.control = by));
        assert_eq!(judge(Some(FanControl::Dimmer)), Verdict::Violates);
        assert_eq!(judge(Some(FanControl::MadeForFans)), Verdict::Meets);
        assert_eq!(judge(Some(FanControl::Switch)), Verdict::Meets);
        assert_eq!(judge(None), Verdict::NotMeasured);
    }
}
