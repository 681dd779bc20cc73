//! `tamper-resistant`: receptacles in dwellings are of the tamper-resistant kind.

use super::replaced::dated;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::protection::{self, Asked, OutletKind, Replacement};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite_by_year};

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
    limit: "Receptacles of 15 and 20 A in dwellings are marked tamper-resistant (NEC 2008, CEC 2009). Not above 5 1/2 ft (2 m \
            in Canada), behind an appliance that is not easily moved, or with two slots; in attics and crawl spaces since 2020. \
            One put in the place of another is new work (2011).",
    why: "Shutters keep a child's key out of the slot.",
    example: "A bedroom receptacle of 2012 without the mark.",
    citation: |edition| {
        let nec = [(2011, "406.12", Confidence::Sure), (2008, "406.11", Confidence::MayBeOff)];
        cite_by_year(edition, &nec, Some(("26-706", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let receptacles = contents.devices.iter().enumerate().filter(|(_, device)| device.kind.is_grounding_type());
    receptacles
        .filter_map(|(index, device)| {
            let label = device.label();
            if device.tamper_resistant == Some(true) {
                return Some(Finding::meets(label.clone(), format!("The {label} is marked tamper-resistant.")));
            }
            let Some(location) = contents.location else {
                return Some(Finding::not_measured(label, "note where the box is", "/location"));
            };
            let outlet = device.outlet(location, &contents.stand);
            if outlet.kind == OutletKind::Large {
                return None;
            }
            let year = match protection::tamper_resistant(situation.basis.edition, &outlet) {
                Asked::No(why) => {
                    let sentence = format!("No shutters are asked of the {label}: {why}.");
                    return Some(Finding::not_applicable(label, sentence));
                }
                Asked::Unsettled(open) => return Some(Finding::not_measured(label, open.words, open.field)),
                Asked::Since { year, .. } => year,
            };
            Some(match device.tamper_resistant {
                Some(_) => {
                    let sentence = format!("The {label} is not marked tamper-resistant.");
                    let found = Finding::violates(label, sentence);
                    dated(found, situation, RULE.code, (index, device), year, Replacement::Resistant)
                }
                None => {
                    let words = format!("look for the tamper-resistant mark of the {label}");
                    Finding::not_measured(label, &words, format!("/devices/{index}/tamper_resistant"))
                }
            })
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::standard::{Edition, Location};
    use crate::testing::{box_with_device, judged};

    #[test]
    fn a_range_receptacle_has_no_shutters() {
        let mut contents = box_with_device(DeviceKind::RangeReceptacle);
        (contents.location, contents.devices[0].tamper_resistant) = (Some(Location::Kitchen), Some(false));
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, None).verdict, Verdict::NotApplicable);
    }

    #[test]
    fn it_came_in_2008_and_leaves_two_slots_alone() {
        // NEC 406.12 (406.11 in 2008), from memory, sure.
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.devices[0].tamper_resistant = Some(false);
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, None).verdict, Verdict::NotMeasured, "where is it?");
        contents.location = Some(Location::Bedroom);
        let judge = |year| judged(RULE.code, &contents, Edition::Nec2023, Some(year)).verdict;
        assert_eq!((judge(1999), judge(2009)), (Verdict::Legacy, Verdict::Violates));
        contents.devices[0].kind = DeviceKind::TwoSlotReceptacle;
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, None).verdict, Verdict::NotApplicable);
    }
}
