//! The words of the jot line for devices, and for the shapes of receptacles as they are marked.

use super::word::{Meaning, Word, word};
use crate::facts::DeviceKind;
use crate::standard::Configuration;

/// In the order of docs/jot.md.
pub(super) static DEVICES: &[Word] = &[
    word(&["dup", "duplex"], "duplex receptacle", Meaning::Device(DeviceKind::DuplexReceptacle)),
    word(&["single"], "single receptacle", Meaning::Device(DeviceKind::SingleReceptacle)),
    word(&["2slot", "twoslot"], "two-slot receptacle", Meaning::Device(DeviceKind::TwoSlotReceptacle)),
    word(&["gfci", "gfi"], "GFCI receptacle", Meaning::Device(DeviceKind::GfciReceptacle)),
    word(&["rng", "range"], "range receptacle", Meaning::Device(DeviceKind::RangeReceptacle)),
    word(&["sw", "switch"], "switch", Meaning::Device(DeviceKind::Switch)),
    word(&["3way", "threeway"], "three-way switch", Meaning::Device(DeviceKind::ThreeWaySwitch)),
    word(&["dim", "dimmer"], "electronic switch", Meaning::Device(DeviceKind::ElectronicSwitch)),
    word(&["combo"], "switch and receptacle", Meaning::Device(DeviceKind::Combination)),
    word(&["stack"], "switches on one yoke", Meaning::Device(DeviceKind::StackedSwitches)),
    word(&["timer"], "timer", Meaning::Device(DeviceKind::Timer)),
    word(&["smoke"], "alarm", Meaning::Device(DeviceKind::Alarm)),
    word(&["xfmr", "transformer"], "transformer", Meaning::Device(DeviceKind::Transformer)),
    word(&["bell", "chime"], "bell", Meaning::Device(DeviceKind::Bell)),
    word(&["blank"], "blank plate", Meaning::Device(DeviceKind::Blank)),
];

/// In the order of docs/jot.md.
pub(super) static SHAPES: &[Word] = &[
    word(&["5-15"], "slots 5-15", Meaning::Shape(Configuration::Straight5To15)),
    word(&["5-20"], "slots 5-20", Meaning::Shape(Configuration::Straight5To20)),
    word(&["5-30"], "slots 5-30", Meaning::Shape(Configuration::Straight5To30)),
    word(&["6-15"], "slots 6-15", Meaning::Shape(Configuration::Straight6To15)),
    word(&["6-20"], "slots 6-20", Meaning::Shape(Configuration::Straight6To20)),
    word(&["6-30"], "slots 6-30", Meaning::Shape(Configuration::Straight6To30)),
    word(&["6-50"], "slots 6-50", Meaning::Shape(Configuration::Straight6To50)),
    word(&["10-30"], "slots 10-30", Meaning::Shape(Configuration::Straight10To30)),
    word(&["10-50"], "slots 10-50", Meaning::Shape(Configuration::Straight10To50)),
    word(&["14-30"], "slots 14-30", Meaning::Shape(Configuration::Straight14To30)),
    word(&["14-50"], "slots 14-50", Meaning::Shape(Configuration::Straight14To50)),
    word(&["tt-30"], "slots TT-30", Meaning::Shape(Configuration::Trailer30)),
    word(&["l5-20"], "slots L5-20", Meaning::Shape(Configuration::Locking5To20)),
    word(&["l5-30"], "slots L5-30", Meaning::Shape(Configuration::Locking5To30)),
    word(&["l6-20"], "slots L6-20", Meaning::Shape(Configuration::Locking6To20)),
    word(&["l6-30"], "slots L6-30", Meaning::Shape(Configuration::Locking6To30)),
    word(&["l14-20"], "slots L14-20", Meaning::Shape(Configuration::Locking14To20)),
    word(&["l14-30"], "slots L14-30", Meaning::Shape(Configuration::Locking14To30)),
];
