//! `fit-cover`: a whole cover that seats on the wall.

use crate::electrical::{Evidence, Ground};
use crate::facts::{Observation, Plate};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "fit-cover",
    title: "Fit a cover or plate",
    mends: &["cover-present", "plate-intact", "yoke-grounded"],
    act: Act::Cover,
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
    change.step(Act::Cover, "Fit a cover or plate that spans the opening; snug, not drawn up: a plate pulled on to a sunk box cracks again.");
    // Nothing grounds the yoke: plate and screws are of plastic. NEC 404.9(B), exception 1, from memory, sure.
    let contents = diagnosis.situation.contents;
    let switch = contents.devices.iter().any(|device| device.kind.is_switch_only());
    if switch && Evidence::of(contents).ground(contents) == Ground::Absent && contents.plate != Some(Plate::Nonmetallic)
    {
        change.after.plate = Some(Plate::Nonmetallic);
        change.step(Act::Cover, "No ground is in this box: the plate and its screws are of plastic.");
        change.bring(("plastic-plate-with-plastic-screws", "plastic plate with plastic screws"), 1);
    } else {
        change.bring(("plate-or-cover", "plate or cover"), 1);
    }
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

    #[test]
    fn without_a_ground_the_plate_is_of_plastic() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.conductors.truncate(2);
        contents.plate = Some(Plate::Metal);
        let proposal = crate::testing::repaired(REPAIR.code, &contents);
        assert!(proposal.clears.contains(&"yoke-grounded"), "{:?}", proposal.reasons);
        assert!(proposal.materials[0].what.starts_with("plastic plate"), "{:?}", proposal.materials);
    }
}
