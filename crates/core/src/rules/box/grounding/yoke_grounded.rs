//! `yoke-grounded`: switch yokes and metal plates are grounded.

use crate::electrical::{Evidence, Ground};
use crate::facts::{Construction, Device, Observation, Plate};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "yoke-grounded",
    title: "Yoke grounded",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::nec(1999),
    needs: "whether the yoke has its ground, and what the plate is of where none is to be had",
    reads: &["/observed/yoke-ungrounded", "/plate"],
    limit: "The yoke of a switch is grounded, and with it a metal plate; that of a receptacle is joined to a metal box by a \
            jumper or grounds itself. Where an old box has no ground, plate and screws are of plastic.",
    why: "A metal plate on an ungrounded yoke becomes live when a conductor behind it touches.",
    example: "A switch in a plastic box with nothing on its green screw.",
    citation: |edition| {
        cite(edition, Some(("404.9(B), 250.146", Confidence::MayBeOff)), Some(("14-510", Confidence::CheckFirst)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let switch = contents.devices.iter().any(|device| device.kind.is_switch_only());
    let ground = Evidence::of(contents).ground(contents);
    let seen = contents.observed(Observation::YokeUngrounded);
    // At a receptacle it is asked for where the box is of metal; seen, it counts anywhere.
    let concerned = contents.construction == Some(Construction::Metal) || seen == Some(true);
    let receptacle =
        concerned && matches!(ground, Ground::There(_)) && contents.devices.iter().any(Device::is_grounding_type);
    if !switch && !receptacle {
        return Vec::new();
    }
    // Without a ground in the box a switch has a plate of plastic, and plastic screws: 404.9(B), exception 1.
    if switch && ground == Ground::Absent && seen != Some(false) && !contents.conductors.is_empty() {
        return vec![match contents.plate {
            Some(Plate::Nonmetallic) => {
                Finding::meets("box", "No ground is in the box, and plate and screws are not of metal.")
            }
            Some(Plate::Metal) => {
                Finding::violates("box", "A metal plate or metal screws sit on a yoke that nothing grounds.").since(0)
            }
            None if seen.is_none() => Finding::not_measured(
                "box",
                "no ground is here: look whether plate and screws are of plastic",
                "/plate",
            ),
            None => Finding::violates("box", "The yoke of the switch is not grounded."),
        }];
    }
    let (bad, good) = if switch {
        ("The yoke of the switch is not grounded.", "The yoke of the switch is grounded.")
    } else {
        (
            "The yoke of the receptacle is not joined to the metal box: no jumper, and the yoke does not ground itself.",
            "The yoke of the receptacle is joined to the metal box.",
        )
    };
    vec![Finding::observed(contents, Observation::YokeUngrounded, bad, good)]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::standard::Edition;
    use crate::testing::{box_with_device, follows, judged};

    #[test]
    fn it_follows_what_is_seen_and_excuses_old_work() {
        let mut contents = box_with_device(DeviceKind::Switch);
        follows(RULE.code, Observation::YokeUngrounded, &contents);
        contents.observe(Observation::YokeUngrounded, true);
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, Some(1975)).verdict, Verdict::Legacy);
    }

    #[test]
    fn where_no_ground_is_the_plate_is_of_plastic() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.conductors.truncate(2);
        let judge = |plate| {
            let contents = crate::facts::BoxContents { plate, ..contents.clone() };
            judged(RULE.code, &contents, Edition::Nec2023, Some(1955)).verdict
        };
        let answers = [None, Some(Plate::Nonmetallic), Some(Plate::Metal)].map(judge);
        assert_eq!(answers, [Verdict::NotMeasured, Verdict::Meets, Verdict::Violates]);
    }

    #[test]
    fn the_yoke_of_a_receptacle_is_joined_to_a_metal_box() {
        // NEC 250.146, from memory, sure.
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        assert_eq!(judged(RULE.code, &contents, Edition::Nec2023, None).verdict, Verdict::NotApplicable);
        contents.construction = Some(Construction::Metal);
        follows(RULE.code, Observation::YokeUngrounded, &contents);
    }
}
