//! The bundle: a whole audit as one open file, `*.nailpunch.json`.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::audit::Audit;
use super::bounded::{at_most, weighing_at_most};
use super::r#box::BoxContents;
use super::circuit::{Circuit, Feed, TraceEvent};
use super::hands::HandsIn;
use super::identifier::{BoxId, CircuitId, ItemId, PanelId, PhotoId, RoomId, RunId};
use super::note::Note;
use super::panel::{Panel, PanelFeed};
use super::photo::BundlePhoto;
use super::ruling::{Remark, Ruling};
use super::run::CableRun;
use super::seal::Seal;
use super::{AuditFacts, AuditWalk, BoxRecord, Revised, Room, RoomFacts, Sketch, Subject, WalkRoom, WorkItem};
use crate::standard::WiredUnder;

/// The version of the format. A reader refuses a newer one.
pub const FORMAT: u32 = 2;

/// A whole audit. Lengths are whole nanometres, volumes whole nanolitres; the order of rooms and boxes is the order of
/// the walk.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Bundle {
    /// The version of the format, now 2; format 1 is read.
    pub nailpunch: u32,
    /// The audit's own record.
    pub audit: Audit,
    /// The rooms in the order of the walk, each with its boxes.
    #[serde(deserialize_with = "rooms")]
    pub rooms: Vec<BundleRoom>,
    /// The circuits, as far as they are known.
    #[serde(default, deserialize_with = "at_most::<_, _, 2_001>")]
    pub circuits: Vec<Circuit>,
    /// The panels.
    #[serde(default, deserialize_with = "at_most::<_, _, 1_000>")]
    pub panels: Vec<Panel>,
    /// The cable runs.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "at_most::<_, _, 2_001>")]
    pub runs: Vec<CableRun>,
    /// What was said of the findings, whatever they were found at; in format 1 each box held its own.
    #[serde(default, deserialize_with = "at_most::<_, _, 200_000>")]
    pub items: Vec<WorkItem>,
    /// The photographs.
    #[serde(default, deserialize_with = "at_most::<_, _, 10_000>")]
    pub photos: Vec<BundlePhoto>,
    /// Its seals, oldest first.
    #[serde(default, deserialize_with = "at_most::<_, _, 10_000>")]
    pub seals: Vec<Seal>,
}

/// A room of a bundle.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BundleRoom {
    /// Its identifier.
    pub id: RoomId,
    /// What it is called.
    pub name: String,
    /// The area of the audit that it belongs to.
    #[serde(default)]
    pub area: Option<u16>,
    /// Its sketch by tape, as found.
    #[serde(default, skip_serializing_if = "Sketch::is_empty")]
    pub sketch: Sketch,
    /// Its sketch as left.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub left: Option<Sketch>,
    /// What the inspector ruled of the room.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub rulings: Vec<Ruling>,
    /// What was seen in the room that no rule covers.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub remarks: Vec<Remark>,
    /// Notes to whoever comes next.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub notes: Vec<Note>,
    /// Its boxes in the order of the walk.
    #[serde(default, deserialize_with = "at_most::<_, _, 20_000>")]
    pub boxes: Vec<BundleBox>,
}

/// A box of a bundle.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BundleBox {
    /// Its identifier.
    pub id: BoxId,
    /// The short name on the run, "K3".
    pub tag: String,
    /// Where in the room.
    #[serde(default)]
    pub place: String,
    /// When it was wired, where it differs from its area.
    #[serde(default)]
    pub wired_under: Option<WiredUnder>,
    /// As found.
    #[serde(default)]
    pub found: BoxContents,
    /// As left.
    #[serde(default)]
    pub left: Option<BoxContents>,
    /// What the inspector ruled.
    #[serde(default)]
    pub rulings: Vec<Ruling>,
    /// What was seen that no rule covers.
    #[serde(default)]
    pub remarks: Vec<Remark>,
    /// Notes to whoever comes next.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub notes: Vec<Note>,
    /// Who has hands in it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hands_in: Option<HandsIn>,
    /// The work items of this box, in format 1 alone.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub items: Vec<WorkItem>,
}

