//! What hangs from a box, or where a box should be: luminaires and fans, with what holds them, feeds them and keeps water out.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::quantity::{Length, Mass};

/// What hangs.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum HungKind {
    /// A luminaire on a ceiling.
    CeilingLuminaire,
    /// A luminaire on a wall.
    WallLuminaire,
    /// A luminaire let into a ceiling.
    RecessedLuminaire,
    /// A bare lampholder.
    Lampholder,
    /// A paddle fan.
    Fan,
}

impl HungKind {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 5] =
        [Self::CeilingLuminaire, Self::WallLuminaire, Self::RecessedLuminaire, Self::Lampholder, Self::Fan];

    /// In the words of the trade.
    pub const fn name(self) -> &'static str {
        match self {
            Self::CeilingLuminaire => "ceiling luminaire",
            Self::WallLuminaire => "wall luminaire",
            Self::RecessedLuminaire => "recessed luminaire",
            Self::Lampholder => "lampholder",
            Self::Fan => "paddle fan",
        }
    }

    /// The facts that are taken down of it, each a field of [`Hung`], in the order one looks; what damp places ask for last.
    pub const fn fields(self) -> &'static [&'static str] {
        match self {
            Self::CeilingLuminaire => &[
                "mass",
                "box_carries",
                "box_marked_mass",
                "from_structure",
                "metal",
                "lamp_kind",
                "lamp_watts",
                "lamp_most",
                "supply_celsius",
                "tap_box",
                "spare_leg",
                "marked_for",
                "surface",
                "block",
                "gasket",
                "seal",
            ],
            Self::WallLuminaire => &[
                "mass",
                "box_carries",
                "box_marked_mass",
                "from_structure",
                "two_screws",
                "metal",
                "lamp_kind",
                "lamp_watts",
                "lamp_most",
                "supply_celsius",
                "tap_box",
                "marked_for",
                "surface",
                "block",
                "gasket",
                "seal",
            ],
            Self::RecessedLuminaire => &[
                "mass",
                "box_carries",
                "from_structure",
                "metal",
                "insulation_contact",
                "to_insulation",
                "to_wood",
                "lamp_kind",
                "lamp_watts",
                "lamp_most",
                "supply_celsius",
                "tap_box",
                "marked_for",
            ],
            Self::Lampholder => &[
                "mass",
                "box_carries",
                "from_structure",
                "metal",
                "lamp_kind",
                "lamp_watts",
                "lamp_most",
                "supply_celsius",
                "tap_box",
                "marked_for",
                "surface",
                "block",
                "gasket",
                "seal",
            ],
            Self::Fan => &[
                "mass",
                "box_carries",
                "box_marked_mass",
                "from_structure",
                "bolts",
                "cast",
                "blade_height",
                "blade_to_wall",
                "rod",
                "control",
                "metal",
                "lamp_kind",
                "marked_for",
            ],
        }
    }

    /// Named short, within a sentence: "the luminaire".
    pub const fn noun(self) -> &'static str {
        match self {
            Self::CeilingLuminaire | Self::WallLuminaire | Self::RecessedLuminaire => "luminaire",
            Self::Lampholder => "lampholder",
            Self::Fan => "fan",
        }
    }
}

/// What a box is marked to carry.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Carries {
    /// No mark, or a device box.
    Nothing,
    /// A luminaire.
    Luminaire,
    /// A paddle fan.
    Fan,
}

impl Carries {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 3] = [Self::Nothing, Self::Luminaire, Self::Fan];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Nothing => "no mark, or a device box",
            Self::Luminaire => "made for luminaires",
            Self::Fan => "marked for fans",
        }
    }
}

/// The places that a luminaire or fan is marked for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum PlaceMark {
    /// No mark, or for dry places.
    Dry,
    /// Suitable for damp places.
    Damp,
    /// Suitable for wet places.
    Wet,
}

impl PlaceMark {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 3] = [Self::Dry, Self::Damp, Self::Wet];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Dry => "dry places, or no mark",
            Self::Damp => "damp places",
            Self::Wet => "wet places",
        }
    }
}

/// What a canopy closes on.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum CanopySurface {
    /// Flat all round.
    Flat,
    /// Lapped boards or shingles.
    Siding,
    /// Brick or stone with open joints.
    Rough,
}

impl CanopySurface {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 3] = [Self::Flat, Self::Siding, Self::Rough];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Flat => "a flat surface",
            Self::Siding => "lapped siding",
            Self::Rough => "rough masonry",
        }
    }
}

/// How a canopy outdoors is sealed to its surface.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum CanopySeal {
    /// Not at all.
    None,
    /// Top and sides, open below.
    TopAndSides,
    /// All round, the bottom as well.
    AllRound,
}

impl CanopySeal {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 3] = [Self::None, Self::TopAndSides, Self::AllRound];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::None => "not sealed",
            Self::TopAndSides => "top and sides, open below",
            Self::AllRound => "all round",
        }
    }
}

/// What a fan is switched by.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum FanControl {
    /// A switch, or its own chain.
    Switch,
    /// A control made for fans.
    MadeForFans,
    /// A dimmer for lamps.
    Dimmer,
}

