//! A cable run: a cable or raceway on its way between two boxes, or a box and a panel.

mod course;
mod course_line;
mod course_problems;
mod mark;
mod observation;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::audit::Basis;
use super::identifier::{BoxId, PanelId, RunId};
use super::note::{Note, note_problems};
use super::problem::{Pointer, Problem, check_text};
use super::ruling::{Remark, Ruling, remark_problems, ruling_problems};
pub use course::{Course, RacewayConductors, RunWay, Stretch};
pub use course_line::{CourseLine, Held, HeldEnd, PlacedStretch, RunPlace};
pub use mark::{DamageKind, RunMark, RunPoint, SpliceHow, SupportKind, WarmThing};
pub use observation::{RunObservation, RunObservationInfo, RunObserved, run_observation_infos};

/// Where a run ends.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum RunEnd {
    /// Not known.
    #[default]
    Unknown,
    /// At a box.
    Box(BoxId),
    /// At a panel.
    Panel(PanelId),
    /// At something that is on no list: a meter, an appliance, a cut end.
    Elsewhere,
}

/// A cable or raceway from one end to the other.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CableRun {
    /// Its identifier.
    pub id: RunId,
    /// What it is called, "cellar, panel to K1".
    pub name: String,
    /// The area of the audit that it belongs to, for when it was wired.
    #[serde(default)]
    pub area: Option<u16>,
    /// Where it begins; distances along it are from here.
    #[serde(default)]
    pub from: RunEnd,
    /// Where it ends.
    #[serde(default)]
    pub to: RunEnd,
    /// As found.
    #[serde(default)]
    pub found: Course,
    /// As left, looked at anew after the work.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub left: Option<Course>,
    /// What the inspector ruled.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub rulings: Vec<Ruling>,
    /// What was seen that no rule covers.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub remarks: Vec<Remark>,
    /// Notes to whoever comes next, at most 100.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    #[schema(max_items = 100)]
    pub notes: Vec<Note>,
}

impl CableRun {
    /// A run of which nothing is known but its name.
    pub fn new(id: RunId, name: &str) -> Self {
        Self {
            id,
            name: name.to_owned(),
            area: None,
            from: RunEnd::Unknown,
            to: RunEnd::Unknown,
            found: Course::default(),
            left: None,
            rulings: Vec::new(),
            remarks: Vec::new(),
            notes: Vec::new(),
        }
    }

    /// As left, once anything of it is other than as found.
    pub fn looked_at_again(&self) -> Option<&Course> {
        self.left.as_ref().filter(|left| **left != self.found)
    }

    /// What stands now: as left once it was looked at anew, before that as found.
    pub fn now(&self) -> &Course {
        self.looked_at_again().unwrap_or(&self.found)
    }

    /// Its two ends.
    pub const fn ends(&self) -> [RunEnd; 2] {
        [self.from, self.to]
    }

    /// The boxes at its ends.
    pub fn boxes(&self) -> impl Iterator<Item = BoxId> + use<> {
        self.ends().into_iter().filter_map(|end| match end {
            RunEnd::Box(id) => Some(id),
            _ => None,
        })
    }

    /// The panels at its ends.
    pub fn panels(&self) -> impl Iterator<Item = PanelId> + use<> {
        self.ends().into_iter().filter_map(|end| match end {
            RunEnd::Panel(id) => Some(id),
            _ => None,
        })
    }

    /// Gives its ends other identifiers.
    pub fn rename_ends(&mut self, mut boxes: impl FnMut(&mut BoxId), mut panels: impl FnMut(&mut PanelId)) {
        for end in [&mut self.from, &mut self.to] {
            match end {
                RunEnd::Box(id) => boxes(id),
                RunEnd::Panel(id) => panels(id),
                RunEnd::Unknown | RunEnd::Elsewhere => {}
            }
        }
    }

    /// What cannot be accepted in a run of an audit with `basis`.
    pub fn problems(&self, basis: &Basis, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_text(&mut problems, &at.at("name"), &self.name, true, 80);
        if let Some(area) = self.area
            && !basis.areas.iter().any(|known| known.id == area)
        {
            let message = format!("the basis has no area {area}; choose one that it has, or none");
            problems.push(Problem::new(&at.at("area"), message));
        }
        problems.extend(self.found.problems(&at.at("found")));
        problems.extend(self.left.iter().flat_map(|left| left.problems(&at.at("left"))));
        problems.extend(ruling_problems(&self.rulings, &at.at("rulings")));
        problems.extend(remark_problems(&self.remarks, &at.at("remarks")));
        problems.extend(note_problems(&self.notes, &at.at("notes")));
        problems
    }
}

/// Where runs, taken as drawn, cannot all be true: one that ends where it begins, and one that closes a circle of others. By the
/// place of the run.
///
/// # Example
/// ```
/// use nailpunch_core::facts::{BoxId, CableRun, RunEnd, RunId, circles};
/// use uuid::Uuid;
///
/// let mut run = CableRun::new(RunId(Uuid::nil()), "hall");
/// (run.from, run.to) = (RunEnd::Box(BoxId(Uuid::nil())), RunEnd::Box(BoxId(Uuid::nil())));
/// assert_eq!(circles([&run]), ["It begins and ends at the same box: say where it really goes."]);
/// ```
pub fn circles<'a>(runs: impl IntoIterator<Item = &'a CableRun>) -> Vec<&'static str> {
    let mut groups: std::collections::HashMap<uuid::Uuid, uuid::Uuid> = std::collections::HashMap::new();
    let mut root = |mut id: uuid::Uuid, joined: Option<uuid::Uuid>| {
        while let Some(next) = groups.get(&id).copied().filter(|next| *next != id) {
            id = next;
        }
        groups.insert(id, joined.unwrap_or(id));
        id
    };
    let mut said = Vec::new();
    for run in runs {
        let [from, to] = run.ends().map(|end| match end {
            RunEnd::Box(BoxId(id)) | RunEnd::Panel(PanelId(id)) => Some(id),
            RunEnd::Unknown | RunEnd::Elsewhere => None,
        });
        let (Some(from), Some(to)) = (from, to) else {
            said.push("");
            continue;
        };
        let (one, other) = (root(from, None), root(to, None));
        said.push(match (from == to, one == other) {
            (true, _) => "It begins and ends at the same box: say where it really goes.",
            (_, true) => {
                "With other runs it closes a circle: a feed that goes round has two ways to each box. Say what is joined."
            }
            _ => "",
        });
        if one != other {
            root(one, Some(other));
        }
    }
    said
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;

    #[test]
    fn a_circle_is_said_of_the_run_that_closes_it() {
        let run = |from: u128, to: u128| {
            let end = |id: u128| if id == 0 { RunEnd::Unknown } else { RunEnd::Box(BoxId(Uuid::from_u128(id))) };
            CableRun { from: end(from), to: end(to), ..CableRun::new(RunId(Uuid::nil()), "run") }
        };
        let said = |pairs: &[(u128, u128)]| -> Vec<bool> {
            let runs: Vec<CableRun> = pairs.iter().map(|(from, to)| run(*from, *to)).collect();
            circles(&runs).into_iter().map(|words| !words.is_empty()).collect()
        };
        assert_eq!(said(&[(1, 2), (2, 3), (1, 4)]), [false; 3]);
        assert_eq!(said(&[(1, 2), (3, 4), (2, 3), (4, 1)]), [false, false, false, true]);
        assert_eq!(said(&[(5, 5), (0, 1), (0, 1)]), [true, false, false]);
        assert_eq!(said(&[(1, 2), (2, 1)]), [false, true]);
    }
}
