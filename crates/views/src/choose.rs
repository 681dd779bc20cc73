//! Taking the planner's repairs over as planned work.

use nailpunch_core::facts::{BoxId, ItemId, PanelId, RoomId, RunId, Subject, WorkItem};
use nailpunch_core::job::Job;
use nailpunch_core::repair::Choice;
use serde::Deserialize;
use utoipa::ToSchema;

/// Boxes and panels whose planned repairs are taken over.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ChooseWish {
    /// The boxes, at most 20,000.
    #[serde(default)]
    #[schema(max_items = 20_000)]
    boxes: Vec<BoxId>,
    /// The panels.
    #[serde(default)]
    panels: Vec<PanelId>,
    /// The rooms.
    #[serde(default)]
    rooms: Vec<RoomId>,
    /// The cable runs.
    #[serde(default)]
    runs: Vec<RunId>,
}

impl ChooseWish {
    /// The items that are planned by it, with the identifiers that `fresh` makes: what is only found, in these places.
    pub fn items(&self, job: &Job, mut fresh: impl FnMut() -> ItemId) -> Vec<WorkItem> {
        let boxes = job.boxes.iter().filter(|known| self.boxes.contains(&known.box_id));
        let boxes = boxes.map(|known| (Subject::Box(known.box_id), &known.work));
        let wanted = |subject: Subject| match subject {
            Subject::Panel(id) => self.panels.contains(&id),
            Subject::Room(id) => self.rooms.contains(&id),
            Subject::Run(id) => self.runs.contains(&id),
            Subject::Box(_) => false,
        };
        let places = job.places.iter().filter(|known| wanted(known.subject));
        let places = places.map(|known| (known.subject, &known.work));
        let mut items = Vec::new();
        for (subject, work) in boxes.chain(places) {
            let mut item = |choice: &Choice| choice.item(fresh(), subject);
            items.extend(work.choices.iter().map(&mut item));
        }
        items
    }
}
