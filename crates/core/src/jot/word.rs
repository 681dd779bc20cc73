//! A word of the jot line: its names, what it says, what it does.

use crate::facts::{BoxContents, DeviceKind, Hung, Meter, Observation, Probe};
use crate::quantity::{Length, Mass, Offset, Volume};
use crate::standard::Configuration;

/// A figure behind a word, and where it goes.
#[derive(Clone, Copy)]
pub(super) enum Measure {
    Length(fn(&mut BoxContents, Length)),
    /// A length round the box, longer than any in it.
    Far(fn(&mut BoxContents, Length)),
    Offset(fn(&mut BoxContents, Offset)),
    Volume(fn(&mut BoxContents, Volume)),
    /// A length of what hangs.
    HungLength(fn(&mut Hung, Length)),
    /// The weight of what hangs.
    HungMass(fn(&mut Hung, Mass)),
    /// So many of what hangs has, with what they are.
    HungCount(fn(&mut Hung, u16), &'static str),
}

/// What a word does.
#[derive(Clone, Copy)]
pub(super) enum Meaning {
    Set(fn(&mut BoxContents)),
    Observe(Observation),
    Device(DeviceKind),
    /// The shape of the slots of the last device.
    Shape(Configuration),
    /// A fact of what hangs.
    OfHung(fn(&mut Hung)),
    Measure(Measure),
    Breaker,
    Lamps,
    Volts(Meter, Probe, Probe),
    AllElseSound,
}

/// A word of the jot line.
pub struct Word {
    /// Its name, and other names for it.
    pub names: &'static [&'static str],
    /// What it says.
    pub says: &'static str,
    pub(super) meaning: Meaning,
}

/// A word by its names, what it says and what it does.
pub(super) const fn word(names: &'static [&'static str], says: &'static str, meaning: Meaning) -> Word {
    Word { names, says, meaning }
}
