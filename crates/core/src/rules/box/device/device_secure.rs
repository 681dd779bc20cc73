//! `device-secure`: the yoke of a device is held rigid.

use crate::facts::{Observation, Seat, SpacerMaterial};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// Spacers of 1/8 in under a yoke that bridge the permitted set-back of 1/4 in. Common practice, no source.
pub const MOST_SPACERS: u8 = 2;

/// The rule.
pub const RULE: Rule = Rule {
    code: "device-secure",
    title: "Device held rigid",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "how the yoke is seated, and whether the device rocks",
    reads: &["/devices/*/seat", "/observed/device-loose", "/observed/one-cover-screw"],
    limit: "The yoke is rigid: on the ears of a flush box, on its plaster ears against the wall, or on rigid spacers. By \
            practice two spacers of 1/8 in are the most. A receptacle on a cover is held by more than one screw.",
    why: "A rocking device works its terminals loose and cracks the plate.",
    example: "A receptacle on four spacers in a box 1/2 in back: two are the most.",
    citation: |edition| {
        cite(edition, Some(("404.10(B), 406.5", Confidence::Sure)), Some(("12-3002", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let house = &situation.basis.house_rules;
    let rocks = contents.observed(Observation::DeviceLoose);
    let one_screw = contents.observed(Observation::OneCoverScrew) == Some(true);
    contents
        .devices
        .iter()
        .enumerate()
        .filter(|(_, device)| device.kind.has_yoke())
        .map(|(index, device)| {
            let label = device.label();
            if one_screw && device.kind.is_receptacle() {
                // NEC 406.5(C), from memory, sure.
                return Finding::violates(label.clone(), format!("The {label} hangs on its cover by one screw."));
            }
            let unlimited = house.spacer_reach == crate::facts::SpacerReach::AsNeeded;
            match (rocks, device.seat) {
                (Some(true), _) => Finding::violates(label.clone(), format!("The {label} rocks or pulls out.")),
                (_, Some(Seat::Floating)) => {
                    Finding::violates(label.clone(), format!("The {label} is held by its screws alone, in the air."))
                }
                (_, Some(Seat::Makeshift)) if house.spacer_material == SpacerMaterial::Anything => {
                    Finding::meets(label.clone(), format!("The {label} sits on a makeshift spacer."))
                        .by_house_rule("Spacers under device ears")
                }
                (_, Some(Seat::Makeshift)) => {
                    Finding::violates(label.clone(), format!("The {label} sits on something that gives."))
                        .with_severity(Severity::Workmanship)
                }
                (_, Some(Seat::Spacers)) if device.spacers > MOST_SPACERS => {
                    let words = format!("The {label} sits on {} spacers", device.spacers);
                    if unlimited {
                        Finding::meets(label.clone(), format!("{words}.")).by_house_rule("How far spacers may bridge")
                    } else {
                        Finding::violates(
                            label.clone(),
                            format!("{words}; by practice {MOST_SPACERS} are the most, beyond that an extender."),
                        )
                        .with_severity(Severity::Workmanship)
                    }
                }
                (_, Some(_)) => Finding::meets(label.clone(), format!("The {label} sits firm.")),
                (Some(false), None) => Finding::meets(label.clone(), format!("The {label} does not rock.")),
                (None, None) => {
                    let words = format!("look how the {label} is seated, and whether it rocks");
                    Finding::not_measured(label.clone(), &words, format!("/devices/{index}/seat"))
                }
            }
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, DeviceKind};
    use crate::rules::Verdict;
    use crate::testing::{box_with_device, follows, verdict};

    fn seated(seat: Seat, spacers: u8) -> BoxContents {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.devices[0].seat = Some(seat);
        contents.devices[0].spacers = spacers;
        contents
    }

    #[test]
    fn two_spacers_and_no_more() {
        // Check value of the trade, common practice, no source: 1/4 in takes two spacers of 1/8 in.
        assert_eq!(verdict(RULE.code, &seated(Seat::Spacers, 2)), Verdict::Meets);
        assert_eq!(verdict(RULE.code, &seated(Seat::Spacers, 3)), Verdict::Violates);
        assert_eq!(verdict(RULE.code, &seated(Seat::Makeshift, 0)), Verdict::Violates);
        assert_eq!(verdict(RULE.code, &seated(Seat::PlasterEars, 0)), Verdict::Meets);
    }

    #[test]
    fn a_rocking_device_is_loose_however_it_is_seated() {
        let mut contents = box_with_device(DeviceKind::Switch);
        follows(RULE.code, Observation::DeviceLoose, &contents);
        contents.devices[0].seat = Some(Seat::BoxEars);
        contents.observe(Observation::DeviceLoose, true);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
    }

    #[test]
    fn one_screw_does_not_hold_a_receptacle_to_its_cover() {
        let mut contents = seated(Seat::BoxEars, 0);
        contents.observe(Observation::OneCoverScrew, true);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
    }
}
