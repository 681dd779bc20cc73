//! `range-outlet-height`: in Canada the receptacle of a range is low enough to be pushed back over.

use super::{RoomCheck, RoomSituation};
use crate::facts::OutletKind;
use crate::quantity::Length;
use crate::rules::maximum::{Said, judge_maximum};
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, RuleBasis, Severity, Since, TwinLimit, cite};

/// From the floor to its middle. CEC 26-744: 130 mm; from memory, the section may be off.
const HIGHEST: TwinLimit = TwinLimit { inches: None, metric: Length::mm(130) };

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "range-outlet-height",
    title: "Height of the range outlet",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "from the floor to the middle of the range receptacle",
    reads: &[],
    limit: "In Canada the middle of a range receptacle is 130 mm above the floor at most.",
    why: "A higher one keeps the range off the wall, or the range crushes the plug.",
    example: "A range receptacle at 300 mm: over by 170 mm.",
    citation: |edition| cite(edition, None, Some(("26-744", Confidence::MayBeOff))),
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    let ranges = situation.sketch.outlets.iter().filter(|outlet| situation.kind_of(outlet) == OutletKind::Range);
    ranges
        .map(|outlet| match outlet.height {
            None => Finding::not_measured(
                situation.name_of(outlet),
                "measure from the floor to the middle of the range receptacle",
                "/outlets",
            ),
            Some(height) => judge_maximum(
                situation.basis,
                situation.name_of(outlet),
                "height of the range receptacle",
                height,
                HIGHEST,
                Said::ALONG_A_WALL,
            ),
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use crate::facts::OutletKind;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn it_is_asked_for_in_canada_alone() {
        let at = |inches| {
            let scene = Scene::rectangle(RoomKind::Kitchen, 120, 120).outlet(1, 40).at_height(inches);
            scene.of_kind(OutletKind::Range)
        };
        assert_eq!(verdict("range-outlet-height", &at(12).canadian()).0, Verdict::Violates);
        assert_eq!(verdict("range-outlet-height", &at(4).canadian()).0, Verdict::Meets);
        assert_eq!(verdict("range-outlet-height", &at(12)).0, Verdict::NotApplicable);
    }
}
