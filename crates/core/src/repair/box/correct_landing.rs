//! `correct-landing`: exchanged conductors are landed right; an open one is not mended by this.

use crate::electrical::{Evidence, HalfEvidence, WiringState, land_right, mistakes};
use crate::facts::{BoxContents, DeviceKind, Landing, Observation, Tab};
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
    let moved = moves(contents, &change.after)?;
    if moved.is_empty() && halves.iter().any(|half| !half.may_be_correct()) && other.is_none() {
        change.step(Act::Land, by_reading(&halves));
    }
    for words in moved {
        change.step(Act::Land, words);
    }
    tabs(contents, &mut change);
    if contents.devices.iter().any(|device| device.kind.is_receptacle()) {
        change.step(Act::Read, "Compare the ground with a known one.");
    }
    change.caution(
        "The same lamps can mean an open neutral under load: measure each conductor before you exchange them.",
    );
    Ok(change)
}

/// Which conductor goes from which terminal to which.
///
/// # Errors
/// A sentence, where a conductor has no terminal of its kind.
fn moves(before: &BoxContents, after: &BoxContents) -> Result<Vec<String>, Vec<String>> {
    let several = before.devices.len() > 1;
    let mut words = Vec::new();
    for landing in &before.landings {
        let Some(conductor) = before.conductors.iter().find(|conductor| conductor.id == landing.conductor) else {
            continue;
        };
        let on = |known: &&Landing| (known.device, known.conductor) == (landing.device, landing.conductor);
        let stays = after.landings.contains(landing);
        let Some(now) = after.landings.iter().find(on) else {
            return Err(vec![format!(
                "{} has no terminal of its kind on this device: find the conductor that belongs there among the splices first",
                conductor.label()
            )]);
        };
        if !stays {
            let device = before.devices.iter().find(|device| device.id == landing.device).filter(|_| several);
            let of = device.map_or_else(String::new, |device| format!(" of {}", device.label()));
            words.push(format!(
                "{}: from {} to {}{of}.",
                conductor.label(),
                landing.terminal.name(),
                now.terminal.name()
            ));
        }
    }
    Ok(words)
}

/// What is exchanged, as the readings tell.
fn by_reading(halves: &[HalfEvidence]) -> &'static str {
    let shows = |state| halves.iter().any(|half| half.causes.first() == Some(&state));
    if shows(WiringState::HotNeutralReversed) {
        "Exchange hot and neutral: the hot goes on brass, the neutral on silver."
    } else if shows(WiringState::HotGroundReversed) {
        "Exchange hot and ground: the hot goes on brass, the ground on green."
    } else if shows(WiringState::NeutralGroundSwapped) {
        "Exchange neutral and ground: the neutral goes on silver, the ground on green."
    } else {
        "Land the ground on green, the neutral on silver, the hot on brass, each alone."
    }
}

/// What becomes of the tab between the halves.
fn tabs(before: &BoxContents, change: &mut Change) {
    let seen = before.observed(Observation::TabWrong) == Some(true);
    for (was, is) in before.devices.iter().zip(&change.after.devices.clone()) {
        let whole = |change: &mut Change| {
            change.step(Act::NewDevice, "Put in a receptacle whose tab is whole: one feed serves both halves.");
            change.bring(("duplex-receptacle-tab-whole", "duplex receptacle, tab whole, as the one that comes out"), 1);
        };
        let broken = "Break the tab between the two brass screws: each half has a hot of its own.";
        match (was.hot_tab, is.hot_tab) {
            (Some(Tab::Whole), Some(Tab::Broken)) => change.step(Act::NewDevice, broken),
            (Some(Tab::Broken), Some(Tab::Whole)) => whole(change),
            _ if seen && was.split => change.step(Act::NewDevice, broken),
            _ if seen && was.kind == DeviceKind::DuplexReceptacle => whole(change),
            _ => {}
        }
    }
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
