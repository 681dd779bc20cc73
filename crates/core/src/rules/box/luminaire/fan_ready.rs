//! `fan-ready`: a ceiling box where a fan may follow is made for one.

use crate::facts::{Carries, HungKind};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, Edition, Location, Profile, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "fan-ready",
    title: "Box ready for a fan",
    basis: RuleBasis::Code,
    severity: Severity::Note,
    always: false,
    since: Since::ALWAYS,
    needs: "what the box is marked to carry, and whether a spare switched conductor is in it",
    reads: &["/hung/box_carries"],
    limit: "Since 2011 a ceiling box with a spare conductor, switched apart, is marked for fans; since 2023 every ceiling box in a room that one lives in, or the structure above it can be reached.",
    why: "Somebody will hang a fan where the wires for one are.",
    example: "A spare red in a plain box over a bed.",
    citation: |edition| cite(edition, Some(("314.27(C)", Confidence::MayBeOff)), None),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let Some(hung) = super::hung(situation, |kind| kind == HungKind::CeilingLuminaire) else { return Vec::new() };
    let edition = situation.basis.edition;
    let lived_in = matches!(
        situation.contents.location,
        Some(Location::Bedroom | Location::LivingSpace | Location::FinishedBasement)
    );
    let asked = hung.spare_leg == Some(true) || lived_in && edition.year() >= Edition::Nec2023.year();
    if edition.profile() == Profile::Cec || !asked {
        return Vec::new();
    }
    if hung.box_carries == Some(Carries::Fan) || hung.from_structure == Some(true) {
        return vec![Finding::meets("box", "A fan may hang here.")];
    }
    let ask = || Finding::not_measured("box", "note what the box is made to carry", "/hung/box_carries");
    let finding = match (hung.spare_leg, hung.box_carries) {
        (Some(true), None) => ask(),
        (Some(true), Some(_)) => {
            Finding::violates("box", "A spare switched conductor is in a ceiling box that is not marked for fans.")
                .since(2011)
        }
        (_, None) => ask(),
        (_, Some(_)) => {
            Finding::violates("box", "The ceiling box in a room that one lives in is not marked for fans.").since(2023)
        }
    };
    vec![finding]
}

#[cfg(test)]
mod tests {
    use super::super::testing::hanging;
    use super::*;
    use crate::rules::Verdict;
    use crate::testing::judged;

    #[test]
    fn a_spare_leg_since_2011_and_rooms_that_one_lives_in_since_2023() {
        // NEC 314.27(C), 2011 and 2023, from memory, may be off.
        let judge = |spare, carries, place, edition, year| {
            let light = hanging(HungKind::CeilingLuminaire, place, |hung| {
                (hung.spare_leg, hung.box_carries) = (spare, carries);
            });
            judged(RULE.code, &light, edition, Some(year)).verdict
        };
        let (yes, plain) = (Some(true), Some(Carries::Luminaire));
        let (bed, hall) = (Location::Bedroom, Location::Hallway);
        assert_eq!(judge(yes, plain, hall, Edition::Nec2014, 2015), Verdict::Violates);
        assert_eq!(judge(yes, plain, hall, Edition::Nec2014, 2000), Verdict::Legacy);
        assert_eq!(judge(None, plain, bed, Edition::Nec2023, 2024), Verdict::Violates);
        assert_eq!(judge(None, plain, bed, Edition::Nec2020, 2021), Verdict::NotApplicable);
        assert_eq!(judge(None, Some(Carries::Fan), bed, Edition::Nec2023, 2024), Verdict::Meets);
        assert_eq!(judge(None, None, bed, Edition::Nec2023, 2024), Verdict::NotMeasured);
        assert_eq!(judge(yes, plain, hall, Edition::Cec2021, 2015), Verdict::NotApplicable);
    }
}
