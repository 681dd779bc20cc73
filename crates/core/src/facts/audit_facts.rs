//! All that is known of one audit: what an assessment follows from.

use super::{Audit, BoxRecord, CableRun, Circuit, Panel, PanelId, Room, Subject, WorkItem};

/// A room with its boxes in the order of the walk.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct RoomFacts {
    /// The room.
    pub room: Room,
    /// Its boxes.
    pub boxes: Vec<BoxRecord>,
}

/// The facts of an audit, wherever they are kept: in the store or in a bundle.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct AuditFacts {
    /// The audit's own record.
    pub audit: Audit,
    /// Its rooms in the order of the walk.
    pub rooms: Vec<RoomFacts>,
    /// What was said of its findings.
    pub items: Vec<WorkItem>,
    /// Its circuits.
    pub circuits: Vec<Circuit>,
    /// Its panels.
    pub panels: Vec<Panel>,
    /// Its cable runs.
    pub runs: Vec<CableRun>,
}

impl AuditFacts {
    /// Its boxes in the order of the walk, each with its room.
    pub fn boxes(&self) -> Vec<(&Room, &BoxRecord)> {
        self.rooms.iter().flat_map(|known| known.boxes.iter().map(|record| (&known.room, record))).collect()
    }

    /// What was said of the findings at a subject.
    pub fn items_of(&self, subject: Subject) -> Vec<WorkItem> {
        self.items.iter().filter(|item| item.subject == subject).cloned().collect()
    }

    /// A panel by its identifier.
    pub fn panel(&self, id: PanelId) -> Option<&Panel> {
        self.panels.iter().find(|panel| panel.id == id)
    }
}
