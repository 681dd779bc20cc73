//! What is behind and round the breakers: conductors under terminals, bars, bonds, electrodes, and what one sees.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::facts::r#box::{Colour, Role, Strands};
use crate::facts::identifier::PanelId;
use crate::quantity::Gauge;
use crate::standard::Material;

/// A conductor under a terminal of a breaker or a bar.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LandedConductor {
    /// The terminal: the pole of a breaker, 1 or 2, or the number of the screw on a bar.
    pub terminal: u8,
    /// Its size.
    pub gauge: Gauge,
    /// What it carries.
    pub role: Role,
    /// What it is made of.
    #[serde(default)]
    pub material: Material,
    /// Solid or stranded.
    #[serde(default)]
    pub strands: Option<Strands>,
    /// Its colour.
    #[serde(default)]
    pub colour: Option<Colour>,
    /// It is marked in another colour where it ends.
    #[serde(default)]
    pub remarked: Option<bool>,
    /// On a bar: the breaker of its circuit, by its number within the panel.
    #[serde(default)]
    pub breaker: Option<u16>,
}

impl LandedConductor {
    /// A copper conductor of which nothing more is known.
    pub const fn new(terminal: u8, gauge: Gauge, role: Role) -> Self {
        Self {
            terminal,
            gauge,
            role,
            material: Material::Copper,
            strands: None,
            colour: None,
            remarked: None,
            breaker: None,
        }
    }

    /// As it is told from the others, "12 AWG" or "12 AWG aluminium".
    pub fn label(&self) -> String {
        format!("{}{}", self.gauge, if self.material == Material::Copper { "" } else { " aluminium" })
    }
}

/// What a bar is for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum BarKind {
    /// Neutrals.
    Neutral,
    /// Equipment grounds.
    Ground,
    /// Both, as at the service.
    Both,
}

/// A bar of screw terminals.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Bar {
    /// Its number within the panel.
    pub id: u16,
    /// What it is for.
    pub kind: BarKind,
    /// It is bonded to the enclosure by a strap, a screw, or by being screwed to it.
    #[serde(default)]
    pub bonded: Option<bool>,
    /// The terminals that the label gives to two grounds or more, and to how many; one conductor each elsewhere.
    #[serde(default)]
    pub grounds_per_terminal: Option<u8>,
    /// What is under its terminals, at most 200.
    #[serde(default)]
    #[schema(max_items = 200)]
    pub conductors: Vec<LandedConductor>,
}

/// What feeds a panel.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum PanelFeed {
    /// Not known yet.
    #[default]
    Unknown,
    /// The supply: the service disconnect is in it.
    Service,
    /// A service disconnect ahead of it in another enclosure, which is not recorded as a panel: outside, or in a meter
    /// main. This one is fed by a feeder.
    Disconnect,
    /// A breaker of another panel.
    Breaker {
        /// The panel.
        panel: PanelId,
        /// The breaker, by its number within that panel.
        breaker: u16,
    },
}

/// The conductors that come in: of the service, or of a feeder.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Incoming {
    /// Each leg.
    pub gauge: Gauge,
    /// What they are made of.
    #[serde(default)]
    pub material: Material,
    /// They and their terminals are good for 75 °C; 60 °C otherwise.
    #[serde(default)]
    pub warm: bool,
    /// They carry a whole dwelling.
    #[serde(default)]
    pub whole_dwelling: bool,
    /// The equipment ground that comes with them.
    #[serde(default)]
    pub ground: Option<Gauge>,
    /// What that ground is made of; as the legs when it is not noted.
    #[serde(default)]
    pub ground_material: Option<Material>,
    /// An equipment ground comes with them, apart from the neutral.
    #[serde(default)]
    pub separate_ground: Option<bool>,
    /// The panel is in another building than the one that feeds it.
    #[serde(default)]
    pub other_building: bool,
}

/// An electrode in the ground.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum ElectrodeKind {
    /// One driven rod.
    Rod,
    /// Two driven rods or more.
    TwoRods,
    /// A metal water pipe that runs ten feet and more in the earth.
    WaterPipe,
    /// Reinforcement or wire in a footing.
    Concrete,
    /// A plate or a ring, not told apart.
    PlateOrRing,
    /// A plate.
    Plate,
    /// A ring round the building.
    Ring,
}

impl ElectrodeKind {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 7] =
        [Self::Rod, Self::TwoRods, Self::WaterPipe, Self::Concrete, Self::Plate, Self::Ring, Self::PlateOrRing];

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Rod => "one rod",
            Self::TwoRods => "two rods or more",
            Self::WaterPipe => "water pipe",
            Self::Concrete => "footing",
            Self::PlateOrRing => "plate or ring, not told apart",
            Self::Plate => "plate",
            Self::Ring => "ring",
        }
    }
}

/// How the system is grounded.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Grounding {
    /// A main bonding jumper ties the neutral to the enclosure here: a strap, a screw, a wire.
    #[serde(default)]
    pub main_bond: Option<bool>,
    /// The electrodes found, at most 8; none where one looked and there was none.
    #[serde(default)]
    #[schema(max_items = 8)]
    pub electrodes: Option<Vec<ElectrodeKind>>,
    /// The resistance of a single rod or plate to earth, measured, in ohms.
    #[serde(default)]
    pub ohms: Option<u16>,
    /// The grounding electrode conductor.
    #[serde(default)]
    pub conductor: Option<Gauge>,
    /// What it is made of.
    #[serde(default)]
    pub conductor_material: Material,
}

