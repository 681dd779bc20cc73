//! What somebody wants in a room and is not made yet: whether it can be made as it is wanted, and why not.

use nailpunch_core::assess::AssessedRoom;
use nailpunch_core::repair::WantedPlan;
use serde::Serialize;

use crate::detail_svg::detail_svg;
use crate::table::Drawing;

/// Something wanted in a room.
#[derive(Serialize)]
pub struct WantedPart {
    pub room: String,
    pub label: String,
    pub says: String,
    pub why: Vec<String>,
    pub drawing: Option<Drawing>,
}

impl WantedPart {
    /// What is wanted in a room and not made yet.
    pub fn all<'a>(known: &'a AssessedRoom) -> impl Iterator<Item = Self> + 'a {
        known.now().wanted.iter().map(|plan| Self::of(&known.record.name, plan))
    }

    fn of(room: &str, plan: &WantedPlan) -> Self {
        let drawing = plan.hole.as_ref().map(|hole| Drawing {
            svg: detail_svg(hole),
            caption: format!("{}: the hole and its stud", plan.label),
            words: hole.said(),
        });
        let why = plan.against.iter().chain(&plan.open).cloned().collect();
        Self { room: room.to_owned(), label: plan.label.clone(), says: plan.says.clone(), why, drawing }
    }
}
