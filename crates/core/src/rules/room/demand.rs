//! What the rules of spacing ask of a room: its wall spaces and its counter spaces, with the outlets that serve each.

use super::spacing::Space;
use super::{Asks, RoomSituation, kind_of};
use crate::facts::{FloorLine, LineWall, Outlet, OutletKind, OutletPlace, Spread, WallPart, WallPartKind};
use crate::quantity::Length;
use crate::rules::RuleResult;
use crate::standard::outlet_spacing::{counter_reach, narrowest_counter, narrowest_wall, wall_reach};
use crate::standard::{Profile, RoomKind, TwinLimit};

/// An outlet higher than this serves no wall. NEC 210.52(4): 5 1/2 ft (1.7 m), from memory, sure.
const HIGHEST: TwinLimit = TwinLimit { inches: Some(Length::inches(66)), metric: Length::mm(1_700) };
/// A receptacle in the floor farther from the wall than this serves no wall. NEC 210.52(A)(3): 18 in (450 mm), from memory, sure.
const FLOOR_OFF: TwinLimit = TwinLimit { inches: Some(Length::inches(18)), metric: Length::mm(450) };
/// An outlet higher above the counter than this does not serve it. NEC 210.52(C)(3) (earlier (C)(5)): 20 in (500 mm), from
/// memory, sure.
const ABOVE_COUNTER: TwinLimit = TwinLimit { inches: Some(Length::inches(20)), metric: Length::mm(500) };
/// A built-in desk or bar outside a kitchen has been a wall space since. NEC 210.52(A)(2)(1), from memory; the year may be off.
const DESK_IS_WALL_SINCE: u16 = 2017;

/// A counter goes on behind a sink, cooktop or range with so much counter between it and the wall. NEC Figure 210.52(C)(1): 12 in
/// (300 mm) along a straight wall; from memory, sure. Across a corner, 18 in, nothing is taped here.
const BEHIND: TwinLimit = TwinLimit { inches: Some(Length::inches(12)), metric: Length::mm(300) };

/// A foyer larger than this has an outlet in each wall space. NEC 210.52(I): 60 ft² (5.6 m²), in square millimetres; from memory, sure.
const LARGE_FOYER: u64 = 5_574_182;
/// A wall space of a foyer is at least this wide. NEC 210.52(I): 3 ft (900 mm), from memory, sure.
const FOYER_WALL: TwinLimit = TwinLimit { inches: Some(Length::inches(36)), metric: Length::mm(900) };

/// The counter goes on between it and the wall.
fn goes_on_behind(part: &WallPart) -> bool {
    let in_counter = matches!(part.what, WallPartKind::Sink | WallPartKind::Cooktop | WallPartKind::Range);
    in_counter && part.behind.is_some_and(|behind| behind >= BEHIND.strict())
}

/// What is asked along the walls of a room.
pub struct Demand {
    /// The floor line.
    pub line: FloorLine,
    /// The spaces, each served by itself.
    pub spaces: Vec<Space>,
    /// How far an outlet serves.
    pub reach: TwinLimit,
}

impl Demand {
    /// Where a space is, as one speaks of it.
    pub fn label(&self, situation: &RoomSituation, space: &Space) -> String {
        if space.round {
            return "all round the room".to_owned();
        }
        let units = situation.basis.units;
        let named = |(wall, along): (&LineWall, i64)| {
            Some((situation.sketch.wall(wall.wall)?.label(), Length::from_nm(along).ok()?))
        };
        let ends = (self.line.beginning_at(space.spread.from), self.line.at(space.spread.to));
        let (Some((first, from)), Some((last, to))) = (ends.0.and_then(named), ends.1.and_then(named)) else {
            return "wall".to_owned();
        };
        if first == last && from <= to {
            format!("{first}, {} to {}", from.say_run(units), to.say_run(units))
        } else {
            format!("{first} from {} round to {last} at {}", from.say_run(units), to.say_run(units))
        }
    }

    /// A place on the floor line, as one speaks of it.
    pub fn place(&self, situation: &RoomSituation, position: i64) -> String {
        let units = situation.basis.units;
        let known = self.line.place(position).and_then(|place| Some((situation.sketch.wall(place.wall)?, place.at)));
        known.map_or_else(String::new, |(wall, at)| format!("{} at {}", wall.label(), at.say_run(units)))
    }
}

