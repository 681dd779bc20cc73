//! The audit and what it rests on; its rooms and boxes.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::amendments::{AmendmentSet, amendment_problems};
use super::bounded::at_most;
use super::danger_notice::{DangerNotice, notice_problems};
use super::house_rules::HouseRules;
use super::instrument::{Instrument, instrument_problems};
use super::problem::{Pointer, Problem, check_day, check_text, check_year};
use super::turn::Turn;
use super::work::{CorrectionLine, WorkSettings, correction_problems};
use crate::facts::{AuditId, Room};
use crate::quantity::UnitSystem;
use crate::standard::{Adoption, Edition, WiredUnder};

/// A part of the building that was wired at one time.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Area {
    /// Its number within the audit.
    pub id: u16,
    /// What it is called, "annexe".
    pub name: String,
    /// When it was wired, if that is known.
    #[serde(default)]
    pub wired_under: Option<WiredUnder>,
}

/// What the verdicts of an audit rest on.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Basis {
    /// The edition that the authority enforces.
    #[serde(default)]
    pub edition: Edition,
    /// When the authority began to enforce its editions, as far as that is known; at most 20.
    #[serde(default)]
    #[schema(max_items = 20)]
    pub adoptions: Vec<Adoption>,
    /// Where the building stands, for amendments that hold in a place only; the parts of it between commas, "Mill
    /// Village, Lakeshire County".
    #[serde(default)]
    pub jurisdiction: String,
    /// What the authority and the firm change in the rules, the later sets over the earlier; at most 6.
    #[serde(default)]
    #[schema(max_items = 6)]
    pub amendments: Vec<AmendmentSet>,
    /// The unit to read and type.
    #[serde(default)]
    pub units: UnitSystem,
    /// The parts of the building by the age of their wiring.
    #[serde(default)]
    pub areas: Vec<Area>,
    /// Where practice differs, the school of this firm or audit.
    #[serde(default)]
    pub house_rules: HouseRules,
}

/// The building that is audited.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Building {
    /// Where it stands, in a line.
    #[serde(default)]
    pub address: String,
    /// Who owns it.
    #[serde(default)]
    pub owner: String,
    /// The year it was built, if that is known.
    #[serde(default)]
    pub built: Option<u16>,
}

/// One audit of one building.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Audit {
    /// Its identifier.
    pub id: AuditId,
    /// What it is called.
    pub name: String,
    /// Who inspects.
    #[serde(default)]
    pub inspector: String,
    /// The building.
    #[serde(default)]
    pub building: Building,
    /// What the verdicts rest on.
    #[serde(default)]
    pub basis: Basis,
    /// Set aside: kept, but out of the way.
    #[serde(default)]
    pub archived: bool,
    /// What the job is planned by.
    #[serde(default)]
    pub work: WorkSettings,
    /// Whose paper the reports are on.
    #[serde(default)]
    pub letterhead: Letterhead,
    /// What it is measured with; at most 40.
    #[serde(default, deserialize_with = "at_most::<_, _, 400>")]
    #[schema(max_items = 40)]
    pub instruments: Vec<Instrument>,
    /// Whose turn it is.
    #[serde(default)]
    pub turn: Turn,
    /// Somebody else's list, to be worked off; at most 500 lines.
    #[serde(default, deserialize_with = "at_most::<_, _, 5_000>")]
    #[schema(max_items = 500)]
    pub corrections: Vec<CorrectionLine>,
    /// The notices of danger that were given, oldest first; at most 40. They are given and never changed.
    #[serde(default, deserialize_with = "at_most::<_, _, 400>")]
    #[schema(max_items = 40)]
    pub notices: Vec<DangerNotice>,
}

impl Audit {
    /// An audit of which nothing is said but what it is called.
    pub fn new(id: AuditId, name: impl Into<String>) -> Self {
        Self {
            id,
            name: name.into(),
            inspector: String::new(),
            building: Building::default(),
            basis: Basis::default(),
            archived: false,
            work: WorkSettings::default(),
            letterhead: Letterhead::default(),
            instruments: Vec::new(),
            turn: Turn::default(),
            corrections: Vec::new(),
            notices: Vec::new(),
        }
    }
}

