//! `device-plumb`: a device stands plumb.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{RuleBasis, Severity, Since, practice};

/// The rule.
pub const RULE: Rule = Rule {
    code: "device-plumb",
    title: "Device plumb",
    basis: RuleBasis::Workmanship,
    severity: Severity::Note,
    always: false,
    since: Since::ALWAYS,
    needs: "nothing: it is noted where it is seen",
    reads: &["/observed/out-of-plumb"],
    limit: "A device stands plumb, and those beside each other in line.",
    why: "A tilted device is a box that was set askew or has moved.",
    example: "A receptacle that leans by the width of its screw.",
    citation: practice,
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    // Nobody is asked for it: it is a matter of looks, said where it was seen.
    if contents.devices.is_empty() || contents.observed(Observation::OutOfPlumb).is_none() {
        return Vec::new();
    }
    vec![Finding::observed_of("device", contents, Observation::OutOfPlumb)]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::testing::{box_with_device, verdict};

    #[test]
    fn it_is_said_where_it_was_seen() {
        let mut contents = box_with_device(DeviceKind::Switch);
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotApplicable);
        contents.observe(Observation::OutOfPlumb, true);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
        contents.observe(Observation::OutOfPlumb, false);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
    }
}
