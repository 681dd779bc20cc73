//! `yoke-grounded`: switch yokes and metal plates are grounded.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "yoke-grounded",
    title: "Switch yoke grounded",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::nec(1999),
    needs: "whether the yoke of a switch has its ground",
    reads: &["/observed/yoke-ungrounded"],
    limit: "The yoke of a switch is grounded, and with it a metal plate. Where an old box has no ground, a switch may be \
            replaced with a nonmetallic plate.",
    why: "A metal plate on an ungrounded yoke becomes live when a conductor behind it touches.",
    example: "A switch in a plastic box with nothing on its green screw.",
    citation: |edition| {
        cite(edition, Some(("404.9(B)", Confidence::MayBeOff)), Some(("14-510", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    if !situation.contents.devices.iter().any(|device| device.kind.is_switch_only()) {
        return Vec::new();
    }
    vec![Finding::observed(
        situation.contents,
        Observation::YokeUngrounded,
        "The yoke of the switch is not grounded.",
        "The yoke of the switch is grounded.",
    )]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::standard::Edition;
    use crate::testing::{box_with_device, follows, judged};

    #[test]
    fn it_follows_what_is_seen_and_excuses_old_work() {
        let mut contents = box_with_device(DeviceKind::Switch);
        follows(RULE.code, Observation::YokeUngrounded, &contents);
        contents.observe(Observation::YokeUngrounded, true);
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, Some(1975)).verdict, Verdict::Legacy);
    }
}
