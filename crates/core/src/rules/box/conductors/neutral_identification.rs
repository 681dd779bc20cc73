//! `neutral-identification`: a small neutral is white or grey all along; tape does not make one.

use crate::facts::{Colour, Role};
use crate::quantity::Gauge;
use crate::rules::{Finding, PanelCheck, PanelSituation, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, cite};

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
            let place = format!("/conductors/{index}");
            answer(conductor.label(), conductor.gauge, conductor.colour, conductor.remarked, &place)
                .of_conductor(conductor)
        })
        .collect()
}

/// The rule at a panel: the neutrals on its bars.
pub const AT_PANEL: Rule<PanelCheck> = RULE.at_panel(check_at_panel);

fn check_at_panel(situation: &PanelSituation) -> Vec<Finding> {
    let bars = situation.panel.bars.iter().enumerate();
    bars.flat_map(|(at, bar)| {
        bar.conductors.iter().enumerate().map(move |(index, conductor)| (at, bar, index, conductor))
    })
    .filter(|(.., conductor)| conductor.role == Role::Grounded)
    .filter_map(|(at, bar, index, conductor)| {
        let label = format!(
            "{} {} on bar {}, terminal {}",
            conductor.colour?.name(),
            conductor.label(),
            bar.id,
            conductor.terminal
        );
        let place = format!("/bars/{at}/conductors/{index}");
        Some(answer(label, conductor.gauge, conductor.colour?, conductor.remarked, &place))
    })
    .collect()
}

fn answer(label: String, gauge: Gauge, colour: Colour, remarked: Option<bool>, place: &str) -> Finding {
    let small = gauge <= Gauge::Awg6;
    match (colour, remarked) {
        (Colour::White | Colour::Grey, _) => {
            Finding::meets(label.clone(), format!("The neutral is {}.", colour.name()))
        }
        (Colour::Unknown, _) => Finding::not_measured(
            label.clone(),
            "read the colour of the neutral farther back, where it is clean",
            format!("{place}/colour"),
        ),
        (_, Some(true)) if !small => {
            Finding::meets(label.clone(), format!("The {label} neutral is marked where it ends."))
        }
        (_, None) if !small => Finding::not_measured(
            label.clone(),
            &format!("look whether the {label} neutral is marked where it ends"),
            format!("{place}/remarked"),
        ),
        _ if small => Finding::violates(
            label.clone(),
            format!("The {label} conductor is a neutral; at this size only white or grey does."),
        ),
        _ => Finding::violates(label.clone(), format!("The {label} neutral is not marked where it ends.")),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
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
