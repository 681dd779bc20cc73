//! `replace-receptacle`: one of the right rating and marks, its tab as the wiring asks.

use super::replacement::{needs_no_gfci, with_arc_fault};
use crate::electrical::{Evidence, Ground};
use crate::facts::{Device, DeviceKind, Observation};
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::standard::{Location, ampacity};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "replace-receptacle",
    title: "Replace the receptacle",
    mends: &[
        "tamper-resistant",
        "weather-resistant",
        "device-rating",
        "split-receptacle",
        "afci-required",
        "device-sound",
        "device-plumb",
    ],
    act: Act::NewDevice,
    least_minutes: 10,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let family = diagnosis.situation.basis.edition.profile();
    let damp = contents.location.is_some_and(Location::is_damp);
    needs_no_gfci(diagnosis)?;
    // Three slots promise a ground: 406.4(D)(2).
    let absent = matches!(Evidence::of(contents).ground(contents), Ground::Absent | Ground::Suspect);
    let three_slots = |kind: DeviceKind| kind.is_grounding_type() && kind != DeviceKind::RangeReceptacle;
    let unmarked = |device: &Device| {
        three_slots(device.kind)
            && device.kind != DeviceKind::GfciReceptacle
            && contents.supply_of_device(device).gfci != Some(true)
    };
    if absent && contents.devices.iter().any(unmarked) {
        return Err(vec![
            "no ground is here: three slots are not put in again; two slots, a GFCI, or a ground".to_owned(),
        ]);
    }
    let mut change = diagnosis.change(10);
    let arc_fault = with_arc_fault(diagnosis, &mut change);
    let mut brought = Vec::new();
    for device in change.after.devices.iter_mut().filter(|device| device.kind.is_receptacle()) {
        let circuit = contents.supply_of_device(device).amperes;
        let allowed = circuit.map_or(&[][..], |circuit| ampacity::receptacles_allowed(family, circuit));
        let single = matches!(device.kind, DeviceKind::SingleReceptacle | DeviceKind::RangeReceptacle);
        let right =
            if single && contents.supply.only_receptacle != Some(false) { allowed.last() } else { allowed.first() };
        if device.kind != DeviceKind::RangeReceptacle && right.is_some_and(|right| *right > 20) {
            return Err(vec![format!(
                "a circuit of {} A feeds no receptacle of 15 or 20 A: its breaker is made smaller, or it feeds something else",
                circuit.unwrap_or_default()
            )]);
        }
        let fits = device.rated().is_some_and(|rating| allowed.contains(&rating)) && !single;
        if let (Some(right), false) = (right, fits) {
            (device.amperes, device.configuration) = (Some(*right), None);
        }
        // A receptacle of a range has no shutters, nor has one with two slots.
        let shutters = three_slots(device.kind);
        if shutters {
            device.tamper_resistant = Some(true);
        }
        let weather = damp && device.kind != DeviceKind::RangeReceptacle;
        if weather {
            device.weather_resistant = Some(true);
        }
        if arc_fault && device.kind != DeviceKind::RangeReceptacle {
            device.arc_fault = Some(true);
        }
        let rating = device.rated().map_or_else(String::new, |amperes| format!(", {amperes} A"));
        let marks = match (shutters, weather) {
            (true, true) => ", tamper- and weather-resistant",
            (true, false) => ", tamper-resistant",
            (false, true) => ", weather-resistant",
            (false, false) => "",
        };
        let kind = if arc_fault && device.kind != DeviceKind::RangeReceptacle { "AFCI " } else { "" };
        let code = format!("{kind}{}{rating}{marks}", device.kind.name()).to_lowercase();
        let code: Vec<&str> = code.split(|c: char| !c.is_alphanumeric()).filter(|part| !part.is_empty()).collect();
        brought.push((code.join("-"), format!("{kind}{}{rating}{marks}", device.kind.name())));
    }
    if brought.is_empty() {
        return Err(vec!["there is no receptacle here".to_owned()]);
    }
    for seen in [
        Observation::FaceBroken,
        Observation::SlackContacts,
        Observation::YokeBent,
        Observation::DeviceFails,
        Observation::OutOfPlumb,
    ] {
        change.after.observe(seen, false);
    }
    if contents.devices.iter().any(|device| device.split) {
        change.after.observe(Observation::TabWrong, false);
        change
            .step(Act::NewDevice, "Break the hot tab before the new receptacle goes in, as on the one that came out.");
    }
    change.step(Act::NewDevice, "Put the new receptacle in the place of the one that comes out.");
    for what in brought {
        change.bring(what, 1);
    }
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn rating_and_marks_come_right_together() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.supply.amperes = Some(15);
        contents.devices[0].amperes = Some(20);
        contents.devices[0].tamper_resistant = Some(false);
        contents.location = Some(Location::Attic);
        for conductor in &mut contents.conductors {
            conductor.gauge = crate::quantity::Gauge::Awg14;
        }
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert!(proposal.materials[0].what.contains("15 A, tamper-resistant"), "{:?}", proposal.materials);
    }

    #[test]
    fn a_replacement_brings_the_protection_of_new_work() {
        // NEC 406.4(D)(3), (4), from memory, sure.
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        (contents.supply.gfci, contents.supply.afci) = (Some(false), Some(false));
        contents.devices[0].tamper_resistant = Some(false);
        contents.location = Some(Location::Bathroom);
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Rejected);
        assert!(proposal.reasons[0].contains("GFCI-protected here"), "{:?}", proposal.reasons);
        contents.location = Some(Location::Bedroom);
        let proposal = repaired(REPAIR.code, &contents);
        assert!(proposal.materials[0].what.starts_with("AFCI "), "{:?}", proposal.materials);
        assert_eq!(proposal.after.expect("it is possible").devices[0].arc_fault, Some(true));
    }

    #[test]
    fn three_slots_are_not_put_in_again_without_a_ground() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors.truncate(2);
        contents.devices[0].tamper_resistant = Some(false);
        contents.location = Some(Location::OtherDry);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected);
    }
}
