//! `remove-jumper`: the jumper comes off; what ground there is has to do.

use crate::electrical::{Evidence, HalfEvidence, WiringState};
use crate::facts::Observation;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "remove-jumper",
    title: "Remove the neutral-to-ground jumper",
    mends: &["ground-not-bootleg"],
    act: Act::TakeOut,
    least_minutes: 4,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let made_up = |half: &HalfEvidence| half.causes.first() == Some(&WiringState::BootlegGround);
    let read = Evidence::of(contents).halves.iter().any(made_up);
    if contents.observed(Observation::NeutralGroundJumper) != Some(true) && !read {
        return Err(vec!["no jumper from neutral to ground was seen or read".to_owned()]);
    }
    let mut change = diagnosis.change(4);
    change.after.observe(Observation::NeutralGroundJumper, false);
    if change.after.grounds().next().is_none() {
        change.after.read_open_ground();
    }
    change.step(Act::TakeOut, "Take the jumper from neutral to ground off: the neutral is landed alone.");
    change.caution(
        "Without the jumper a receptacle with no ground reads open ground: that is the truth, and a repair of its own.",
    );
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::testing::{box_with_device, mends_what_is_seen};

    #[test]
    fn what_was_seen_is_mended() {
        let contents = box_with_device(DeviceKind::DuplexReceptacle);
        mends_what_is_seen(REPAIR.code, Observation::NeutralGroundJumper, "ground-not-bootleg", &contents);
    }
}