macro_rules! panel_observations {
    ($($(#[$doc:meta])* $variant:ident $fault:literal / $sound:literal;)*) => {
        /// Something to look for at a panel, named by its fault.
        #[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
        #[serde(rename_all = "kebab-case")]
        pub enum PanelObservation {
            $($(#[$doc])* $variant,)*
        }

        impl PanelObservation {
            /// Every observation, in the order one looks.
            pub const ALL: &'static [Self] = &[$(Self::$variant,)*];

            /// What is seen when it is there.
            pub const fn fault(self) -> &'static str {
                match self { $(Self::$variant => $fault,)* }
            }

            /// What is seen when it is not.
            pub const fn sound(self) -> &'static str {
                match self { $(Self::$variant => $sound,)* }
            }
        }
    };
}

panel_observations! {
    /// The directory cannot be read or is not there.
    DirectoryUnreadable "directory missing or cannot be read" / "directory can be read";
    /// A breaker opening of the dead front with nothing in it.
    OpenSpace "breaker opening not filled" / "breaker openings filled";
    /// An open knockout.
    OpenKnockout "open knockout" / "knockouts closed";
    /// The dead front is missing, loose or gaps.
    DeadFrontOff "dead front missing, loose or gaping" / "dead front in place";
    /// Screws with points, or of the wrong kind, hold the dead front.
    SharpScrews "pointed or wrong cover screws" / "blunt cover screws";
    /// Rust or corrosion inside.
    Corrosion "rust or corrosion" / "no corrosion";
    /// Paint, plaster, sawdust or nests inside.
    Debris "paint, plaster or debris inside" / "clean inside";
    /// Water gets in.
    Water "water gets in" / "dry";
    /// Melted, discoloured or burnt parts.
    HeatDamage "melted or burnt parts" / "no trace of heat";
    /// A type of panel or breaker known to the trade for not tripping.
    UnsafeType "a type known for not tripping" / "no type known for not tripping";
    /// A conductor tapped ahead of a breaker that it is too small for.
    UnfusedTap "small conductor tapped ahead of its breaker" / "no unprotected tap";
    /// Storage stands in the space before it, or its door does not open to the full.
    SpaceBlocked "things stand before it, or its door does not open" / "the space before it is clear";
    /// The mast leans, is not braced, or its boot leaks.
    MastLoose "mast leans, unbraced, or its boot leaks" / "mast upright and sealed";
    /// The drop has no loop below the weatherhead, so that water runs in.
    NoDripLoop "no drip loop at the weatherhead" / "drip loop below the weatherhead";
    /// The service cable is frayed or bare, or not strapped.
    EntranceFrayed "service cable frayed or not strapped" / "service cable whole and strapped";
    /// The meter base is loose, open or not sealed to the wall.
    MeterLoose "meter base loose, open or not sealed" / "meter base firm and closed";
    /// The electrode conductor is cut, loose or its clamp is of the wrong kind.
    ElectrodeLoose "electrode conductor cut or its clamp loose" / "electrode conductor whole, its clamp tight";
    /// A fuse or breaker is in the neutral of the service.
    FusedNeutral "fuse in the neutral" / "no fuse in the neutral";
    /// A fuse larger than its wire, bridged, or of a base that takes any.
    FuseTooLarge "fuse bridged or too large for its wire" / "fuses right for their wires";
    /// Low-voltage wires or a transformer inside it.
    LowVoltageInside "low-voltage wires or transformer inside" / "no low voltage inside";
    /// Terminals not tightened to their mark.
    NotTorqued "terminals not torqued to the mark" / "terminals torqued to the mark";
}

/// An observation at a panel with its answer. What is not in the list was not looked at.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PanelObserved {
    /// What was looked for.
    pub what: PanelObservation,
    /// It is there.
    pub fault: bool,
}

/// An observation at a panel as the screen offers it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
pub struct PanelObservationInfo {
    /// What to look for.
    pub what: PanelObservation,
    /// The chip when it is there.
    pub fault: &'static str,
    /// The chip when it is not.
    pub sound: &'static str,
    /// It is looked for where the service comes in, and at no other panel.
    pub of_service: bool,
}

impl PanelObservation {
    /// It is looked for where the service comes in, and at no other panel.
    const fn is_of_service(self) -> bool {
        matches!(
            self,
            Self::MastLoose | Self::NoDripLoop | Self::EntranceFrayed | Self::MeterLoose | Self::ElectrodeLoose
        )
    }
}

/// Every observation at a panel, in the order one looks.
pub fn panel_observation_infos() -> Vec<PanelObservationInfo> {
    let info = |what: &PanelObservation| PanelObservationInfo {
        what: *what,
        fault: what.fault(),
        sound: what.sound(),
        of_service: what.is_of_service(),
    };
    PanelObservation::ALL.iter().map(info).collect()
}
