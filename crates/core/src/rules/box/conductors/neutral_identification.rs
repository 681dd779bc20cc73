//! `neutral-identification`: a small neutral is white or grey all along; tape does not make one.

use crate::facts::{Colour, Role};
use crate::quantity::Gauge;
use crate::rules::{Finding, PanelCheck, PanelSituation, Rule, Situation};
use crate::standard::{Confidence, Edition, Profile, RuleBasis, Severity, Since, WiringMethod, cite};

/// The wiring since which one of the two is white: about 1923.
const KNOB_AND_TUBE_UNTIL: u16 = 1923;

/// The rule.
pub const RULE: Rule = Rule {
    code: "neutral-identification",
    title: "Neutral white or grey",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the colour and gauge of each neutral",
    reads: &["/conductors/*/remarked"],
    limit: "6 AWG and smaller: white, grey, or three white stripes all along; marking with tape does not do. 4 AWG and larger may be marked \
            white or grey where it ends. In Canada: through 2 AWG. The bare neutral of a service cable is its own.",
    why: "A neutral that looks like a hot is cut, switched or landed as one.",
    example: "A black 12 AWG neutral with white tape at its tip.",
    citation: |edition| {
        cite(edition, Some(("200.6", Confidence::Sure)), Some(("4-024, 4-026", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let neutrals = situation.contents.conductors.iter().enumerate().filter(|(_, c)| c.role == Role::Grounded);
    neutrals
        .map(|(index, conductor)| {
            let place = format!("/conductors/{index}");
            let method = situation.contents.cable_of(conductor).map(|cable| cable.method);
            let service = method == Some(WiringMethod::Service);
            let of = |finding: Finding| finding.of_conductor(conductor);
            if conductor.colour == Colour::Bare && service {
                // NEC 230.41, 250.140, 338.100, from memory, sure.
                let sentence = "The neutral of a service cable is bare: it may be, in a service and in an old range or dryer circuit.";
                return of(Finding::meets(conductor.label(), sentence));
            }
            if conductor.colour == Colour::Bare && method.is_none_or(|method| method == WiringMethod::Unknown) {
                let words = "note what the cable with the bare neutral is: a service cable may have one";
                return of(Finding::not_measured(conductor.label(), words, "/cables/0/method"));
            }
            let finding = answer(situation.basis.edition, conductor.label(), conductor.gauge, conductor.colour, conductor.remarked, &place);
            // Both conductors of knob and tube are black: the rule came in about 1923. From memory; the year may be off.
            let old = method == Some(WiringMethod::KnobAndTube);
            of(if old { finding.since(KNOB_AND_TUBE_UNTIL) } else { finding })
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
        Some(answer(situation.basis.edition, label, conductor.gauge, conductor.colour?, conductor.remarked, &place))
    })
    .collect()
}

fn answer(
    edition: Edition,
    label: String,
    gauge: Gauge,
    colour: Colour,
    remarked: Option<bool>,
    place: &str,
) -> Finding {
    // NEC 200.6(A), (B): white or grey through 6 AWG. CEC 4-024: through 2 AWG; from memory, check first.
    let largest = if edition.profile() == Profile::Cec { Gauge::Awg2 } else { Gauge::Awg6 };
    let small = gauge <= largest;
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
    use crate::testing::{box_with_device, judged, verdict};

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
    fn a_bare_neutral_is_that_of_a_service_cable() {
        let mut contents = box_with_device(DeviceKind::RangeReceptacle);
        contents.conductors[1].colour = Colour::Bare;
        let answers = [WiringMethod::Service, WiringMethod::Unknown, WiringMethod::Nonmetallic].map(|method| {
            contents.cables[0].method = method;
            verdict(RULE.code, &contents)
        });
        assert_eq!(answers, [Verdict::Meets, Verdict::NotMeasured, Verdict::Violates]);
    }

    #[test]
    fn both_black_is_as_old_as_the_knobs() {
        let mut contents = box_with_device(DeviceKind::TwoSlotReceptacle);
        contents.conductors[1].colour = Colour::Black;
        contents.cables[0].method = WiringMethod::KnobAndTube;
        let judge = |year| judged(RULE.code, &contents, Edition::Nec2023, Some(year)).verdict;
        assert_eq!((judge(1915), judge(1935)), (Verdict::Legacy, Verdict::Violates));
    }

    #[test]
    fn in_canada_two_gauge_is_still_white() {
        let mut contents = box_with_device(DeviceKind::RangeReceptacle);
        (contents.conductors[1].colour, contents.conductors[1].remarked) = (Colour::Black, Some(true));
        contents.conductors[1].gauge = Gauge::Awg2;
        let judge = |edition| judged(RULE.code, &contents, edition, None).verdict;
        assert_eq!((judge(Edition::Nec2023), judge(Edition::Cec2021)), (Verdict::Meets, Verdict::Violates));
    }

    #[test]
    fn a_painted_neutral_has_to_be_read() {
        assert_eq!(neutral(Gauge::Awg12, Colour::Unknown, None), Verdict::NotMeasured);
    }
}
