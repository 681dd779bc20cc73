//! `split-receptacle`: a split receptacle has its tab right and both its circuits go off together.

use crate::facts::{BoxContents, Device, Halves, Observation, Role};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "split-receptacle",
    title: "Split receptacle",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "the tab between the halves, and whether both circuits go off together",
    reads: &["/supply/common_disconnect", "/observed/tab-wrong"],
    limit: "The hot tab is broken exactly where the wiring calls for it; two circuits on one yoke have one disconnect. \
            One circuit of which a half is switched needs none.",
    why: "A tab left whole joins two circuits; one breaker off leaves half the receptacle live.",
    example: "A replaced receptacle with its tab left whole across two breakers.",
    citation: |edition| cite(edition, Some(("210.7", Confidence::Sure)), Some(("14-302", Confidence::CheckFirst))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let Some(index) = contents.devices.iter().position(|device| device.split) else {
        return Vec::new();
    };
    let disconnect = contents.supply.common_disconnect;
    let together = match (halves(contents, &contents.devices[index]), disconnect) {
        (Some(Halves::OneSwitched), _) => {
            Finding::meets("circuits", "One circuit feeds both halves, one of them through a switch.")
        }
        (_, Some(true)) => Finding::meets("circuits", "Both circuits of the yoke go off together."),
        (Some(Halves::TwoCircuits), Some(false)) => {
            Finding::violates("circuits", "The circuits of the yoke do not go off together.")
                .with_severity(Severity::Danger)
        }
        (Some(Halves::TwoCircuits), None) => Finding::not_measured(
            "circuits",
            "find out whether both halves go off together",
            "/supply/common_disconnect",
        ),
        (None, _) => Finding::not_measured(
            "circuits",
            "find out what feeds the halves: two circuits, or one of which a half is switched",
            format!("/devices/{index}/halves"),
        ),
    };
    let tab = Finding::observed(
        contents,
        Observation::TabWrong,
        "The tab between the halves is not as the wiring asks.",
        "The tab between the halves is as the wiring asks.",
    );
    vec![together, tab]
}

/// What feeds the halves of a split receptacle: as noted, or as the conductors of the box tell.
fn halves(contents: &BoxContents, device: &Device) -> Option<Halves> {
    let has = |role| contents.conductors.iter().any(|conductor| conductor.role == role);
    let multiwire = contents.cables.iter().any(|cable| {
        let of = |role| contents.conductors.iter().filter(|c| c.cable == Some(cable.id) && c.role == role).count();
        of(Role::Ungrounded) > 1 && of(Role::Grounded) == 1
    });
    let told = || match (multiwire || contents.circuits().len() > 1, has(Role::SwitchedLeg)) {
        (true, _) => Some(Halves::TwoCircuits),
        (false, true) => Some(Halves::OneSwitched),
        (false, false) => None,
    };
    device.halves.or_else(told)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::testing::{box_with_device, follows, verdict};

    #[test]
    fn tab_and_disconnect() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotApplicable);
        contents.devices[0].split = true;
        contents.devices[0].halves = Some(Halves::TwoCircuits);
        contents.supply.common_disconnect = Some(true);
        follows(RULE.code, Observation::TabWrong, &contents);
        contents.observe(Observation::TabWrong, false);
        contents.supply.common_disconnect = Some(false);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
    }

    #[test]
    fn a_half_that_is_switched_needs_no_common_disconnect() {
        // NEC 210.7, from memory, sure: two circuits or more on one yoke.
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        (contents.devices[0].split, contents.supply.common_disconnect) = (true, Some(false));
        contents.observe(Observation::TabWrong, false);
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotMeasured, "which of the two is it?");
        let red = crate::facts::Conductor { id: 4, role: Role::SwitchedLeg, ..contents.conductors[0].clone() };
        contents.conductors.push(red);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets, "a switched leg comes in");
        contents.conductors[3].role = Role::Ungrounded;
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates, "two hots share a neutral");
    }
}
