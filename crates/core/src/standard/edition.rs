//! The editions an audit can name, and how a limit is cited.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// An edition of a code that an authority may enforce.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default, Serialize, Deserialize, ToSchema)]
pub enum Edition {
    /// NFPA 70, 2008.
    #[serde(rename = "nec-2008")]
    Nec2008,
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
    /// NFPA 70, 2026.
    #[serde(rename = "nec-2026")]
    Nec2026,
    /// CSA C22.1, 2018.
    #[serde(rename = "cec-2018")]
    Cec2018,
    /// CSA C22.1, 2021.
    #[serde(rename = "cec-2021")]
    Cec2021,
    /// CSA C22.1, 2024.
    #[serde(rename = "cec-2024")]
    Cec2024,
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
    pub const ALL: [Self; 10] = [
        Self::Nec2008,
        Self::Nec2011,
        Self::Nec2014,
        Self::Nec2017,
        Self::Nec2020,
        Self::Nec2023,
        Self::Nec2026,
        Self::Cec2018,
        Self::Cec2021,
        Self::Cec2024,
    ];

    /// As it is cited.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Nec2008 => "NEC 2008",
            Self::Nec2011 => "NEC 2011",
            Self::Nec2014 => "NEC 2014",
            Self::Nec2017 => "NEC 2017",
            Self::Nec2020 => "NEC 2020",
            Self::Nec2023 => "NEC 2023",
            Self::Nec2026 => "NEC 2026",
            Self::Cec2018 => "CEC 2018",
            Self::Cec2021 => "CEC 2021",
            Self::Cec2024 => "CEC 2024",
        }
    }

    /// The year it was published.
    pub const fn year(self) -> u16 {
        match self {
            Self::Nec2008 => 2008,
            Self::Nec2011 => 2011,
            Self::Nec2014 => 2014,
            Self::Nec2017 => 2017,
            Self::Cec2018 => 2018,
            Self::Nec2020 => 2020,
            Self::Cec2021 => 2021,
            Self::Nec2023 => 2023,
            Self::Cec2024 => 2024,
            Self::Nec2026 => 2026,
        }
    }

    /// The family it belongs to.
    pub const fn profile(self) -> Profile {
        match self {
            Self::Cec2018 | Self::Cec2021 | Self::Cec2024 => Profile::Cec,
            _ => Profile::Nec,
        }
    }
}

/// The year a requirement came into each family of codes; `None` where it is as old as the wiring.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Since {
    /// The edition of the NEC.
    pub nec: Option<u16>,
    /// The edition of the CEC.
    pub cec: Option<u16>,
}

impl Since {
    /// As old as the wiring, in both.
    pub const ALWAYS: Self = Self { nec: None, cec: None };

    /// Of both families.
    pub const fn of(nec: u16, cec: u16) -> Self {
        Self { nec: Some(nec), cec: Some(cec) }
    }

    /// A year of the NEC alone.
    pub const fn nec(year: u16) -> Self {
        Self { nec: Some(year), cec: None }
    }

    /// The year of the family that an edition belongs to.
    pub const fn under(self, edition: Edition) -> Option<u16> {
        match edition.profile() {
            Profile::Nec => self.nec,
            Profile::Cec => self.cec,
        }
    }
}

/// When an authority began to enforce an edition.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Adoption {
    /// The edition.
    pub edition: Edition,
    /// The first day it was in force, "2014-07-01".
    pub in_force: String,
}

impl Adoption {
    /// The first year whose wiring is all under it: that of its day, or the next where the day is none of January's first.
    fn first_whole_year(&self) -> Option<u16> {
        let (year, day) = self.in_force.split_at_checked(4)?;
        let year: u16 = year.parse().ok()?;
        Some(if day == "-01-01" { year } else { year.saturating_add(1) })
    }
}

