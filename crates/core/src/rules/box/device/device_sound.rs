//! `device-sound`: a device is whole and does what it is for.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "device-sound",
    title: "Device sound",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether its face is whole, a receptacle grips, its yoke is straight, and it works",
    reads: &["/observed/face-broken", "/observed/slack-contacts", "/observed/device-fails", "/observed/yoke-bent"],
    limit: "No device is broken or bent; a receptacle grips its plug; a switch, a timer or an alarm does what it is for.",
    why: "A slack contact heats under load; a broken face leaves live metal within reach.",
    example: "A receptacle out of which a plug falls.",
    citation: |edition| {
        cite(edition, Some(("110.12(B), 110.3(B)", Confidence::Sure)), Some(("2-108, 26-700", Confidence::CheckFirst)))
    },
    check,
};

/// What is looked for at every device.
const LOOKED_FOR: [Observation; 3] = [Observation::FaceBroken, Observation::YokeBent, Observation::DeviceFails];

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    if contents.devices.is_empty() {
        return Vec::new();
    }
    let receptacle = contents.devices.iter().any(|device| device.kind.is_receptacle());
    let grip = receptacle.then_some(Observation::SlackContacts);
    let seen = |what: Observation| Finding::observed_of("device", contents, what);
    LOOKED_FOR.into_iter().chain(grip).map(seen).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::testing::{box_with, box_with_device, follows, verdict};

    #[test]
    fn each_defect_is_one() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        let all = LOOKED_FOR.into_iter().chain([Observation::SlackContacts]);
        for what in all.clone() {
            contents.observe(what, false);
        }
        for what in all {
            follows(RULE.code, what, &contents);
        }
        assert_eq!(verdict(RULE.code, &box_with(None, vec![])), Verdict::NotApplicable);
    }

    #[test]
    fn a_switch_has_nothing_to_grip() {
        let mut contents = box_with_device(DeviceKind::Switch);
        LOOKED_FOR.into_iter().for_each(|what| contents.observe(what, false));
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
    }
}
