//! `correct-landing`: exchanged conductors are landed right; an open one is not mended by this.

use crate::electrical::{Evidence, HalfEvidence, WiringState, land_right, mistakes};
use crate::facts::Observation;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "correct-landing",
    title: "Land the conductors where they belong",
    mends: &["wiring-fault", "split-receptacle", "conductor-landing", "ground-not-bootleg"],
    act: Act::Land,
    least_minutes: 10,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let halves = Evidence::of(contents).halves;
    // Landing anew mends what is exchanged at the device, and nothing that is open or poor on its way.
    let has_ground = contents.grounds().next().is_some();
    let exchanged = |state: &WiringState| {
        use WiringState::{BootlegGround, HotGroundReversed, HotNeutralReversed, NeutralGroundSwapped};
        matches!(state, HotNeutralReversed | HotGroundReversed | NeutralGroundSwapped)
            || (*state == BootlegGround && has_ground)
    };
    // What one sees landed wrong is landed right, whatever else is wrong here.
    let seen = !mistakes(contents).is_empty() || contents.observed(Observation::TabWrong) == Some(true);
    let other = halves.iter().find(|half| !half.may_be_correct() && !half.causes.first().is_some_and(exchanged));
    if let Some(other) = other.filter(|_| !seen) {
        let says = other.causes.first().map_or("no single fault", |state| state.name());
        return Err(vec![format!("the readings show {says}: find the break first, landing anew does not close it")]);
    }
    if !seen && halves.iter().all(HalfEvidence::may_be_correct) {
        return Err(vec!["nothing is known to be landed wrong".to_owned()]);
    }
    let mut change = diagnosis.change(10);
    if other.is_none() {
        change.after.read_correct();
    }
    land_right(&mut change.after);
    if contents.observed(Observation::TabWrong) == Some(true) {
        change.after.observe(Observation::TabWrong, false);
    }
    if has_ground && contents.observed(Observation::NeutralGroundJumper) == Some(true) {
        change.after.observe(Observation::NeutralGroundJumper, false);
        change.step(Act::TakeOut, "Take the jumper from neutral to ground off.");
    }
    change.step(Act::Land, "Ground first, then neutral on silver, hot on brass.");
    change.step(Act::Read, "Read the lamps again, in both halves; then compare the ground with a known one.");
    change.caution(
        "The same lamps can mean an open neutral under load: measure each conductor before you exchange them.",
    );
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{DeviceKind, Half, Lamp, LampReading};
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    fn read(hot_neutral: Lamp, hot_ground: Lamp, neutral_ground: Lamp) -> crate::repair::Proposal {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.lamps = vec![LampReading { half: Half::Upper, hot_neutral, hot_ground, neutral_ground }];
        repaired(REPAIR.code, &contents)
    }

    #[test]
    fn a_reversal_is_landed_anew_and_an_open_is_not() {
        assert_eq!(read(Lamp::Lit, Lamp::Off, Lamp::Lit).standing, Standing::Clears);
        assert_eq!(read(Lamp::Lit, Lamp::Off, Lamp::Off).standing, Standing::Rejected);
    }
}