/// Whose paper a report is on.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Letterhead {
    /// The name of the firm.
    #[serde(default)]
    pub firm: String,
    /// Its licence.
    #[serde(default)]
    pub licence: String,
    /// Its logo: JPEG in Base64, at most 400 kB.
    #[serde(default)]
    pub logo: Option<String>,
}

const MOST_AREAS: usize = 40;
const MOST_ADOPTIONS: usize = 20;

/// A house may be older than its wiring.
fn check_built(problems: &mut Vec<Problem>, pointer: &Pointer, year: Option<u16>) {
    if let Some(year) = year
        && !(1500..=2100).contains(&year)
    {
        problems.push(Problem::new(pointer, format!("{year} is not the year of a house; give one from 1500 to 2100")));
    }
}

pub(super) fn wired_year(wired_under: Option<WiredUnder>) -> Option<u16> {
    wired_under.map(WiredUnder::year)
}

impl Basis {
    /// What cannot be accepted in the basis.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_text(&mut problems, &at.at("jurisdiction"), &self.jurisdiction, false, 120);
        self.adoption_problems(&mut problems, &at.at("adoptions"));
        problems.extend(amendment_problems(&self.amendments, &at.at("amendments")));
        let areas = at.at("areas");
        if self.areas.len() > MOST_AREAS {
            problems.push(Problem::new(&areas, format!("{} areas; at most {MOST_AREAS} are kept", self.areas.len())));
        }
        for (index, area) in self.areas.iter().enumerate() {
            let place = areas.at(index);
            check_text(&mut problems, &place.at("name"), &area.name, true, 80);
            check_year(&mut problems, &place.at("wired_under"), wired_year(area.wired_under));
            if self.areas[..index].iter().any(|other| other.id == area.id) {
                problems.push(Problem::new(&place.at("id"), format!("area {} stands twice", area.id)));
            }
        }
        problems.extend(self.house_rules.problems(&at.at("house_rules")));
        problems
    }

    fn adoption_problems(&self, problems: &mut Vec<Problem>, at: &Pointer) {
        if self.adoptions.len() > MOST_ADOPTIONS {
            let words = format!("{} dates of adoption; at most {MOST_ADOPTIONS} are kept", self.adoptions.len());
            problems.push(Problem::new(at, words));
        }
        for (index, adoption) in self.adoptions.iter().enumerate() {
            let place = at.at(index);
            check_day(problems, &place.at("in_force"), &adoption.in_force);
            let name = adoption.edition.name();
            if !adoption.in_force.is_empty()
                && adoption.in_force.as_str() < adoption.edition.year().to_string().as_str()
            {
                let words = format!("{name} cannot have been in force before {}", adoption.edition.year());
                problems.push(Problem::new(&place.at("in_force"), words));
            }
            if self.adoptions[..index].iter().any(|other| other.edition == adoption.edition) {
                problems.push(Problem::new(&place.at("edition"), format!("{name} stands twice")));
            }
        }
    }

    /// Whether wiring is older than a requirement that came with the edition of year `since`, where this audit is.
    pub fn is_older(&self, wired_under: WiredUnder, since: u16) -> bool {
        wired_under.is_before(since, self.edition.profile(), &self.adoptions)
    }

    /// Why wiring cannot have been done under the edition that is noted for it: it never was in force here. Nothing where
    /// it can.
    pub fn never_in_force(&self, wired_under: Option<WiredUnder>) -> Option<String> {
        let Some(WiredUnder::Edition(noted)) = wired_under else { return None };
        let (noted_name, family) = (noted.name(), self.edition.profile());
        if noted.profile() != family {
            return Some(format!("wired under {noted_name}, but this audit goes by {}", self.edition.name()));
        }
        let adopted = self.adoptions.iter().map(|adoption| adoption.edition);
        let here = adopted.chain([self.edition]).filter(|edition| edition.profile() == family);
        let newest = here.max_by_key(|edition| edition.year())?;
        let words = || format!("wired under {noted_name}, but the newest edition in force here is {}", newest.name());
        (noted.year() > newest.year()).then(words)
    }

    /// When the wiring of a box was done: the box's own word before its area's.
    pub fn wired_under(&self, room: &Room, own: Option<WiredUnder>) -> Option<WiredUnder> {
        own.or_else(|| self.areas.iter().find(|area| Some(area.id) == room.area)?.wired_under)
    }
}

