//! `supply-temperature`: a luminaire that asks for conductors for 90 °C is not on older ones for 60 °C.

use crate::facts::HungKind;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "supply-temperature",
    title: "Supply conductors for the heat",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "what the label asks of the supply conductors, and when the box was wired",
    reads: &["/hung/tap_box"],
    limit: "Where the label asks for supply conductors of 75 or 90 °C, the conductors in its box are for it. NM cable of before 1985 is for 60 °C: it ends in a box at least 1 ft (300 mm) away, and conductors for the heat go on from there.",
    why: "The heat of the luminaire makes old insulation brittle where it cannot be seen.",
    example: "A close ceiling luminaire marked for 90 °C on cable of 1968.",
    citation: |edition| {
        cite(edition, Some(("410.21, 410.117", Confidence::Sure)), Some(("30-408", Confidence::MayBeOff)))
    },
    check,
};

/// The year from which NM cable has conductors for 90 °C. NEC 1984, NM-B, from memory; the year of a cable may be a year later.
const HOT_CABLE: u16 = 1985;

fn check(situation: &Situation) -> Vec<Finding> {
    let Some(hung) = super::hung(situation, |kind| kind != HungKind::Fan) else { return Vec::new() };
    let noun = hung.kind.noun();
    let old = situation.wired_under.map(|wired| wired.year() < HOT_CABLE);
    vec![match (hung.supply_celsius, old) {
        (None, Some(true)) => Finding::not_measured(
            noun,
            "read its label: what temperature does it ask of the supply conductors?",
            "/hung/supply_celsius",
        ),
        (None, _) => return Vec::new(),
        (Some(asked), _) if asked <= 60 => Finding::meets(noun, format!("It asks for conductors of {asked} °C.")),
        (Some(asked), Some(false)) if asked <= 90 => Finding::meets(
            noun,
            format!("It asks for conductors of {asked} °C, which NM cable has had since {HOT_CABLE}."),
        ),
        (Some(asked), _) if hung.tap_box == Some(true) => {
            Finding::meets(noun, format!("It asks for conductors of {asked} °C, and such come from a box 1 ft away."))
        }
        (Some(asked), None) if asked <= 90 => Finding::not_measured(
            noun,
            &format!(
                "find out when this box was wired: it asks for {asked} °C, and cable of before {HOT_CABLE} is for 60 °C"
            ),
            "/wired_under",
        ),
        (Some(asked), _) => Finding::violates(
            noun,
            format!("The {noun} asks for supply conductors of {asked} °C, and those here are for less."),
        ),
    }]
}

#[cfg(test)]
mod tests {
    use super::super::testing::hanging;
    use super::*;
    use crate::rules::Verdict;
    use crate::standard::{Edition, Location};
    use crate::testing::judged;

    #[test]
    fn old_cable_is_for_sixty_degrees() {
        // NEC 410.21, 410.117(C), from memory, sure: conductors for the heat, from a box at least 1 ft away.
        let judge = |celsius, tap_box, year| {
            let hot = hanging(HungKind::CeilingLuminaire, Location::Hallway, |hung| {
                (hung.supply_celsius, hung.tap_box) = (celsius, tap_box);
            });
            judged(RULE.code, &hot, Edition::Nec2023, year).verdict
        };
        assert_eq!(judge(Some(90), None, Some(1968)), Verdict::Violates);
        assert_eq!(judge(Some(90), Some(true), Some(1968)), Verdict::Meets);
        assert_eq!(judge(Some(90), None, Some(1990)), Verdict::Meets);
        assert_eq!(judge(Some(90), None, None), Verdict::NotMeasured);
        assert_eq!(judge(None, None, Some(1968)), Verdict::NotMeasured);
        assert_eq!(judge(None, None, Some(1990)), Verdict::NotApplicable);
        assert_eq!(judge(Some(60), None, Some(1968)), Verdict::Meets);
    }
}
