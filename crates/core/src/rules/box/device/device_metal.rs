//! `device-metal`: aluminium is landed only on a device made for it.

use crate::facts::{BoxContents, Conductor, Device};
use crate::rules::{Finding, Rule, Situation};
use crate::standard::{Confidence, Material, RuleBasis, Severity, Since, cite};

/// The rule.
pub const RULE: Rule = Rule {
    code: "device-metal",
    title: "Device made for its conductors",
    basis: RuleBasis::Code,
    severity: Severity::Danger,
    always: true,
    since: Since::ALWAYS,
    needs: "the metal of the conductors on each device, and the mark of the device",
    reads: &["/devices/*/for_aluminium"],
    limit: "Aluminium goes directly on a device only where that is marked for it: CO/ALR at 15 and 20 A, AL/CU above; \
            copper-clad aluminium where the device names it.",
    why: "Under a screw made for copper aluminium creeps, loosens and burns.",
    example: "Solid 12 AWG aluminium of 1970 on the screws of an ordinary receptacle.",
    citation: |edition| {
        let nec = ("406.3(C), 404.14(C), 110.14", Confidence::MayBeOff);
        cite(edition, Some(nec), Some(("12-118", Confidence::MayBeOff)))
    },
    check,
};

fn check(situation: &Situation) -> Vec<Finding> {
    let contents = situation.contents;
    let devices = contents.devices.iter().enumerate();
    devices
        .filter_map(|(index, device)| {
            let conductor = on_device(contents, device)?;
            let label = device.label();
            let metal = if conductor.material == Material::Aluminium { "aluminium" } else { "copper-clad aluminium" };
            let what = format!("{} {metal}", conductor.gauge);
            Some(match device.for_aluminium {
                Some(true) => Finding::meets(label.clone(), format!("{what} on the {label}, which is marked for it.")),
                Some(false) => {
                    Finding::violates(label.clone(), format!("{what} on the {label}, which is not marked for it."))
                }
                None => {
                    let mark = if device.rated().is_some_and(|amperes| amperes > 20) { "AL/CU" } else { "CO/ALR" };
                    let words = format!("read the mark of the {label}: {what} on it wants {mark}");
                    Finding::not_measured(label, &words, format!("/devices/{index}/for_aluminium"))
                }
            })
        })
        .collect()
}

/// A conductor of aluminium on a device: by its landing; where nothing is landed, one that no splice holds back.
fn on_device<'a>(contents: &'a BoxContents, device: &Device) -> Option<&'a Conductor> {
    let mut aluminium = contents.conductors.iter().filter(|conductor| conductor.material != Material::Copper);
    let landed = |conductor: &Conductor| contents.landings.iter().any(|landing| landing.conductor == conductor.id);
    let here = |conductor: &Conductor| {
        contents.landings.iter().any(|landing| landing.device == device.id && landing.conductor == conductor.id)
    };
    if contents.landings.is_empty() {
        return aluminium
            .find(|conductor| conductor.joined.is_none() && !conductor.passes_through && !conductor.from_canopy);
    }
    aluminium.find(|conductor| landed(conductor) && here(conductor))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::rules::Verdict;
    use crate::testing::{box_with_device, verdict};

    #[test]
    fn the_mark_of_the_device_decides() {
        // NEC 406.3(C), 404.14(C), from memory, sure: 15 and 20 A devices with aluminium are CO/ALR.
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotApplicable);
        for material in [Material::Aluminium, Material::CopperClad] {
            contents.conductors[0].material = material;
            let mut judge = |marked| {
                contents.devices[0].for_aluminium = marked;
                verdict(RULE.code, &contents)
            };
            let answers = [None, Some(true), Some(false)].map(&mut judge);
            assert_eq!(answers, [Verdict::NotMeasured, Verdict::Meets, Verdict::Violates]);
        }
        contents.conductors[0].joined = Some("A".to_owned());
        assert_eq!(verdict(RULE.code, &contents), Verdict::NotApplicable, "a copper pigtail is on the screw");
    }
}
