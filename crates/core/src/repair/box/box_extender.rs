//! `box-extender`: a ring brings the opening forward to the surface, and so eats reach.

use crate::facts::{Added, AddedKind, Observation, Seat, Stand};
use crate::quantity::Length;
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::rules::set_back_limit;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "box-extender",
    title: "Box extender",
    mends: &["box-setback", "device-secure", "device-depth"],
    act: Act::ExtendBox,
    least_minutes: 10,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

/// The fixed ring and the reach of the adjustable one. Common practice, no source.
const FIXED: Length = Length::sixteenths(6);
const ADJUSTABLE: Length = Length::sixteenths(12);

/// Lengths that screws come in, in sixteenths of an inch. Common practice, no source.
const SCREWS: [u32; 7] = [12, 16, 20, 24, 32, 40, 48];

/// The stock screw for a device over `forward` of ring or new finish.
pub(super) fn screw(forward: Length) -> Option<Length> {
    let needed = Length::inches(1) + forward;
    SCREWS.into_iter().map(Length::sixteenths).find(|stock| *stock >= needed)
}

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let units = diagnosis.situation.basis.units;
    let (Some(set_back), Some(finish)) = (contents.set_back_to_come(), contents.finish_to_be()) else {
        return Err(vec!["the set-back, or what the wall is made of, is not noted".to_owned()]);
    };
    if set_back == Length::ZERO {
        return Err(vec!["the box is not set back".to_owned()]);
    }
    let permitted = set_back_limit(finish).map_or(Length::ZERO, |limit| limit.lenient());
    let fixed_does = set_back >= FIXED && set_back.less(FIXED) <= permitted;
    let (forward, what) = if fixed_does {
        (FIXED, ("box-extender-3-8-in", "box extender, fixed, 3/8 in"))
    } else if set_back <= ADJUSTABLE {
        (set_back, ("box-extender-to-3-4-in", "box extender, adjustable to 3/4 in"))
    } else {
        return Err(vec![format!(
            "{} of set-back is {} more than an extender bridges, {}: move the box forward, or replace it",
            set_back.say(units),
            set_back.less(ADJUSTABLE).say(units),
            ADJUSTABLE.say(units)
        )]);
    };
    let mut change = diagnosis.change(10);
    let after = &mut change.after;
    after.added.push(Added { kind: AddedKind::BoxExtender, marked_volume: None, size: None, forward: Some(forward) });
    after.wall_finish = Some(finish);
    after.stand = Stand {
        set_back: Some(set_back.less(forward)),
        proud: None,
        finish_to_come: None,
        finish_to_come_kind: None,
        ..contents.stand
    };
    // The opening moves forward: deeper box, deeper sheath end, less reach.
    after.depth = contents.depth_inside().map(|depth| depth + forward);
    for cable in &mut after.cables {
        cable.sheath_end = cable.sheath_end.map(|end| end + forward);
    }
    for conductor in &mut after.conductors {
        conductor.reach = conductor.reach.map(|reach| reach - forward);
    }
    after.observe(Observation::DeviceLoose, false);
    for device in &mut after.devices {
        device.seat = Some(Seat::BoxEars);
        device.spacers = 0;
    }
    change.step(
        Act::ExtendBox,
        format!("Set the extender so that its front is flush: the opening comes forward by {}.", forward.say(units)),
    );
    change.bring(what, 1);
    if let Some(screw) = screw(set_back) {
        let devices = u32::try_from(contents.devices.len()).unwrap_or(1);
        change.bring(
            (format!("screw-6-32-{}", screw.nm()), format!("screw 6-32, {}", screw.say(units))),
            2 * devices.max(1),
        );
    }
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, DeviceKind, WallFinish};
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    fn sunk(sixteenths: u32, length: u32) -> BoxContents {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.wall_finish = Some(WallFinish::GypsumBoard);
        contents.stand.set_back = Some(Length::sixteenths(sixteenths));
        for conductor in &mut contents.conductors {
            conductor.free_length = Some(Length::sixteenths(length));
        }
        contents
    }

    #[test]
    fn three_eighths_takes_the_fixed_ring() {
        let proposal = repaired(REPAIR.code, &sunk(6, 112));
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert!(proposal.materials.iter().any(|line| line.what.contains("fixed")));
        // By hand: 7 in long, sheath end 2 in behind, now 2 3/8: it reaches 4 5/8 in.
        let after = proposal.after.expect("it is possible");
        assert_eq!(after.cables[0].sheath_end, Some(Length::sixteenths(38)));
    }

    #[test]
    fn three_quarters_is_its_limit_and_wants_two_inch_screws() {
        // Check values of the trade, common practice, no source.
        let proposal = repaired(REPAIR.code, &sunk(12, 128));
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert!(proposal.materials.iter().any(|line| line.what == "screw 6-32, 2 in"), "{:?}", proposal.materials);
        assert_eq!(repaired(REPAIR.code, &sunk(14, 128)).standing, Standing::Rejected);
    }

    #[test]
    fn it_may_eat_the_reach() {
        // By hand: 5 3/8 in long, 2 in behind: reach 3 3/8 in before and 3 in after; at 5 1/4 in it falls to 2 7/8 in.
        let proposal = repaired(REPAIR.code, &sunk(6, 98));
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        let mut contents = sunk(6, 112);
        contents.cables[0].sheath_end = Some(Length::sixteenths(62));
        let proposal = repaired(REPAIR.code, &contents);
        assert!(proposal.reasons.iter().any(|reason| reason.starts_with("breaks reach")), "{:?}", proposal.reasons);
    }
}
