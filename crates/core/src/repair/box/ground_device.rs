//! `ground-device`: a ground pigtail to the yoke of each device.

use super::ground_pigtail::{self, by_metal};
use crate::facts::{Construction, Observation};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "ground-device",
    title: "Ground the device with a pigtail",
    mends: &["yoke-grounded"],
    act: Act::Splice,
    least_minutes: 4,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let devices = u32::try_from(contents.devices.len()).unwrap_or(1);
    let mut change = diagnosis.change(4);
    if contents.construction == Some(Construction::Metal) && by_metal(contents) {
        let length = diagnosis.situation.basis.house_rules.shop.ground_pigtail_minimum;
        change.bring(("grounding-screw-10-32", "grounding screw 10-32"), 1);
        let words = format!("pigtail, 12 AWG green, {}", length.say(diagnosis.situation.basis.units));
        change.bring((format!("pigtail-12-green-{}", length.nm()), words), devices);
        change.step(Act::Splice, "Run a jumper from a green screw in the metal box, which the raceway grounds, for the green screw of each device.");
    } else {
        ground_pigtail::join(diagnosis, &mut change, devices)?;
        change
            .step(Act::Splice, "Join a ground pigtail to the grounds of the box, for the green screw of each device.");
    }
    change.after.observe(Observation::YokeUngrounded, false);
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
        mends_what_is_seen(REPAIR.code, Observation::YokeUngrounded, "yoke-grounded", &contents);
    }

    #[test]
    fn the_connector_takes_its_place_where_connectors_count() {
        // CEC 12-3034(2): a pair of connectors counts; NEC none. From memory.
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.observe(Observation::YokeUngrounded, true);
        let proposal = crate::testing::repaired(REPAIR.code, &contents);
        assert_eq!(proposal.after.expect("it is possible").splices.len(), 1);
    }
}
