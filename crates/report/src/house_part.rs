//! The house on one page: rooms with their boxes as marks, panels with what each breaker feeds.

use nailpunch_core::assess::{Assessed, House, HouseBreaker, HouseMark, HousePanel, HouseRoom};
use nailpunch_core::job::Job;
use serde::Serialize;

use crate::table::{count, mark_of};

/// A place as a mark.
#[derive(Serialize)]
pub struct MarkPart {
    pub name: String,
    pub verdict: &'static str,
    /// The breakers that feed it, by their names.
    pub fed_by: String,
    pub put_right: bool,
}

/// A room with its marks.
#[derive(Serialize)]
pub struct HouseRoomPart {
    pub name: String,
    /// The verdict of the room itself; absent where it was not taped.
    pub verdict: Option<&'static str>,
    pub boxes: Vec<MarkPart>,
}

/// A panel with a line for each breaker that feeds something.
#[derive(Serialize)]
pub struct HousePanelPart {
    pub mark: MarkPart,
    pub breakers: Vec<String>,
}

/// The house on one page.
#[derive(Serialize)]
pub struct HousePart {
    pub says: String,
    /// Time and money still to come, in a sentence.
    pub still: String,
    pub panels: Vec<HousePanelPart>,
    pub rooms: Vec<HouseRoomPart>,
    pub runs: Vec<MarkPart>,
}

impl HousePart {
    /// Of an audit as it was assessed, and its job.
    pub fn of(assessed: &Assessed, job: &Job) -> Self {
        let house = House::of(assessed);
        let breakers: Vec<&HouseBreaker> = house.panels.iter().flat_map(|panel| &panel.breakers).collect();
        let named = |place: &usize| breakers.get(*place).map(|breaker| breaker.short.as_str());
        let mark = |mark: &HouseMark| MarkPart {
            name: mark.name.clone(),
            verdict: mark_of(mark.dangerous, mark.worst),
            fed_by: mark.fed_by.iter().filter_map(named).collect::<Vec<_>>().join(", "),
            put_right: mark.put_right,
        };
        let room = |room: &HouseRoom| HouseRoomPart {
            name: room.name.clone(),
            verdict: room.itself.as_ref().map(|mark| mark_of(mark.dangerous, mark.worst)),
            boxes: room.boxes.iter().map(mark).collect(),
        };
        let feeds = |breaker: &&HouseBreaker| breaker.boxes > 0;
        let panel = |panel: &HousePanel| HousePanelPart {
            mark: mark(&panel.mark),
            breakers: panel.breakers.iter().filter(feeds).map(said).collect(),
        };
        Self {
            panels: house.panels.iter().map(panel).collect(),
            rooms: house.rooms.iter().map(room).collect(),
            runs: house.runs.iter().map(mark).collect(),
            says: house.says.clone(),
            still: job.estimate.sentence.clone(),
        }
    }
}

/// "7, 20 A, kitchen counter: 3 boxes".
fn said(breaker: &HouseBreaker) -> String {
    let boxes = count(breaker.boxes, "box", "boxes");
    let mut words = vec![breaker.name.clone()];
    words.extend(breaker.amperes.map(|amperes| format!("{amperes} A")));
    words.extend(Some(breaker.directory.clone()).filter(|directory| !directory.is_empty()));
    format!("{}: {boxes}", words.join(", "))
}
