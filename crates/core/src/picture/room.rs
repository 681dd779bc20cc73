//! A room from above, as a drawing needs it: walls, what stands along them, outlets, what is too far, and the outlets that would
//! serve it; in nanometres from the upper left corner.

use serde::Serialize;
use utoipa::ToSchema;

use crate::facts::{FloorLine, Outlet, OutletKind, OutletPlace, Sketch, Spread, WallPart, WallPartKind};
use crate::quantity::{Length, UnitSystem};

/// A point of the plan: right, down.
pub type Point = [i64; 2];

/// A wall.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct PlanWall {
    /// Its number.
    pub id: u16,
    /// As one speaks of it.
    pub label: String,
    /// Its left end, as one faces it.
    #[schema(value_type = [i64; 2])]
    pub from: Point,
    /// Its right end.
    #[schema(value_type = [i64; 2])]
    pub to: Point,
    /// Its length in words.
    pub length: String,
}

/// Something along a wall, or an island.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct PlanPart {
    /// What it is; absent for an island.
    pub what: Option<WallPartKind>,
    /// In words.
    pub label: String,
    /// Its corners, round.
    #[schema(value_type = [[i64; 2]; 4])]
    pub corners: [Point; 4],
}

/// An outlet, or the place for one.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct PlanOutlet {
    /// Its number; absent for one that would be added.
    pub id: Option<u16>,
    /// What it is called.
    pub label: String,
    /// What it is.
    pub kind: OutletKind,
    /// Where it is.
    #[schema(value_type = [i64; 2])]
    pub at: Point,
    /// A foot from it, out of the room: where its name stands.
    #[schema(value_type = [i64; 2])]
    pub outside: Point,
}

/// A stretch that is too far from any outlet.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct PlanFar {
    /// Its lines, one for each wall that it goes along.
    #[schema(value_type = Vec<[[i64; 2]; 2]>)]
    pub lines: Vec<[Point; 2]>,
    /// Before the middle of it, in the room: where its figure stands.
    #[schema(value_type = [i64; 2])]
    pub middle: Point,
    /// Its figure.
    pub text: String,
}

/// A room from above.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RoomPlan {
    /// How wide the plan is.
    pub width: i64,
    /// How deep it is.
    pub depth: i64,
    /// Its walls.
    pub walls: Vec<PlanWall>,
    /// What stands along them, and islands.
    pub parts: Vec<PlanPart>,
    /// Its outlets.
    pub outlets: Vec<PlanOutlet>,
    /// Outlets that would serve it.
    pub ghosts: Vec<PlanOutlet>,
    /// What is too far from any.
    pub far: Vec<PlanFar>,
    /// The same in words.
    pub words: String,
}

/// A stretch that is too far, as the rules found it.
pub struct Far {
    /// Where it is on the floor line.
    pub spread: Spread,
    /// Where it is farthest, on the floor line; absent where no outlet serves it at all.
    pub worst: Option<i64>,
    /// It is along a counter.
    pub counter: bool,
    /// Its figure.
    pub text: String,
}

/// How far a thing stands into the room: as measured, else as such things do. Common practice, no source; drawn, and never judged.
fn depth_of(part: &WallPart) -> Length {
    part.depth.unwrap_or(match part.what {
        WallPartKind::Door | WallPartKind::Opening | WallPartKind::Window | WallPartKind::Glass => Length::inches(4),
        WallPartKind::Fireplace => Length::inches(18),
        WallPartKind::Cabinet | WallPartKind::Desk => Length::inches(22),
        WallPartKind::Counter | WallPartKind::Sink | WallPartKind::Cooktop => Length::inches(25),
        WallPartKind::Range => Length::inches(27),
        WallPartKind::Refrigerator | WallPartKind::Tub | WallPartKind::Washer | WallPartKind::Dryer => {
            Length::inches(30)
        }
        WallPartKind::Basin => Length::inches(21),
        WallPartKind::Shower => Length::inches(36),
        WallPartKind::Heater => Length::inches(3),
    })
}

/// Off the wall, where names and figures stand.
const FOOT: i64 = Length::inches(12).nm();

