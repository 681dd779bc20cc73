//! `ground-device`: a ground pigtail to the yoke of each device.

use crate::facts::Observation;
use crate::repair::{Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "ground-device",
    title: "Ground the device with a pigtail",
    mends: &["yoke-grounded"],
    least_minutes: 4,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let Some(ground) = diagnosis.situation.contents.grounds().next() else {
        return Err(vec!["no ground is in the box to join a pigtail to".to_owned()]);
    };
    let length = diagnosis.situation.basis.house_rules.shop.ground_pigtail_minimum.say(diagnosis.situation.basis.units);
    let what = format!("pigtail, {} {}, {length}", ground.gauge, ground.colour.name());
    let devices = u32::try_from(diagnosis.situation.contents.devices.len()).unwrap_or(1);
    let mut change = diagnosis.change(4);
    change.after.observe(Observation::YokeUngrounded, false);
    change.bring(what, devices);
    change.bring("connector for grounds", 1);
    change.step("Join a ground pigtail to the grounds of the box and land it on the green screw of each device.");
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
}
