//! What cannot be accepted in a bundle: what is too much, what stands twice, what names nothing.

use std::collections::HashSet;

use super::bundle::{Bundle, FORMAT, MOST_BOXES};
use super::identifier::BoxId;
use super::panel::{Panel, feed_problems};
use super::problem::{Pointer, Problem};
use super::run::RunEnd;
use super::work::Subject;

const MOST_ROOMS: usize = 2_000;
const MOST_CIRCUITS: usize = 2_000;
const MOST_RUNS: usize = 2_000;

impl Bundle {
    /// What cannot be accepted anywhere in the bundle; empty when it can be imported.
    pub fn problems(&self) -> Vec<Problem> {
        let root = Pointer::root();
        if !(1..=FORMAT).contains(&self.nailpunch) {
            let message = format!(
                "this bundle is of format {}, but this program reads formats 1 to {FORMAT}; use the program that wrote it",
                self.nailpunch
            );
            return vec![Problem::new(&root.at("nailpunch"), message)];
        }
        let mut problems = self.audit.problems(&root.at("audit"));
        let boxes: usize = self.rooms.iter().map(|room| room.boxes.len()).sum();
        if self.rooms.len() > MOST_ROOMS || boxes > MOST_BOXES {
            let message = format!(
                "{} rooms and {boxes} boxes; one audit holds at most {MOST_ROOMS} rooms and {MOST_BOXES} boxes",
                self.rooms.len()
            );
            problems.push(Problem::new(&root.at("rooms"), message));
            return problems;
        }
        let mut seen = HashSet::new();
        if self.circuits.len() > MOST_CIRCUITS {
            let message = format!("{} circuits; one audit holds at most {MOST_CIRCUITS}", self.circuits.len());
            problems.push(Problem::new(&root.at("circuits"), message));
            return problems;
        }
        if self.runs.len() > MOST_RUNS {
            let message = format!("{} cable runs; one audit holds at most {MOST_RUNS}", self.runs.len());
            problems.push(Problem::new(&root.at("runs"), message));
            return problems;
        }
        for (index, room) in self.rooms.iter().enumerate() {
            let place = root.at("rooms").at(index);
            problems.extend(room.room().problems(&self.audit.basis, &place));
            if !seen.insert(room.id.0) {
                problems.push(Problem::new(&place.at("id"), "this identifier stands twice; give each room its own"));
            }
            for (index, record) in room.boxes.iter().enumerate() {
                let place = place.at("boxes").at(index);
                problems.extend(record.record(room.id).problems(&place));
                if !seen.insert(record.id.0) {
                    problems.push(Problem::new(&place.at("id"), "this identifier stands twice; give each box its own"));
                }
                if !record.items.is_empty() && self.nailpunch == FORMAT {
                    let message = "items stand beside the rooms in this format, each with its subject; move them there";
                    problems.push(Problem::new(&place.at("items"), message));
                }
                for (index, item) in record.items.iter().enumerate() {
                    let place = place.at("items").at(index);
                    problems.extend(item.problems(&place));
                    if item.subject != Subject::Box(record.id) {
                        let message = "this item names another box than the one it stands in";
                        problems.push(Problem::new(&place.at("box_id"), message));
                    }
                    if !seen.insert(item.id.0) {
                        problems.push(Problem::new(
                            &place.at("id"),
                            "this identifier stands twice; give each item its own",
                        ));
                    }
                }
            }
        }
        let boxes: HashSet<BoxId> = self.rooms.iter().flat_map(|room| &room.boxes).map(|entry| entry.id).collect();
        let has = |subject: Subject| match subject {
            Subject::Box(id) => boxes.contains(&id),
            Subject::Panel(id) => self.panels.iter().any(|panel| panel.id == id),
            Subject::Room(id) => self.rooms.iter().any(|room| room.id == id),
            Subject::Run(id) => self.runs.iter().any(|run| run.id == id),
        };
        for (index, room) in self.rooms.iter().enumerate() {
            let place = root.at("rooms").at(index);
            let left = room.left.iter().map(|left| ("left", left));
            for (side, sketch) in std::iter::once(("sketch", &room.sketch)).chain(left) {
                let place = place.at(side);
                for (place, _) in sketch.boxes_named(&place).iter().filter(|(_, id)| !boxes.contains(id)) {
                    problems.push(Problem::new(place, "the bundle has no such box; name none"));
                }
                for (place, _) in sketch.panels_named(&place).iter().filter(|(_, id)| !has(Subject::Panel(*id))) {
                    problems.push(Problem::new(place, "the bundle has no such panel; name none"));
                }
            }
        }
        let mut ruled = HashSet::new();
        for (index, item) in self.items.iter().enumerate() {
            let place = root.at("items").at(index);
            problems.extend(item.problems(&place));
            if !has(item.subject) {
                problems.push(Problem::new(&place.at("subject"), "the bundle has no such subject; leave the item out"));
            }
            if !ruled.insert((item.subject, item.rule.as_str())) {
                let message = "this subject has an item for this rule already; keep one";
                problems.push(Problem::new(&place.at("rule"), message));
            }
            if !seen.insert(item.id.0) {
                problems.push(Problem::new(&place.at("id"), "this identifier stands twice; give each item its own"));
            }
        }
        for (index, circuit) in self.circuits.iter().enumerate() {
            let place = root.at("circuits").at(index);
            problems.extend(circuit.problems(&place));
            if !seen.insert(circuit.id.0) {
                problems.push(Problem::new(&place.at("id"), "this identifier stands twice; give each circuit its own"));
            }
            for (index, point) in circuit.points.iter().enumerate() {
                if !boxes.contains(&point.box_id) {
                    let place = place.at("points").at(index).at("box_id");
                    problems.push(Problem::new(&place, "the bundle has no such box; leave it out, or add the box"));
                }
            }
        }
        for (index, panel) in self.panels.iter().enumerate() {
            let place = root.at("panels").at(index);
            problems.extend(panel.problems(&place));
            if !seen.insert(panel.id.0) {
                problems.push(Problem::new(&place.at("id"), "this identifier stands twice; give each panel its own"));
            }
        }
        for (index, run) in self.runs.iter().enumerate() {
            let place = root.at("runs").at(index);
            problems.extend(run.problems(&self.audit.basis, &place));
            if !seen.insert(run.id.0) {
                problems.push(Problem::new(&place.at("id"), "this identifier stands twice; give each run its own"));
            }
            for (field, end) in ["from", "to"].into_iter().zip(run.ends()) {
                let there = match end {
                    RunEnd::Box(id) => has(Subject::Box(id)),
                    RunEnd::Panel(id) => has(Subject::Panel(id)),
                    RunEnd::Unknown | RunEnd::Elsewhere => true,
                };
                if !there {
                    let message = "the bundle has nothing of this name; say what is at this end, or \"elsewhere\"";
                    problems.push(Problem::new(&place.at(field), message));
                }
            }
        }
        for (index, entry) in self.photos.iter().enumerate() {
            let place = root.at("photos").at(index).at("photo");
            problems.extend(entry.photo.problems(&place));
            if entry.photo.box_id.is_some_and(|id| !has(Subject::Box(id))) {
                let message = "the bundle has no such box; leave the photograph out, or name none";
                problems.push(Problem::new(&place.at("box_id"), message));
            }
            if entry.photo.panel.is_some_and(|id| !has(Subject::Panel(id))) {
                let message = "the bundle has no such panel; leave the photograph out, or name none";
                problems.push(Problem::new(&place.at("panel"), message));
            }
            if entry.photo.room.is_some_and(|id| !has(Subject::Room(id))) {
                let message = "the bundle has no such room; leave the photograph out, or name none";
                problems.push(Problem::new(&place.at("room"), message));
            }
            if entry.photo.run.is_some_and(|id| !has(Subject::Run(id))) {
                let message = "the bundle has no such cable run; leave the photograph out, or name none";
                problems.push(Problem::new(&place.at("run"), message));
            }
            if !seen.insert(entry.photo.id.0) {
                problems
                    .push(Problem::new(&place.at("id"), "this identifier stands twice; give each photograph its own"));
            }
        }
        let panels: Vec<&Panel> = self.panels.iter().collect();
        for (index, problem) in feed_problems(&panels) {
            let pointer = format!("{}{}", root.at("panels").at(index).text(), problem.pointer);
            problems.push(Problem { pointer, ..problem });
        }
        problems
    }
}
