//! Which conductor is on which terminal, noted before anything is disconnected.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::device::DeviceKind;

/// A terminal of a device.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Terminal {
    /// Brass, upper half; the only one of a single receptacle.
    BrassUpper,
    /// Brass, lower half.
    BrassLower,
    /// Silver, upper half.
    SilverUpper,
    /// Silver, lower half.
    SilverLower,
    /// Green.
    Green,
    /// The dark screw of a three-way switch.
    Common,
    /// One traveller screw.
    TravellerOne,
    /// The other traveller screw.
    TravellerTwo,
    /// One screw of a single-pole switch: the side that is always live.
    SwitchLine,
    /// The other screw: the side that is switched.
    SwitchLoad,
    /// The screw of the second of several switches on a yoke that is switched.
    SecondLoad,
    /// The same of the third.
    ThirdLoad,
    /// The neutral of a timer or another control.
    ControlNeutral,
    /// Line side of a GFCI receptacle, brass.
    LineBrass,
    /// Line side, silver.
    LineSilver,
    /// Load side, brass.
    LoadBrass,
    /// Load side, silver.
    LoadSilver,
}

impl Terminal {
    /// In words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::BrassUpper => "upper brass",
            Self::BrassLower => "lower brass",
            Self::SilverUpper => "upper silver",
            Self::SilverLower => "lower silver",
            Self::Green => "green",
            Self::Common => "common",
            Self::TravellerOne => "traveller 1",
            Self::TravellerTwo => "traveller 2",
            Self::SwitchLine => "line",
            Self::SwitchLoad => "switched",
            Self::SecondLoad => "switched 2",
            Self::ThirdLoad => "switched 3",
            Self::ControlNeutral => "neutral",
            Self::LineBrass => "line brass",
            Self::LineSilver => "line silver",
            Self::LoadBrass => "load brass",
            Self::LoadSilver => "load silver",
        }
    }

    /// What it looks like.
    pub const fn screw(self) -> Screw {
        match self {
            Self::Green => Screw::Green,
            Self::Common => Screw::Dark,
            _ if self.is_silver() => Screw::Silver,
            _ => Screw::Brass,
        }
    }

    /// It is for a hot conductor of a receptacle.
    pub const fn is_brass(self) -> bool {
        matches!(self, Self::BrassUpper | Self::BrassLower | Self::LineBrass | Self::LoadBrass)
    }

    /// It is for the neutral.
    pub const fn is_silver(self) -> bool {
        matches!(
            self,
            Self::SilverUpper | Self::SilverLower | Self::LineSilver | Self::LoadSilver | Self::ControlNeutral
        )
    }
}

/// What a screw or lead looks like, as one tells the terminals of a device apart. Common practice, no source.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Screw {
    /// Yellow: for a hot conductor.
    Brass,
    /// White metal: for the neutral.
    Silver,
    /// For the equipment grounding conductor.
    Green,
    /// Darker than the others of its device: the common of a three-way switch.
    Dark,
}

/// The terminals of a kind of device, in the order one reads them off.
pub const fn terminals_of(kind: DeviceKind) -> &'static [Terminal] {
    match kind {
        DeviceKind::DuplexReceptacle | DeviceKind::Combination => {
            &[Terminal::BrassUpper, Terminal::SilverUpper, Terminal::BrassLower, Terminal::SilverLower, Terminal::Green]
        }
        DeviceKind::SingleReceptacle => &[Terminal::BrassUpper, Terminal::SilverUpper, Terminal::Green],
        DeviceKind::RangeReceptacle => {
            &[Terminal::BrassUpper, Terminal::BrassLower, Terminal::SilverUpper, Terminal::Green]
        }
        DeviceKind::TwoSlotReceptacle => {
            &[Terminal::BrassUpper, Terminal::SilverUpper, Terminal::BrassLower, Terminal::SilverLower]
        }
        DeviceKind::GfciReceptacle => {
            &[Terminal::LineBrass, Terminal::LineSilver, Terminal::LoadBrass, Terminal::LoadSilver, Terminal::Green]
        }
        DeviceKind::Switch => &[Terminal::SwitchLine, Terminal::SwitchLoad, Terminal::Green],
        DeviceKind::ElectronicSwitch | DeviceKind::Timer => {
            &[Terminal::SwitchLine, Terminal::SwitchLoad, Terminal::ControlNeutral, Terminal::Green]
        }
        DeviceKind::StackedSwitches => {
            &[Terminal::SwitchLine, Terminal::SwitchLoad, Terminal::SecondLoad, Terminal::ThirdLoad, Terminal::Green]
        }
        DeviceKind::Alarm | DeviceKind::Transformer => {
            &[Terminal::SwitchLine, Terminal::ControlNeutral, Terminal::Green]
        }
        DeviceKind::Bell | DeviceKind::Blank => &[],
        DeviceKind::ThreeWaySwitch => {
            &[Terminal::Common, Terminal::TravellerOne, Terminal::TravellerTwo, Terminal::Green]
        }
    }
}

/// It has tabs between its brass and between its silver screws, which are broken off where its halves have two feeds.
pub const fn has_tabs(kind: DeviceKind) -> bool {
    matches!(kind, DeviceKind::DuplexReceptacle | DeviceKind::TwoSlotReceptacle | DeviceKind::Combination)
}

/// One conductor on one terminal of a device.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Landing {
    /// The device by its number within the box.
    pub device: u16,
    /// Its terminal.
    pub terminal: Terminal,
    /// The conductor by its number within the box.
    pub conductor: u16,
}
