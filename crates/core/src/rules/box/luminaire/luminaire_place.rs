//! `luminaire-place`: a luminaire or fan is marked for the place it hangs in.

use crate::facts::PlaceMark;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, Location, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "luminaire-place",
    title: "Marked for the place",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "where it hangs, and what its label says of damp and wet places",
    reads: &["/hung/marked_for"],
    limit: "Where rain reaches it, marked for wet places; under a roof and in damp rooms, for damp or wet places.",
    why: "Water gets into what is made for a dry room and puts its metal at 120 V.",
    example: "An indoor pendant under the eaves, and the eaves drip.",
    citation: |edition| cite(edition, Some(("410.10(A)", Confidence::Sure)), Some(("30-318", Confidence::MayBeOff))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let Some(hung) = super::hung(situation, |_| true) else { return Vec::new() };
    let noun = hung.kind.noun();
    if let Some(finding) = super::out_of_the_wet(situation, hung) {
        return vec![finding];
    }
    let (asked, wet) = if situation.contents.location == Some(Location::Outdoors) {
        (PlaceMark::Wet, "rain reaches it")
    } else {
        (PlaceMark::Damp, "the place is damp")
    };
    vec![match hung.marked_for {
        None => Finding::not_measured(noun, "read its label: for damp, for wet places?", "/hung/marked_for"),
        Some(mark) if mark >= asked => Finding::meets(noun, format!("It is marked for {}.", mark.name())),
        Some(mark) => Finding::violates(
            noun,
            format!("The {noun} is marked for {}, and {wet}: a mark for {} is asked for.", mark.name(), asked.name()),
        ),
    }]
}

#[cfg(test)]
mod tests {
    use super::super::testing::hanging;
    use super::*;
    use crate::facts::HungKind;
    use crate::rules::Verdict;
    use crate::testing::verdict;

    #[test]
    fn wet_in_the_rain_and_damp_under_a_roof() {
        // NEC 410.10(A), from memory, sure.
        let judge = |place, mark| {
            let marked = hanging(HungKind::WallLuminaire, place, |hung| hung.marked_for = mark);
            verdict(RULE.code, &marked)
        };
        let (dry, damp, wet) = (Some(PlaceMark::Dry), Some(PlaceMark::Damp), Some(PlaceMark::Wet));
        assert_eq!(judge(Location::Outdoors, damp), Verdict::Violates);
        assert_eq!(judge(Location::Outdoors, wet), Verdict::Meets);
        assert_eq!(judge(Location::OutdoorsCovered, damp), Verdict::Meets);
        assert_eq!(judge(Location::OutdoorsCovered, dry), Verdict::Violates);
        assert_eq!(judge(Location::Outdoors, None), Verdict::NotMeasured);
        assert_eq!(judge(Location::Bedroom, dry), Verdict::NotApplicable);
    }
}
