//! `fan-clearance`: the blades of a fan are out of reach and clear of walls.

use crate::facts::HungKind;
use crate::rules::{Finding, Rule, Situation, at_least};
use crate::standard::hanging::{BLADES_ABOVE_FLOOR, BLADES_FROM_WALL};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "fan-clearance",
    title: "Fan clear of heads and walls",
    basis: RuleBasis::Listing,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "from the floor to the blades, and from their tips to the nearest wall",
    reads: &["/hung/blade_height"],
    limit: "The blades are 7 ft (2.1 m) or more above the floor, and 18 in (450 mm) or more from walls and slopes, unless the instructions of the fan say less.",
    why: "A raised hand reaches lower blades; close to a wall they beat the air and sway.",
    example: "Blades 6 ft 8 in above the floor: short by 4 in.",
    citation: |edition| {
        cite(edition, Some(("110.3(B)", Confidence::MayBeOff)), Some(("2-024", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let Some(hung) = super::hung(situation, |kind| kind == HungKind::Fan) else { return Vec::new() };
    let height = match hung.blade_height {
        Some(height) => at_least(situation.basis, "fan", "The height of the blades", height, BLADES_ABOVE_FLOOR),
        None => Finding::not_measured("fan", "measure from the floor to the blades", "/hung/blade_height"),
    };
    let wall = hung.blade_to_wall.map(|way| {
        at_least(situation.basis, "fan", "The way from the blades to the wall", way, BLADES_FROM_WALL)
            .with_severity(Severity::Workmanship)
    });
    std::iter::once(height).chain(wall).collect()
}

#[cfg(test)]
mod tests {
    use super::super::testing::hanging;
    use super::*;
    use crate::quantity::Length;
    use crate::rules::Verdict;
    use crate::standard::{Edition, Location};
    use crate::testing::judged;

    #[test]
    fn seven_feet_over_the_floor() {
        let judge = |height: Option<u32>, wall: Option<u32>| {
            let fan = hanging(HungKind::Fan, Location::Bedroom, |hung| {
                (hung.blade_height, hung.blade_to_wall) = (height.map(Length::inches), wall.map(Length::inches));
            });
            let result = judged(RULE.code, &fan, Edition::Nec2023, None);
            (result.verdict, result.severity)
        };
        assert_eq!(judge(Some(90), None).0, Verdict::Meets);
        assert_eq!(judge(Some(80), None), (Verdict::Violates, Severity::Violation));
        assert_eq!(judge(Some(90), Some(12)), (Verdict::Violates, Severity::Workmanship));
        assert_eq!(judge(None, None).0, Verdict::NotMeasured);
    }
}
