//! `luminaire-feed`: a luminaire is fed through its box and wall, not through the frame of a window.

use crate::facts::{HungKind, Observation};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "luminaire-feed",
    title: "Fed through the wall",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "which way its cable comes",
    reads: &["/observed/fed-through-frame"],
    limit: "The cable of a luminaire outdoors comes through the wall into its box; it is not led through the frame of a window or door, nor along the face of the wall where it is neither made for the wet nor protected.",
    why: "A sash or a screw through the frame bites the cable, and water follows it in.",
    example: "Indoor cable through the corner of a window frame to a lantern.",
    citation: |edition| {
        let nec = ("300.4, 334.12(B)(4), 334.15", Confidence::MayBeOff);
        cite(edition, Some(nec), Some(("12-514, 12-516", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let Some(hung) = super::hung(situation, |kind| kind != HungKind::RecessedLuminaire) else { return Vec::new() };
    let indoors = super::out_of_the_wet(situation, hung).or_else(|| {
        let place = situation.contents.location.filter(|place| !place.is_outdoors())?;
        Some(Finding::not_applicable(hung.kind.noun(), format!("It hangs indoors: {}.", place.name())))
    });
    vec![match (indoors, situation.contents.observed(Observation::FedThroughFrame)) {
        (Some(finding), None | Some(false)) => finding,
        _ => super::seen(situation, hung, Observation::FedThroughFrame),
    }]
}

#[cfg(test)]
mod tests {
    use super::super::testing::hanging;
    use super::*;
    use crate::rules::Verdict;
    use crate::standard::Location;
    use crate::testing::{follows, verdict};

    #[test]
    fn outdoors_one_looks_where_the_cable_comes_from() {
        follows(RULE.code, Observation::FedThroughFrame, &hanging(HungKind::WallLuminaire, Location::Outdoors, |_| ()));
        let mut inside = hanging(HungKind::WallLuminaire, Location::Bedroom, |_| ());
        assert_eq!(verdict(RULE.code, &inside), Verdict::NotApplicable);
        inside.observe(Observation::FedThroughFrame, true);
        assert_eq!(verdict(RULE.code, &inside), Verdict::Violates, "wherever it is seen");
    }
}
