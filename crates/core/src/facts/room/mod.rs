//! A room of the walk: what it is called, and its sketch by tape.

mod equipment;
mod floor_line;
mod outlet;
mod sketch;
mod sketch_problems;
mod wanted;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::audit::Basis;
use super::identifier::{BoxId, PanelId, RoomId};
use super::note::{Note, note_problems};
use super::problem::{Pointer, Problem, check_text};
use super::ruling::{Remark, Ruling, remark_problems, ruling_problems};
pub use equipment::{Disconnect, Equipment, EquipmentFeed, EquipmentKind};
pub use floor_line::{FloorLine, LineWall, Spread, WallPlace};
pub use outlet::{Outlet, OutletKind, OutletPlace};
pub use sketch::{
    Corner, Island, RoomObservation, RoomObservationInfo, RoomObserved, Sketch, Wall, WallPart, WallPartKind,
    room_observation_infos,
};
pub use wanted::{
    InWall, InWallInfo, InWallSeen, StudNear, StudSide, Tested, Wanted, WantedKind, WantedPlace, WantedSource,
    in_wall_infos,
};

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
    /// Its sketch by tape, as found; nothing is judged of a room that was not sketched.
    #[serde(default, skip_serializing_if = "Sketch::is_empty")]
    pub sketch: Sketch,
    /// Its sketch as left, looked at anew after the work.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub left: Option<Sketch>,
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

impl Room {
    /// A room of which nothing is known but its name.
    pub fn new(id: RoomId, name: &str) -> Self {
        Self {
            id,
            name: name.to_owned(),
            area: None,
            sketch: Sketch::default(),
            left: None,
            rulings: Vec::new(),
            remarks: Vec::new(),
            notes: Vec::new(),
        }
    }

    /// As left, once anything of it is other than as found.
    pub fn looked_at_again(&self) -> Option<&Sketch> {
        self.left.as_ref().filter(|left| **left != self.sketch)
    }

    /// Its sketches, each with its field: as found, and as left.
    fn sides(&self) -> impl Iterator<Item = (&'static str, &Sketch)> {
        std::iter::once(("sketch", &self.sketch)).chain(self.left.iter().map(|left| ("left", left)))
    }

    /// The boxes that it names, each with the place where it does.
    pub fn boxes_named(&self, at: &Pointer) -> Vec<(Pointer, BoxId)> {
        self.sides().flat_map(|(side, sketch)| sketch.boxes_named(&at.at(side))).collect()
    }

    /// The panels that it names, each with the place where it does.
    pub fn panels_named(&self, at: &Pointer) -> Vec<(Pointer, PanelId)> {
        self.sides().flat_map(|(side, sketch)| sketch.panels_named(&at.at(side))).collect()
    }

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
        problems.extend(self.sketch.problems(&at.at("sketch")));
        problems.extend(self.left.iter().flat_map(|left| left.problems(&at.at("left"))));
        problems.extend(ruling_problems(&self.rulings, &at.at("rulings")));
        problems.extend(remark_problems(&self.remarks, &at.at("remarks")));
        problems.extend(note_problems(&self.notes, &at.at("notes")));
        problems
    }
}
