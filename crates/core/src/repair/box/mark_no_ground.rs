//! `mark-no-ground`: the marks that a receptacle behind a GFCI without a ground carries.

use crate::electrical::Evidence;
use crate::facts::DeviceKind;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "mark-no-ground",
    title: "Mark it: GFCI protected, no equipment ground",
    mends: &["receptacle-replacement", "ground-present", "wiring-fault"],
    act: Act::Label,
    least_minutes: 1,
    intrusiveness: 0,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    if let Some(why) = Evidence::of(contents).ground(contents).forbids_mark() {
        return Err(vec![why.to_owned()]);
    }
    let protected = contents.supply.gfci == Some(true);
    let mut change = diagnosis.change(1);
    let mut count = 0;
    for device in change.after.devices.iter_mut().filter(|device| device.is_grounding_type()) {
        if protected || device.kind == DeviceKind::GfciReceptacle {
            device.marked_no_ground = Some(true);
            count += 1;
        }
    }
    if count == 0 {
        return Err(vec!["nothing here is known to be GFCI-protected; a mark alone protects nobody".to_owned()]);
    }
    change.step(Act::Label, "Put both marks where they show with the plate on.");
    change.bring(("mark-gfci-protected-no-equipment-ground", "mark, GFCI protected, no equipment ground"), count);
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Half, Lamp, LampReading};
    use crate::repair::Standing;
    use crate::standard::WiringMethod;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn a_mark_wants_protection_behind_it() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors.truncate(2);
        contents.supply.gfci = Some(true);
        contents.devices[0].marked_no_ground = Some(false);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Clears);
        contents.supply.gfci = Some(false);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected);
    }
    #[test]
    fn no_mark_says_that_there_is_no_ground_where_the_raceway_is_one() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors.truncate(2);
        contents.supply.gfci = Some(true);
        contents.devices[0].marked_no_ground = Some(false);
        contents.cables[0].method = WiringMethod::ThinWall;
        // Lamps as common practice has them, no source: hot to neutral lit, hot to ground dark, is an open ground.
        contents.lamps = vec![LampReading {
            half: Half::Upper,
            hot_neutral: Lamp::Lit,
            hot_ground: Lamp::Off,
            neutral_ground: Lamp::Off,
        }];
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Rejected, "{:?}", proposal.steps);
        assert!(proposal.reasons[0].contains("broken on its way"), "{:?}", proposal.reasons);
    }
}
