//! What is found at places along a run: what holds it, what it goes through, what it passes, what was done to it.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::quantity::Length;

/// What holds a run at a place.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum SupportKind {
    /// A staple made for it.
    Staple,
    /// A strap, a clip or a hanger made for it.
    Strap,
    /// A cable tie.
    Tie,
    /// A staple driven so hard that it bites.
    TightStaple,
    /// One staple over two cables.
    SharedStaple,
    /// A bent nail, or a staple for paper.
    Nail,
    /// A pipe, a duct or another cable that it is tied to.
    Pipe,
}

impl SupportKind {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 7] =
        [Self::Staple, Self::Strap, Self::Tie, Self::TightStaple, Self::SharedStaple, Self::Nail, Self::Pipe];

    /// The word of the line.
    pub const fn word(self) -> &'static str {
        match self {
            Self::Staple => "staple",
            Self::Strap => "strap",
            Self::Tie => "tie",
            Self::TightStaple => "tight",
            Self::SharedStaple => "shared",
            Self::Nail => "nail",
            Self::Pipe => "pipe",
        }
    }

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Staple => "staple",
            Self::Strap => "strap",
            Self::Tie => "cable tie",
            Self::TightStaple => "staple that bites",
            Self::SharedStaple => "staple over two cables",
            Self::Nail => "bent nail",
            Self::Pipe => "tied to a pipe, duct or cable",
        }
    }
}

/// Something warm that a run passes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum WarmThing {
    /// A heating duct or a pipe of heating or hot water.
    Duct,
    /// A chimney of masonry or concrete.
    Chimney,
    /// The clean-out of a chimney.
    CleanOut,
    /// A flue or vent of metal.
    Flue,
}

impl WarmThing {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 4] = [Self::Duct, Self::Chimney, Self::CleanOut, Self::Flue];

    /// The word of the line.
    pub const fn word(self) -> &'static str {
        match self {
            Self::Duct => "duct",
            Self::Chimney => "chimney",
            Self::CleanOut => "cleanout",
            Self::Flue => "flue",
        }
    }

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Duct => "heating duct or hot pipe",
            Self::Chimney => "chimney",
            Self::CleanOut => "chimney clean-out",
            Self::Flue => "metal flue or vent",
        }
    }
}

/// How a splice along a run is made, where there is no box.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum SpliceHow {
    /// Connectors or tape, with no box.
    Open,
    /// A box with no cover, or a box that cannot be got at.
    Hidden,
    /// An in-line device made for it, in reach.
    InLine,
    /// An in-line device made for it, behind a finish.
    InLineHidden,
    /// Soldered and taped on knobs, as knob and tube was made.
    Soldered,
}

impl SpliceHow {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 5] = [Self::Open, Self::Hidden, Self::InLine, Self::InLineHidden, Self::Soldered];

    /// The word of the line.
    pub const fn word(self) -> &'static str {
        match self {
            Self::Open => "open",
            Self::Hidden => "hidden",
            Self::InLine => "inline",
            Self::InLineHidden => "inline-hidden",
            Self::Soldered => "soldered",
        }
    }

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Open => "splice without a box",
            Self::Hidden => "splice in a box that cannot be reached",
            Self::InLine => "in-line splice in reach",
            Self::InLineHidden => "in-line splice behind a finish",
            Self::Soldered => "soldered splice of knob and tube",
        }
    }
}

/// What was done to a run.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum DamageKind {
    /// The sheath or armour is scuffed; what it covers is whole.
    Scuffed,
    /// The sheath is cut, gnawed or torn open; the insulation of the conductors is whole.
    Sheath,
    /// The insulation of a conductor is cut, or copper is seen.
    Nicked,
    /// Crushed, kinked, or a nail or screw is through it.
    Crushed,
    /// Charred, melted or brittle with heat.
    Burnt,
    /// Cut through.
    Cut,
}

impl DamageKind {
    /// All of them, from the least.
    pub const ALL: [Self; 6] = [Self::Scuffed, Self::Sheath, Self::Nicked, Self::Crushed, Self::Burnt, Self::Cut];

    /// The word of the line.
    pub const fn word(self) -> &'static str {
        match self {
            Self::Scuffed => "scuffed",
            Self::Sheath => "sheath",
            Self::Nicked => "nicked",
            Self::Crushed => "crushed",
            Self::Burnt => "burnt",
            Self::Cut => "cut",
        }
    }

    /// In plain words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Scuffed => "sheath scuffed",
            Self::Sheath => "sheath cut or gnawed open",
            Self::Nicked => "conductor nicked or bare",
            Self::Crushed => "crushed, or a nail through it",
            Self::Burnt => "charred, melted or brittle",
            Self::Cut => "cut through",
        }
    }
}

/// What is found at a place along a run.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case", deny_unknown_fields)]
pub enum RunMark {
    /// Something that holds it.
    Support(SupportKind),
    /// A hole in framing that it goes through.
    Hole {
        /// From the nearest edge of the wood to the edge of the hole.
        #[serde(default)]
        edge: Option<Length>,
        /// A steel plate of 1/16 in covers it, or one that is listed for it.
        #[serde(default)]
        plate: Option<bool>,
        /// The framing is of metal.
        #[serde(default)]
        metal: bool,
        /// A bushing or grommet covers the metal edges.
        #[serde(default)]
        bushed: Option<bool>,
    },
    /// A notch in framing that it lies in.
    Notch {
        /// A steel plate covers it.
        #[serde(default)]
        plate: Option<bool>,
    },
    /// A floor that it comes through.
    Floor {
        /// How far above the floor a sleeve of conduit or pipe goes; none is nought.
        #[serde(default)]
        sleeve: Option<Length>,
    },
    /// Something warm that it passes.
    Near {
        /// What it is.
        thing: WarmThing,
        /// How far it is away; nought where it touches.
        #[serde(default)]
        distance: Option<Length>,
    },
    /// A place where it comes out of the ground.
    Rises {
        /// How far above the ground a pipe or board protects it; none is nought.
        #[serde(default)]
        protected: Option<Length>,
    },
    /// A bend of a raceway, in degrees.
    Bend(u16),
    /// A bend of a cable.
    Curve {
        /// The radius of its inner edge.
        #[serde(default)]
        radius: Option<Length>,
    },
    /// An expansion fitting of a plastic conduit.
    Expansion,
    /// A box or conduit body within the run that can be reached.
    Box,
    /// A splice.
    Splice(SpliceHow),
    /// Damage.
    Damage(DamageKind),
}

/// A place along a stretch, and what is found there.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RunPoint {
    /// From where the stretch begins, along the run.
    pub at: Length,
    /// What is there.
    pub what: RunMark,
}
