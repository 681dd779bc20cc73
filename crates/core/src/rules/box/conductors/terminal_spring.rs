//! `terminal-spring`: push-in spring terminals of devices.

use crate::facts::{Conductor, Observation, SpringTerminals, Strands};
use crate::quantity::Gauge;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, Material, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "terminal-spring",
    title: "Push-in terminals",
    basis: RuleBasis::Listing,
    severity: Severity::Note,
    always: false,
    since: Since::ALWAYS,
    needs: "whether conductors are pushed into spring terminals of the device",
    reads: &["/observed/spring-terminals"],
    limit: "Push-in terminals take solid 14 AWG copper only, at 15 A, where the device is listed for it.",
    why: "A spring holds by a small contact; a larger, stranded or aluminium conductor in it works loose and heats.",
    example: "12 AWG pushed into a spring terminal.",
    citation: |edition| cite(edition, Some(("110.3(B)", Confidence::Sure)), Some(("2-024", Confidence::CheckFirst))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    if !contents.has_terminals() {
        return Vec::new();
    }
    let circuit = contents.conductors.iter().filter(|conductor| !conductor.is_ground() && !conductor.from_canopy);
    let fits = |conductor: &Conductor| {
        conductor.gauge <= Gauge::Awg14
            && conductor.strands != Strands::Stranded
            && conductor.material == Material::Copper
    };
    let (fitting, unfit): (Vec<_>, Vec<_>) = circuit.partition(|conductor| fits(conductor));
    let seen = contents.observed(Observation::SpringTerminals);
    let finding = match (seen, unfit.first(), situation.basis.house_rules.spring_terminals) {
        // Which of them is in a spring is not said: the others may be under screws.
        (Some(true), Some(conductor), SpringTerminals::Accept) if !fitting.is_empty() => {
            let label = conductor.label();
            Finding::violates("terminals", format!("Push-in terminals are used: see that {label} is in none of them."))
        }
        (Some(true), Some(conductor), _) if fitting.is_empty() => {
            let label = conductor.label();
            Finding::violates(
                label.clone(),
                format!("Push-in terminals are used, and {label} is not solid 14 AWG copper."),
            )
            .with_severity(Severity::Violation)
        }
        (Some(true), _, SpringTerminals::Reterminate) => {
            Finding::violates("terminals", "Push-in terminals are used; this house lands conductors on the screws.")
                .with_severity(Severity::Workmanship)
                .by_house_rule("Push-in terminals")
        }
        _ => Finding::observed(
            contents,
            Observation::SpringTerminals,
            "Push-in terminals are used: accepted where the device is listed for it; move to the screws when the box is open.",
            "No push-in terminal is used.",
        ),
    };
    vec![finding]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Basis, BoxContents, DeviceKind};
    use crate::rules::{RuleResult, Situation, judge};
    use crate::testing::box_with_device;

    fn result(contents: &BoxContents, school: SpringTerminals) -> RuleResult {
        let mut basis = Basis::default();
        basis.house_rules.spring_terminals = school;
        let results = judge(&Situation::new(contents, &basis));
        results.into_iter().find(|result| result.rule == RULE.code).expect("it is in the catalogue")
    }

    fn pushed_in(gauge: Gauge) -> BoxContents {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        for conductor in &mut contents.conductors {
            conductor.gauge = gauge;
        }
        contents.observe(Observation::SpringTerminals, true);
        contents
    }

    #[test]
    fn twelve_gauge_in_a_spring_is_a_violation() {
        assert!(result(&pushed_in(Gauge::Awg12), SpringTerminals::Accept).is_broken());
    }

    #[test]
    fn a_larger_conductor_beside_may_be_under_a_screw() {
        let mut contents = pushed_in(Gauge::Awg14);
        contents.conductors[0].gauge = Gauge::Awg12;
        let said = result(&contents, SpringTerminals::Accept);
        let worst = said.worst_finding().expect("it is said");
        assert_eq!(worst.severity.unwrap_or(said.severity), Severity::Note, "{}", worst.sentence);
        assert!(worst.sentence.contains("see that"), "{}", worst.sentence);
    }

    #[test]
    fn fourteen_gauge_is_a_note_unless_the_house_says_otherwise() {
        let contents = pushed_in(Gauge::Awg14);
        assert_eq!(result(&contents, SpringTerminals::Accept).severity, Severity::Note);
        let strict = result(&contents, SpringTerminals::Reterminate);
        assert!(strict.is_broken() && strict.worst_finding().is_some_and(|worst| worst.house_rule.is_some()));
    }
}
