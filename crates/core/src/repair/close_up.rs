//! Closing up after any repair behind a device. Common practice, no source.

use crate::facts::{BoxContents, Construction, DeviceTape, HouseRules};

/// The steps that close a box, by the rules of the house; none where there is no device.
pub(super) fn close_up(contents: &BoxContents, crowded: bool, house: &HouseRules) -> Vec<String> {
    if contents.devices.is_empty() {
        return Vec::new();
    }
    let mut steps = vec![
        "Fold the conductors in a Z, grounds at the back and clear of live screws; the plate snug, not drawn up."
            .to_owned(),
    ];
    let tight = crowded || contents.construction == Some(Construction::Metal);
    match house.device_tape {
        DeviceTape::Always => steps.insert(0, "Tape once round the device over its screws.".to_owned()),
        DeviceTape::MetalOrTight if tight => {
            steps.insert(0, "Tape once round the device over its screws: the box is of metal or tight.".to_owned());
        }
        DeviceTape::MetalOrTight | DeviceTape::Never => {}
    }
    steps
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::testing::box_with_device;

    #[test]
    fn tape_is_a_matter_of_the_house() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.construction = Some(Construction::Nonmetallic);
        let tapes = |contents: &BoxContents, crowded, school| {
            let house = HouseRules { device_tape: school, ..HouseRules::default() };
            close_up(contents, crowded, &house).iter().any(|step| step.starts_with("Tape"))
        };
        assert!(!tapes(&contents, false, DeviceTape::MetalOrTight));
        assert!(tapes(&contents, true, DeviceTape::MetalOrTight));
        assert!(tapes(&contents, false, DeviceTape::Always));
        contents.construction = Some(Construction::Metal);
        assert!(tapes(&contents, false, DeviceTape::MetalOrTight));
        assert!(!tapes(&contents, true, DeviceTape::Never));
    }
}