/// The first year in which all wiring was under a requirement that came with the edition of year `since`. Where the
/// authority's own dates do not say, the year after: an edition is seldom enforced in the year of its date.
pub fn in_force_from(since: u16, family: Profile, adoptions: &[Adoption]) -> u16 {
    let of_family = || adoptions.iter().filter(|adoption| adoption.edition.profile() == family);
    let first =
        of_family().filter(|adoption| adoption.edition.year() >= since).min_by_key(|adoption| adoption.edition.year());
    // An edition skipped by the authority brings what came in between; that is known only where an earlier one is listed.
    let sure =
        |adoption: &Adoption| adoption.edition.year() == since || of_family().any(|other| other.edition.year() < since);
    first.filter(|adoption| sure(adoption)).and_then(Adoption::first_whole_year).unwrap_or(since.saturating_add(1))
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
    /// Whether the wiring is older than a requirement of the edition of year `since`, under the authority whose dates
    /// of adoption are given.
    pub fn is_before(self, since: u16, family: Profile, adoptions: &[Adoption]) -> bool {
        match self {
            Self::Year(year) => year < in_force_from(since, family, adoptions),
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

impl Confidence {
    /// What is left of it in an edition that we know little of.
    const fn under(self, edition: Edition) -> Self {
        match (self, edition) {
            (Self::Sure, Edition::Nec2026) => Self::MayBeOff,
            _ => self,
        }
    }
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

/// Cites a section of the NEC and, where it has one, of the CEC. The newest edition of the NEC is known too little to be
/// sure of any number.
pub fn cite(
    edition: Edition,
    nec: Option<(&'static str, Confidence)>,
    cec: Option<(&'static str, Confidence)>,
) -> Option<Citation> {
    let (section, confidence) = match edition.profile() {
        Profile::Nec => nec?,
        Profile::Cec => cec?,
    };
    Some(Citation { edition: edition.name(), section, confidence: confidence.under(edition) })
}

/// As [`cite`], for a section whose number changed: the first of `nec` whose year is not younger than the edition's, so
/// that they stand newest first.
pub fn cite_by_year(
    edition: Edition,
    nec: &[(u16, &'static str, Confidence)],
    cec: Option<(&'static str, Confidence)>,
) -> Option<Citation> {
    let of_year = nec.iter().find(|(from, ..)| edition.year() >= *from);
    cite(edition, of_year.map(|(_, section, confidence)| (*section, *confidence)), cec)
}

/// Cites the residential or building code that goes with an edition: it asks for what the electrical code only wires.
pub fn cite_residential(
    edition: Edition,
    residential: (&'static str, Confidence),
    national: (&'static str, Confidence),
) -> Option<Citation> {
    let (code, (section, confidence)) = match edition.profile() {
        Profile::Nec => ("IRC", residential),
        Profile::Cec => ("NBC", national),
    };
    Some(Citation { edition: code, section, confidence: confidence.under(edition) })
}

/// Common practice of the trade, no source.
#[allow(clippy::unnecessary_wraps, reason = "a rule's citation may be absent in an edition; practice never is")]
pub fn practice(_: Edition) -> Option<Citation> {
    Some(Citation { edition: "common practice", section: "", confidence: Confidence::Practice })
}

#[cfg(test)]
mod tests {
    use super::*;

    fn adopted(edition: Edition, in_force: &str) -> Adoption {
        Adoption { edition, in_force: in_force.to_owned() }
    }

    #[test]
    fn an_edition_is_in_force_from_the_day_of_its_adoption() {
        let before = |year, adoptions: &[Adoption]| WiredUnder::Year(year).is_before(2014, Profile::Nec, adoptions);
        // Nobody said when: the year of the edition counts as older.
        assert!(before(2014, &[]) && !before(2015, &[]));
        // An authority three years late, in the middle of a year: all of that year counts as older.
        let late = [adopted(Edition::Nec2014, "2017-07-01")];
        assert!(before(2017, &late) && !before(2018, &late));
        let new_year = [adopted(Edition::Nec2014, "2015-01-01")];
        assert!(before(2014, &new_year) && !before(2015, &new_year));
        // It went from 2011 to 2017 and skipped the one between.
        let skipped = [adopted(Edition::Nec2011, "2012-01-01"), adopted(Edition::Nec2017, "2019-01-01")];
        assert!(before(2018, &skipped) && !before(2019, &skipped));
        // The first that is listed is younger: what was in force before it is not known.
        assert!(!before(2016, &[adopted(Edition::Nec2020, "2021-01-01")]));
        // The dates of the other family say nothing.
        assert!(!before(2016, &[adopted(Edition::Cec2018, "2019-01-01")]));
    }

    #[test]
    fn the_newest_edition_is_never_cited_as_sure() {
        let section = Some(("300.14", Confidence::Sure));
        let confidence = |edition| cite(edition, section, None).map(|citation| citation.confidence);
        assert_eq!(confidence(Edition::Nec2023), Some(Confidence::Sure));
        assert_eq!(confidence(Edition::Nec2026), Some(Confidence::MayBeOff));
        assert_eq!(confidence(Edition::Cec2024), None);
    }

    #[test]
    fn a_section_that_moved_is_cited_by_edition() {
        let moved = [(2017, "406.12", Confidence::Sure), (2008, "406.11", Confidence::MayBeOff)];
        let section = |edition| cite_by_year(edition, &moved, None).map(|citation| citation.section);
        assert_eq!([Edition::Nec2008, Edition::Nec2023].map(section), [Some("406.11"), Some("406.12")]);
    }
}
