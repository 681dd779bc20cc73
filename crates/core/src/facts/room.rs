//! A room of the walk.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::audit::Basis;
use super::identifier::RoomId;
use super::problem::{Pointer, Problem, check_text};

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
