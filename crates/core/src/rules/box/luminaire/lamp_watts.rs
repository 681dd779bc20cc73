//! `lamp-watts`: the lamp is no hotter than the luminaire is marked for.

use crate::facts::{HungKind, LampKind};
use crate::quantity::Amount;
use crate::rules::{Finding, Rule, Side, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "lamp-watts",
    title: "Lamp within its mark",
    basis: RuleBasis::Listing,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the watts of the lamp and the most that the luminaire is marked for",
    reads: &["/hung/lamp_watts"],
    limit: "The lamp has no more watts than the mark in the luminaire. A lamp of less heat is counted by the watts that it draws.",
    why: "Too hot a lamp bakes the insulation over it until it crumbles.",
    example: "A 100 W lamp in a luminaire marked for 60 W: over by 40 W.",
    citation: |edition| {
        cite(edition, Some(("110.3(B)", Confidence::Sure)), Some(("2-024, 30-104", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let Some(hung) = super::hung(situation, |kind| kind != HungKind::Fan) else { return Vec::new() };
    let noun = hung.kind.noun();
    vec![match (hung.lamp_kind, hung.lamp_watts, hung.lamp_most) {
        (Some(LampKind::BuiltIn), ..) => Finding::not_applicable(noun, "Its light source is built in."),
        (_, None, _) => Finding::not_measured(noun, "read the watts of the lamp", "/hung/lamp_watts"),
        (_, _, None) => {
            Finding::not_measured(noun, "read the most watts that the luminaire is marked for", "/hung/lamp_most")
        }
        (_, Some(lamp), Some(most)) => {
            let words = format!("A lamp of {lamp} W in a {noun} marked for {most} W");
            let finding = if lamp <= most {
                Finding::meets(noun, format!("{words}."))
            } else {
                Finding::violates(noun, format!("{words}: over by {} W.", lamp - most))
            };
            let over = (lamp > most).then(|| Amount::watts(lamp - most));
            finding.with_figures(Amount::watts(lamp), Amount::watts(most), Side::AtMost, over)
        }
    }]
}

#[cfg(test)]
mod tests {
    use super::super::testing::hanging;
    use super::*;
    use crate::rules::Verdict;
    use crate::standard::Location;
    use crate::testing::verdict;

    #[test]
    fn no_more_than_the_mark() {
        let judge = |lamp, most| {
            let lit =
                hanging(HungKind::Lampholder, Location::Attic, |hung| (hung.lamp_watts, hung.lamp_most) = (lamp, most));
            verdict(RULE.code, &lit)
        };
        assert_eq!(judge(Some(60), Some(60)), Verdict::Meets);
        assert_eq!(judge(Some(61), Some(60)), Verdict::Violates);
        assert_eq!(judge(None, Some(60)), Verdict::NotMeasured);
        assert_eq!(judge(Some(60), None), Verdict::NotMeasured);
    }
}
