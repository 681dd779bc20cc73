//! A box of the walk: its name, its contents as found and as left, and the inspector's word.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::contents::BoxContents;
use crate::facts::audit::wired_year;
use crate::facts::hands::HandsIn;
use crate::facts::identifier::{BoxId, RoomId};
use crate::facts::note::{Note, note_problems};
use crate::facts::problem::{Pointer, Problem, check_text, check_time, check_year};
use crate::facts::ruling::{Remark, Ruling, remark_problems, ruling_problems};
use crate::standard::WiredUnder;

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
    /// Notes to whoever comes next, at most 100.
    #[serde(default)]
    #[schema(max_items = 100)]
    pub notes: Vec<Note>,
    /// Who has hands in it now.
    #[serde(default)]
    pub hands_in: Option<HandsIn>,
}

impl BoxRecord {
    /// A box of which nothing is said but where it is, what it is called, and what was found in it.
    pub fn new(id: BoxId, room: RoomId, tag: impl Into<String>, found: BoxContents) -> Self {
        Self {
            id,
            room,
            tag: tag.into(),
            place: String::new(),
            wired_under: None,
            found,
            left: None,
            rulings: Vec::new(),
            remarks: Vec::new(),
            notes: Vec::new(),
            hands_in: None,
        }
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
        problems.extend(note_problems(&self.notes, &at.at("notes")));
        if let Some(hands) = &self.hands_in {
            let place = at.at("hands_in");
            check_text(&mut problems, &place.at("who"), &hands.who, true, 80);
            check_time(&mut problems, &place.at("since"), &hands.since);
        }
        problems
    }
}
