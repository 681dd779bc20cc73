//! `tie-breakers`: a two-pole breaker or an identified handle tie for the circuits of a split yoke.

use crate::repair::{Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "tie-breakers",
    title: "Make both circuits go off together",
    mends: &["split-receptacle"],
    least_minutes: 10,
    intrusiveness: 2,
    for_circuit: true,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    if !diagnosis.situation.contents.devices.iter().any(|device| device.split) {
        return Err(vec!["no yoke here is split".to_owned()]);
    }
    if diagnosis.situation.contents.supply.common_disconnect == Some(true) {
        return Err(vec!["the circuits go off together already".to_owned()]);
    }
    let mut change = diagnosis.change(10);
    change.after.supply.common_disconnect = Some(true);
    change.bring("two-pole breaker or identified handle tie, listed for the panel", 1);
    change.step("Have both circuits of the yoke put on one disconnect; then see that both halves go dead together.");
    change.caution("Behind the dead front is work for qualified persons: the line side stays live with the main off.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn both_halves_go_dead_together() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.devices[0].split = true;
        contents.supply.common_disconnect = Some(false);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Clears);
    }
}
