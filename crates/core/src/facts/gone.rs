//! What still names a record that is gone: a box that was deleted while it stood on a circuit. The store keeps the name, so that
//! the box may come back to its place; what leaves the program goes without it.

use std::collections::HashSet;

use super::bundle::Bundle;
use super::circuit::Feed;
use super::identifier::{BoxId, CircuitId, PanelId, RoomId, RunId};
use super::panel::{Panel, PanelFeed};
use super::run::RunEnd;
use super::work::Subject;

impl Bundle {
    /// The same audit without what names a room, box, panel, run or circuit that it does not have. Items and photographs of what is
    /// gone go with it; a line of a correction list stays, by its words alone.
    #[must_use]
    pub fn without_gone(mut self) -> Self {
        let rooms: HashSet<RoomId> = self.rooms.iter().map(|room| room.id).collect();
        let boxes: HashSet<BoxId> = self.rooms.iter().flat_map(|room| &room.boxes).map(|entry| entry.id).collect();
        let panels: HashSet<PanelId> = self.panels.iter().map(|panel| panel.id).collect();
        let runs: HashSet<RunId> = self.runs.iter().map(|run| run.id).collect();
        let circuits: HashSet<CircuitId> = self.circuits.iter().map(|circuit| circuit.id).collect();
        for circuit in &mut self.circuits {
            circuit.panel = circuit.panel.filter(|panel| panels.contains(panel));
            circuit.points.retain(|point| boxes.contains(&point.box_id));
            circuit.events.retain(|event| boxes.contains(&event.box_id()));
            for point in &mut circuit.points {
                if matches!(point.from, Feed::Box(from) if !boxes.contains(&from)) {
                    point.from = Feed::Unknown;
                }
            }
        }
        for panel in &mut self.panels {
            of_panel(panel, &boxes, &panels);
            panel.left.as_deref_mut().into_iter().for_each(|left| of_panel(left, &boxes, &panels));
        }
        for end in self.runs.iter_mut().flat_map(|run| [&mut run.from, &mut run.to]) {
            let there = match end {
                RunEnd::Box(id) => boxes.contains(id),
                RunEnd::Panel(id) => panels.contains(id),
                RunEnd::Unknown | RunEnd::Elsewhere => true,
            };
            if !there {
                *end = RunEnd::Unknown;
            }
        }
        for room in &mut self.rooms {
            for sketch in std::iter::once(&mut room.sketch).chain(&mut room.left) {
                for outlet in &mut sketch.outlets {
                    outlet.box_id = outlet.box_id.filter(|id| boxes.contains(id));
                }
                for piece in &mut sketch.equipment {
                    piece.fed = piece.fed.take().filter(|fed| panels.contains(&fed.panel));
                }
                for wanted in &mut sketch.wanted {
                    wanted.forget(|id| boxes.contains(&id), |id| panels.contains(&id));
                }
            }
        }
        for entry in self.rooms.iter_mut().flat_map(|room| &mut room.boxes) {
            let cables = entry.found.cables.iter_mut().chain(entry.left.iter_mut().flat_map(|left| &mut left.cables));
            for supply in cables.filter_map(|cable| cable.supply.as_mut()) {
                supply.circuit = supply.circuit.filter(|circuit| circuits.contains(circuit));
            }
        }
        self.items.retain(|item| match item.subject {
            Subject::Box(id) => boxes.contains(&id),
            Subject::Panel(id) => panels.contains(&id),
            Subject::Room(id) => rooms.contains(&id),
            Subject::Run(id) => runs.contains(&id),
        });
        self.photos.retain(|entry| {
            entry.photo.box_id.is_none_or(|id| boxes.contains(&id))
                && entry.photo.panel.is_none_or(|id| panels.contains(&id))
                && entry.photo.room.is_none_or(|id| rooms.contains(&id))
                && entry.photo.run.is_none_or(|id| runs.contains(&id))
        });
        for line in &mut self.audit.corrections {
            line.room = line.room.filter(|id| rooms.contains(id));
            line.box_id = line.box_id.filter(|id| boxes.contains(id));
            line.panel = line.panel.filter(|id| panels.contains(id));
            line.run = line.run.filter(|id| runs.contains(id));
        }
        for pin in &mut self.audit.work.pins {
            pin.boxes.retain(|id| boxes.contains(id));
        }
        self.audit.work.pins.retain(|pin| !pin.boxes.is_empty());
        self
    }
}

fn of_panel(panel: &mut Panel, boxes: &HashSet<BoxId>, panels: &HashSet<PanelId>) {
    if matches!(panel.feed, PanelFeed::Breaker { panel: from, .. } if !panels.contains(&from)) {
        panel.feed = PanelFeed::Unknown;
    }
    panel.mapping.points.retain(|point| point.box_id.is_none_or(|id| boxes.contains(&id)));
}
