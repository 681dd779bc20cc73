//! `low-voltage-apart`: the wires of a bell or a thermostat are not in with line wires.

use crate::facts::{DeviceKind, Observation};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "low-voltage-apart",
    title: "Low voltage apart from line voltage",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether wires of a bell, thermostat or the like are in the box with line wires",
    reads: &["/observed/low-voltage-mixed"],
    limit: "Wires of class 2, for bells, thermostats and the like, are in no box with line wires, but where a barrier parts them; a bell \
            transformer sits outside the box and its secondary stays there.",
    why: "Bell wire is insulated for 30 V and is handled by anyone: beside a nicked line conductor it carries 120 V to a button.",
    example: "Bell wire spliced inside the box from which its transformer is fed.",
    citation: |edition| cite(edition, Some(("725.136", Confidence::Sure)), Some(("16-212", Confidence::CheckFirst))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let low = |kind| matches!(kind, DeviceKind::Transformer | DeviceKind::Bell);
    let asked = contents.devices.iter().any(|device| low(device.kind));
    // Asked where a transformer or a bell is; elsewhere said where it was seen.
    if !asked && contents.observed(Observation::LowVoltageMixed).is_none() {
        return Vec::new();
    }
    vec![Finding::observed_of("low voltage", contents, Observation::LowVoltageMixed)]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::testing::{box_with_device, follows, verdict};

    #[test]
    fn it_is_asked_at_a_transformer_and_said_elsewhere() {
        // NEC 725.136(A), from memory, sure.
        follows(RULE.code, Observation::LowVoltageMixed, &box_with_device(DeviceKind::Transformer));
        let mut switch = box_with_device(DeviceKind::Switch);
        assert_eq!(verdict(RULE.code, &switch), Verdict::NotApplicable);
        switch.observe(Observation::LowVoltageMixed, true);
        assert_eq!(verdict(RULE.code, &switch), Verdict::Violates);
    }
}
