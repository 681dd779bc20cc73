//! What cannot be accepted in a sketch, and what in it cannot all be true: the first is refused, the second is kept and said.

use std::collections::HashSet;

use super::floor_line::FloorLine;
use super::outlet::OutletPlace;
use super::sketch::{Sketch, Wall};
use super::wanted::WantedPlace;
use crate::facts::problem::{Pointer, Problem, check_text};
use crate::quantity::UnitSystem;

/// The most walls of a sketch.
const MOST_WALLS: usize = 60;
/// The most parts of a wall.
const MOST_PARTS: usize = 60;
/// The most islands.
const MOST_ISLANDS: usize = 10;
/// The most pieces of equipment.
const MOST_EQUIPMENT: usize = 20;
/// The most that is wanted.
const MOST_WANTED: usize = 20;
/// The most outlets.
const MOST_OUTLETS: usize = 200;

impl Sketch {
    /// What cannot be accepted in it.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        let mut too_many = |what: &str, count: usize, most: usize, place: &Pointer| {
            if count > most {
                problems.push(Problem::new(place, format!("{count} {what}; at most {most} are taken, leave some out")));
            }
        };
        too_many("walls", self.walls.len(), MOST_WALLS, &at.at("walls"));
        too_many("islands", self.islands.len(), MOST_ISLANDS, &at.at("islands"));
        too_many("outlets", self.outlets.len(), MOST_OUTLETS, &at.at("outlets"));
        too_many("pieces of equipment", self.equipment.len(), MOST_EQUIPMENT, &at.at("equipment"));
        too_many("things wanted", self.wanted.len(), MOST_WANTED, &at.at("wanted"));
        for (index, wall) in self.walls.iter().enumerate() {
            too_many("things along one wall", wall.parts.len(), MOST_PARTS, &at.at("walls").at(index).at("parts"));
        }
        for (index, wall) in self.walls.iter().enumerate() {
            check_text(&mut problems, &at.at("walls").at(index).at("name"), &wall.name, false, 40);
        }
        let ids = |problems: &mut Vec<Problem>, list: &str, ids: &mut dyn Iterator<Item = u16>| {
            let mut seen = HashSet::new();
            for (index, id) in ids.enumerate() {
                if !seen.insert(id) {
                    let place = at.at(list).at(index).at("id");
                    problems.push(Problem::new(&place, format!("number {id} stands twice; give each its own")));
                }
            }
        };
        ids(&mut problems, "walls", &mut self.walls.iter().map(|wall| wall.id));
        ids(&mut problems, "islands", &mut self.islands.iter().map(|island| island.id));
        ids(&mut problems, "outlets", &mut self.outlets.iter().map(|outlet| outlet.id));
        ids(&mut problems, "equipment", &mut self.equipment.iter().map(|piece| piece.id));
        ids(&mut problems, "wanted", &mut self.wanted.iter().map(|wanted| wanted.id));
        for (index, piece) in self.equipment.iter().enumerate() {
            problems.extend(piece.problems(&at.at("equipment").at(index)));
        }
        for (index, wanted) in self.wanted.iter().enumerate() {
            let place = at.at("wanted").at(index);
            problems.extend(wanted.problems(&place));
            if let Some(WantedPlace::New(there)) = wanted.at {
                problems.extend(self.place_problem(there, &place.at("at")));
            }
        }
        let mut boxes = HashSet::new();
        for (index, outlet) in self.outlets.iter().enumerate() {
            let place = at.at("outlets").at(index);
            problems.extend(self.place_problem(outlet.place, &place.at("place")));
            if outlet.box_id.is_some_and(|id| !boxes.insert(id)) {
                problems.push(Problem::new(&place.at("box_id"), "this box stands on the sketch twice; leave one out"));
            }
        }
        let mut observed = HashSet::new();
        for (index, known) in self.observed.iter().enumerate() {
            if !observed.insert(known.what) {
                problems.push(Problem::new(&at.at("observed").at(index), "this is answered twice; leave one out"));
            }
        }
        problems
    }

    /// A place on a wall or island that the sketch does not have.
    fn place_problem(&self, place: OutletPlace, at: &Pointer) -> Option<Problem> {
        let lacks = match place {
            OutletPlace::Wall { wall, .. } | OutletPlace::Floor { wall, .. } if self.wall(wall).is_none() => {
                format!("wall {wall}")
            }
            OutletPlace::Island(id) if !self.islands.iter().any(|island| island.id == id) => format!("island {id}"),
            _ => return None,
        };
        Some(Problem::new(at, format!("the sketch has no {lacks}; choose one that it has")))
    }

    /// What in it cannot all be true, each in a sentence that says what to measure again: it is kept as it was taped.
    pub fn contradictions(&self, units: UnitSystem) -> Vec<String> {
        let mut said: Vec<String> = self.walls.iter().flat_map(|wall| of_wall(wall, units)).collect();
        for outlet in &self.outlets {
            let Some((wall, at)) = outlet.on_wall().and_then(|(id, at)| Some((self.wall(id)?, at))) else { continue };
            let stands = format!("an outlet {} from the left end of the {}", at.say_run(units), wall.label());
            if wall.length.is_some_and(|length| at > length) {
                let length = wall.length.unwrap_or_default().say_run(units);
                said.push(format!("{stands} stands past its end at {length}: measure again."));
            }
            let within = |part: &&super::WallPart| part.from.nm() < at.nm() && at.nm() < part.end();
            if let Some(part) = wall.parts.iter().filter(|part| part.what.is_a_hole()).find(within) {
                said.push(format!("{stands} stands in the {}: measure again.", part.what.name()));
            }
        }
        if let Ok(line) = FloorLine::of(self)
            && let Some(gap) = line.gap
        {
            let walls = self.walls.len();
            said.push(format!(
                "The {walls} walls do not close: the last ends {} from where the first begins. Measure again, or look at how \
                 each corner turns.",
                gap.distance().say_run(units)
            ));
        }
        said.into_iter().map(|words| crate::quantity::capitalised(&words)).collect()
    }
}

impl super::WallPartKind {
    /// No outlet can be there at all.
    pub const fn is_a_hole(self) -> bool {
        matches!(self, Self::Door | Self::Opening | Self::Glass | Self::Fireplace)
    }
}

fn of_wall(wall: &Wall, units: UnitSystem) -> Vec<String> {
    let mut said = Vec::new();
    let mut standing: Vec<_> = wall.parts.iter().filter(|part| part.what.stands_on_floor()).collect();
    standing.sort_by_key(|part| part.from);
    for pair in standing.windows(2) {
        let [one, next] = pair else { continue };
        if next.from.nm() < one.end() {
            said.push(format!(
                "On the {} the {} begins at {}, within the {} before it: measure again.",
                wall.label(),
                next.what.name(),
                next.from.say_run(units),
                one.what.name()
            ));
        }
    }
    if let Some(length) = wall.length {
        let past = wall.parts.iter().filter(|part| part.end() > length.nm());
        said.extend(past.map(|part| {
            format!(
                "On the {} the {} goes past its end at {}: measure again.",
                wall.label(),
                part.what.name(),
                length.say_run(units)
            )
        }));
    }
    said
}