/// An outlet that is not there: one that is missing, or one that is wanted.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Ghost {
    /// Where it would be.
    pub place: OutletPlace,
    /// It is wanted; missing otherwise.
    pub wanted: bool,
    /// What it would be.
    pub kind: OutletKind,
}

impl Ghost {
    /// What is written at it.
    pub(super) const fn label(self) -> &'static str {
        if self.wanted { "wanted" } else { "add" }
    }
}

impl RoomPlan {
    /// Of a sketch whose walls are all measured; `None` where one is not, or there is none. `named` says what an outlet is called.
    pub fn of(
        sketch: &Sketch,
        units: UnitSystem,
        named: impl Fn(&Outlet) -> String,
        missing: &[Ghost],
        far: &[Far],
    ) -> Option<Self> {
        let line = FloorLine::of(sketch).ok()?;
        if line.walls.is_empty() {
            return None;
        }
        let mut parts = Vec::new();
        for (wall, placed) in sketch.walls.iter().zip(&line.walls) {
            // What stands on the floor first: a window lies over the counter before it.
            let mut along: Vec<_> = wall.parts.iter().collect();
            along.sort_by_key(|part| !part.what.stands_on_floor());
            for part in along {
                let (from, to, deep) = (part.from.nm(), part.end(), depth_of(part).nm());
                let corners = [(from, 0), (to, 0), (to, deep), (from, deep)].map(|(along, inward)| {
                    let (right, down) = placed.on_plan(along, inward);
                    [right, down]
                });
                parts.push(PlanPart { what: Some(part.what), label: part.what.name().to_owned(), corners });
            }
        }
        let point = |(right, down): (i64, i64)| [right, down];
        let walls: Vec<PlanWall> = sketch
            .walls
            .iter()
            .zip(&line.walls)
            .map(|(wall, placed)| PlanWall {
                id: wall.id,
                label: wall.label(),
                from: point(placed.on_plan(0, 0)),
                to: point(placed.on_plan(placed.length, 0)),
                length: wall.length.unwrap_or_default().say_run(units),
            })
            .collect();
        let islands = islands(sketch, &walls);
        let spot = |place: OutletPlace| {
            let (id, at, inward) = match place {
                OutletPlace::Wall { wall, at } => (wall, at.nm(), 0),
                OutletPlace::Floor { wall, at, off } => (wall, at.nm(), off.nm()),
                OutletPlace::Island(id) => {
                    let place = sketch.islands.iter().position(|island| island.id == id)?;
                    let corners = islands.get(place)?.corners;
                    let middle = [(corners[0][0] + corners[2][0]) / 2, (corners[0][1] + corners[2][1]) / 2];
                    return Some((middle, [middle[0], middle[1] - FOOT]));
                }
                OutletPlace::Elsewhere => return None,
            };
            let placed = line.walls.iter().find(|known| known.wall == id)?;
            Some((point(placed.on_plan(at, inward)), point(placed.on_plan(at, inward - FOOT))))
        };
        let outlets = sketch.outlets.iter().filter_map(|outlet| {
            let (at, outside) = spot(outlet.place)?;
            Some(PlanOutlet { id: Some(outlet.id), label: named(outlet), kind: outlet.kind, at, outside })
        });
        let ghosts = missing.iter().filter_map(|ghost| {
            let (at, outside) = spot(ghost.place)?;
            Some(PlanOutlet { id: None, label: ghost.label().to_owned(), kind: ghost.kind, at, outside })
        });
        let mut plan = Self {
            width: 0,
            depth: 0,
            outlets: outlets.collect(),
            ghosts: ghosts.collect(),
            far: far.iter().filter_map(|known| far_on_plan(sketch, &line, known)).collect(),
            words: words(sketch, far, missing, units),
            parts: parts.into_iter().chain(islands).collect(),
            walls,
        };
        plan.move_into_view();
        Some(plan)
    }

