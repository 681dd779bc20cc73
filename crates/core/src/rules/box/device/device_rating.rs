//! `device-rating`: a receptacle goes with its circuit.

use crate::facts::DeviceKind;
use crate::quantity::Amount;
use crate::rules::{Finding, Rule, Side, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, ampacity, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "device-rating",
    title: "Receptacle against its circuit",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "the rating of the receptacle and of the breaker; for a single receptacle, whether it is alone on the circuit",
    reads: &["/devices/*/amperes", "/supply/amperes"],
    limit: "With two or more on the circuit: 15 A receptacles on 15 or 20 A, 20 A on 20 A, 30 on 30, 40 or 50 on 40, 50 on \
            50. A single receptacle alone on its circuit is rated no less than the circuit. A duplex is two.",
    why: "A receptacle below its circuit carries more than it is made for; one above invites a plug that overloads it.",
    example: "A 20 A receptacle on a 15 A circuit.",
    citation: |edition| cite(edition, Some(("210.21(B)", Confidence::Sure)), Some(("14-600", Confidence::CheckFirst))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let receptacles = contents.devices.iter().enumerate().filter(|(_, device)| device.kind.is_receptacle());
    receptacles
        .map(|(index, device)| {
            let label = device.label();
            let Some(circuit) = contents.supply_of_device(device).amperes else {
                return Finding::not_measured(label.clone(), "read the rating of the breaker", "/supply/amperes");
            };
            let Some(rating) = device.rated() else {
                let words = format!("read the rating of the {label}");
                return Finding::not_measured(label.clone(), &words, format!("/devices/{index}/amperes"));
            };
            let single = matches!(device.kind, DeviceKind::SingleReceptacle | DeviceKind::RangeReceptacle);
            let alone = single.then_some(contents.supply.only_receptacle).flatten();
            if alone == Some(true) {
                let words = format!("A {rating} A single receptacle alone on a {circuit} A circuit");
                let finding = if rating >= circuit {
                    Finding::meets(label.clone(), format!("{words}."))
                } else {
                    Finding::violates(label.clone(), format!("{words}; it is rated no less than the circuit."))
                };
                return finding.with_figures(Amount::amperes(rating), Amount::amperes(circuit), Side::AtLeast, None);
            }
            let allowed = ampacity::receptacles_allowed(situation.basis.edition.profile(), circuit);
            if allowed.contains(&rating) {
                if single && alone.is_none() && rating < circuit {
                    let words = format!("find out whether the {label} is alone on its circuit");
                    return Finding::not_measured(label.clone(), &words, "/supply/only_receptacle");
                }
                return Finding::meets(label.clone(), format!("A {rating} A receptacle on a {circuit} A circuit."));
            }
            let list: Vec<String> = allowed.iter().map(u16::to_string).collect();
            let may = if list.is_empty() { "none that we list".to_owned() } else { format!("{} A", list.join(" or ")) };
            Finding::violates(
                label.clone(),
                format!("A {rating} A receptacle is on a {circuit} A circuit, which takes {may}."),
            )
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::testing::{box_with_device, verdict};

    fn rated(kind: DeviceKind, rating: u16, circuit: u16, alone: Option<bool>) -> Verdict {
        let mut contents = box_with_device(kind);
        contents.devices[0].amperes = Some(rating);
        contents.supply.amperes = Some(circuit);
        contents.supply.only_receptacle = alone;
        verdict(RULE.code, &contents)
    }

    #[test]
    fn a_duplex_counts_as_two() {
        // NEC 210.21(B)(1) and Table 210.21(B)(3), from memory.
        assert_eq!(rated(DeviceKind::DuplexReceptacle, 15, 20, Some(true)), Verdict::Meets);
        assert_eq!(rated(DeviceKind::DuplexReceptacle, 20, 15, None), Verdict::Violates);
        assert_eq!(rated(DeviceKind::SingleReceptacle, 15, 20, Some(true)), Verdict::Violates);
        assert_eq!(rated(DeviceKind::SingleReceptacle, 15, 20, Some(false)), Verdict::Meets);
        assert_eq!(rated(DeviceKind::SingleReceptacle, 15, 20, None), Verdict::NotMeasured);
        assert_eq!(rated(DeviceKind::RangeReceptacle, 50, 40, Some(false)), Verdict::Meets);
        // CEC 14-600, from memory: a 15 A receptacle is not on a 20 A circuit.
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        (contents.devices[0].amperes, contents.supply.amperes) = (Some(15), Some(20));
        let canadian = crate::testing::judged(RULE.code, &contents, crate::standard::Edition::Cec2021, None);
        assert_eq!(canadian.verdict, Verdict::Violates);
    }
}
