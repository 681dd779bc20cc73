//! `luminaire-grounded`: metal that can be touched is grounded.

use crate::electrical::{Evidence, Ground};
use crate::facts::Observation;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "luminaire-grounded",
    title: "Luminaire grounded",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether it has metal that can be touched, and whether that is grounded",
    reads: &["/observed/luminaire-ungrounded"],
    limit: "Metal of a luminaire or fan that can be touched is on the equipment ground. Where the outlet has none, as in wiring of before 1962, it has no such metal or is GFCI-protected.",
    why: "A nicked lead in the canopy makes the whole luminaire live.",
    example: "A metal fan whose green lead is cut off in the canopy.",
    citation: |edition| {
        cite(edition, Some(("410.42, 410.44", Confidence::Sure)), Some(("10-600, 30-312", Confidence::CheckFirst)))
    },
    check,
};

/// The year since which outlets of new branch circuits have a ground. NEC 1962, from memory; the year may be off.
const SINCE: u16 = 1962;

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let Some(hung) = super::hung(situation, |_| true) else { return Vec::new() };
    let noun = hung.kind.noun();
    let no_ground = || matches!(Evidence::of(contents).ground(contents), Ground::Absent | Ground::Suspect);
    let seen = || super::seen(situation, hung, Observation::LuminaireUngrounded);
    vec![match (hung.metal, contents.observed(Observation::LuminaireUngrounded)) {
        (Some(false), _) => Finding::not_applicable(noun, "It has no metal that can be touched."),
        (_, Some(true)) if contents.supply.gfci == Some(true) && no_ground() => {
            Finding::meets(noun, "The outlet has no ground; what hangs there is GFCI-protected.")
        }
        (_, Some(true)) if no_ground() => seen().since(SINCE),
        (_, Some(_)) => seen(),
        (None, None) => Finding::not_measured(noun, "note whether it has metal that can be touched", "/hung/metal"),
        (Some(true), None) => seen(),
    }]
}

#[cfg(test)]
mod tests {
    use super::super::testing::hanging;
    use super::*;
    use crate::facts::HungKind;
    use crate::rules::Verdict;
    use crate::standard::{Edition, Location};
    use crate::testing::{follows, judged, verdict};

    #[test]
    fn metal_is_grounded_and_plastic_need_not_be() {
        let metal = |metal| hanging(HungKind::CeilingLuminaire, Location::Bedroom, |hung| hung.metal = metal);
        follows(RULE.code, Observation::LuminaireUngrounded, &metal(Some(true)));
        assert_eq!(verdict(RULE.code, &metal(None)), Verdict::NotMeasured);
        assert_eq!(verdict(RULE.code, &metal(Some(false))), Verdict::NotApplicable);
    }

    #[test]
    fn an_old_outlet_without_a_ground_takes_a_gfci() {
        // NEC 410.44, exception 2, from memory, sure.
        let mut contents = hanging(HungKind::CeilingLuminaire, Location::Bedroom, |hung| hung.metal = Some(true));
        contents.conductors.truncate(2);
        contents.observe(Observation::LuminaireUngrounded, true);
        let judge = |contents: &_, year| judged(RULE.code, contents, Edition::Nec2023, Some(year)).verdict;
        assert_eq!((judge(&contents, 1955), judge(&contents, 1980)), (Verdict::Legacy, Verdict::Violates));
        contents.supply.gfci = Some(true);
        assert_eq!(judge(&contents, 1980), Verdict::Meets);
    }
}
