//! `bring-splice-in`: an accessible box with a cover round a splice found outside.

use crate::facts::Observation;
use crate::repair::{Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "bring-splice-in",
    title: "Enclose the splice in a box of its own",
    mends: &["splice-enclosed"],
    least_minutes: 30,
    intrusiveness: 3,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let mut change = diagnosis.change(30);
    change.after.observe(Observation::SpliceOutside, false);
    change.step("Set an accessible box at the splice, clamp the cables, make the splice anew inside it.");
    change.step("Fit a blank cover; the box stays within reach.");
    change.bring("junction box", 1);
    change.bring("blank cover", 1);
    change.bring("cable clamp", 2);
    change.caution("Both cables are dead and proven dead, each by itself.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::testing::{box_with_device, mends_what_is_seen};

    #[test]
    fn what_was_seen_is_mended() {
        let contents = box_with_device(DeviceKind::Switch);
        mends_what_is_seen(REPAIR.code, Observation::SpliceOutside, "splice-enclosed", &contents);
    }
}