impl Audit {
    /// What cannot be accepted in the audit's own record.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_text(&mut problems, &at.at("name"), &self.name, true, 120);
        check_text(&mut problems, &at.at("inspector"), &self.inspector, false, 120);
        let building = at.at("building");
        check_text(&mut problems, &building.at("address"), &self.building.address, false, 200);
        check_text(&mut problems, &building.at("owner"), &self.building.owner, false, 120);
        check_built(&mut problems, &building.at("built"), self.building.built);
        problems.extend(self.basis.problems(&at.at("basis")));
        problems.extend(self.work.problems(&at.at("work")));
        problems.extend(self.turn.problems(&at.at("turn")));
        problems.extend(correction_problems(&self.corrections, &at.at("corrections")));
        problems.extend(instrument_problems(&self.instruments, &at.at("instruments")));
        problems.extend(notice_problems(&self.notices, &at.at("notices")));
        let letterhead = at.at("letterhead");
        check_text(&mut problems, &letterhead.at("firm"), &self.letterhead.firm, false, 120);
        check_text(&mut problems, &letterhead.at("licence"), &self.letterhead.licence, false, 120);
        if self.letterhead.logo.as_ref().is_some_and(|logo| logo.len() > 400_000) {
            problems.push(Problem::new(&letterhead.at("logo"), "this logo is larger than 400 kB; make it smaller"));
        }
        problems
    }
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;
    use crate::facts::testing::{audit_of, record_of};
    use crate::facts::{BoxContents, RoomId};

    fn basis() -> Basis {
        let area = Area { id: 1, name: "main house".to_owned(), wired_under: Some(WiredUnder::Year(1962)) };
        Basis { areas: vec![area], ..Basis::default() }
    }

    fn room(area: Option<u16>) -> Room {
        Room { area, ..Room::new(RoomId(Uuid::nil()), "kitchen") }
    }

    #[test]
    fn a_box_may_be_newer_than_its_area() {
        let basis = basis();
        assert_eq!(basis.wired_under(&room(Some(1)), None), Some(WiredUnder::Year(1962)));
        let own = Some(WiredUnder::Edition(Edition::Nec2011));
        assert_eq!(basis.wired_under(&room(Some(1)), own).map(WiredUnder::year), Some(2011));
        assert_eq!(basis.wired_under(&room(None), None), None);
        assert_eq!(basis.never_in_force(None), None);
        assert_eq!(basis.never_in_force(own), None);
        let of = |edition| basis.never_in_force(Some(WiredUnder::Edition(edition))).unwrap_or_default();
        assert!(of(Edition::Nec2026).ends_with("newest edition in force here is NEC 2023"), "{}", of(Edition::Nec2026));
        assert!(of(Edition::Cec2018).contains("goes by NEC 2023"), "{}", of(Edition::Cec2018));
    }

    #[test]
    fn a_house_may_be_older_than_any_wiring() {
        let refused = |built| {
            let mut audit = audit_of(record_of(BoxContents::default()).1).audit;
            audit.building.built = Some(built);
            audit.problems(&Pointer::root()).iter().any(|problem| problem.pointer == "/building/built")
        };
        assert!(!refused(1850) && !refused(1500) && !refused(2026));
        // Two figures are no year of anything.
        assert!(refused(68) && refused(2101));
    }

    #[test]
    fn an_unknown_area_is_refused() {
        let problems = room(Some(9)).problems(&basis(), &Pointer::root());
        assert_eq!(problems.len(), 1);
        assert_eq!(problems[0].pointer, "/area");
    }

    #[test]
    fn years_are_bounded() {
        let mut basis = basis();
        basis.areas[0].wired_under = Some(WiredUnder::Year(20));
        assert_eq!(basis.problems(&Pointer::root())[0].pointer, "/areas/0/wired_under");
    }
}
