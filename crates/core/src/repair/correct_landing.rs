//! `correct-landing`: exchanged conductors are landed right; an open one is not mended by this.

use super::{Change, Diagnosis, Repair};
use crate::survey::{Evidence, Lamp, Observation};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "correct-landing",
    title: "Land the conductors where they belong",
    mends: &["wiring-fault", "split-receptacle"],
    least_minutes: 10,
    intrusiveness: 1,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let exchanged = |says: &str| says.contains("reversed") && !says.contains("open");
    let lamps = Evidence::of(contents).lamps;
    let other: Vec<&str> =
        lamps.iter().map(|(_, meaning)| meaning).filter(|m| !m.correct && !exchanged(m.says)).map(|m| m.says).collect();
    if let Some(says) = other.first() {
        return Err(vec![format!("the lamps show {says}: find the break first, landing anew does not close it")]);
    }
    if lamps.iter().all(|(_, meaning)| meaning.correct) && contents.observed(Observation::TabWrong) != Some(true) {
        return Err(vec!["nothing is known to be landed wrong".to_owned()]);
    }
    let mut change = diagnosis.change(10);
    for reading in &mut change.after.lamps {
        (reading.hot_neutral, reading.hot_ground, reading.neutral_ground) = (Lamp::Lit, Lamp::Lit, Lamp::Off);
    }
    if contents.observed(Observation::TabWrong) == Some(true) {
        change.after.observe(Observation::TabWrong, false);
    }
    change.step("Ground first, then neutral on silver, hot on brass; tighten to the mark.");
    change.step("Power on and read the lamps again, in both halves; then compare the ground with a known one.");
    change.caution(
        "The same lamps can mean an open neutral under load: measure each conductor before you exchange them.",
    );
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::super::Standing;
    use super::*;
    use crate::survey::{DeviceKind, Half, LampReading};
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