/// The most boxes that one audit holds.
pub(super) const MOST_BOXES: usize = 20_000;

/// Rooms, while they and their boxes together are no more than an audit holds, by far.
fn rooms<'de, D: serde::Deserializer<'de>>(deserializer: D) -> Result<Vec<BundleRoom>, D::Error> {
    weighing_at_most(deserializer, 2 * MOST_BOXES, |room: &BundleRoom| 1 + room.boxes.len())
}

impl BundleRoom {
    /// The room's own record.
    pub fn room(&self) -> Room {
        Room {
            id: self.id,
            name: self.name.clone(),
            area: self.area,
            sketch: self.sketch.clone(),
            left: self.left.clone(),
            rulings: self.rulings.clone(),
            remarks: self.remarks.clone(),
            notes: self.notes.clone(),
        }
    }

    /// A room of a bundle from its record and its boxes.
    pub fn from_record(record: Room, boxes: Vec<BundleBox>) -> Self {
        let Room { id, name, area, sketch, left, rulings, remarks, notes } = record;
        Self { id, name, area, sketch, left, rulings, remarks, notes, boxes }
    }
}

impl BundleBox {
    /// The box's own record in `room`.
    pub fn record(&self, room: RoomId) -> BoxRecord {
        BoxRecord {
            id: self.id,
            room,
            tag: self.tag.clone(),
            place: self.place.clone(),
            wired_under: self.wired_under,
            found: self.found.clone(),
            left: self.left.clone(),
            rulings: self.rulings.clone(),
            remarks: self.remarks.clone(),
            notes: self.notes.clone(),
            hands_in: self.hands_in.clone(),
        }
    }

    /// A box of a bundle from its record.
    pub fn from_record(record: BoxRecord) -> Self {
        let BoxRecord { id, room: _, tag, place, wired_under, found, left, rulings, remarks, notes, hands_in } = record;
        Self { id, tag, place, wired_under, found, left, rulings, remarks, notes, hands_in, items: Vec::new() }
    }
}

impl Bundle {
    /// Of an audit as it is kept, without photographs and seals.
    pub fn of_walk(walk: AuditWalk) -> Self {
        fn records<T>(revised: Vec<Revised<T>>) -> Vec<T> {
            revised.into_iter().map(|known| known.record).collect()
        }
        let room = |known: WalkRoom| {
            let boxes = records(known.boxes).into_iter().map(BundleBox::from_record).collect();
            BundleRoom::from_record(known.room.record, boxes)
        };
        Self {
            nailpunch: FORMAT,
            audit: walk.audit.record,
            rooms: walk.rooms.into_iter().map(room).collect(),
            circuits: records(walk.circuits),
            panels: records(walk.panels),
            runs: records(walk.runs),
            items: records(walk.items),
            photos: Vec::new(),
            seals: Vec::new(),
        }
    }

    /// All that is known of the audit.
    pub fn facts(&self) -> AuditFacts {
        let rooms = self.rooms.iter().map(|room| RoomFacts {
            room: room.room(),
            boxes: room.boxes.iter().map(|entry| entry.record(room.id)).collect(),
        });
        let of_boxes = self.rooms.iter().flat_map(|room| &room.boxes).flat_map(|entry| &entry.items);
        AuditFacts {
            audit: self.audit.clone(),
            rooms: rooms.collect(),
            items: self.items.iter().chain(of_boxes).cloned().collect(),
            circuits: self.circuits.clone(),
            panels: self.panels.clone(),
            runs: self.runs.clone(),
        }
    }

    /// The same audit in the format of today.
    pub fn in_this_format(mut self) -> Self {
        if self.nailpunch < FORMAT {
            self.nailpunch = FORMAT;
            for entry in self.rooms.iter_mut().flat_map(|room| &mut room.boxes) {
                self.items.append(&mut entry.items);
            }
        }
        self
    }

