//! `ground-not-bootleg`: no ground is made up from the neutral.

use crate::electrical::{Evidence, WiringState};
use crate::facts::{GroundInSight, Observation};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "ground-not-bootleg",
    title: "Neutral apart from ground",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "a look behind the receptacle for a jumper from neutral to ground",
    reads: &["/observed/neutral-ground-jumper", "/lamps", "/readings"],
    limit: "No jumper from neutral to ground at a device; the neutral is not used as ground.",
    why: "With such a jumper an open neutral makes every grounded metal live; and no lamp tester shows it.",
    example: "A short bare wire from the silver screw to the green one.",
    citation: |edition| cite(edition, Some(("250.142(B)", Confidence::Sure)), Some(("10-210", Confidence::MayBeOff))),
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    if !contents.devices.iter().any(crate::facts::Device::is_grounding_type) {
        return Vec::new();
    }
    let seen = contents.observed(Observation::NeutralGroundJumper);
    let wire = !matches!(contents.ground_in_sight(), GroundInSight::None | GroundInSight::Unknown);
    let evidence = Evidence::of(contents);
    // Every way of wiring that explains the readings of a half makes its ground up from the neutral.
    let made_up = |state: &WiringState| {
        use WiringState::{BootlegGround, BootlegOpenNeutral, BootlegReversed};
        matches!(state, BootlegGround | BootlegOpenNeutral | BootlegReversed)
    };
    let read = evidence.halves.iter().find(|half| !half.causes.is_empty() && half.causes.iter().all(made_up));
    if let (Some(half), true) = (read, seen != Some(true)) {
        let sentence = format!("The readings leave only this: {}", half.statement());
        return vec![Finding::violates("device", sentence).resting_on(&evidence.rests_on)];
    }
    let finding = match (seen, wire, evidence.ground_found) {
        (None, false, Some(true)) if !contents.conductors.is_empty() => Finding::not_measured(
            "device",
            "look behind the device for a jumper: the tester finds a ground, and no ground conductor is in the box",
            "/observed/neutral-ground-jumper",
        ),
        _ => Finding::observed(
            contents,
            Observation::NeutralGroundJumper,
            "Neutral and ground are joined at the device.",
            "Neutral and ground are apart at the device.",
        ),
    };
    vec![finding.resting_on(&evidence.rests_on)]
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{DeviceKind, Half, Lamp, LampReading};
    use crate::standard::Edition;
    use crate::testing::{box_with_device, follows, judged};

    #[test]
    fn it_follows_what_is_seen() {
        follows(RULE.code, Observation::NeutralGroundJumper, &box_with_device(DeviceKind::DuplexReceptacle));
    }

    #[test]
    fn a_ground_on_the_tester_and_none_in_the_box_is_suspect() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors.truncate(2);
        let reading =
            LampReading { half: Half::Upper, hot_neutral: Lamp::Lit, hot_ground: Lamp::Lit, neutral_ground: Lamp::Off };
        contents.lamps = vec![reading];
        let sentence = judged(RULE.code, &contents, Edition::Nec2023, None).sentence;
        assert!(sentence.contains("no ground conductor is in the box"), "{sentence}");
    }
}
