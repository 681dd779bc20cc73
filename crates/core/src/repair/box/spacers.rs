//! `spacers`: rigid spacers bridge a set-back that is permitted.

use crate::facts::{Observation, Seat, SpacerReach};
use crate::quantity::Length;
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::rules::MOST_SPACERS;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "spacers",
    title: "Spacers under the ears",
    mends: &["device-secure"],
    act: Act::SeatDevice,
    least_minutes: 5,
    intrusiveness: 0,
    for_circuit: false,
    plan,
};

/// The two pieces that fill a set-back: 1/8 in, and 1/16 in for what is left. Common practice, no source.
const SPACER: Length = Length::sixteenths(2);
const THIN_SPACER: Length = Length::sixteenths(1);

/// So many of the thicker ones.
fn stack(count: u8) -> Length {
    (0..count).fold(Length::ZERO, |stacked, _| stacked + SPACER)
}

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
    let most = stack(MOST_SPACERS);
    if set_back > most && house.spacer_reach == SpacerReach::PermittedSetBack {
        return Err(vec![format!(
            "{} of set-back is {} more than spacers bridge, {}: beyond that a box extender",
            set_back.say(units),
            set_back.less(most).say(units),
            most.say(units)
        )]);
    }
    // What is stacked never stands proud of what the tape said.
    let pieces = |length: Length, piece: Length| u8::try_from(length.nm() / piece.nm()).unwrap_or(u8::MAX);
    let count = pieces(set_back, SPACER);
    let thin = pieces(set_back.less(stack(count)), THIN_SPACER);
    let mut change = diagnosis.change(5);
    change.after.observe(Observation::DeviceLoose, false);
    for device in &mut change.after.devices {
        device.seat = Some(if count + thin == 0 { Seat::BoxEars } else { Seat::Spacers });
        device.spacers = count;
    }
    if count + thin == 0 {
        change.step(Act::SeatDevice, "Seat the yoke on the ears of the box and draw its screws up.");
    } else {
        let of = |count: u8, size: Length| (count > 0).then(|| format!("{count} of {}", size.say(units)));
        let stack: Vec<String> = [of(count, SPACER), of(thin, THIN_SPACER)].into_iter().flatten().collect();
        change.step(
            Act::SeatDevice,
            format!(
                "Stack rigid spacers under each ear, {}, and draw the screws up: the yoke sits flush.",
                stack.join(" and ")
            ),
        );
        let ears = 2 * u32::try_from(contents.devices.len()).unwrap_or(1);
        if count > 0 {
            change.bring(("spacer-1-8-in", "spacer, 1/8 in"), ears * u32::from(count));
        }
        if thin > 0 {
            change.bring(("spacer-1-16-in", "spacer, 1/16 in"), ears * u32::from(thin));
        }
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
        for (sixteenths, count, thin) in [(1, 0, 1), (2, 1, 0), (3, 1, 1), (4, 2, 0)] {
            let proposal = repaired(REPAIR.code, &floating(sixteenths));
            assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
            let spacers = proposal.after.map(|after| after.devices[0].spacers);
            assert_eq!(spacers, Some(count));
            // By hand: under each of the two ears.
            let brought =
                |code: &str| proposal.materials.iter().find(|line| line.code == code).map_or(0, |line| line.count);
            assert_eq!(
                (brought("spacer-1-8-in"), brought("spacer-1-16-in")),
                (2 * u32::from(count), 2 * thin),
                "{sixteenths}/16"
            );
        }
        let proposal = repaired(REPAIR.code, &floating(6));
        assert_eq!(proposal.standing, Standing::Rejected);
        assert!(
            proposal.reasons[0].contains("3/8 in of set-back is 1/8 in more than spacers bridge, 1/4 in"),
            "{:?}",
            proposal.reasons
        );
    }
}
