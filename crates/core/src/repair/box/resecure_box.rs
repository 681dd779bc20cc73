//! `resecure-box`: wings, side clips, a screw to the stud, a brace on the far side.

use crate::facts::Observation;
use crate::repair::{Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "resecure-box",
    title: "Fix the box",
    mends: &["box-secure", "box-support-far-side"],
    least_minutes: 10,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    if contents.observed(Observation::NoBox) == Some(true) {
        return Err(vec!["there is no box to fix".to_owned()]);
    }
    let mut change = diagnosis.change(10);
    change.after.observe(Observation::BoxLoose, false);
    change.after.stand.far_side = Some(true);
    change.step("Screw the box to its stud, within 1/4 in of its back or ends, or draw its wings or side clips up against the board.");
    if contents.gang_count() > 1 {
        change.step("Brace the far side of a ganged box.");
        change.bring(("far-side-brace", "far-side brace"), 1);
    }
    change.bring(("side-clips-or-screws-for-the-box", "side clips or screws for the box"), 1);
    change.caution("No screw threads stand free inside the box.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn a_moving_box_is_fixed() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.observe(Observation::BoxLoose, true);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Clears);
    }
}
