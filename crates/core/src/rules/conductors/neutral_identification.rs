//! `neutral-identification`: a small neutral is white or grey all along; tape does not make one.

use crate::quantity::Gauge;
use crate::rules::{Finding, Rule, RuleBasis, Severity, Situation};
use crate::standard::{Confidence, cite};
use crate::survey::{Colour, Role};

/// The rule.
pub const RULE: Rule = Rule {
    code: "neutral-identification",
    title: "Neutral white or grey",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: None,
    needs: "the colour and gauge of each neutral",
    reads: &["/conductors/*/remarked"],
    limit: "6 AWG and smaller: white or grey all along; marking with tape does not do. 4 AWG and larger may be marked \
            white or grey where it ends.",
    why: "A neutral that looks like a hot is cut, switched or landed as one.",
    example: "A black 12 AWG neutral with white tape at its tip.",
    citation: |edition| cite(edition, Some(("200.6", Confidence::Sure)), Some(("4-022", Confidence::MayBeOff))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let neutrals = situation.contents.conductors.iter().enumerate().filter(|(_, c)| c.role == Role::Grounded);
    neutrals
        .map(|(index, conductor)| {
            let label = conductor.label();
            let small = conductor.gauge <= Gauge::Awg6;
            let finding = match (conductor.colour, conductor.remarked) {
                (Colour::White | Colour::Grey, _) => {
                    Finding::meets(label.clone(), format!("The neutral is {}.", conductor.colour.name()))
                }
                (Colour::Unknown, _) => Finding::not_measured(
                    label.clone(),
                    "read the colour of the neutral farther back, where it is clean",
                    format!("/conductors/{index}/colour"),
                ),
                (_, Some(true)) if !small => {
                    Finding::meets(label.clone(), format!("The {label} neutral is marked where it ends."))
                }
                (_, None) if !small => Finding::not_measured(
                    label.clone(),
                    &format!("look whether the {label} neutral is marked where it ends"),
                    format!("/conductors/{index}/remarked"),
                ),
                _ if small => Finding::violates(
                    label.clone(),
                    format!("The {label} conductor is a neutral; at this size only white or grey does."),
                ),
                _ => Finding::violates(label.clone(), format!("The {label} neutral is not marked where it ends.")),
            };
            finding.of_conductor(conductor)
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::survey::DeviceKind;
    use crate::testing::{box_with_device, verdict};

    fn neutral(gauge: Gauge, colour: Colour, remarked: Option<bool>) -> Verdict {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        let conductor = &mut contents.conductors[1];
        (conductor.gauge, conductor.colour, conductor.remarked) = (gauge, colour, remarked);
        verdict(RULE.code, &contents)
    }

    #[test]
    fn tape_makes_a_neutral_only_of_a_large_conductor() {
        // NEC 200.6(A) and (B), from memory: 6 AWG and smaller, 4 AWG and larger.
        assert_eq!(neutral(Gauge::Awg6, Colour::Black, Some(true)), Verdict::Violates);
        assert_eq!(neutral(Gauge::Awg4, Colour::Black, Some(true)), Verdict::Meets);
        assert_eq!(neutral(Gauge::Awg4, Colour::Black, Some(false)), Verdict::Violates);
        assert_eq!(neutral(Gauge::Awg12, Colour::White, None), Verdict::Meets);
    }

    #[test]
    fn a_painted_neutral_has_to_be_read() {
        assert_eq!(neutral(Gauge::Awg12, Colour::Unknown, None), Verdict::NotMeasured);
    }
}
