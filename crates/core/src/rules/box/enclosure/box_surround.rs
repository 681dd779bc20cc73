//! `box-surround`: the wall closes up to the box.

use crate::facts::WallFinish;
use crate::quantity::Length;
use crate::rules::maximum::{Said, judge_maximum};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, TwinLimit, cite};

/// The widest gap round a box with a flush cover.
///
/// # Source
/// NEC 314.21: 1/8 in (3 mm). From memory, sure.
pub const GAP: TwinLimit = TwinLimit { inches: Some(Length::sixteenths(2)), metric: Length::mm(3) };

/// The rule.
pub const RULE: Rule = Rule {
    code: "box-surround",
    title: "Gap round the box",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the widest gap between the box and the wall",
    reads: &["/stand/gap"],
    limit: "At most 1/8 in (3 mm) between a box with a flush cover and a surface of plaster, board, tile or masonry.",
    why: "A gap feeds a fire in the wall and lets sparks in.",
    example: "A gap of 3/8 in: over by 1/4 in.",
    citation: |edition| cite(edition, Some(("314.21", Confidence::Sure)), Some(("12-3016", Confidence::MayBeOff))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let finding = match (contents.wall_finish, contents.stand.gap) {
        (None, _) => Finding::not_measured("box", "note what the wall is made of", "/wall_finish"),
        (Some(WallFinish::Exposed), _) => Finding::not_applicable("box", "There is no finished surface."),
        (Some(WallFinish::Wood | WallFinish::OtherCombustible), _) => {
            Finding::not_applicable("box", "This speaks of plaster, board, tile and masonry.")
        }
        (Some(_), None) => Finding::not_measured("box", "measure the widest gap round the box", "/stand/gap"),
        (Some(_), Some(gap)) => judge_maximum(situation.basis, "box", "gap round the box", gap, GAP, Said::AT_A_BOX),
    };
    vec![finding]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::testing::{box_with, verdict};

    #[test]
    fn an_eighth_is_the_limit() {
        let mut contents = box_with(None, vec![]);
        contents.wall_finish = Some(WallFinish::Plaster);
        for (sixteenths, expected) in [(0, Verdict::Meets), (2, Verdict::Marginal), (6, Verdict::Violates)] {
            contents.stand.gap = Some(Length::sixteenths(sixteenths));
            assert_eq!(verdict(RULE.code, &contents), expected, "{sixteenths}/16 in");
        }
        contents.wall_finish = Some(WallFinish::Wood);
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotApplicable);
    }
}
