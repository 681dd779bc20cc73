//! `plate-intact`: the plate is whole, covers the opening and seats on the wall.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "plate-intact",
    title: "Plate whole and seated",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "a look at the plate: cracks, gaps",
    reads: &["/observed/plate-cracked", "/observed/plate-gapped", "/observed/cover-missing"],
    limit: "The plate is whole, covers the opening and seats against the surface.",
    why: "A cracked plate is usually a sunk box with the screws pulled up; it lets fingers and dust in.",
    example: "A plate cracked at its lower screw.",
    citation: |edition| {
        cite(edition, Some(("404.9(A), 406.6", Confidence::Sure)), Some(("12-3002", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    if contents.devices.is_empty() {
        return Vec::new();
    }
    if contents.observed(Observation::CoverMissing) == Some(true) {
        return vec![Finding::not_applicable("plate", "There is no plate; see the cover.")];
    }
    vec![
        Finding::observed(contents, Observation::PlateCracked, "The plate is cracked.", "The plate is whole."),
        Finding::observed(
            contents,
            Observation::PlateGapped,
            "The plate does not cover the opening or seat on the wall.",
            "The plate covers the opening and seats on the wall.",
        ),
    ]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::testing::{box_with_device, follows, verdict};

    #[test]
    fn whole_and_seated() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.observe(Observation::PlateGapped, false);
        follows(RULE.code, Observation::PlateCracked, &contents);
        contents.observe(Observation::PlateCracked, false);
        follows(RULE.code, Observation::PlateGapped, &contents);
        contents.observe(Observation::CoverMissing, true);
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotApplicable);
    }
}
