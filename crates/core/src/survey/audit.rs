//! The audit and what it rests on; its rooms and boxes.

use std::fmt;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use uuid::Uuid;

use super::contents::BoxContents;
use super::house_rules::HouseRules;
use super::problem::{Pointer, Problem, check_text};
use super::ruling::{Remark, Ruling, remark_problems, ruling_problems};
use crate::quantity::UnitSystem;
use crate::standard::{Edition, WiredUnder};
use crate::work::{CorrectionLine, WorkItem, WorkSettings, correction_problems};

/// A client-made identifier: a UUID, of version 7 when this application makes it.
pub trait Identifier: Copy + Eq + fmt::Display + From<Uuid> {
    /// The UUID.
    fn uuid(self) -> Uuid;
}

macro_rules! identifier {
    ($(#[$doc:meta])* $name:ident) => {
        $(#[$doc])*
        #[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema)]
        #[serde(transparent)]
        #[schema(value_type = String, format = Uuid)]
        pub struct $name(pub Uuid);

        impl Identifier for $name {
            fn uuid(self) -> Uuid {
                self.0
            }
        }

        impl From<Uuid> for $name {
            fn from(uuid: Uuid) -> Self {
                Self(uuid)
            }
        }

        impl fmt::Display for $name {
            fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
                self.0.fmt(f)
            }
        }
    };
}

identifier!(
    /// Names an audit.
    AuditId
);
identifier!(
    /// Names a room.
    RoomId
);
identifier!(
    /// Names a box.
    BoxId
);
identifier!(
    /// Names a circuit.
    CircuitId
);
identifier!(
    /// Names a panel.
    PanelId
);
identifier!(
    /// Names a work item.
    ItemId
);
identifier!(
    /// Names a photograph.
    PhotoId
);

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
    /// Somebody else's list, to be worked off; at most 500 lines.
    #[serde(default)]
    #[schema(max_items = 500)]
    pub corrections: Vec<CorrectionLine>,
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

/// A room, or a stretch of outside.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Room {
    /// Its identifier.
    pub id: RoomId,
    /// What it is called.
    pub name: String,
    /// The area of the audit that it belongs to.
    #[serde(default)]
    pub area: Option<u16>,
}

/// A box in the walk, with what was found in it and, after the work, what was left.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BoxRecord {
    /// Its identifier.
    pub id: BoxId,
    /// The room it is in.
    pub room: RoomId,
    /// The short name on the run and on the wall, "K3".
    pub tag: String,
    /// Where in the room, "behind the stove".
    #[serde(default)]
    pub place: String,
    /// When it was wired, where it differs from its area.
    #[serde(default)]
    pub wired_under: Option<WiredUnder>,
    /// As found, before any work.
    #[serde(default)]
    pub found: BoxContents,
    /// As left, measured anew after the work.
    #[serde(default)]
    pub left: Option<BoxContents>,
    /// What the inspector ruled, at most 100.
    #[serde(default)]
    #[schema(max_items = 100)]
    pub rulings: Vec<Ruling>,
    /// What was seen that no rule covers, at most 100.
    #[serde(default)]
    #[schema(max_items = 100)]
    pub remarks: Vec<Remark>,
}

const MOST_AREAS: usize = 40;

fn check_year(problems: &mut Vec<Problem>, pointer: &Pointer, year: Option<u16>) {
    if let Some(year) = year
        && !(1880..=2100).contains(&year)
    {
        problems.push(Problem::new(pointer, format!("{year} is not a year of wiring; give one from 1880 to 2100")));
    }
}

fn wired_year(wired_under: Option<WiredUnder>) -> Option<u16> {
    wired_under.map(WiredUnder::year)
}

impl Basis {
    /// What cannot be accepted in the basis.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
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
        check_year(&mut problems, &building.at("built"), self.building.built);
        problems.extend(self.basis.problems(&at.at("basis")));
        problems.extend(self.work.problems(&at.at("work")));
        problems.extend(correction_problems(&self.corrections, &at.at("corrections")));
        let letterhead = at.at("letterhead");
        check_text(&mut problems, &letterhead.at("firm"), &self.letterhead.firm, false, 120);
        check_text(&mut problems, &letterhead.at("licence"), &self.letterhead.licence, false, 120);
        if self.letterhead.logo.as_ref().is_some_and(|logo| logo.len() > 400_000) {
            problems.push(Problem::new(&letterhead.at("logo"), "this logo is larger than 400 kB; make it smaller"));
        }
        problems
    }
}

impl Room {
    /// What cannot be accepted in a room of an audit with `basis`.
    pub fn problems(&self, basis: &Basis, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_text(&mut problems, &at.at("name"), &self.name, true, 80);
        if let Some(area) = self.area
            && !basis.areas.iter().any(|known| known.id == area)
        {
            let message = format!("the basis has no area {area}; choose one that it has, or none");
            problems.push(Problem::new(&at.at("area"), message));
        }
        problems
    }
}

impl BoxRecord {
    /// What measuring again begins with: as found, without what the rules of its work items read.
    pub fn to_measure_again(&self, items: &[WorkItem]) -> BoxContents {
        self.found.forgetting(items.iter().map(|item| item.rule.as_str()))
    }

    /// As left, once anything of it has been measured.
    pub fn measured_again(&self, items: &[WorkItem]) -> Option<&BoxContents> {
        self.left.as_ref().filter(|left| **left != self.to_measure_again(items))
    }

    /// What cannot be accepted in a box.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_text(&mut problems, &at.at("tag"), &self.tag, true, 12);
        check_text(&mut problems, &at.at("place"), &self.place, false, 80);
        check_year(&mut problems, &at.at("wired_under"), wired_year(self.wired_under));
        problems.extend(self.found.problems(&at.at("found")));
        if let Some(left) = &self.left {
            problems.extend(left.problems(&at.at("left")));
        }
        problems.extend(ruling_problems(&self.rulings, &at.at("rulings")));
        problems.extend(remark_problems(&self.remarks, &at.at("remarks")));
        problems
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn basis() -> Basis {
        let area = Area { id: 1, name: "main house".to_owned(), wired_under: Some(WiredUnder::Year(1962)) };
        Basis { areas: vec![area], ..Basis::default() }
    }

    fn room(area: Option<u16>) -> Room {
        Room { id: RoomId(Uuid::nil()), name: "kitchen".to_owned(), area }
    }

    #[test]
    fn a_box_may_be_newer_than_its_area() {
        let basis = basis();
        assert_eq!(basis.wired_under(&room(Some(1)), None), Some(WiredUnder::Year(1962)));
        let own = Some(WiredUnder::Edition(Edition::Nec2011));
        assert_eq!(basis.wired_under(&room(Some(1)), own).map(WiredUnder::year), Some(2011));
        assert_eq!(basis.wired_under(&room(None), None), None);
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
