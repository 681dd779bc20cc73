//! `box-support-far-side`: a ganged or large box is supported on two sides.

use crate::quantity::Length;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// A box with a longer side is supported on two sides or through its back.
///
/// # Source
/// CEC 12-3010: 100 mm, by which a trade size of 4 in is not meant; from memory, may be off.
const LARGE: Length = Length::mm(102);

/// The rule.
pub const RULE: Rule = Rule {
    code: "box-support-far-side",
    title: "Ganged box held on two sides",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether a ganged or large box is held on two sides or through its back",
    reads: &["/stand/far_side"],
    limit: "A ganged box, or one with a side over 100 mm (a trade size of 4 in not meant), is held on two sides or through \
            its back. In Canada.",
    why: "Held on one side, a wide box swings when a plug is pulled.",
    example: "A three-gang box nailed to one stud.",
    // In the US a box that does not move is held well enough.
    citation: |edition| cite(edition, None, Some(("12-3010", Confidence::MayBeOff))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let sides = contents.opening.map_or([None, None], |opening| [opening.width, opening.height]);
    let large = contents.gang_count() > 1 || sides.iter().flatten().any(|side| *side > LARGE);
    if !large {
        return vec![Finding::not_applicable("box", "One gang, no side over 100 mm.")];
    }
    vec![match contents.stand.far_side {
        Some(true) => Finding::meets("box", "The box is held on two sides or through its back."),
        Some(false) => Finding::violates("box", "The box is held on one side only."),
        None => Finding::not_measured("box", "feel whether the far side of the box is held", "/stand/far_side"),
    }]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::standard::Edition;
    use crate::testing::{box_with, judged};

    #[test]
    fn it_is_code_in_canada() {
        let mut contents = box_with(None, vec![]);
        contents.gangs = Some(3);
        contents.stand.far_side = Some(false);
        assert_eq!(judged(RULE.code, &contents, Edition::Cec2021, None).verdict, Verdict::Violates);
        let local = judged(RULE.code, &contents, Edition::Nec2023, None);
        assert_eq!(local.verdict, Verdict::NotApplicable, "a nail-on box that does not move is held");
        contents.gangs = Some(1);
        assert_eq!(judged(RULE.code, &contents, Edition::Cec2021, None).verdict, Verdict::NotApplicable);
        let side = Some(Length::inches(4));
        contents.opening = Some(crate::facts::Opening { width: side, height: side });
        assert_eq!(judged(RULE.code, &contents, Edition::Cec2021, None).verdict, Verdict::NotApplicable, "a 4 in box");
    }
}
