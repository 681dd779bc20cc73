//! `four-wire-receptacle`: where a ground is in the box of a range or dryer, a receptacle and cord that use it.

use crate::electrical::{Evidence, Ground};
use crate::facts::{Device, RangeWires};
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::standard::Configuration;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "four-wire-receptacle",
    title: "Replace by a four-wire receptacle",
    mends: &["ground-present"],
    act: Act::NewDevice,
    least_minutes: 20,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let three = || contents.devices.iter().filter(|device| device.is_three_wire());
    if three().next().is_none() {
        return Err(vec!["no three-wire range or dryer receptacle is here".to_owned()]);
    }
    if !matches!(Evidence::of(contents).ground(contents), Ground::There(_)) {
        return Err(vec!["no ground is in the box: bring one, or feed the receptacle anew with four wires".to_owned()]);
    }
    let mut change = diagnosis.change(20);
    for device in change.after.devices.iter_mut().filter(|device| Device::is_three_wire(device)) {
        device.range_wires = Some(RangeWires::Four);
        device.configuration = device.configuration.map(Configuration::with_ground);
    }
    for device in three() {
        let amperes = device.rated().map_or_else(String::new, |amperes| format!("{amperes} A "));
        let size = device.rated().map_or_else(String::new, |amperes| format!("-{amperes}"));
        let receptacle = format!("four-wire {amperes}receptacle, 125/250 V");
        change.bring((format!("four-wire-receptacle{size}"), receptacle), 1);
        change.bring((format!("four-wire-cord{size}"), format!("four-wire {amperes}cord for the appliance")), 1);
    }
    change.step(Act::NewDevice, "Replace the receptacle by a four-wire one of the same rating: the ground on green, the neutral on its own terminal.");
    change.step(
        Act::NewDevice,
        "At the appliance fit a four-wire cord and take off the strap or link from the neutral to the frame.",
    );
    change.step(Act::Read, "Before plugging in, read the neutral blade of the cord to the frame: open.");
    change.caution("With the strap left on, the neutral current also flows in the ground and on every frame.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn only_where_a_ground_is_there_to_use() {
        // NEC 250.140 and 250.142(B), from memory, sure: with an equipment ground the frame is not grounded by the neutral.
        let mut contents = box_with_device(DeviceKind::RangeReceptacle);
        contents.devices[0].range_wires = Some(RangeWires::Three);
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert!(proposal.steps.iter().any(|step| step.words.contains("strap")), "{:?}", proposal.steps);
        contents.conductors.truncate(2);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected);
    }
}
