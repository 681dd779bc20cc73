//! `conductor-damage`: conductors are whole and their insulation is sound.

use crate::facts::{ConductorCondition, ConductorEnd};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "conductor-damage",
    title: "Conductors whole",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: true,
    since: Since::ALWAYS,
    needs: "a look along each conductor, and a pull at it: nicks and where they are, broken strands, heat marks, brittle insulation",
    reads: &["/conductors/*/condition", "/conductors/*/free_length"],
    limit: "No nicked or broken conductor, none loose in its joint, no broken strands, no heat marks, no brittle insulation.",
    why: "A nick breaks at the next bend; heat marks say that something here was loose or overloaded.",
    example: "A black conductor nicked where its sheath was cut.",
    citation: |edition| {
        cite(edition, Some(("110.12(B)", Confidence::Sure)), Some(("2-108, 2-300", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let conductors = &situation.contents.conductors;
    if conductors.is_empty() {
        return vec![Finding::no_conductors()];
    }
    conductors
        .iter()
        .enumerate()
        .map(|(index, conductor)| {
            let label = conductor.label();
            let finding = match (conductor.condition, conductor.end) {
                (Some(ConductorCondition::HeatMarked), _) => {
                    Finding::violates(label.clone(), format!("The {label} conductor is marked by heat."))
                        .with_severity(Severity::Danger)
                }
                (Some(ConductorCondition::Brittle), _) => {
                    Finding::violates(label.clone(), format!("The insulation of the {label} conductor crumbles."))
                        .with_severity(Severity::Danger)
                }
                (Some(ConductorCondition::Broken), _) => Finding::violates(
                    label.clone(),
                    format!("The {label} conductor is broken, or loose in its splice or under its screw."),
                ),
                (Some(ConductorCondition::Nicked), _) | (_, ConductorEnd::Nicked) => {
                    Finding::violates(label.clone(), format!("The {label} conductor is nicked or has broken strands."))
                }
                (Some(ConductorCondition::Sound), _) => {
                    Finding::meets(label.clone(), format!("The {label} conductor is sound."))
                }
                (None, _) => {
                    let words = format!("look along the {label} conductor");
                    Finding::not_measured(label.clone(), &words, format!("/conductors/{index}/condition"))
                }
            };
            finding.of_conductor(conductor)
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::standard::Edition;
    use crate::testing::{box_with, conductor, judged, verdict};

    fn with(condition: Option<ConductorCondition>) -> crate::facts::BoxContents {
        let mut one = conductor(Some(112), None);
        one.condition = condition;
        box_with(None, vec![one])
    }

    #[test]
    fn silence_is_not_soundness() {
        assert_eq!(verdict(RULE.code, &with(None)), Verdict::NotMeasured);
        assert_eq!(verdict(RULE.code, &with(Some(ConductorCondition::Sound))), Verdict::Meets);
    }

    #[test]
    fn heat_marks_are_a_danger_at_any_age() {
        let result = judged(RULE.code, &with(Some(ConductorCondition::HeatMarked)), Edition::Nec2023, Some(1930));
        assert_eq!((result.verdict, result.severity), (Verdict::Violates, Severity::Danger));
    }

    #[test]
    fn a_nicked_tip_counts_as_damage() {
        let mut contents = with(Some(ConductorCondition::Sound));
        contents.conductors[0].end = ConductorEnd::Nicked;
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
    }
}
