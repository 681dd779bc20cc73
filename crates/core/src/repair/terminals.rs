//! The terminals that conductors are on: what is tightened, counted one by one.

use crate::facts::{BoxContents, Device, DeviceKind, Terminal};

/// The terminals in use on a device: those that conductors are noted on, and at least what its kind calls for; where none is
/// noted, what its kind and the cables call for. Common practice, no source.
///
/// A duplex receptacle with its supply only has three; through-wired on its screws five; with each half fed by itself four.
pub(super) fn terminals_in_use(contents: &BoxContents, device: &Device) -> usize {
    let mut landed: Vec<_> = contents
        .landings
        .iter()
        .filter(|landing| landing.device == device.id)
        .map(|landing| landing.terminal)
        .collect();
    landed.sort_unstable();
    landed.dedup();
    let has_screw = !matches!(device.kind, DeviceKind::TwoSlotReceptacle | DeviceKind::Bell | DeviceKind::Blank);
    let grounded = contents.grounds().any(|ground| !ground.from_canopy) && has_screw;
    let ground = usize::from(grounded);
    if !landed.is_empty() {
        let green = usize::from(landed.contains(&Terminal::Green));
        return (landed.len() - green).max(least(device, false)) + ground.max(green);
    }
    least(device, is_through_wired(contents)) + ground
}

/// The terminals of a kind beside the ground.
fn least(device: &Device, through: bool) -> usize {
    match device.kind {
        DeviceKind::DuplexReceptacle | DeviceKind::TwoSlotReceptacle if device.split => 3,
        DeviceKind::DuplexReceptacle | DeviceKind::TwoSlotReceptacle | DeviceKind::GfciReceptacle => {
            2 + 2 * usize::from(through)
        }
        DeviceKind::Timer | DeviceKind::ElectronicSwitch if device.own_neutral == Some(true) => 3,
        DeviceKind::SingleReceptacle
        | DeviceKind::Switch
        | DeviceKind::ElectronicSwitch
        | DeviceKind::Timer
        | DeviceKind::Alarm
        | DeviceKind::Transformer => 2,
        DeviceKind::RangeReceptacle if device.is_without_neutral() => 2,
        DeviceKind::Combination
        | DeviceKind::ThreeWaySwitch
        | DeviceKind::RangeReceptacle
        | DeviceKind::StackedSwitches => 3,
        DeviceKind::Bell | DeviceKind::Blank => 0,
    }
}

/// What goes on downstream is fed over the screws of the one device: two cables or more come in and no hot is spliced.
fn is_through_wired(contents: &BoxContents) -> bool {
    let spliced = contents.conductors.iter().any(|conductor| !conductor.is_ground() && conductor.joined.is_some());
    contents.cables.len() > 1 && contents.devices.len() == 1 && !spliced
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Cable, Landing};
    use crate::testing::box_with_device;

    fn count(contents: &BoxContents) -> usize {
        terminals_in_use(contents, &contents.devices[0])
    }

    #[test]
    fn by_kind_and_cables() {
        // By hand: hot, neutral, ground; through-wired two more; with each half by itself one hot more.
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        assert_eq!(count(&contents), 3);
        contents.devices[0].split = true;
        assert_eq!(count(&contents), 4);
        contents.devices[0].split = false;
        contents.cables.push(Cable::new(2));
        assert_eq!(count(&contents), 5);
        contents.conductors[0].joined = Some("A".to_owned());
        assert_eq!(count(&contents), 3, "what is spliced goes on by its pigtail");
        assert_eq!(count(&box_with_device(DeviceKind::ThreeWaySwitch)), 4);
        let mut no_ground = box_with_device(DeviceKind::Switch);
        no_ground.conductors.truncate(2);
        assert_eq!(count(&no_ground), 2);
    }

    #[test]
    fn what_is_noted_goes_before() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        let on = |terminal, conductor| Landing { device: 1, terminal, conductor };
        contents.landings = vec![on(Terminal::BrassUpper, 1), on(Terminal::SilverUpper, 2), on(Terminal::Green, 3)];
        assert_eq!(count(&contents), 3);
        contents.landings.push(on(Terminal::BrassLower, 1));
        assert_eq!(count(&contents), 4);
        contents.landings.push(on(Terminal::BrassLower, 2));
        assert_eq!(count(&contents), 4, "two under one screw are one terminal");
        contents.landings.truncate(1);
        assert_eq!(count(&contents), 3, "what nobody noted is landed all the same");
    }
}
