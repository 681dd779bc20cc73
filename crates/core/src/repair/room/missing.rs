//! The outlets that a room lacks: the fewest, and where.

use crate::facts::{FloorLine, OutletPlace, WallPartKind, WallPlace};
use crate::quantity::{Length, UnitSystem};
use crate::rules::{Demand, RoomSituation, Space, Verdict, counter_demand, judge_room, wall_demand};

/// An outlet that is asked for and not there.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct MissingOutlet {
    /// The code of the rule that asks for it.
    pub rule: &'static str,
    /// Where it would be.
    pub place: OutletPlace,
}

/// The outlets that a room lacks by every rule that it breaks.
///
/// # Errors
/// Where no outlet can be put that is asked for, each in a sentence.
pub fn missing_outlets(situation: &RoomSituation) -> Result<Vec<MissingOutlet>, Vec<String>> {
    let results = judge_room(situation);
    let broken = |code: &str| results.iter().find(|result| result.rule == code && result.verdict == Verdict::Violates);
    let mut missing = Vec::new();
    let mut reasons = Vec::new();
    let demands = [("wall-spacing", wall_demand(situation)), ("counter-spacing", counter_demand(situation))];
    for (rule, demand) in demands {
        let Ok(Some(demand)) = demand else { continue };
        if broken(rule).is_none() {
            continue;
        }
        for space in &demand.spaces {
            match fewest(situation, &demand, space) {
                Some(places) => missing.extend(places.into_iter().filter_map(|position| {
                    let WallPlace { wall, at } = demand.line.place(position)?;
                    Some(MissingOutlet { rule, place: OutletPlace::Wall { wall, at } })
                })),
                None => reasons.push(format!(
                    "no outlet can be put where one is asked for: {}; an outlet made for the counter or the floor may",
                    demand.label(situation, space)
                )),
            }
        }
    }
    if let Some(result) = broken("island-outlet") {
        for island in &situation.sketch.islands {
            let finding = result.findings.iter().find(|finding| finding.label == island.label());
            let short = finding.and_then(|finding| finding.shortfall.as_ref()).map_or(0, |short| short.value);
            let place = OutletPlace::Island(island.id);
            missing.extend((0..short).map(|_| MissingOutlet { rule: "island-outlet", place }));
        }
    }
    if broken("bathroom-outlet").is_some() {
        missing.extend(beside_basins(situation).map(|place| MissingOutlet { rule: "bathroom-outlet", place }));
    }
    if broken("room-outlet").is_some() {
        missing.extend(anywhere(situation).map(|place| MissingOutlet { rule: "room-outlet", place }));
    }
    if reasons.is_empty() { Ok(missing) } else { Err(reasons) }
}

/// The fewest outlets more in a space, on whole inches or centimetres of their walls.
fn fewest(situation: &RoomSituation, demand: &Demand, space: &Space) -> Option<Vec<i64>> {
    let mark = match situation.basis.units {
        UnitSystem::Inch => Length::inches(1),
        UnitSystem::Metric => Length::mm(10),
    };
    let snap = |position: i64| {
        let Some((wall, along)) = demand.line.at(position) else { return position };
        position - along + ((along + mark.nm() / 2) / mark.nm() * mark.nm()).min(wall.length)
    };
    space.fewest(demand.reach.strict().nm(), &snap)
}

/// Beside each basin that has none: a hand's breadth off its edge. Common practice, no source.
fn beside_basins<'a>(situation: &'a RoomSituation) -> impl Iterator<Item = OutletPlace> + 'a {
    const OFF: Length = Length::inches(12);
    let basins = situation.sketch.walls.iter().flat_map(|wall| {
        let basins = wall.parts.iter().filter(|part| part.what == WallPartKind::Basin);
        basins.map(move |basin| (wall, basin))
    });
    basins.filter_map(|(wall, basin)| {
        let length = wall.length?.nm();
        let free = |at: i64| {
            (0..=length).contains(&at)
                && !wall.parts.iter().any(|part| {
                    part.from.nm() < at
                        && at < part.end()
                        && !matches!(part.what, WallPartKind::Counter | WallPartKind::Window)
                })
        };
        let beside = [basin.end() + OFF.nm(), basin.from.nm() - OFF.nm(), basin.end(), basin.from.nm()];
        let at = beside.into_iter().find(|at| free(*at))?;
        Some(OutletPlace::Wall { wall: wall.id, at: Length::from_nm(at).ok()? })
    })
}

/// On the longest wall, in the middle of its longest stretch with nothing along it.
fn anywhere(situation: &RoomSituation) -> Option<OutletPlace> {
    let line = FloorLine::of(situation.sketch).ok()?;
    let longest = line.walls.iter().max_by_key(|wall| wall.length)?;
    let mut parts: Vec<_> = situation.sketch.wall(longest.wall)?.parts.iter().collect();
    parts.sort_by_key(|part| part.from);
    let mut from = 0;
    let mut best = (0, 0);
    for (begins, ends) in
        parts.iter().map(|part| (part.from.nm(), part.end())).chain([(longest.length, longest.length)])
    {
        if begins - from > best.1 - best.0 {
            best = (from, begins);
        }
        from = from.max(ends);
    }
    let at = Length::from_nm(best.0 + (best.1 - best.0) / 2).ok()?;
    Some(OutletPlace::Wall { wall: longest.wall, at })
}
