//! `tamper-resistant`: receptacles in dwellings are of the tamper-resistant kind.

use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite, protection};

/// The rule.
pub const RULE: Rule = Rule {
    code: "tamper-resistant",
    title: "Tamper-resistant",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the mark on the receptacle",
    reads: &["/devices/*/tamper_resistant"],
    limit: "125 V receptacles of 15 and 20 A in dwellings are marked tamper-resistant (NEC 2008, CEC 2009). Not above 5 1/2 \
            ft, nor for two-slot replacements.",
    why: "Shutters keep a child's key out of the slot.",
    example: "A bedroom receptacle of 2012 without the mark.",
    citation: |edition| cite(edition, Some(("406.12", Confidence::Sure)), Some(("26-706", Confidence::MayBeOff))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let small = contents.supply.amperes.is_none_or(|amperes| amperes <= 20);
    let receptacles = contents.devices.iter().enumerate().filter(|(_, d)| small && d.kind.is_grounding_type());
    let since = protection::tamper_resistant_since(situation.basis.edition);
    receptacles
        .map(|(index, device)| {
            let label = device.label();
            match device.tamper_resistant {
                Some(true) => Finding::meets(label.clone(), format!("The {label} is marked tamper-resistant.")),
                Some(false) => Finding::violates(label.clone(), format!("The {label} is not marked tamper-resistant."))
                    .since(since),
                None => {
                    let words = format!("look for the tamper-resistant mark of the {label}");
                    Finding::not_measured(label.clone(), &words, format!("/devices/{index}/tamper_resistant"))
                }
            }
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::standard::Edition;
    use crate::testing::{box_with_device, judged};

    #[test]
    fn it_came_in_2008_and_leaves_two_slots_alone() {
        // NEC 406.12 (406.11 in 2008), from memory, sure.
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.devices[0].tamper_resistant = Some(false);
        let judge = |year| judged(RULE.code, &contents, Edition::Nec2023, Some(year)).verdict;
        assert_eq!((judge(1999), judge(2009)), (Verdict::Legacy, Verdict::Violates));
        contents.devices[0].kind = DeviceKind::TwoSlotReceptacle;
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, None).verdict, Verdict::NotApplicable);
    }
}
