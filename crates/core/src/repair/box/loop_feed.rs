//! `loop-feed`: a splice and its pigtails go, the feed runs from terminal to terminal.

use crate::facts::Role;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "loop-feed",
    title: "Loop the feed from device to device",
    mends: &["box-fill"],
    act: Act::Splice,
    least_minutes: 12,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    if contents.devices.len() < 2 {
        return Err(vec!["there is one device; a loop needs two or more on one feed".to_owned()]);
    }
    let hots = || contents.conductors.iter().filter(|c| c.role == Role::Ungrounded && !c.passes_through);
    let mut change = diagnosis.change(12);
    // Hots found joined with each other are one feed brought in twice: one of them goes on to the next device.
    let spare = hots().find(|one| {
        one.joined.is_some() && one.pigtail && hots().any(|other| other.id != one.id && other.joined == one.joined)
    });
    let splice = change.after.splices.iter().position(|splice| {
        let from_outside = hots().filter(|c| !c.pigtail && c.joined.as_deref() == Some(splice.letter.as_str())).count();
        from_outside == 1 && (splice.pigtails >= 2 || spare.is_some())
    });
    let Some(index) = splice else {
        return Err(vec!["no splice here only shares out one feed to several devices".to_owned()]);
    };
    let letter = change.after.splices.remove(index).letter;
    for conductor in change.after.conductors.iter_mut().filter(|c| c.joined.as_deref() == Some(letter.as_str())) {
        conductor.joined = None;
    }
    change.step(Act::Splice, "Take the connector and its pigtails out; the feed goes to the first device and loops on, unbroken, to the next.");
    change.caution("Where the devices share a neutral with another circuit, the neutral is never looped.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Basis, Device, DeviceKind, Splice, SpliceKind};
    use crate::quantity::UnitSystem;
    use crate::rules::{Situation, fill};
    use crate::standard::Edition;
    use crate::testing::box_with_device;

    #[test]
    fn it_spares_a_pair_of_connectors_where_they_count() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.devices.push(Device::new(2, DeviceKind::Switch));
        contents.conductors[0].joined = Some("A".to_owned());
        let splice =
            |letter: &str| Splice { pigtails: 2, pull_tested: Some(true), ..Splice::new(letter, SpliceKind::TwistOn) };
        contents.splices = vec![splice("A"), splice("N")];
        let basis = Basis { edition: Edition::Cec2021, ..Basis::default() };
        let change = plan(&Diagnosis::of(Situation::new(&contents, &basis))).expect("it is possible");
        let volume = |contents: &_| fill(contents, Edition::Cec2021, UnitSystem::Inch).map(|f| f.required.value).ok();
        // By hand: two connectors are a pair and count as one conductor, 1.75 in³; one counts nothing.
        let saved = volume(&contents).zip(volume(&change.after)).map(|(before, after)| before - after);
        assert_eq!(saved, Some(28_677_362));
    }
}
