//! One conductor: what it is made of, what it does, how long it is, and how it ends.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::quantity::{Gauge, Length, Offset};
use crate::standard::Material;

/// Solid or stranded.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Strands {
    /// One wire.
    #[default]
    Solid,
    /// Several strands.
    Stranded,
}

/// The colour of the insulation, or its absence.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
#[allow(missing_docs, reason = "the colours are their own description")]
pub enum Colour {
    Black,
    Red,
    White,
    Grey,
    Blue,
    Yellow,
    Brown,
    Orange,
    Green,
    Bare,
    /// Faded or painted over.
    Unknown,
}

impl Colour {
    /// Every colour.
    pub const ALL: [Self; 11] = [
        Self::Black,
        Self::Red,
        Self::White,
        Self::Grey,
        Self::Blue,
        Self::Yellow,
        Self::Brown,
        Self::Orange,
        Self::Green,
        Self::Bare,
        Self::Unknown,
    ];

    /// As it is spoken.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Black => "black",
            Self::Red => "red",
            Self::White => "white",
            Self::Grey => "grey",
            Self::Blue => "blue",
            Self::Yellow => "yellow",
            Self::Brown => "brown",
            Self::Orange => "orange",
            Self::Green => "green",
            Self::Bare => "bare",
            Self::Unknown => "unmarked",
        }
    }
}

/// What a conductor does in its circuit.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Role {
    /// Ungrounded conductor, "hot".
    Ungrounded,
    /// Grounded conductor, "neutral".
    Grounded,
    /// Equipment grounding conductor, "ground".
    EquipmentGrounding,
    /// Switched leg.
    SwitchedLeg,
    /// Traveller between three-way switches.
    Traveller,
}

impl Role {
    /// In the words of the trade.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Ungrounded => "hot",
            Self::Grounded => "neutral",
            Self::EquipmentGrounding => "ground",
            Self::SwitchedLeg => "switched leg",
            Self::Traveller => "traveller",
        }
    }
}

/// What a conductor has been through.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum ConductorCondition {
    /// Sound.
    Sound,
    /// Nicked or with broken strands.
    Nicked,
    /// Broken, or loose in its splice or under its screw.
    Broken,
    /// Marked by heat.
    HeatMarked,
    /// Its insulation crumbles.
    Brittle,
}

impl ConductorCondition {
    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Sound => "sound",
            Self::Nicked => "nicked",
            Self::Broken => "broken or loose",
            Self::HeatMarked => "marked by heat",
            Self::Brittle => "insulation crumbles",
        }
    }
}

/// The state of a conductor's tip.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum ConductorEnd {
    /// Straight and sound.
    #[default]
    Straight,
    /// Bent into a hook for a terminal screw.
    Hooked,
    /// Nicked or broken near the tip.
    Nicked,
}

/// A way to join a pigtail to a conductor.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum JoiningMethod {
    /// Lever connector with the conductors end to end.
    InLineLever,
    /// Lever connector with the conductors side by side.
    SideBySideLever,
    /// Twist-on connector.
    TwistOn,
    /// Crimp sleeve.
    CrimpSleeve,
}

/// A splice within the free length of a conductor.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Joint {
    /// How it was made.
    pub method: JoiningMethod,
    /// How far from the sheath the unspliced conductor runs.
    pub from_sheath: Option<Length>,
}

/// One conductor in the box.
#[derive(Debug, Clone, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Conductor {
    /// Its number within the box.
    pub id: u16,
    /// The cable it comes in, if that is known.
    #[serde(default)]
    pub cable: Option<u16>,
    /// Its size.
    pub gauge: Gauge,
    /// Its metal.
    #[serde(default)]
    pub material: Material,
    /// Solid or stranded.
    #[serde(default)]
    pub strands: Strands,
    /// Its colour.
    pub colour: Colour,
    /// What it does.
    pub role: Role,
    /// From where it leaves the sheath or raceway to its tip, straightened.
    #[serde(default)]
    pub free_length: Option<Length>,
    /// How far its tip reaches past the opening, straightened; less than nothing where it ends behind it.
    #[serde(default)]
    pub reach: Option<Offset>,
    /// The state of its tip.
    #[serde(default)]
    pub end: ConductorEnd,
    /// It runs through the box without splice or terminal.
    #[serde(default)]
    pub passes_through: bool,
    /// It is an unbroken loop or coil, at least twice the least free length.
    #[serde(default)]
    pub looped: bool,
    /// No part of it leaves the box: a pigtail or a jumper.
    #[serde(default)]
    pub pigtail: bool,
    /// It is a short tap to a range, a cooktop or a luminaire, from a larger circuit.
    #[serde(default)]
    pub tap: bool,
    /// It comes from the canopy of the luminaire on this box.
    #[serde(default)]
    pub from_canopy: bool,
    /// An isolated ground, kept apart from the others.
    #[serde(default)]
    pub isolated: bool,
    /// A ground on a screw or listed clip of its own in the metal of the box, which joins it to the others there.
    #[serde(default)]
    pub on_box: bool,
    /// Marked permanently as what it is used for, where its colour says something else.
    #[serde(default)]
    pub remarked: Option<bool>,
    /// What it has been through; not looked at when absent.
    #[serde(default)]
    pub condition: Option<ConductorCondition>,
    /// How far from the sheath its damage is; at its tip when only the end is noted as nicked.
    #[serde(default)]
    pub damage_at: Option<Length>,
    /// Conductors with the same letter are joined to each other in this box, as found.
    #[serde(default)]
    pub joined: Option<String>,
    /// A splice within its free length.
    #[serde(default)]
    pub joint: Option<Joint>,
}

impl Conductor {
    /// A straight copper conductor of which nothing is measured.
    pub const fn new(id: u16, cable: Option<u16>, gauge: Gauge, colour: Colour, role: Role) -> Self {
        Self {
            id,
            cable,
            gauge,
            material: Material::Copper,
            strands: Strands::Solid,
            colour,
            role,
            free_length: None,
            reach: None,
            end: ConductorEnd::Straight,
            passes_through: false,
            looped: false,
            pigtail: false,
            tap: false,
            from_canopy: false,
            isolated: false,
            on_box: false,
            remarked: None,
            condition: None,
            damage_at: None,
            joined: None,
            joint: None,
        }
    }

    /// An equipment grounding conductor.
    pub fn is_ground(&self) -> bool {
        self.role == Role::EquipmentGrounding
    }

    /// How a person at the wall calls it, "black 12 AWG".
    pub fn label(&self) -> String {
        format!("{} {}", self.colour.name(), self.gauge)
    }
}
