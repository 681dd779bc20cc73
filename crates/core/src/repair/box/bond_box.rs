//! `bond-box`: a grounding screw and a pigtail to the box.

use super::ground_pigtail;
use crate::facts::{BoxBond, Construction};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "bond-box",
    title: "Bond the box",
    mends: &["metal-box-bonded"],
    act: Act::BondMetal,
    least_minutes: 5,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    if contents.construction != Some(Construction::Metal) {
        return Err(vec!["the box is not of metal".to_owned()]);
    }
    let mut change = diagnosis.change(5);
    ground_pigtail::join(diagnosis, &mut change, 1)?;
    change.after.bond = Some(BoxBond::Screw);
    change.after.forget_metal_readings();
    change.step(Act::BondMetal, "Drive a green grounding screw into the tapped hole of the box.");
    change.step(Act::Splice, "Join the screw of the box to the grounds, by a pigtail where they do not reach.");
    change.step(Act::Read, "Read hot to the metal of the box: within 5 % of hot to neutral.");
    change.bring(("grounding-screw-10-32", "grounding screw 10-32"), 1);
    change.caution("The screw holds the ground and nothing else.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn it_takes_a_ground() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.construction = Some(Construction::Metal);
        contents.bond = Some(BoxBond::Nothing);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Clears);
        contents.conductors.truncate(2);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected);
    }
}
