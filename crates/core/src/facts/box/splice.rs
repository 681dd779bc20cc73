//! Splices: what joins conductors in a box.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::quantity::Gauge;

/// What a splice is made with.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum SpliceKind {
    /// A lever connector.
    Lever,
    /// A twist-on connector.
    TwistOn,
    /// A crimp sleeve.
    CrimpSleeve,
    /// A push-in connector.
    PushIn,
    /// Tape and nothing else.
    TapeOnly,
    /// Twisted and soldered, then taped.
    Soldered,
}

impl SpliceKind {
    /// All of them, in the order one offers them.
    pub const ALL: [Self; 6] =
        [Self::Lever, Self::TwistOn, Self::CrimpSleeve, Self::PushIn, Self::TapeOnly, Self::Soldered];

    /// In the words of the trade.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Lever => "lever connector",
            Self::TwistOn => "twist-on connector",
            Self::CrimpSleeve => "crimp sleeve",
            Self::PushIn => "push-in connector",
            Self::TapeOnly => "tape alone",
            Self::Soldered => "soldered splice",
        }
    }
}

/// One splice. The conductors it joins carry its letter in `joined`.
#[derive(Debug, Clone, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Splice {
    /// The letter of the conductors it joins.
    pub letter: String,
    /// What it is made with.
    pub kind: SpliceKind,
    /// The smallest conductor it is marked for.
    #[serde(default)]
    pub smallest: Option<Gauge>,
    /// The largest conductor it is marked for.
    #[serde(default)]
    pub largest: Option<Gauge>,
    /// The most conductors it is marked for.
    #[serde(default)]
    pub most: Option<u8>,
    /// It is marked for stranded conductors.
    #[serde(default)]
    pub stranded: Option<bool>,
    /// It is marked for aluminium with copper.
    #[serde(default)]
    pub both_metals: Option<bool>,
    /// Pigtails in it that end in this box and are not in the list of conductors.
    #[serde(default)]
    pub pigtails: u8,
    /// Each conductor was pulled and none moved.
    #[serde(default)]
    pub pull_tested: Option<bool>,
}

impl Splice {
    /// A splice of which only the kind is known.
    pub fn new(letter: impl Into<String>, kind: SpliceKind) -> Self {
        Self {
            letter: letter.into(),
            kind,
            smallest: None,
            largest: None,
            most: None,
            stranded: None,
            both_metals: None,
            pigtails: 0,
            pull_tested: None,
        }
    }
}
