//! `ground-present`: a three-slot receptacle and a metal box have an equipment ground.

use crate::electrical::{Evidence, Ground};
use crate::facts::{BoxContents, Colour, Conductor, Construction, Device, DeviceKind, RangeWires, Role};
use crate::quantity::Gauge;
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, Material, Profile, RuleBasis, Severity, Since, WiringMethod, cite};

/// The year since which metal boxes and receptacles of new branch circuits are grounded.
///
/// # Source
/// NEC 1962, from memory; the year may be off.
const SINCE: u16 = 1962;
/// The year since which a new range or dryer circuit has a ground of its own. NEC 250.140, from memory, sure.
const THREE_WIRE_UNTIL: u16 = 1996;

/// The rule.
pub const RULE: Rule = Rule {
    code: "ground-present",
    title: "Equipment ground there",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    since: Since::ALWAYS,
    needs: "whether an equipment grounding conductor is in the box, and what the tester finds",
    reads: &["/lamps", "/readings"],
    limit: "A receptacle with a ground slot and every metal box has an equipment grounding conductor. Without one a \
            three-slot receptacle is a danger at any age, unless it is GFCI-protected and marked.",
    why: "The ground slot promises a path that opens the breaker; without it a fault makes the metal live and stays.",
    example: "A three-slot receptacle on a two-wire cable of 1955.",
    citation: |edition| {
        cite(
            edition,
            Some(("250.148, 314.4, 406.4", Confidence::Sure)),
            Some(("10-600, 26-700", Confidence::CheckFirst)),
        )
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    // The one that fares worst without a ground: neither protected nor marked; then that of a range or dryer.
    let canadian = situation.basis.edition.profile() == Profile::Cec;
    let accepted = |device: &Device| {
        let protected =
            contents.supply_of_device(device).gfci == Some(true) || device.kind == DeviceKind::GfciReceptacle;
        protected && (device.marked_no_ground == Some(true) || canadian)
    };
    let grounding = contents.devices.iter().filter(|device| device.is_grounding_type() || device.is_three_wire());
    let trusting = grounding
        .min_by_key(|device| (accepted(device), device.kind == DeviceKind::RangeReceptacle, device.kind.name()));
    if trusting.is_none() && contents.construction == Some(Construction::Nonmetallic) {
        let why = "Nothing here asks for a ground: the box is not of metal and no receptacle has a ground slot.";
        return vec![if contents.devices.is_empty() {
            Finding::not_applicable("box", why)
        } else {
            Finding::meets("box", why)
        }];
    }
    if contents.conductors.is_empty() {
        return vec![Finding::no_conductors()];
    }
    let evidence = Evidence::of(contents);
    let method = "/cables/0/method";
    let finding = match (evidence.ground(contents), trusting) {
        (Ground::There(what), Some(device)) if device.is_three_wire() => {
            let sentence = format!(
                "A {what} is in the box, and the receptacle grounds the frame of the appliance by the neutral: a four-wire one \
                 and cord go with it."
            );
            Finding::violates("ground", sentence).since(THREE_WIRE_UNTIL)
        }
        (Ground::There(what), _) => Finding::meets("ground", format!("A {what} is in the box.")),
        (Ground::Broken(what), Some(_)) => {
            let figures = evidence.ground_sentence.as_deref().unwrap_or_default();
            let sentence = format!("A {what} is here, but the instruments find no path to ground. {figures}");
            Finding::violates("ground", sentence.trim_end().to_owned()).with_severity(Severity::Danger)
        }
        (Ground::Broken(what), None) => Finding::meets("ground", format!("A {what} is in the box.")),
        (Ground::Unseen, _) => Finding::not_measured(
            "ground",
            "note what the cable or raceway is: the readings find a ground, and no ground conductor is in sight",
            method,
        ),
        (Ground::Unknown, Some(_)) => Finding::not_measured(
            "ground",
            "note what each cable is, or read the tester: no ground conductor is here, and a metal raceway or listed armour would be one",
            method,
        ),
        // Three-wire range and dryer circuits ground their frames by the neutral: lawful in new circuits until NEC 1996,
        // 250.140, from memory, sure. The Canadian code did not allow it.
        (_, Some(device))
            if device.kind == DeviceKind::RangeReceptacle
                && device.range_wires != Some(RangeWires::Four)
                && situation.basis.edition.profile() == Profile::Nec =>
        {
            let sentence = "No ground is in the box of the range or dryer: four wires are asked for since 1996.";
            match neutral_unfit_to_ground(contents) {
                Some(why) => {
                    let sentence = format!("{sentence} An older circuit may stay on three, but {why}.");
                    Finding::violates("ground", sentence).with_severity(Severity::Danger)
                }
                None => Finding::violates("ground", sentence).since(THREE_WIRE_UNTIL),
            }
        }
        (absent, Some(device)) => {
            if accepted(device) {
                Finding::meets("ground", "No ground is there; the receptacle is GFCI-protected and says so.")
            } else {
                let yet = if absent == Ground::Suspect {
                    " The readings find one all the same: look for a jumper."
                } else {
                    ""
                };
                let sentence =
                    format!("No ground is in the box, and the {} has a slot for one.{yet}", device.kind.name());
                Finding::violates("ground", sentence).with_severity(Severity::Danger)
            }
        }
        (unknown, None) => match contents.construction {
            Some(_) if unknown == Ground::Unknown => Finding::not_measured(
                "box",
                "note what each cable is: no ground conductor is here, and a metal raceway or listed armour would be one",
                method,
            ),
            Some(_) => Finding::violates("box", "No ground is in the metal box.").since(SINCE),
            None => Finding::not_measured("box", "note whether the box is of metal", "/construction"),
        },
    };
    vec![finding.resting_on(&evidence.rests_on)]
}

/// Why the neutral of a three-wire range or dryer circuit may not ground a frame: it is too small, or bare in a cable other
/// than service cable.
///
/// # Source
/// NEC 250.140, exception, from memory, sure: no smaller than 10 AWG copper or 8 AWG aluminium; insulated, or bare in
/// service-entrance cable from the service.
fn neutral_unfit_to_ground(contents: &BoxContents) -> Option<String> {
    let neutrals = || contents.conductors.iter().filter(|conductor| conductor.role == Role::Grounded);
    let small = |conductor: &&Conductor| {
        let least = if conductor.material == Material::Copper { Gauge::Awg10 } else { Gauge::Awg8 };
        conductor.gauge < least
    };
    if let Some(neutral) = neutrals().find(small) {
        return Some(format!("its neutral of {} is too small for that", neutral.gauge));
    }
    let bare = neutrals().find(|conductor| conductor.colour == Colour::Bare)?;
    let method = contents.cable_of(bare)?.method;
    let fit = matches!(method, WiringMethod::Service | WiringMethod::Unknown);
    (!fit).then(|| format!("its neutral is bare in {}", method.name()))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::rules::Verdict;
    use crate::standard::Edition;
    use crate::testing::{box_with_device, judged, verdict};

    fn without_ground(kind: DeviceKind) -> BoxContents {
        let mut contents = box_with_device(kind);
        contents.conductors.truncate(2);
        contents
    }

    #[test]
    fn a_three_slot_receptacle_without_a_ground_is_a_danger_at_any_age() {
        let contents = without_ground(DeviceKind::DuplexReceptacle);
        let result = judged(RULE.code, &contents, Edition::Nec2023, Some(1955));
        assert_eq!((result.verdict, result.severity), (Verdict::Violates, Severity::Danger));
    }

    #[test]
    fn a_three_wire_range_circuit_of_before_1996_may_stay() {
        let mut contents = without_ground(DeviceKind::RangeReceptacle);
        contents.conductors.iter_mut().for_each(|conductor| conductor.gauge = Gauge::Awg10);
        let judge = |edition, year| {
            let result = judged(RULE.code, &contents, edition, Some(year));
            (result.verdict, result.severity)
        };
        assert_eq!(judge(Edition::Nec2023, 1985).0, Verdict::Legacy);
        assert_eq!(judge(Edition::Nec2023, 2005), (Verdict::Violates, Severity::Violation));
        assert_eq!(judge(Edition::Cec2021, 1985), (Verdict::Violates, Severity::Danger));
    }

    #[test]
    fn three_wires_may_stay_only_on_three_slots_and_a_neutral_that_is_fit() {
        // NEC 250.140, exception, from memory, sure.
        let judge = |change: &dyn Fn(&mut BoxContents)| {
            let mut contents = without_ground(DeviceKind::RangeReceptacle);
            contents.conductors.iter_mut().for_each(|conductor| conductor.gauge = Gauge::Awg10);
            change(&mut contents);
            let result = judged(RULE.code, &contents, Edition::Nec2023, Some(1985));
            (result.verdict, result.severity == Severity::Danger)
        };
        let (legacy, danger) = ((Verdict::Legacy, false), (Verdict::Violates, true));
        let bare = |contents: &mut BoxContents| contents.conductors[1].colour = Colour::Bare;
        assert_eq!(judge(&|c| c.devices[0].range_wires = Some(RangeWires::Three)), legacy);
        assert_eq!(judge(&|c| c.devices[0].range_wires = Some(RangeWires::Four)), danger, "its slot promises one");
        assert_eq!(judge(&|c| c.conductors[1].gauge = Gauge::Awg12), danger);
        assert_eq!(judge(&|c| c.conductors[1].material = Material::Aluminium), danger, "8 AWG of aluminium");
        assert_eq!(judge(&bare), danger, "bare in NM cable");
        assert_eq!(
            judge(&|c| {
                bare(c);
                c.cables[0].method = WiringMethod::Service;
            }),
            legacy
        );
        // A ground that is there is used: a four-wire receptacle goes with it.
        let mut contents = box_with_device(DeviceKind::RangeReceptacle);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
        contents.devices[0].range_wires = Some(RangeWires::Three);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
    }

    #[test]
    fn gfci_protected_and_marked_is_accepted() {
        let mut contents = without_ground(DeviceKind::DuplexReceptacle);
        contents.supply.gfci = Some(true);
        contents.devices[0].marked_no_ground = Some(true);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
    }

    #[test]
    fn an_old_metal_box_without_a_ground_is_legacy() {
        let mut contents = without_ground(DeviceKind::TwoSlotReceptacle);
        contents.construction = Some(Construction::Metal);
        let judge = |year| judged(RULE.code, &contents, Edition::Nec2023, Some(year)).verdict;
        assert_eq!((judge(1955), judge(1970)), (Verdict::Legacy, Verdict::Violates));
        contents.construction = Some(Construction::Nonmetallic);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
    }

    #[test]
    fn a_ground_is_a_path_and_not_a_conductor_in_sight() {
        use crate::facts::{Half, Lamp, LampReading};
        use crate::standard::WiringMethod;
        // NEC 250.118, from memory: thin-wall, rigid and intermediate conduit, armour with its bond strip, listed metal-clad
        // armour are equipment grounding conductors; knob and tube, old two-wire cable and old armour are none.
        let mut contents = without_ground(DeviceKind::DuplexReceptacle);
        contents.construction = Some(Construction::Metal);
        for (method, wanted) in [
            (WiringMethod::ThinWall, Verdict::Meets),
            (WiringMethod::RigidMetal, Verdict::Meets),
            (WiringMethod::ArmouredBonded, Verdict::Meets),
            (WiringMethod::MetalCladListed, Verdict::Meets),
            (WiringMethod::ArmouredOld, Verdict::Violates),
            (WiringMethod::OldTwoWire, Verdict::Violates),
            (WiringMethod::KnobAndTube, Verdict::Violates),
            (WiringMethod::Nonmetallic, Verdict::Violates),
            (WiringMethod::FlexibleMetal, Verdict::NotMeasured),
            (WiringMethod::Unknown, Verdict::NotMeasured),
        ] {
            contents.cables[0].method = method;
            assert_eq!(verdict(RULE.code, &contents), wanted, "{}", method.name());
        }
        // Looks never outweigh readings: a raceway through which no path is found is none.
        contents.cables[0].method = WiringMethod::ThinWall;
        contents.lamps = vec![LampReading {
            half: Half::Upper,
            hot_neutral: Lamp::Lit,
            hot_ground: Lamp::Off,
            neutral_ground: Lamp::Off,
        }];
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
    }

    #[test]
    fn a_pigtail_or_the_own_wire_of_a_luminaire_is_no_ground() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Meets);
        contents.conductors[2].pigtail = true;
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
        (contents.conductors[2].pigtail, contents.conductors[2].from_canopy) = (false, true);
        assert_eq!(verdict(RULE.code, &contents), Verdict::Violates);
    }
}
