//! How conductors are run to a box, as the codes tell wiring methods apart: what serves as their equipment ground, and which
//! column of ampacity they are held to.
//!
//! # Source
//! NEC 250.118 for what is an equipment grounding conductor, 320.108 and 330.108 for armour, 334.80 and 340.80 for the
//! 60 °C column; CEC 10-618. From memory, sure but for the Canadian number.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::Profile;
use super::ampacity::Column;

/// How conductors come to a box.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum WiringMethod {
    /// Not looked at.
    #[default]
    Unknown,
    /// Non-metallic sheathed cable.
    Nonmetallic,
    /// Underground feeder cable.
    Underground,
    /// Armoured cable with a bond strip under its armour.
    ArmouredBonded,
    /// Armoured cable of before the bond strip: its armour is no ground.
    ArmouredOld,
    /// Metal-clad cable whose armour is listed as a ground.
    MetalCladListed,
    /// Metal-clad cable that brings a ground wire.
    MetalClad,
    /// Rigid or intermediate metal conduit.
    RigidMetal,
    /// Electrical metallic tubing.
    ThinWall,
    /// Flexible metal conduit.
    FlexibleMetal,
    /// Plastic conduit.
    PlasticConduit,
    /// Service-entrance cable.
    Service,
    /// Two-wire cable of before grounds were brought along.
    OldTwoWire,
    /// Single conductors on knobs and through tubes.
    KnobAndTube,
    /// A flexible cord.
    Cord,
}

/// What a wiring method has to do with the equipment ground.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum MethodGround {
    /// Its metal is one.
    Itself,
    /// A wire in it may be one, and nothing else.
    ByWire,
    /// Its metal is one on short ways only: a wire is looked for.
    ShortWays,
    /// It has none.
    Never,
    /// Not known.
    Unknown,
}

impl WiringMethod {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 15] = [
        Self::Nonmetallic,
        Self::Underground,
        Self::ArmouredBonded,
        Self::ArmouredOld,
        Self::MetalCladListed,
        Self::MetalClad,
        Self::ThinWall,
        Self::RigidMetal,
        Self::FlexibleMetal,
        Self::PlasticConduit,
        Self::Service,
        Self::OldTwoWire,
        Self::KnobAndTube,
        Self::Cord,
        Self::Unknown,
    ];

    /// In the words of the trade.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Unknown => "wiring method not noted",
            Self::Nonmetallic => "NM cable",
            Self::Underground => "underground cable",
            Self::ArmouredBonded => "armoured cable with bond strip",
            Self::ArmouredOld => "armoured cable without bond strip",
            Self::MetalCladListed => "metal-clad cable, armour listed as ground",
            Self::MetalClad => "metal-clad cable",
            Self::RigidMetal => "rigid metal conduit",
            Self::ThinWall => "thin-wall conduit",
            Self::FlexibleMetal => "flexible metal conduit",
            Self::PlasticConduit => "plastic conduit",
            Self::Service => "service cable",
            Self::OldTwoWire => "old two-wire cable",
            Self::KnobAndTube => "knob and tube",
            Self::Cord => "cord",
        }
    }

    /// What it has to do with the equipment ground. Flexible metal conduit is one for 6 ft at most, on 20 A at most: beyond
    /// that it needs a wire.
    pub const fn ground(self) -> MethodGround {
        match self {
            Self::ArmouredBonded | Self::MetalCladListed | Self::RigidMetal | Self::ThinWall => MethodGround::Itself,
            Self::FlexibleMetal => MethodGround::ShortWays,
            Self::OldTwoWire | Self::KnobAndTube | Self::ArmouredOld => MethodGround::Never,
            Self::Unknown => MethodGround::Unknown,
            _ => MethodGround::ByWire,
        }
    }

    /// It has a sheath that reaches into the box; a raceway, armour or single conductors have none.
    pub const fn has_sheath(self) -> bool {
        matches!(
            self,
            Self::Nonmetallic | Self::Underground | Self::Service | Self::OldTwoWire | Self::Cord | Self::Unknown
        )
    }

    /// It is a raceway, through which another conductor can be drawn.
    pub const fn is_raceway(self) -> bool {
        matches!(self, Self::RigidMetal | Self::ThinWall | Self::FlexibleMetal | Self::PlasticConduit)
    }

    /// It ends in metal: a nonmetallic box in its place would cut a path that what follows may rely on.
    pub const fn is_metal(self) -> bool {
        matches!(
            self,
            Self::ArmouredBonded
                | Self::ArmouredOld
                | Self::MetalCladListed
                | Self::MetalClad
                | Self::RigidMetal
                | Self::ThinWall
                | Self::FlexibleMetal
        )
    }

    /// The column of ampacity it is held to whatever its terminals are marked for; `None` where the terminals decide.
    /// In Canada the cable of today is not: CEC 4-006, from memory, may be off.
    pub const fn held_to(self, family: Profile) -> Option<Column> {
        match self {
            Self::Nonmetallic | Self::Underground if matches!(family, Profile::Cec) => None,
            Self::Nonmetallic | Self::Underground | Self::OldTwoWire | Self::KnobAndTube => Some(Column::C60),
            _ => None,
        }
    }
}