    /// Moves everything so that nothing lies left of or above nothing.
    fn move_into_view(&mut self) {
        let all = || self.walls.iter().flat_map(|wall| [wall.from, wall.to]);
        let least = |axis: usize| all().map(|point| point[axis]).min().unwrap_or(0);
        let most = |axis: usize| all().map(|point| point[axis]).max().unwrap_or(0);
        let (left, top) = (least(0), least(1));
        (self.width, self.depth) = (most(0) - left, most(1) - top);
        let moved = |point: &mut Point| *point = [point[0] - left, point[1] - top];
        self.walls.iter_mut().for_each(|wall| {
            moved(&mut wall.from);
            moved(&mut wall.to);
        });
        self.parts.iter_mut().flat_map(|part| &mut part.corners).for_each(moved);
        for outlet in self.outlets.iter_mut().chain(&mut self.ghosts) {
            moved(&mut outlet.at);
            moved(&mut outlet.outside);
        }
        for far in &mut self.far {
            far.lines.iter_mut().flatten().for_each(moved);
            moved(&mut far.middle);
        }
    }
}

/// Islands in the middle of the room, one beside the other: where they stand is drawn, and never judged.
fn islands(sketch: &Sketch, walls: &[PlanWall]) -> Vec<PlanPart> {
    let all = || walls.iter().flat_map(|wall| [wall.from, wall.to]);
    let middle = |axis: usize| {
        let (least, most) = (all().map(|point| point[axis]).min(), all().map(|point| point[axis]).max());
        (least.unwrap_or(0) + most.unwrap_or(0)) / 2
    };
    let (right, mut down) = (middle(0), middle(1));
    let part = |island: &crate::facts::Island| {
        let across = island.length.unwrap_or(Length::inches(48)).nm() / 2;
        let deep = island.width.unwrap_or(Length::inches(24)).nm();
        let corners = [
            [right - across, down],
            [right + across, down],
            [right + across, down + deep],
            [right - across, down + deep],
        ];
        down += deep + 3 * FOOT;
        PlanPart { what: None, label: island.label(), corners }
    };
    sketch.islands.iter().map(part).collect()
}

fn far_on_plan(sketch: &Sketch, line: &FloorLine, known: &Far) -> Option<PlanFar> {
    let mut lines = Vec::new();
    let mut from = known.spread.from;
    while from < known.spread.to {
        let (wall, here) = line.beginning_at(from)?;
        let upto = (here + known.spread.to - from).min(wall.length);
        if upto <= here {
            break;
        }
        lines.push([wall.on_plan(here, 0), wall.on_plan(upto, 0)].map(|(right, down)| [right, down]));
        from += upto - here;
    }
    let (wall, along) = line.at(known.spread.from + known.spread.width() / 2)?;
    // Before what stands there, so that neither hides the other.
    let parts = sketch.wall(wall.wall).map_or(&[][..], |known| known.parts.as_slice());
    let here = parts.iter().filter(|part| part.from.nm() <= along && along <= part.end());
    let deep = here.map(|part| depth_of(part).nm()).max().unwrap_or(0);
    let (right, down) = wall.on_plan(along, deep + FOOT);
    Some(PlanFar { lines, middle: [right, down], text: known.text.clone() })
}

fn words(sketch: &Sketch, far: &[Far], missing: &[Ghost], units: UnitSystem) -> String {
    let count = |count: usize, what: &str| format!("{count} {what}{}", if count == 1 { "" } else { "s" });
    let walls: Vec<String> = sketch
        .walls
        .iter()
        .map(|wall| {
            let along: Vec<&str> = wall.parts.iter().map(|part| part.what.name()).collect();
            let with = if along.is_empty() { String::new() } else { format!(" with {}", along.join(", ")) };
            format!("{} {}{with}", wall.label(), wall.length.unwrap_or_default().say_run(units))
        })
        .collect();
    let too_far: Vec<&str> = far.iter().map(|known| known.text.as_str()).collect();
    let too_far = if too_far.is_empty() { String::new() } else { format!(" Too far: {}.", too_far.join("; ")) };
    let wanted = missing.iter().filter(|ghost| ghost.wanted).count();
    let lacking = missing.len() - wanted;
    let add = if lacking == 0 { String::new() } else { format!(" {} to add.", count(lacking, "outlet")) };
    let wanted = if wanted == 0 { String::new() } else { format!(" {} wanted.", count(wanted, "outlet")) };
    format!("Plan of the room: {}; {}.{too_far}{add}{wanted}", walls.join("; "), count(sketch.outlets.len(), "outlet"))
}
