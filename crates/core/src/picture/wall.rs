//! A wall of a room seen along its length, as a drawing needs it: what stands along it and how high, outlets, what is too far from any
//! with its worst point, and where outlets are missing; in nanometres from the left end of the wall and from the floor.

use serde::Serialize;
use utoipa::ToSchema;

use super::room::{Far, Ghost};
use crate::facts::{FloorLine, Outlet, OutletKind, OutletPlace, Sketch, Wall, WallPart, WallPartKind};
use crate::quantity::{Length, UnitSystem, capitalised};

/// A wall is drawn so high: 8 ft. Common practice, no source.
const CEILING: Length = Length::inches(96);
/// A counter whose height was not taken: 36 in. Common practice, no source.
const COUNTER: Length = Length::inches(36);

/// Something along a wall.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct ElevationPart {
    /// What it is.
    pub what: WallPartKind,
    /// In plain words.
    pub label: String,
    /// Where it begins.
    pub from: i64,
    /// Where it ends.
    pub to: i64,
    /// Its lower edge.
    pub bottom: i64,
    /// Its upper edge.
    pub top: i64,
}

/// An outlet on a wall, or one that is missing.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct ElevationOutlet {
    /// Its number in the sketch; absent of one that is missing.
    pub id: Option<u16>,
    /// The tag of its box; empty where it has none.
    pub label: String,
    /// What it is.
    pub kind: OutletKind,
    /// From the left end of the wall.
    pub at: i64,
    /// From the floor.
    pub height: i64,
    /// Its height was taken; it is drawn at a usual one otherwise.
    pub height_known: bool,
}

/// What is too far from any outlet.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct ElevationFar {
    /// Where it begins on this wall.
    pub from: i64,
    /// Where it ends on this wall.
    pub to: i64,
    /// How high it is drawn: at the floor, or at the counter.
    pub height: i64,
    /// The worst point; absent where it is on another wall, or there is none.
    pub worst: Option<i64>,
    /// How far it is, and from where one may measure.
    pub text: String,
}

/// A wall along its length.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Elevation {
    /// The number of the wall.
    pub wall: u16,
    /// As one speaks of it.
    pub label: String,
    /// How long it is.
    pub width: i64,
    /// How high it is drawn.
    pub height: i64,
    /// What stands along it, what is behind first.
    pub parts: Vec<ElevationPart>,
    /// Its outlets.
    pub outlets: Vec<ElevationOutlet>,
    /// Where outlets are missing.
    pub missing: Vec<ElevationOutlet>,
    /// What is too far from any.
    pub far: Vec<ElevationFar>,
    /// All of it in words, for who does not see it.
    pub words: String,
}

/// From where to where something of a kind goes up a wall: usual heights, common practice, no source.
fn heights(what: WallPartKind, counter: Length) -> (Length, Length) {
    let inches = |bottom, top| (Length::inches(bottom), Length::inches(top));
    match what {
        WallPartKind::Door | WallPartKind::Opening | WallPartKind::Glass => inches(0, 80),
        WallPartKind::Window => inches(36, 80),
        WallPartKind::Fireplace => inches(0, 50),
        WallPartKind::Cabinet => inches(0, 84),
        WallPartKind::Desk => inches(0, 30),
        WallPartKind::Counter | WallPartKind::Sink | WallPartKind::Cooktop | WallPartKind::Range => {
            (Length::ZERO, counter)
        }
        WallPartKind::Refrigerator => inches(0, 68),
        WallPartKind::Basin => inches(0, 34),
        WallPartKind::Tub => inches(0, 20),
        WallPartKind::Shower => inches(0, 80),
        WallPartKind::Heater => inches(0, 8),
        WallPartKind::Washer | WallPartKind::Dryer => inches(0, 38),
    }
}

/// How high an outlet is that nobody measured: common practice, no source.
fn usual_height(kind: OutletKind, at: i64, wall: &Wall, counter: Length) -> Length {
    let over = |part: &&WallPart| part.from.nm() <= at && at <= part.end();
    let on_counter = wall.parts.iter().filter(over).any(|part| {
        matches!(part.what, WallPartKind::Counter | WallPartKind::Sink | WallPartKind::Cooktop | WallPartKind::Basin)
    });
    match kind {
        OutletKind::Switch => Length::inches(48),
        OutletKind::Range | OutletKind::Dryer => Length::inches(6),
        _ if on_counter => counter + Length::inches(8),
        _ => Length::inches(16),
    }
}

