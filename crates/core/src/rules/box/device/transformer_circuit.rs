//! `transformer-circuit`: a bell transformer is on a branch circuit that a small breaker protects.

use crate::facts::DeviceKind;
use crate::quantity::Amount;
use crate::rules::{Finding, Rule, Side, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The most ahead of a class 2 transformer, in amperes. NEC 725.127, from memory, sure.
const MOST: u16 = 20;

/// The rule.
pub const RULE: Rule = Rule {
    code: "transformer-circuit",
    title: "Breaker of a bell transformer",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the rating of the breaker that feeds the transformer",
    reads: &["/supply/amperes"],
    limit: "A transformer for class 2 wiring is on a branch circuit of 20 A at most.",
    why: "Its leads are of 18 AWG: tapped to a larger breaker, or ahead of every breaker, they burn before anything opens.",
    example: "A bell transformer tapped to the range circuit of 50 A.",
    citation: |edition| {
        cite(edition, Some(("725.127", Confidence::MayBeOff)), Some(("16-200, 16-206", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let transformers = contents.devices.iter().filter(|device| device.kind == DeviceKind::Transformer);
    transformers
        .map(|device| {
            let label = device.label();
            let Some(amperes) = contents.supply_of_device(device).amperes else {
                return Finding::not_measured(label, "read the rating of the breaker", "/supply/amperes");
            };
            let words = format!("The transformer is on {amperes} A; at most {MOST} A are allowed");
            let finding = if amperes <= MOST {
                Finding::meets(label, format!("{words}."))
            } else {
                Finding::violates(label, format!("{words}: feed it from a circuit of 15 or 20 A."))
            };
            let over = amperes.checked_sub(MOST).filter(|over| *over > 0).map(Amount::amperes);
            finding.with_figures(Amount::amperes(amperes), Amount::amperes(MOST), Side::AtMost, over)
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::testing::{box_with_device, verdict};

    #[test]
    fn twenty_amperes_at_most() {
        // NEC 725.127, from memory: not over 20 A.
        let of = |amperes| {
            let mut contents = box_with_device(DeviceKind::Transformer);
            contents.supply.amperes = amperes;
            verdict(RULE.code, &contents)
        };
        assert_eq!([of(None), of(Some(20)), of(Some(30))], [Verdict::NotMeasured, Verdict::Meets, Verdict::Violates]);
        assert_eq!(verdict(RULE.code, &box_with_device(DeviceKind::Bell)), Verdict::NotApplicable);
    }
}
