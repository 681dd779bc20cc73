//! The outlets that a room lacks: the fewest, and where.

use std::cmp::Reverse;

use crate::facts::{FloorLine, OutletPlace, WallPartKind, WallPlace};
use crate::quantity::{Length, UnitSystem};
use crate::rules::{Demand, RoomSituation, RuleResult, Space, broken_demands, from_tub, tub_zone, unserved_basins};

/// An outlet that is asked for and not there.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct MissingOutlet {
    /// The code of the rule that asks for it.
    pub rule: &'static str,
    /// Where it would be.
    pub place: OutletPlace,
}

/// The outlets that a room lacks by every rule that it breaks, as it was judged.
///
/// # Errors
/// Where no outlet can be put that is asked for, each in a sentence.
pub fn missing_outlets(situation: &RoomSituation, results: &[RuleResult]) -> Result<Vec<MissingOutlet>, Vec<String>> {
    let broken = |code: &str| results.iter().find(|result| result.rule == code && result.is_broken());
    let mut missing = Vec::new();
    let mut reasons = Vec::new();
    for (rule, demand) in broken_demands(situation, results) {
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
        let places = beside_basins(situation);
        missing.extend(places.into_iter().map(|place| MissingOutlet { rule: "bathroom-outlet", place }));
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
    // Beyond the ends of the tape there may be one: what is proposed is wanted even so.
    space.at_best().fewest(demand.reach.strict().nm(), &snap)
}

/// Beside each basin that has none: within reach, clear of the tub, where it serves most of them, and near a hand's breadth off its
/// edge where that can be. Common practice, no source.
fn beside_basins(situation: &RoomSituation) -> Vec<OutletPlace> {
    const OFF: i64 = Length::inches(12).nm();
    const STEP: i64 = Length::inches(1).nm();
    /// As deep as a tub is, where nobody measured.
    const DEEP: Length = Length::inches(36);
    let Ok(line) = FloorLine::of(situation.sketch) else { return Vec::new() };
    let clear = tub_zone(situation.basis.edition).strict();
    let mut open = unserved_basins(situation, &line);
    let mut places = Vec::new();
    while let Some(basin) = open.first() {
        let offs = (0..=basin.reach / STEP).map(|step| step * STEP);
        let around = offs.flat_map(|off| [(off, basin.spread.to + off), (off, basin.spread.from - off)]);
        let free = around.filter_map(|(off, position)| {
            let beyond = position < 0 || position > line.total;
            let WallPlace { wall, at } = line.place(position).filter(|_| line.closed || !beyond)?;
            let taken = situation.sketch.wall(wall)?.parts.iter().any(|part| {
                let inside = part.from.nm() < at.nm() && at.nm() < part.end();
                inside && !matches!(part.what, WallPartKind::Counter | WallPartKind::Window)
            });
            let place = OutletPlace::Wall { wall, at };
            let from_tub = from_tub(situation, &line, place, DEEP);
            let served =
                open.iter().filter(|other| other.is_served(&line, line.position(wall, at).unwrap_or(0))).count();
            (!taken && from_tub != Some(Length::ZERO)).then_some((off, place, from_tub, served))
        });
        // Clear of the tub first, or as far from it as can be; then for most basins; then where one would put it.
        let worth = |(off, _, from_tub, served): &(i64, OutletPlace, Option<Length>, usize)| {
            (Reverse(from_tub.unwrap_or(clear).min(clear)), Reverse(*served), (off - OFF).abs())
        };
        let best = free.min_by_key(worth);
        let position = best.as_ref().and_then(|(_, place, ..)| match *place {
            OutletPlace::Wall { wall, at } => line.position(wall, at),
            _ => None,
        });
        places.extend(best.map(|(_, place, ..)| place));
        let first = open.remove(0);
        open.retain(|other| position.is_none_or(|position| *other != first && !other.is_served(&line, position)));
    }
    places
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
