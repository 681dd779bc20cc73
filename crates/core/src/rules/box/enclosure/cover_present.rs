//! `cover-present`: each box has its cover, plate or canopy.

use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "cover-present",
    title: "Cover in place",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "whether the box has its cover, plate or canopy",
    reads: &["/observed/cover-missing"],
    limit: "Every box has a cover, faceplate or canopy.",
    why: "Live parts are within reach of a finger.",
    example: "A junction box in the basement without its cover.",
    citation: |edition| cite(edition, Some(("314.25", Confidence::Sure)), Some(("12-3002", Confidence::MayBeOff))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    vec![Finding::observed(
        situation.contents,
        Observation::CoverMissing,
        "The cover is missing: live parts are open to touch.",
        "The cover is in place.",
    )]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::is_dangerous;
    use crate::standard::Edition;
    use crate::testing::{box_with, follows, judged};

    #[test]
    fn a_missing_cover_is_a_danger() {
        let mut contents = box_with(None, vec![]);
        follows(RULE.code, Observation::CoverMissing, &contents);
        contents.observe(Observation::CoverMissing, true);
        assert!(is_dangerous(&[judged(RULE.code, &contents, Edition::Nec2011, Some(1950))]));
    }
}