impl Elevation {
    /// Each wall of a sketch that is taped along its whole line; none while one is not.
    pub fn of_all(
        sketch: &Sketch,
        units: UnitSystem,
        named: impl Fn(&Outlet) -> String,
        missing: &[Ghost],
        far: &[Far],
    ) -> Vec<Self> {
        let Ok(line) = FloorLine::of(sketch) else { return Vec::new() };
        sketch.walls.iter().map(|wall| Self::of(sketch, wall, &line, units, &named, missing, far)).collect()
    }

    fn of(
        sketch: &Sketch,
        wall: &Wall,
        line: &FloorLine,
        units: UnitSystem,
        named: &impl Fn(&Outlet) -> String,
        missing: &[Ghost],
        far: &[Far],
    ) -> Self {
        let counter = sketch.counter_height.unwrap_or(COUNTER);
        let width = wall.length.unwrap_or_default().nm();
        let mut along: Vec<&WallPart> = wall.parts.iter().collect();
        // A window is in the wall, behind what stands before it.
        along.sort_by_key(|part| part.what.stands_on_floor());
        let part = |part: &WallPart| {
            let (bottom, top) = heights(part.what, counter);
            ElevationPart {
                what: part.what,
                label: part.what.name().to_owned(),
                from: part.from.nm().min(width),
                to: part.end().min(width),
                bottom: bottom.nm(),
                top: top.nm(),
            }
        };
        let spot = |id, label, kind, at: Length, height: Option<Length>| ElevationOutlet {
            id,
            label,
            kind,
            at: at.nm().min(width),
            height: height.unwrap_or_else(|| usual_height(kind, at.nm(), wall, counter)).nm(),
            height_known: height.is_some(),
        };
        let outlet = |outlet: &Outlet| {
            let (of, at) = outlet.on_wall()?;
            let in_floor = matches!(outlet.place, OutletPlace::Floor { .. });
            let height = if in_floor { Some(Length::ZERO) } else { outlet.height };
            (of == wall.id).then(|| spot(Some(outlet.id), named(outlet), outlet.kind, at, height))
        };
        let ghost = |ghost: &Ghost| match ghost.place {
            OutletPlace::Wall { wall: of, at } if of == wall.id => {
                Some(spot(None, ghost.label().to_owned(), ghost.kind, at, None))
            }
            _ => None,
        };
        let far: Vec<ElevationFar> = far.iter().flat_map(|known| on_wall(known, wall.id, line, counter)).collect();
        let mut elevation = Self {
            wall: wall.id,
            label: wall.label(),
            width,
            height: CEILING.nm(),
            parts: along.into_iter().map(part).collect(),
            outlets: sketch.outlets.iter().filter_map(outlet).collect(),
            missing: missing.iter().filter_map(ghost).collect(),
            far,
            words: String::new(),
        };
        elevation.words = elevation.in_words(units);
        elevation
    }

    fn in_words(&self, units: UnitSystem) -> String {
        let say = |nm: i64| Length::from_nm(nm).unwrap_or(Length::MAX).say_run(units);
        let parts: Vec<String> =
            self.parts.iter().map(|part| format!("{} {} to {}", part.label, say(part.from), say(part.to))).collect();
        let outlets: Vec<String> = self.outlets.iter().map(|outlet| say(outlet.at)).collect();
        let far: Vec<String> = self
            .far
            .iter()
            .map(|far| far.worst.map_or_else(|| far.text.clone(), |at| format!("{} at {}", far.text, say(at))))
            .collect();
        let missing: Vec<String> = self.missing.iter().map(|outlet| say(outlet.at)).collect();
        let mut said = vec![format!("{}, {}, from its left end", capitalised(&self.label), say(self.width))];
        let lists =
            [("along it ", parts), ("outlets at ", outlets), ("too far: ", far), ("outlets to add at ", missing)];
        said.extend(
            lists.into_iter().filter(|(_, list)| !list.is_empty()).map(|(of, list)| format!("{of}{}", list.join(", "))),
        );
        format!("{}.", said.join("; "))
    }
}

