//! What can be planted in the wiring behind a receptacle, where only instruments tell it; and what of it shows once the device is pulled.

use crate::electrical::TrueFault;
use crate::facts::{BoxContents, Observation, Terminal};

/// A fault of the wiring.
pub(super) struct WiringPlant {
    /// As it really is.
    pub fault: TrueFault,
    /// The rules that it breaks.
    pub rules: &'static [&'static str],
    /// How hard it is to tell, 1 to 5.
    pub level: u8,
    /// What of it is seen in the box.
    pub seen: fn(&mut BoxContents),
}

const fn behind(fault: TrueFault, level: u8) -> WiringPlant {
    WiringPlant { fault, rules: &["wiring-fault"], level, seen: |_| () }
}

/// Every fault.
pub(super) static WIRING_PLANTS: &[WiringPlant] = &[
    WiringPlant {
        fault: TrueFault::OpenGroundFeed,
        rules: &["ground-present", "wiring-fault"],
        level: 2,
        seen: |_| (),
    },
    behind(TrueFault::OpenNeutralFeed, 3),
    behind(TrueFault::FeedReversed, 2),
    behind(TrueFault::PoorNeutralFeed(3.0), 5),
    WiringPlant {
        fault: TrueFault::HotNeutralReversed,
        rules: &["conductor-landing", "wiring-fault"],
        level: 3,
        seen: |contents| {
            exchange(contents, Terminal::BrassUpper, Terminal::SilverUpper);
            exchange(contents, Terminal::LineBrass, Terminal::LineSilver);
        },
    },
    WiringPlant {
        fault: TrueFault::BootlegGround,
        rules: &["ground-not-bootleg", "ground-present", "wiring-fault"],
        level: 4,
        seen: jumper,
    },
    // Without a GFCI before it no instrument tells it from a sound ground: there it is only seen.
    WiringPlant { fault: TrueFault::BootlegGround, rules: &["ground-not-bootleg"], level: 3, seen: jumper },
];

fn jumper(contents: &mut BoxContents) {
    contents.landings.retain(|landing| landing.terminal != Terminal::Green);
    contents.observe(Observation::NeutralGroundJumper, true);
}

fn exchange(contents: &mut BoxContents, one: Terminal, other: Terminal) {
    for landing in &mut contents.landings {
        if landing.terminal == one {
            landing.terminal = other;
        } else if landing.terminal == other {
            landing.terminal = one;
        }
    }
}
