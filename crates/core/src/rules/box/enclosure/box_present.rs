//! `box-present`: there is a box wherever conductors are joined or anything is connected.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "box-present",
    title: "A box is there",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "whether there is a box behind the device, luminaire or fan",
    reads: &["/observed/no-box"],
    limit: "A box at every splice, device, luminaire and fan.",
    why: "Without one, an arc has the wall for a box.",
    example: "A luminaire wired through a hole in the ceiling.",
    citation: |edition| cite(edition, Some(("300.15, 314.27", Confidence::Sure)), Some(("12-3000", Confidence::Sure))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let measured = contents.depth_inside().is_some() || contents.marked_volume.is_some();
    let finding = match contents.observed(Observation::NoBox) {
        None if measured => Finding::meets("box", "A box is there: it was measured."),
        _ => Finding::observed(contents, Observation::NoBox, "There is no box.", "A box is there."),
    };
    vec![finding]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Length;
    use crate::rules::Verdict;
    use crate::testing::{box_with, follows, verdict};

    #[test]
    fn a_measured_box_is_a_box() {
        let mut contents = box_with(None, vec![]);
        follows(RULE.code, Observation::NoBox, &contents);
        contents.depth = Some(Length::inches(2));
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
    }
}
