//! `split-receptacle`: a split receptacle has its tab right and both its circuits go off together.

use crate::facts::Observation;
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
    limit: "The hot tab is broken exactly where the wiring calls for it; two circuits on one yoke have one disconnect.",
    why: "A tab left whole joins two circuits; one breaker off leaves half the receptacle live.",
    example: "A replaced receptacle with its tab left whole across two breakers.",
    citation: |edition| cite(edition, Some(("210.7", Confidence::Sure)), Some(("14-302", Confidence::CheckFirst))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    if !contents.devices.iter().any(|device| device.split) {
        return Vec::new();
    }
    let together = match contents.supply.common_disconnect {
        Some(true) => Finding::meets("circuits", "Both circuits of the yoke go off together."),
        Some(false) => Finding::violates("circuits", "The circuits of the yoke do not go off together.")
            .with_severity(Severity::Danger),
        None => Finding::not_measured(
            "circuits",
            "find out whether both halves go off together",
            "/supply/common_disconnect",
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
        contents.supply.common_disconnect = Some(true);
        follows(RULE.code, Observation::TabWrong, &contents);
        contents.observe(Observation::TabWrong, false);
        contents.supply.common_disconnect = Some(false);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
    }
}
