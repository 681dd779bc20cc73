//! `new-device`: a switch, timer, alarm or other device of its kind; without a neutral to be had, one that needs none.

use crate::facts::{Landing, Observation, Role, Terminal};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "new-device",
    title: "Replace the device",
    mends: &["device-sound", "device-plumb", "control-neutral"],
    act: Act::NewDevice,
    least_minutes: 15,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    if contents.devices.is_empty() {
        return Err(vec!["no device is here".to_owned()]);
    }
    if contents.devices.iter().any(|device| device.kind.is_receptacle()) {
        return Err(vec!["a receptacle is replaced with what new work asks of it: marks, GFCI, AFCI".to_owned()]);
    }
    let mut change = diagnosis.change(15);
    for seen in [Observation::FaceBroken, Observation::YokeBent, Observation::DeviceFails, Observation::OutOfPlumb] {
        change.after.observe(seen, false);
    }
    let neutral = contents.conductors.iter().find(|conductor| conductor.role == Role::Grounded);
    for device in &contents.devices {
        let wants = device.kind.may_want_neutral() && device.own_neutral == Some(true);
        let (what, code) = match (wants, neutral) {
            (true, None) => {
                for known in change.after.devices.iter_mut().filter(|known| known.id == device.id) {
                    known.own_neutral = Some(false);
                }
                change.after.landings.retain(|on| (on.device, on.terminal) != (device.id, Terminal::ControlNeutral));
                (format!("{}, of a kind that needs no neutral", device.kind.name()), "-no-neutral")
            }
            (true, Some(neutral)) => {
                let landing = Landing { device: device.id, terminal: Terminal::ControlNeutral, conductor: neutral.id };
                change.after.landings.retain(|on| (on.device, on.terminal) != (device.id, Terminal::ControlNeutral));
                change.after.landings.push(landing);
                change.step(
                    Act::Land,
                    format!("Join the neutral lead of the {} with the neutrals of the same circuit.", device.label()),
                );
                (device.kind.name().to_owned(), "")
            }
            (false, _) => (device.kind.name().to_owned(), ""),
        };
        let amperes = device.rated().map_or_else(String::new, |amperes| format!(", {amperes} A"));
        let code =
            format!("{}{code}{}", device.kind.name(), amperes).replace(", ", "-").replace(' ', "-").to_lowercase();
        change.bring((code, format!("{what}{amperes}")), 1);
    }
    change.step(
        Act::NewDevice,
        "Put the new device in the place of the old: line on line, load on load, as it was noted.",
    );
    change.caution("Count its travellers and its poles before it is bought: a three-way is no single-pole switch.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn a_broken_switch_is_replaced_and_a_receptacle_by_its_own_repair() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.observe(Observation::FaceBroken, true);
        assert!(repaired(REPAIR.code, &contents).clears.contains(&"device-sound"));
        contents.devices[0].kind = DeviceKind::DuplexReceptacle;
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected);
    }

    #[test]
    fn a_timer_gets_the_neutral_or_does_without() {
        let mut contents = box_with_device(DeviceKind::Timer);
        contents.devices[0].own_neutral = Some(true);
        contents.landings = vec![Landing { device: 1, terminal: Terminal::SwitchLine, conductor: 1 }];
        let proposal = repaired(REPAIR.code, &contents);
        assert!(proposal.clears.contains(&"control-neutral"), "{:?}", proposal.reasons);
        contents.conductors.remove(1);
        let proposal = repaired(REPAIR.code, &contents);
        assert!(proposal.clears.contains(&"control-neutral"), "{:?}", proposal.reasons);
        assert!(proposal.materials[0].what.contains("no neutral"), "{:?}", proposal.materials);
    }
}
