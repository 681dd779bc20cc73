//! `fish-feed`: a new cable through the wall to the luminaire, and the old one out of the frame.

use crate::facts::Observation;
use crate::quantity::Length;
use crate::repair::subject_proposal::IN_THE_WALL;
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::standard::WiringMethod;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "fish-feed",
    title: "Fish a new feed through the wall",
    mends: &["cable-entry", "luminaire-feed", "free-conductor-length", "free-conductor-reach"],
    act: Act::BringCable,
    least_minutes: 90,
    intrusiveness: 4,
    for_circuit: false,
    plan,
};

/// Free conductor left at the new cable. Common practice, no source.
pub(super) const FRESH: Length = Length::inches(8);

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let units = diagnosis.situation.basis.units;
    if contents.observed(Observation::FedThroughFrame) != Some(true) {
        return Err(vec!["its cable does not come through a frame".to_owned()]);
    }
    let Some(feed) = contents.cables.first() else {
        return Err(vec!["the cable that feeds it is not noted".to_owned()]);
    };
    let mut change = diagnosis.change(90);
    change.after.observe(Observation::FedThroughFrame, false);
    let end = feed.sheath_end.unwrap_or_default();
    for cable in change.after.cables.iter_mut().filter(|cable| cable.id == feed.id) {
        (cable.method, cable.clamped, cable.fished) = (WiringMethod::Nonmetallic, Some(true), true);
        cable.sheath_inside = Some(Length::sixteenths(8));
    }
    let least = FRESH.max(end + Length::inches(4));
    for conductor in change.after.conductors.iter_mut().filter(|conductor| conductor.cable == Some(feed.id)) {
        conductor.free_length = Some(least);
        conductor.reach = Some(least - end);
        conductor.joint = None;
    }
    let support = units.either("12 in", "300 mm");
    for words in [
        "Find the way: from the nearest box of the circuit below or inside, up or along one stud space to the back of the outlet.".to_owned(),
        format!(
            "Bore through the middle of each plate, {} or more from its edges, or with a steel plate before it; seal each hole against fire and draught.",
            units.either("1 1/4 in", "32 mm")
        ),
        format!("Fish the cable, fasten it within {support} of the box that it starts from, and bring it in with {} free.", least.say(units)),
        "Through the outside wall slope the hole down and out, sleeve it, and seal round it.".to_owned(),
        "Draw the old cable out of the frame, or cut it dead at both ends where it cannot be drawn; make the frame good.".to_owned(),
    ] {
        change.step(Act::BringCable, words);
    }
    change.bring(
        ("cable-as-the-circuit-for-a-new-feed", "cable, as the circuit, as far as the nearest box and 4 ft over"),
        1,
    );
    change.bring(("cable-clamp", "cable clamp"), 2);
    change.bring(("fire-sealant", "sealant for bored plates"), 1);
    change.bring(("outdoor-sealant", "outdoor sealant"), 1);
    change.caution(IN_THE_WALL);
    change.caution("New wiring is licensed work, with a permit, in most places.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Hung, HungKind};
    use crate::repair::Standing;
    use crate::testing::{hanging, repaired};

    #[test]
    fn the_new_cable_brings_its_length() {
        let mut contents = hanging(HungKind::WallLuminaire, |_: &mut Hung| ());
        contents.location = Some(crate::standard::Location::Outdoors);
        contents.observe(Observation::FedThroughFrame, true);
        // By hand: the sheath ends 2 in behind; 8 in free reach 6 in.
        let proposal = repaired(REPAIR.code, &contents);
        assert!(proposal.clears.contains(&"luminaire-feed"), "{:?}", proposal.reasons);
        let after = proposal.after.expect("it is possible");
        assert_eq!(after.conductors[0].reach, Some(Length::inches(6).into()));
        contents.cables.clear();
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected, "which cable, is asked first");
    }
}
