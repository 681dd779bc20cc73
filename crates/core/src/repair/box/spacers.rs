//! `spacers`: rigid spacers bridge a set-back that is permitted.

use crate::facts::{Observation, Seat, SpacerReach};
use crate::quantity::Length;
use crate::repair::{Change, Diagnosis, Repair};
use crate::rules::MOST_SPACERS;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "spacers",
    title: "Spacers under the ears",
    mends: &["device-secure"],
    least_minutes: 5,
    intrusiveness: 0,
    for_circuit: false,
    plan,
};

/// One spacer. Common practice, no source.
const SPACER: Length = Length::sixteenths(2);

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let house = &diagnosis.situation.basis.house_rules;
    let units = diagnosis.situation.basis.units;
    if contents.devices.is_empty() {
        return Err(vec!["there is no device to space out".to_owned()]);
    }
    let Some(set_back) = contents.set_back_to_come() else {
        return Err(vec!["how far the box is set back is not measured".to_owned()]);
    };
    let count = u8::try_from(set_back.up_to_multiple_of(SPACER).nm() / SPACER.nm()).unwrap_or(u8::MAX);
    if count > MOST_SPACERS && house.spacer_reach == SpacerReach::PermittedSetBack {
        return Err(vec![format!(
            "{} of set-back takes {count} spacers of {}; {MOST_SPACERS} are the most, beyond that a box extender",
            set_back.say(units),
            SPACER.say(units)
        )]);
    }
    let mut change = diagnosis.change(5);
    change.after.observe(Observation::DeviceLoose, false);
    for device in &mut change.after.devices {
        device.seat = Some(if count == 0 { Seat::BoxEars } else { Seat::Spacers });
        device.spacers = count;
    }
    if count == 0 {
        change.step("Seat the yoke on the ears of the box and draw its screws up.");
    } else {
        change.step(format!(
            "Stack {count} rigid spacer{} under each ear and draw the screws up: the yoke sits flush.",
            if count == 1 { "" } else { "s" }
        ));
        let devices = u32::try_from(contents.devices.len()).unwrap_or(1);
        change.bring(("spacer-1-8-in", "spacer, 1/8 in"), 2 * u32::from(count) * devices);
    }
    change.caution("Foam, card and pipe insulation give: the device rocks again.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, DeviceKind, WallFinish};
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    fn floating(sixteenths: u32) -> BoxContents {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.wall_finish = Some(WallFinish::GypsumBoard);
        contents.stand.set_back = Some(Length::sixteenths(sixteenths));
        contents.devices[0].seat = Some(Seat::Floating);
        contents
    }

    #[test]
    fn an_eighth_takes_one_a_quarter_two_three_eighths_an_extender() {
        // Check values of the trade, common practice, no source.
        for (sixteenths, count) in [(2, 1), (4, 2)] {
            let proposal = repaired(REPAIR.code, &floating(sixteenths));
            assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
            let spacers = proposal.after.map(|after| after.devices[0].spacers);
            assert_eq!(spacers, Some(count));
        }
        let proposal = repaired(REPAIR.code, &floating(6));
        assert_eq!(proposal.standing, Standing::Rejected);
        assert!(proposal.reasons[0].contains("takes 3 spacers"), "{:?}", proposal.reasons);
    }
}