    /// The same audit under fresh identifiers, which `fresh` supplies. A copy is not what was sealed.
    pub fn renamed(mut self, mut fresh: impl FnMut() -> uuid::Uuid) -> Self {
        self.seals.clear();
        self.audit.id = fresh().into();
        let mut named: std::collections::HashMap<BoxId, BoxId> = std::collections::HashMap::new();
        let mut former_rooms = Vec::new();
        for room in &mut self.rooms {
            let former = std::mem::replace(&mut room.id, RoomId(fresh()));
            former_rooms.push((former, room.id));
            for record in &mut room.boxes {
                let former = std::mem::replace(&mut record.id, BoxId(fresh()));
                named.insert(former, record.id);
                for item in &mut record.items {
                    item.id = ItemId(fresh());
                    item.subject = Subject::Box(record.id);
                }
            }
        }
        let rooms: std::collections::HashMap<RoomId, RoomId> = former_rooms.into_iter().collect();
        for line in &mut self.audit.corrections {
            line.room = line.room.and_then(|id| rooms.get(&id).copied());
            line.box_id = line.box_id.and_then(|id| named.get(&id).copied());
        }
        let anew = |id: &mut BoxId| {
            if let Some(known) = named.get(id) {
                *id = *known;
            }
        };
        for circuit in &mut self.circuits {
            circuit.id = CircuitId(fresh());
            for point in &mut circuit.points {
                anew(&mut point.box_id);
                if let Feed::Box(from) = &mut point.from {
                    anew(from);
                }
            }
            for event in &mut circuit.events {
                let (TraceEvent::Read { box_id, .. }
                | TraceEvent::Opened { box_id, .. }
                | TraceEvent::CableTested { box_id, .. }) = event;
                anew(box_id);
            }
        }
        let mut named_panels = std::collections::HashMap::new();
        for panel in &mut self.panels {
            let former = std::mem::replace(&mut panel.id, PanelId(fresh()));
            if let Some(left) = &mut panel.left {
                left.id = panel.id;
            }
            named_panels.insert(former, panel.id);
        }
        let panel_anew = |id: &mut PanelId| {
            if let Some(known) = named_panels.get(id) {
                *id = *known;
            }
        };
        for room in &mut self.rooms {
            room.sketch.rename(anew, panel_anew);
            room.left.iter_mut().for_each(|left| left.rename(anew, panel_anew));
        }
        self.audit.corrections.iter_mut().filter_map(|line| line.panel.as_mut()).for_each(panel_anew);
        self.circuits.iter_mut().filter_map(|circuit| circuit.panel.as_mut()).for_each(panel_anew);
        let side_anew = |panel: &mut Panel| {
            if let PanelFeed::Breaker { panel: from, .. } = &mut panel.feed {
                panel_anew(from);
            }
            panel.mapping.points.iter_mut().filter_map(|point| point.box_id.as_mut()).for_each(anew);
        };
        for panel in &mut self.panels {
            side_anew(panel);
            panel.left.as_deref_mut().into_iter().for_each(side_anew);
        }
        let mut runs = std::collections::HashMap::new();
        for run in &mut self.runs {
            let former = std::mem::replace(&mut run.id, RunId(fresh()));
            runs.insert(former, run.id);
            run.rename_ends(anew, panel_anew);
        }
        let run_anew = |id: &mut RunId| {
            if let Some(known) = runs.get(id) {
                *id = *known;
            }
        };
        self.audit.corrections.iter_mut().filter_map(|line| line.run.as_mut()).for_each(run_anew);
        self.audit.work.pins.iter_mut().flat_map(|pin| &mut pin.boxes).for_each(anew);
        for item in &mut self.items {
            item.id = ItemId(fresh());
            match &mut item.subject {
                Subject::Box(id) => anew(id),
                Subject::Panel(id) => panel_anew(id),
                Subject::Run(id) => run_anew(id),
                Subject::Room(id) => {
                    if let Some(known) = rooms.get(id) {
                        *id = *known;
                    }
                }
            }
        }
        for BundlePhoto { photo, .. } in &mut self.photos {
            photo.id = PhotoId(fresh());
            photo.box_id.iter_mut().for_each(anew);
            photo.panel.iter_mut().for_each(panel_anew);
            photo.room = photo.room.and_then(|id| rooms.get(&id).copied());
            photo.run.iter_mut().for_each(run_anew);
        }
        self
    }
}