/// What of a stretch that is too far lies on a wall. Round a closed line it may come to the wall twice.
fn on_wall(known: &Far, wall: u16, line: &FloorLine, counter: Length) -> Vec<ElevationFar> {
    let mut parts = Vec::new();
    let mut from = known.spread.from;
    while from < known.spread.to {
        let Some((placed, here)) = line.beginning_at(from) else { break };
        let upto = (here + known.spread.to - from).min(placed.length);
        if upto <= here {
            break;
        }
        if placed.wall == wall {
            // The worst point is on the line too; its distance from here is that on the wall.
            let worst = known.worst.map(|worst| here + worst - from).filter(|worst| (here..=upto).contains(worst));
            let height = if known.counter { counter.nm() } else { 0 };
            parts.push(ElevationFar { from: here, to: upto, height, worst, text: known.text.clone() });
        }
        from += upto - here;
    }
    parts
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Corner, Spread};

    fn inches(nm: i64) -> i64 {
        nm / Length::inches(1).nm()
    }

    fn wall(id: u16, feet: u32, parts: Vec<WallPart>) -> Wall {
        let length = Some(Length::inches(12 * feet));
        Wall { id, name: String::new(), length, corner: Corner::Inside, parts }
    }

    fn part(what: WallPartKind, from: u32, width: u32) -> WallPart {
        WallPart { what, from: Length::inches(from), width: Length::inches(width), depth: None, behind: None }
    }

    #[test]
    fn what_is_too_far_goes_round_the_corner_with_its_worst_point() {
        let walls = vec![
            wall(1, 12, vec![part(WallPartKind::Door, 0, 32)]),
            wall(2, 10, Vec::new()),
            wall(3, 12, Vec::new()),
            wall(4, 10, Vec::new()),
        ];
        let outlets = vec![
            Outlet {
                id: 1,
                box_id: None,
                kind: OutletKind::Receptacle,
                place: OutletPlace::Wall { wall: 1, at: Length::inches(60) },
                height: Some(Length::inches(14)),
            },
            Outlet {
                id: 2,
                box_id: None,
                kind: OutletKind::Switch,
                place: OutletPlace::Wall { wall: 1, at: Length::inches(40) },
                height: None,
            },
        ];
        let sketch = Sketch { walls, outlets, ..Sketch::default() };
        // 5 ft on wall 1 to 8 ft round on wall 2: the worst point 7 ft past the corner.
        let at = |inches: u32| Length::inches(inches).nm();
        let far = Far {
            spread: Spread { from: at(60), to: at(144 + 96) },
            worst: Some(at(144 + 84)),
            counter: false,
            text: "14 ft of 6 ft".to_owned(),
        };
        let place = OutletPlace::Wall { wall: 2, at: Length::inches(30) };
        let missing = [Ghost { place, wanted: false, kind: OutletKind::Receptacle }];
        let all = Elevation::of_all(&sketch, UnitSystem::Inch, |_| String::new(), &missing, &[far]);
        assert_eq!(all.len(), 4);
        let of = |far: &ElevationFar| (inches(far.from), inches(far.to), far.worst.map(inches));
        assert_eq!(all[0].far.iter().map(of).collect::<Vec<_>>(), [(60, 144, None)]);
        assert_eq!(all[1].far.iter().map(of).collect::<Vec<_>>(), [(0, 96, Some(84))]);
        assert_eq!((all[1].missing.len(), all[2].far.len()), (1, 0));
        let heights: Vec<(i64, bool)> = all[0].outlets.iter().map(|o| (inches(o.height), o.height_known)).collect();
        assert_eq!(heights, [(14, true), (48, false)]);
        assert!(
            all[1].words.contains("14 ft of 6 ft at 7 ft") && all[1].words.contains("outlets to add at 2 ft 6 in"),
            "{}",
            all[1].words
        );
    }

    #[test]
    fn over_a_counter_an_outlet_is_drawn_above_it() {
        let counter = part(WallPartKind::Counter, 0, 96);
        let outlet = |id, at| Outlet {
            id,
            box_id: None,
            kind: OutletKind::Receptacle,
            place: OutletPlace::Wall { wall: 1, at: Length::inches(at) },
            height: None,
        };
        let sketch = Sketch {
            walls: vec![wall(1, 12, vec![counter, part(WallPartKind::Window, 24, 40)])],
            outlets: vec![outlet(1, 20), outlet(2, 120)],
            counter_height: Some(Length::inches(34)),
            ..Sketch::default()
        };
        let elevation = Elevation::of_all(&sketch, UnitSystem::Inch, |_| String::new(), &[], &[]).remove(0);
        assert_eq!(elevation.outlets.iter().map(|o| inches(o.height)).collect::<Vec<_>>(), [42, 16]);
        // The window is behind the counter.
        assert_eq!(
            elevation.parts.iter().map(|part| part.what).collect::<Vec<_>>(),
            [WallPartKind::Window, WallPartKind::Counter]
        );
        assert_eq!(inches(elevation.parts[1].top), 34);
    }
}
