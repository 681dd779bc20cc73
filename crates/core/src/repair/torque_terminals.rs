//! `torque-terminals`: each terminal tightened to the torque marked on the device.

use super::{Change, Diagnosis, Repair};
use crate::survey::Observation;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "torque-terminals",
    title: "Tighten the terminals to their mark",
    mends: &["terminal-torque"],
    least_minutes: 4,
    intrusiveness: 1,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let mut change = diagnosis.change(4);
    change.after.observe(Observation::NotTorqued, false);
    change.step(
        "Tighten each terminal to the mark on the device with a driver that shows the torque; count the terminals.",
    );
    change.caution("Pull each conductor afterwards: none may turn.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::survey::DeviceKind;
    use crate::testing::{box_with_device, mends_what_is_seen};

    #[test]
    fn what_was_seen_is_mended() {
        let contents = box_with_device(DeviceKind::DuplexReceptacle);
        mends_what_is_seen(REPAIR.code, Observation::NotTorqued, "terminal-torque", &contents);
    }
}
