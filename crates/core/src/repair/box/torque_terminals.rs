//! `torque-terminals`: each terminal tightened to the torque marked on the device.

use crate::facts::Observation;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "torque-terminals",
    title: "Tighten the terminals to their mark",
    mends: &["terminal-torque"],
    act: Act::Torque,
    least_minutes: 4,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let mut change = diagnosis.change(4);
    change.after.observe(Observation::NotTorqued, false);
    change.step(Act::Torque, "Take a driver that shows the torque, and set it to the mark on the device.");
    change.caution("Pull each conductor afterwards: none may turn.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, DeviceKind};
    use crate::testing::{box_with_device, mends_what_is_seen, repaired};

    #[test]
    fn what_was_seen_is_mended() {
        let contents = box_with_device(DeviceKind::DuplexReceptacle);
        mends_what_is_seen(REPAIR.code, Observation::NotTorqued, "terminal-torque", &contents);
    }

    #[test]
    fn three_terminals_with_supply_only_and_five_with_a_run_downstream() {
        // Check value of the trade, common practice, no source.
        let mut contents = box_with_device(DeviceKind::GfciReceptacle);
        contents.observe(Observation::NotTorqued, true);
        let said = |contents: &BoxContents| {
            repaired(REPAIR.code, contents).steps.into_iter().find(|step| step.words.starts_with("Tighten"))
        };
        assert!(said(&contents).is_some_and(|step| step.words.starts_with("Tighten 3 terminals")));
        contents.cables.push(crate::facts::Cable::new(2));
        assert!(said(&contents).is_some_and(|step| step.words.starts_with("Tighten 5 terminals")));
    }
}
