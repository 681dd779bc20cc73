//! `exposed-copper`: no more bare copper beyond a terminal than a trace, and no insulation under it.

use crate::facts::Observation;
use crate::quantity::{Length, UnitSystem};
use crate::rules::{Finding, PanelCheck, PanelSituation, Rule, Side, Situation, Verdict};
use crate::standard::{RuleBasis, Severity, Since, practice};

/// Bare copper that good work leaves, and the most that passes. Common practice, no source.
const GOOD: Length = Length::sixteenths(1);
const MOST: Length = Length::sixteenths(2);

/// The rule.
pub const RULE: Rule = Rule {
    code: "exposed-copper",
    title: "Bare copper at terminals",
    basis: RuleBasis::Workmanship,
    severity: Severity::Workmanship,
    always: false,
    since: Since::ALWAYS,
    needs: "the most bare copper that shows beyond a terminal, and whether insulation is clamped",
    reads: &["/bare_copper", "/observed/insulation-clamped"],
    limit: "1/16 in of bare copper beyond a terminal is good work, 1/8 in the most; no insulation under a terminal.",
    why: "Bare copper finds the box or a ground when the device is pushed home; clamped insulation makes a loose joint.",
    example: "3/8 in of bare copper at a hot screw: over by 1/4 in.",
    // The code has no figure; the strip gauge of the device governs.
    citation: practice,
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    if !contents.has_terminals() {
        return Vec::new();
    }
    let units = situation.basis.units;
    let copper = match contents.bare_copper {
        None => Finding::not_measured("terminals", "measure the most bare copper at a terminal", "/bare_copper"),
        Some(bare) => answer("terminals".to_owned(), bare, units),
    };
    let clamped = Finding::observed(
        contents,
        Observation::InsulationClamped,
        "Insulation is clamped under a terminal.",
        "No insulation is clamped under a terminal.",
    );
    vec![copper, clamped]
}

fn answer(label: String, bare: Length, units: UnitSystem) -> Finding {
    let sentence = format!("{} of bare copper shows; at most {} passes.", bare.say(units), MOST.say(units));
    let mut finding = Finding::meets(label, sentence).with_lengths(units, bare, MOST, Side::AtMost);
    if bare > MOST {
        finding.verdict = Verdict::Violates;
        finding.reaches_limit = false;
    } else if bare > GOOD {
        finding.verdict = Verdict::Marginal;
    }
    finding
}

/// The rule at a panel: the bare copper at each breaker where it was measured. It is no matter of the conductor's size.
pub const AT_PANEL: Rule<PanelCheck> = RULE.at_panel(|situation: &PanelSituation| {
    let units = situation.basis.units;
    let breakers = situation.panel.breakers.iter();
    let measured = breakers.filter_map(|breaker| Some((breaker, breaker.bare_copper?)));
    measured
        .map(|(breaker, bare)| {
            let finding = answer(format!("breaker {}", breaker.name()), bare, units).of_breaker(breaker);
            let sentence = format!("Breaker {}: {}", breaker.name(), finding.sentence);
            Finding { sentence: sentence.into(), ..finding }
        })
        .collect()
});

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::testing::{box_with_device, verdict};

    fn bare(sixteenths: Option<u32>, clamped: bool) -> Verdict {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.bare_copper = sixteenths.map(Length::sixteenths);
        contents.observe(Observation::InsulationClamped, clamped);
        verdict(RULE.code, &contents)
    }

    #[test]
    fn an_eighth_is_the_edge() {
        // Check value of the trade, common practice, no source: 1/16 to 1/8 in.
        assert_eq!(bare(Some(1), false), Verdict::Meets);
        assert_eq!(bare(Some(2), false), Verdict::Marginal);
        assert_eq!(bare(Some(3), false), Verdict::Violates);
        assert_eq!(bare(None, false), Verdict::NotMeasured);
    }

    #[test]
    fn clamped_insulation_is_as_bad() {
        assert_eq!(bare(Some(1), true), Verdict::Violates);
    }
}
