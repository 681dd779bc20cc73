//! `fit-cover`: a whole cover that seats on the wall.

use crate::facts::Observation;
use crate::repair::{Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "fit-cover",
    title: "Fit a cover or plate",
    mends: &["cover-present", "plate-intact"],
    least_minutes: 3,
    intrusiveness: 0,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let mut change = diagnosis.change(3);
    change.after.observe(Observation::CoverMissing, false);
    change.after.observe(Observation::PlateCracked, false);
    change.after.observe(Observation::PlateGapped, false);
    change.step("Fit a cover or plate that spans the opening; snug, not drawn up: a plate pulled on to a sunk box cracks again.");
    change.bring("plate or cover", 1);
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
        mends_what_is_seen(REPAIR.code, Observation::CoverMissing, "cover-present", &contents);
    }
}