/// What the rules of spacing ask where a room breaks them, each with the code of its rule.
pub fn broken_demands(situation: &RoomSituation, results: &[RuleResult]) -> Vec<(&'static str, Demand)> {
    type Ask = fn(&RoomSituation) -> Result<Option<Demand>, Asks>;
    let rules: [(&'static str, Ask); 3] = [
        (super::wall_spacing::RULE.code, wall_demand),
        (super::counter_spacing::RULE.code, counter_demand),
        (super::foyer_outlet::RULE.code, foyer_demand),
    ];
    let broken = |code: &str| results.iter().any(|result| result.rule == code && result.is_broken());
    let asked = rules.into_iter().filter(|(code, _)| broken(code));
    asked.filter_map(|(code, ask)| Some((code, ask(situation).ok().flatten()?))).collect()
}

/// The floor line of a room.
///
/// # Errors
/// What has to be taped first.
fn line_of(situation: &RoomSituation) -> Result<FloorLine, Asks> {
    if situation.sketch.walls.is_empty() {
        return Err(Asks::new("room", "tape the walls of this room", "/walls"));
    }
    FloorLine::of(situation.sketch).map_err(|id| {
        let label = situation.sketch.wall(id).map_or_else(|| format!("wall {id}"), crate::facts::Wall::label);
        let words = format!("measure the length of the {label}");
        Asks::new(label, words, "/walls")
    })
}

/// Where the parts that `of_kind` picks are on the line, in order, joined where they touch or lie over each other.
fn spreads(situation: &RoomSituation, line: &FloorLine, of_kind: impl Fn(&WallPart) -> bool) -> Vec<Spread> {
    let mut found = Vec::new();
    for (wall, placed) in situation.sketch.walls.iter().zip(&line.walls) {
        for part in wall.parts.iter().filter(|part| of_kind(part)) {
            let (from, to) = (part.from.nm().min(placed.length), part.end().min(placed.length));
            if to > from {
                found.push(Spread { from: placed.start + from, to: placed.start + to });
            }
        }
    }
    joined(found)
}

/// In order, those that touch as one.
fn joined(mut spreads: Vec<Spread>) -> Vec<Spread> {
    spreads.sort_by_key(|spread| spread.from);
    let mut one: Vec<Spread> = Vec::new();
    for spread in spreads {
        match one.last_mut().filter(|last| spread.from <= last.to) {
            Some(last) => last.to = last.to.max(spread.to),
            None => one.push(spread),
        }
    }
    one
}

/// The stretches of a line between `breaks`.
fn between(line: &FloorLine, breaks: &[Spread]) -> Vec<Space> {
    let space = |from, to| Space {
        spread: Spread { from, to },
        open_start: false,
        open_end: false,
        round: false,
        outlets: Vec::new(),
        blocked: Vec::new(),
    };
    let (Some(first), Some(last)) = (breaks.first(), breaks.last()) else {
        let whole = space(0, line.total);
        return vec![Space { round: line.closed, open_start: !line.closed, open_end: !line.closed, ..whole }];
    };
    let mut spaces: Vec<Space> =
        breaks.windows(2).filter_map(|pair| Some(space(pair.first()?.to, pair.get(1)?.from))).collect();
    if line.closed {
        spaces.push(space(last.to, first.from + line.total));
    } else {
        spaces.insert(0, Space { open_start: true, ..space(0, first.from) });
        spaces.push(Space { open_end: true, ..space(last.to, line.total) });
    }
    spaces.retain(|space| space.spread.width() > 0);
    spaces
}

/// With the outlets and the blocked stretches that lie in each space.
fn served(line: &FloorLine, mut spaces: Vec<Space>, outlets: &[i64], blocked: &[Spread]) -> Vec<Space> {
    let turn = if line.closed { line.total } else { 0 };
    for space in &mut spaces {
        let Spread { from, to } = space.spread;
        let within = |at: i64| (from..=to).contains(&at) && !(space.round && at == to);
        let mut own: Vec<i64> = outlets.iter().flat_map(|at| [*at, at + turn]).filter(|at| within(*at)).collect();
        own.sort_unstable();
        own.dedup();
        // Not cut to the space: its very edge is no place either where glass goes past it.
        let blocking = blocked
            .iter()
            .flat_map(|known| [0, turn].map(|turn| Spread { from: known.from + turn, to: known.to + turn }));
        space.blocked = joined(blocking.filter(|known| known.from < to && from < known.to).collect());
        space.outlets = own;
    }
    spaces
}

/// The wall spaces of a room; `None` where this kind of room has none to serve.
///
/// # Errors
/// What has to be taped or told first.
pub fn wall_demand(situation: &RoomSituation) -> Result<Option<Demand>, Asks> {
    let kind = kind_of(situation)?;
    if !kind.has_wall_spacing() {
        return Ok(None);
    }
    let (line, edition) = (line_of(situation)?, situation.basis.edition);
    let desk_breaks = edition.profile() == Profile::Nec && edition.year() < DESK_IS_WALL_SINCE;
    // A range and a refrigerator have outlets of their own behind them: common practice, no source.
    let breaks = spreads(situation, &line, |part| match part.what {
        WallPartKind::Desk => desk_breaks,
        WallPartKind::Window | WallPartKind::Glass | WallPartKind::Heater => false,
        _ => true,
    });
    let blocked = spreads(situation, &line, |part| matches!(part.what, WallPartKind::Glass | WallPartKind::Heater));
    let profile = edition.profile();
    let mut spaces = between(&line, &breaks);
    let narrowest = narrowest_wall(profile).strict().nm();
    spaces.retain(|space| space.spread.width() >= narrowest || space.open_start || space.open_end);
    let receptacles = situation.receptacles_on(&line).filter(|(outlet, _)| serves_a_wall(outlet));
    let outlets: Vec<i64> = receptacles.map(|(_, position)| position).collect();
    let spaces = served(&line, spaces, &outlets, &blocked);
    Ok(Some(Demand { line, spaces, reach: wall_reach(profile) }))
}

/// The wall spaces of a foyer, each with an outlet of its own; `None` where the room is none, or a small one.
///
/// # Errors
/// What has to be taped or told first.
pub fn foyer_demand(situation: &RoomSituation) -> Result<Option<Demand>, Asks> {
    if kind_of(situation)? != RoomKind::Foyer {
        return Ok(None);
    }
    let line = line_of(situation)?;
    if !line.closed {
        return Err(Asks::new("foyer", "tape the walls all round: its area decides", "/walls"));
    }
    if line.area() <= LARGE_FOYER {
        return Ok(None);
    }
    // Doors, and glass beside them down to the floor, are no wall space.
    let breaks = spreads(situation, &line, |part| !matches!(part.what, WallPartKind::Window | WallPartKind::Heater));
    let blocked = spreads(situation, &line, |part| part.what == WallPartKind::Heater);
    let mut spaces = between(&line, &breaks);
    spaces.retain(|space| space.spread.width() >= FOYER_WALL.strict().nm());
    let receptacles = situation.receptacles_on(&line).filter(|(outlet, _)| serves_a_wall(outlet));
    let outlets: Vec<i64> = receptacles.map(|(_, position)| position).collect();
    let spaces = served(&line, spaces, &outlets, &blocked);
    // One serves its space, however long.
    let reach = TwinLimit { inches: None, metric: Length::mm(1_000_000) };
    Ok(Some(Demand { line, spaces, reach }))
}

fn serves_a_wall(outlet: &Outlet) -> bool {
    let low = outlet.height.is_none_or(|height| height <= HIGHEST.strict());
    let near = !matches!(outlet.place, OutletPlace::Floor { off, .. } if off > FLOOR_OFF.strict());
    low && near
}

/// The counter spaces of a room; `None` where it has none to serve.
///
/// # Errors
/// What has to be taped or told first.
pub fn counter_demand(situation: &RoomSituation) -> Result<Option<Demand>, Asks> {
    let kind = kind_of(situation)?;
    if !kind.has_counter_rule() {
        return Ok(None);
    }
    let line = line_of(situation)?;
    let profile = situation.basis.edition.profile();
    let mut counters = spreads(situation, &line, |part| part.what == WallPartKind::Counter || goes_on_behind(part));
    // Round the corner where the line closes.
    if line.closed && counters.len() > 1 && counters[0].from == 0 && counters[counters.len() - 1].to == line.total {
        let first = counters.remove(0);
        if let Some(last) = counters.last_mut() {
            last.to += first.to;
        }
    }
    let narrowest = narrowest_counter(profile).strict().nm();
    let space = |spread: &Spread| Space {
        spread: *spread,
        // Where the tape ended the counter may go on.
        open_start: !line.closed && spread.from == 0,
        open_end: !line.closed && spread.to == line.total,
        round: false,
        outlets: Vec::new(),
        blocked: Vec::new(),
    };
    let spaces = counters.iter().map(space).filter(|space| space.spread.width() >= narrowest).collect();
    let blocked = spreads(situation, &line, |part| matches!(part.what, WallPartKind::Window | WallPartKind::Glass));
    let mut outlets = Vec::new();
    for (outlet, position) in situation.receptacles_on(&line) {
        if !matches!(outlet.place, OutletPlace::Wall { .. }) {
            continue;
        }
        match serves_a_counter(situation, outlet) {
            Some(true) => outlets.push(position),
            Some(false) => {}
            // Only where it stands at a counter does its height matter.
            None if counters.iter().any(|known| (known.from..=known.to).contains(&position)) => {
                let ask = "measure the height of the counter";
                return Err(Asks::new("counter", ask, "/counter_height"));
            }
            None => {}
        }
    }
    let spaces = served(&line, spaces, &outlets, &blocked);
    Ok(Some(Demand { line, spaces, reach: counter_reach(profile) }))
}

/// It is above the counter and not too high; `None` where the height of the counter would tell.
fn serves_a_counter(situation: &RoomSituation, outlet: &Outlet) -> Option<bool> {
    let Some(height) = outlet.height else { return Some(true) };
    let top = situation.sketch.counter_height?;
    Some(top <= height && height.less(top) <= ABOVE_COUNTER.strict())
}

impl RoomSituation<'_> {
    /// What an outlet is: by its box, where that is known to hold something, else as it was sketched.
    pub fn kind_of(&self, outlet: &Outlet) -> OutletKind {
        use crate::facts::DeviceKind::RangeReceptacle;
        let devices = self.box_of(outlet).map(|record| record.found.devices.as_slice()).unwrap_or_default();
        if devices.is_empty() || matches!(outlet.kind, OutletKind::Switched | OutletKind::Within) {
            return outlet.kind;
        }
        if devices.iter().any(|device| device.kind.is_receptacle() && device.kind != RangeReceptacle) {
            return OutletKind::Receptacle;
        }
        match (devices.iter().any(|device| device.kind == RangeReceptacle), outlet.kind) {
            (false, _) => OutletKind::Switch,
            (true, OutletKind::Range | OutletKind::Dryer) => outlet.kind,
            // Of an appliance, and nobody said of which.
            (true, _) => OutletKind::Within,
        }
    }

    /// It is a receptacle that counts where outlets are asked for.
    pub fn is_receptacle(&self, outlet: &Outlet) -> bool {
        self.kind_of(outlet) == OutletKind::Receptacle
    }

    /// The receptacles that count, each with its position on the floor line.
    pub fn receptacles_on<'b>(&'b self, line: &'b FloorLine) -> impl Iterator<Item = (&'b Outlet, i64)> {
        let receptacles = self.sketch.outlets.iter().filter(|outlet| self.is_receptacle(outlet));
        receptacles.filter_map(|outlet| {
            let (wall, at) = outlet.on_wall()?;
            Some((outlet, line.position(wall, at)?))
        })
    }

    /// What is asked for while receptacles of the room stand nowhere on its sketch: one of them may be just where one seems
    /// to be missing.
    pub fn ask_to_place(&self) -> Option<String> {
        let unplaced = self.not_placed();
        (!unplaced.is_empty()).then(|| format!("place {} on the sketch of the room", unplaced.join(" and ")))
    }

    /// The receptacles of the room that are not on its sketch yet, by the tags of their boxes.
    pub fn not_placed(&self) -> Vec<&str> {
        let on_sketch = |id| self.sketch.outlets.iter().any(|outlet| outlet.box_id == Some(id));
        let unplaced = self.boxes.iter().filter(|record| !on_sketch(record.id));
        unplaced
            .filter(|record| {
                let mut devices = record.found.devices.iter();
                devices.any(|device| {
                    device.kind.is_receptacle() && device.kind != crate::facts::DeviceKind::RangeReceptacle
                })
            })
            .map(|record| record.tag.as_str())
            .collect()
    }
}
