//! The editions an audit can name, and how a limit is cited.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// An edition of a code that an authority may enforce.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default, Serialize, Deserialize, ToSchema)]
pub enum Edition {
    /// NFPA 70, 2011.
    #[serde(rename = "nec-2011")]
    Nec2011,
    /// NFPA 70, 2014.
    #[serde(rename = "nec-2014")]
    Nec2014,
    /// NFPA 70, 2017.
    #[serde(rename = "nec-2017")]
    Nec2017,
    /// NFPA 70, 2020.
    #[serde(rename = "nec-2020")]
    Nec2020,
    /// NFPA 70, 2023.
    #[serde(rename = "nec-2023")]
    #[default]
    Nec2023,
    /// CSA C22.1, 2021: the profile "Canada".
    #[serde(rename = "cec-2021")]
    Cec2021,
}

/// Which family of codes an edition belongs to.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Profile {
    /// NFPA 70.
    Nec,
    /// CSA C22.1.
    Cec,
}

impl Edition {
    /// Every edition, oldest first within its family.
    pub const ALL: [Self; 6] =
        [Self::Nec2011, Self::Nec2014, Self::Nec2017, Self::Nec2020, Self::Nec2023, Self::Cec2021];

    /// As it is cited.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Nec2011 => "NEC 2011",
            Self::Nec2014 => "NEC 2014",
            Self::Nec2017 => "NEC 2017",
            Self::Nec2020 => "NEC 2020",
            Self::Nec2023 => "NEC 2023",
            Self::Cec2021 => "CEC 2021",
        }
    }

    /// The year it was published.
    pub const fn year(self) -> u16 {
        match self {
            Self::Nec2011 => 2011,
            Self::Nec2014 => 2014,
            Self::Nec2017 => 2017,
            Self::Nec2020 => 2020,
            Self::Cec2021 => 2021,
            Self::Nec2023 => 2023,
        }
    }

    /// The family it belongs to.
    pub const fn profile(self) -> Profile {
        match self {
            Self::Cec2021 => Profile::Cec,
            _ => Profile::Nec,
        }
    }
}

/// What was in force when an area was wired: a year from its age, or an edition someone knows.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum WiredUnder {
    /// The year of the wiring, 1880 to 2100.
    Year(u16),
    /// The edition it was wired under.
    Edition(Edition),
}

impl WiredUnder {
    /// Whether the wiring is older than a requirement of the edition of year `since`. An edition is seldom enforced
    /// before the year after its date, so that wiring of that very year is the older.
    pub const fn is_before(self, since: u16) -> bool {
        match self {
            Self::Year(year) => year <= since,
            Self::Edition(edition) => edition.year() < since,
        }
    }

    /// The year, of the wiring or of the edition.
    pub const fn year(self) -> u16 {
        match self {
            Self::Year(year) => year,
            Self::Edition(edition) => edition.year(),
        }
    }
}

/// How sure we are of a fact of a code. No code book was at hand: nothing here is better than memory.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Confidence {
    /// From memory, sure.
    Sure,
    /// From memory; the substance is right, a year, section number or wording may be off.
    MayBeOff,
    /// From memory; check before relying on it.
    CheckFirst,
    /// Common practice of the trade, no source.
    Practice,
}

/// Where a limit comes from.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
pub struct Citation {
    /// "NEC 2023".
    pub edition: &'static str,
    /// "300.14".
    pub section: &'static str,
    /// How sure we are.
    pub confidence: Confidence,
}

impl std::fmt::Display for Citation {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        if self.section.is_empty() { f.write_str(self.edition) } else { write!(f, "{} {}", self.edition, self.section) }
    }
}

/// Cites a section of the NEC and, where it has one, of the CEC.
pub fn cite(
    edition: Edition,
    nec: Option<(&'static str, Confidence)>,
    cec: Option<(&'static str, Confidence)>,
) -> Option<Citation> {
    let (section, confidence) = match edition.profile() {
        Profile::Nec => nec?,
        Profile::Cec => cec?,
    };
    Some(Citation { edition: edition.name(), section, confidence })
}

/// Common practice of the trade, no source.
#[allow(clippy::unnecessary_wraps, reason = "a rule's citation may be absent in an edition; practice never is")]
pub fn practice(_: Edition) -> Option<Citation> {
    Some(Citation { edition: "common practice", section: "", confidence: Confidence::Practice })
}