impl FanControl {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 3] = [Self::Switch, Self::MadeForFans, Self::Dimmer];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Switch => "a switch or its chain",
            Self::MadeForFans => "a control made for fans",
            Self::Dimmer => "a dimmer for lamps",
        }
    }
}

/// What lamp a luminaire takes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum LampKind {
    /// A lamp with a screw shell.
    Screw,
    /// Tubes or pins.
    Pins,
    /// Its light source is built in.
    BuiltIn,
}

impl LampKind {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 3] = [Self::Screw, Self::Pins, Self::BuiltIn];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Screw => "a lamp with a screw shell",
            Self::Pins => "tubes or pins",
            Self::BuiltIn => "built in",
        }
    }
}

/// A luminaire or fan with what holds it.
#[derive(Debug, Clone, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Hung {
    /// What it is.
    pub kind: HungKind,
    /// How heavy it is.
    #[serde(default)]
    pub mass: Option<Mass>,
    /// What the box is marked to carry.
    #[serde(default)]
    pub box_carries: Option<Carries>,
    /// The most the box is marked to carry, where it says.
    #[serde(default)]
    pub box_marked_mass: Option<Mass>,
    /// It hangs from the structure and not from the box.
    #[serde(default)]
    pub from_structure: Option<bool>,
    /// It is held by at least two screws of No. 6 or larger.
    #[serde(default)]
    pub two_screws: Option<bool>,
    /// The places it is marked for.
    #[serde(default)]
    pub marked_for: Option<PlaceMark>,
    /// It has metal that can be touched.
    #[serde(default)]
    pub metal: Option<bool>,
    /// What its canopy closes on.
    #[serde(default)]
    pub surface: Option<CanopySurface>,
    /// A mounting block makes a flat seat of that surface.
    #[serde(default)]
    pub block: Option<bool>,
    /// A gasket lies under its canopy.
    #[serde(default)]
    pub gasket: Option<bool>,
    /// How its canopy is sealed.
    #[serde(default)]
    pub seal: Option<CanopySeal>,
    /// What lamp it takes.
    #[serde(default)]
    pub lamp_kind: Option<LampKind>,
    /// The lamp in it, in watts of an incandescent lamp of its heat.
    #[serde(default)]
    pub lamp_watts: Option<u16>,
    /// The most it is marked for, in watts.
    #[serde(default)]
    pub lamp_most: Option<u16>,
    /// Its label asks for supply conductors of so many degrees Celsius.
    #[serde(default)]
    pub supply_celsius: Option<u16>,
    /// It is fed over a box at least 1 ft away, by conductors for that heat.
    #[serde(default)]
    pub tap_box: Option<bool>,
    /// A recessed luminaire marked for contact with insulation.
    #[serde(default)]
    pub insulation_contact: Option<bool>,
    /// From a recessed luminaire to the nearest insulation; nothing where it touches.
    #[serde(default)]
    pub to_insulation: Option<Length>,
    /// From a recessed luminaire to the nearest wood; nothing where it touches.
    #[serde(default)]
    pub to_wood: Option<Length>,
    /// From the floor to the blades of a fan.
    #[serde(default)]
    pub blade_height: Option<Length>,
    /// From the tips of the blades to the nearest wall or sloped ceiling.
    #[serde(default)]
    pub blade_to_wall: Option<Length>,
    /// How long the rod is that a fan hangs on; nothing where it is mounted close.
    #[serde(default)]
    pub rod: Option<Length>,
    /// How many bolts hold the box or bracket of a fan to the structure.
    #[serde(default)]
    pub bolts: Option<u8>,
    /// The body of the fan is cast.
    #[serde(default)]
    pub cast: Option<bool>,
    /// What the fan is switched by.
    #[serde(default)]
    pub control: Option<FanControl>,
    /// A spare conductor, switched apart, comes into the box of a luminaire: a fan may follow it.
    #[serde(default)]
    pub spare_leg: Option<bool>,
}

impl Hung {
    /// Something that hangs, of which only the kind is known.
    pub const fn new(kind: HungKind) -> Self {
        Self {
            kind,
            mass: None,
            box_carries: None,
            box_marked_mass: None,
            from_structure: None,
            two_screws: None,
            marked_for: None,
            metal: None,
            surface: None,
            block: None,
            gasket: None,
            seal: None,
            lamp_kind: None,
            lamp_watts: None,
            lamp_most: None,
            supply_celsius: None,
            tap_box: None,
            insulation_contact: None,
            to_insulation: None,
            to_wood: None,
            blade_height: None,
            blade_to_wall: None,
            rod: None,
            bolts: None,
            cast: None,
            control: None,
            spare_leg: None,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_fields_of_a_kind_are_facts_of_what_hangs() {
        let known = serde_json::to_value(Hung::new(HungKind::Fan)).expect("serialises");
        for kind in HungKind::ALL {
            for field in kind.fields() {
                assert!(known.get(field).is_some(), "{field} of {}", kind.name());
            }
        }
    }
}
