//! `box-setback`: the front of the box is flush with the wall, or nearly so where the wall does not burn.

use crate::facts::WallFinish;
use crate::quantity::Length;
use crate::rules::maximum::{Said, judge_maximum};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, TwinLimit, cite};

/// The most a box may be set back in a surface that does not burn.
///
/// # Source
/// NEC 314.20: 1/4 in (6 mm); CEC 12-3016: 6 mm. From memory, sure.
pub const SET_BACK: TwinLimit = TwinLimit { inches: Some(Length::sixteenths(4)), metric: Length::mm(6) };

/// In a surface that burns the box is flush or proud.
const FLUSH: TwinLimit = TwinLimit { inches: Some(Length::ZERO), metric: Length::ZERO };

/// The rule.
pub const RULE: Rule = Rule {
    code: "box-setback",
    title: "Set-back of the box",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "how far the front edge is behind the finished surface, and what the surface is",
    reads: &["/stand/set_back"],
    limit: "At most 1/4 in (6 mm) behind a surface that does not burn; flush or proud in wood and other surfaces that \
            burn. A finish still to come counts.",
    why: "An arc in the gap behind the plate meets the wall instead of the box.",
    example: "3/8 in behind gypsum board: over by 1/8 in.",
    citation: |edition| cite(edition, Some(("314.20", Confidence::Sure)), Some(("12-3016", Confidence::MayBeOff))),
    check,
};

/// The most a box may be set back in a surface; `None` where there is none.
pub fn limit(finish: WallFinish) -> Option<TwinLimit> {
    match finish {
        WallFinish::Exposed => None,
        WallFinish::Wood | WallFinish::OtherCombustible => Some(FLUSH),
        WallFinish::GypsumBoard | WallFinish::Plaster | WallFinish::Tile | WallFinish::Masonry => Some(SET_BACK),
    }
}

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let Some(finish) = contents.finish_to_be() else {
        return vec![Finding::not_measured("box", "note what the wall is made of", "/wall_finish")];
    };
    let Some(limit) = limit(finish) else {
        return vec![Finding::not_applicable("box", "There is no finished surface.")];
    };
    let Some(set_back) = contents.set_back_to_come() else {
        return vec![Finding::not_measured(
            "box",
            "measure how far the front edge is behind the surface",
            "/stand/set_back",
        )];
    };
    let to_come = if contents.stand.finish_to_come.is_some_and(|finish| finish > Length::ZERO) {
        "set-back, with the finish to come,"
    } else {
        "set-back"
    };
    vec![judge_maximum(
        situation.basis,
        "box",
        &format!("{to_come} in {}", finish.name()),
        set_back,
        limit,
        Said::AT_A_BOX,
    )]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::BoxContents;
    use crate::rules::Verdict;
    use crate::testing::{box_with, verdict};

    fn set_back(finish: WallFinish, sixteenths: u32) -> BoxContents {
        let mut contents = box_with(None, vec![]);
        contents.wall_finish = Some(finish);
        contents.stand.set_back = Some(Length::sixteenths(sixteenths));
        contents
    }

    #[test]
    fn what_burns_wants_it_flush() {
        let judge = |finish, sixteenths| verdict(RULE.code, &set_back(finish, sixteenths));
        assert_eq!(judge(WallFinish::GypsumBoard, 2), Verdict::Meets);
        assert_eq!(judge(WallFinish::Wood, 2), Verdict::Violates);
        assert_eq!(judge(WallFinish::Wood, 0), Verdict::Meets);
        assert_eq!(judge(WallFinish::Tile, 6), Verdict::Violates);
        assert_eq!(judge(WallFinish::Exposed, 32), Verdict::NotApplicable);
    }

    #[test]
    fn a_finish_to_come_is_judged_now() {
        // Check value of the trade, common practice, no source: 3/4 in of new finish wants an extender.
        let mut contents = set_back(WallFinish::GypsumBoard, 0);
        contents.stand.finish_to_come = Some(Length::sixteenths(12));
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
        contents.stand.set_back = None;
        contents.stand.proud = Some(Length::sixteenths(12));
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
        contents.stand.finish_to_come_kind = Some(WallFinish::Wood);
        contents.stand.proud = Some(Length::sixteenths(10));
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
    }
}
