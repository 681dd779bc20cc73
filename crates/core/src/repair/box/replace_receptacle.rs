//! `replace-receptacle`: one of the right rating and marks, its tab as the wiring asks.

use crate::facts::{DeviceKind, Observation};
use crate::repair::{Change, Diagnosis, Repair};
use crate::standard::{Location, ampacity};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "replace-receptacle",
    title: "Replace the receptacle",
    mends: &["tamper-resistant", "weather-resistant", "device-rating", "split-receptacle"],
    least_minutes: 10,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let outdoors = contents.location == Some(Location::Outdoors);
    let circuit = contents.supply.amperes;
    let mut change = diagnosis.change(10);
    let mut brought = Vec::new();
    for device in change.after.devices.iter_mut().filter(|device| device.kind.is_receptacle()) {
        let family = diagnosis.situation.basis.edition.profile();
        let allowed = circuit.map_or(&[][..], |circuit| ampacity::receptacles_allowed(family, circuit));
        let single = matches!(device.kind, DeviceKind::SingleReceptacle | DeviceKind::RangeReceptacle);
        let right =
            if single && contents.supply.only_receptacle != Some(false) { allowed.last() } else { allowed.first() };
        let fits = device.amperes.is_some_and(|rating| allowed.contains(&rating)) && !single;
        if let (Some(right), false) = (right, fits) {
            device.amperes = Some(*right);
        }
        device.tamper_resistant = Some(true);
        device.weather_resistant = outdoors.then_some(true).or(device.weather_resistant);
        let rating = device.amperes.map_or_else(String::new, |amperes| format!(", {amperes} A"));
        let marks = if outdoors { ", tamper- and weather-resistant" } else { ", tamper-resistant" };
        brought.push(format!("{}{rating}{marks}", device.kind.name()));
    }
    if brought.is_empty() {
        return Err(vec!["there is no receptacle here".to_owned()]);
    }
    if contents.devices.iter().any(|device| device.split) {
        change.after.observe(Observation::TabWrong, false);
        change.step("Break the hot tab before the new receptacle goes in, as on the one that came out.");
    }
    change.step("Note each conductor as it lands, then move them over one at a time.");
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
        for conductor in &mut contents.conductors {
            conductor.gauge = crate::quantity::Gauge::Awg14;
        }
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert!(proposal.materials[0].what.contains("15 A, tamper-resistant"), "{:?}", proposal.materials);
    }
}
