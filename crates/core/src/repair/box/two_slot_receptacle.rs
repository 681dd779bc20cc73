//! `two-slot-receptacle`: where no ground is, no slot for one.

use super::replacement::{needs_no_gfci, with_arc_fault};
use crate::electrical::{Evidence, Ground};
use crate::facts::{DeviceKind, Observation};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "two-slot-receptacle",
    title: "Replace by a two-slot receptacle",
    mends: &[
        "receptacle-replacement",
        "ground-present",
        "device-depth",
        "ground-not-bootleg",
        "tamper-resistant",
        "wiring-fault",
    ],
    act: Act::NewDevice,
    least_minutes: 10,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    match Evidence::of(contents).ground(contents) {
        Ground::Absent | Ground::Suspect => {}
        Ground::Unknown => return Err(vec!["note what each cable is first: there may be a ground".to_owned()]),
        _ => return Err(vec!["a ground is in the box: a replacement is of the grounding type".to_owned()]),
    }
    needs_no_gfci(diagnosis)?;
    let mut change = diagnosis.change(10);
    let arc_fault = with_arc_fault(diagnosis, &mut change);
    if arc_fault {
        return Err(vec![
            "a receptacle put in the place of another is AFCI-protected here: an AFCI breaker first, or a GFCI receptacle with an \
             AFCI in it"
                .to_owned(),
        ]);
    }
    let mut count = 0;
    for device in change
        .after
        .devices
        .iter_mut()
        .filter(|device| device.kind.is_grounding_type() && device.kind != DeviceKind::RangeReceptacle)
    {
        device.kind = DeviceKind::TwoSlotReceptacle;
        count += 1;
    }
    if count == 0 {
        return Err(vec!["no receptacle here has a slot for a ground".to_owned()]);
    }
    if contents.observed(Observation::NeutralGroundJumper) != Some(false) {
        change.step(Act::TakeOut, "Take off any jumper from neutral to the ground screw or the metal of the box.");
        change.step(Act::TakeOut, "With the neutral off its screw, read it to the metal of the box: open.");
    }
    if contents.observed(Observation::NeutralGroundJumper) == Some(true) {
        change.after.observe(Observation::NeutralGroundJumper, false);
    }
    change.step(Act::NewDevice, "Replace each three-slot receptacle by a two-slot one; polarity by the wide slot.");
    change.bring(("two-slot-receptacle", "two-slot receptacle"), count);
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn only_where_no_ground_is() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.supply.gfci = Some(false);
        contents.conductors.truncate(2);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Clears);
        contents.observe(Observation::NeutralGroundJumper, true);
        let proposal = repaired(REPAIR.code, &contents);
        assert!(proposal.steps.iter().any(|step| step.words.contains("jumper")), "{:?}", proposal.steps);
        let after = proposal.after.expect("it is possible");
        assert_eq!(after.observed(Observation::NeutralGroundJumper), Some(false));
    }

    #[test]
    fn not_where_a_replacement_is_protected() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors.truncate(2);
        (contents.supply.gfci, contents.supply.afci) = (Some(false), Some(false));
        for location in [crate::standard::Location::Bathroom, crate::standard::Location::Bedroom] {
            contents.location = Some(location);
            assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected, "{location:?}");
        }
    }
}
