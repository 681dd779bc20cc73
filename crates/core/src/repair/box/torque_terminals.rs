//! `torque-terminals`: each terminal tightened to the torque marked on the device.

use crate::facts::{BoxContents, DeviceKind, Observation};
use crate::repair::{Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "torque-terminals",
    title: "Tighten the terminals to their mark",
    mends: &["terminal-torque"],
    least_minutes: 4,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let mut change = diagnosis.change(4);
    change.after.observe(Observation::NotTorqued, false);
    let count = terminals(diagnosis.situation.contents);
    change.step(format!(
        "Tighten each terminal to the mark on the device with a driver that shows the torque: {count} terminals, counted one \
         by one."
    ));
    change.caution("Pull each conductor afterwards: none may turn.");
    Ok(change)
}

/// The terminals to tighten: three on a device with its supply only; five on a GFCI receptacle that feeds others on.
/// Common practice, no source.
fn terminals(contents: &BoxContents) -> usize {
    let feeds_on = contents.cables.len() > 1;
    let of = |kind| if kind == DeviceKind::GfciReceptacle && feeds_on { 5 } else { 3 };
    contents.devices.iter().map(|device| of(device.kind)).sum()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::testing::{box_with_device, mends_what_is_seen};

    #[test]
    fn what_was_seen_is_mended() {
        let contents = box_with_device(DeviceKind::DuplexReceptacle);
        mends_what_is_seen(REPAIR.code, Observation::NotTorqued, "terminal-torque", &contents);
    }

    #[test]
    fn three_terminals_with_supply_only_and_five_with_a_run_downstream() {
        // Check value of the trade, common practice, no source.
        let mut contents = box_with_device(DeviceKind::GfciReceptacle);
        assert_eq!(terminals(&contents), 3);
        contents.cables.push(crate::facts::Cable::new(2));
        assert_eq!(terminals(&contents), 5);
    }
}
