//! What moving a thing along its wall would save: an outlet less, for a range or a sink a few inches farther.

use serde::Serialize;
use utoipa::ToSchema;

use super::missing::missing_outlets;
use crate::facts::{Sketch, WallPartKind};
use crate::quantity::{Length, UnitSystem};
use crate::rules::{RoomSituation, judge_room};

/// A thing moved along its wall, and what that saves.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RoomMove {
    /// The number of the wall.
    pub wall: u16,
    /// The place of the thing among what stands along that wall.
    pub part: usize,
    /// How far, in nanometres; to the left where negative.
    pub by: i64,
    /// How many outlets are missing then.
    pub missing: usize,
    /// In one sentence.
    pub sentence: String,
}

/// How far a thing is moved at most: what is farther is another kitchen. Common practice, no source.
const FARTHEST: i64 = 24;

/// For each thing that can be moved, the least way along its wall with which fewer outlets are missing; none where it saves none.
pub fn saving_moves(situation: &RoomSituation) -> Vec<RoomMove> {
    let missing_in =
        |situation: &RoomSituation| missing_outlets(situation, &judge_room(situation)).map(|all| all.len());
    let Ok(missing) = missing_in(situation) else { return Vec::new() };
    if missing == 0 {
        return Vec::new();
    }
    let mark = match situation.basis.units {
        UnitSystem::Inch => Length::inches(1).nm(),
        UnitSystem::Metric => Length::mm(25).nm(),
    };
    let walls = situation.sketch.walls.iter();
    let things = walls.flat_map(|wall| {
        let parts = wall.parts.iter().enumerate().filter(|(_, part)| part.what.can_move());
        parts.map(move |(index, part)| (wall, index, part))
    });
    let saved = |(wall, index, part): (&crate::facts::Wall, usize, &crate::facts::WallPart)| {
        // The least way first, to either side.
        let ways = (1..=FARTHEST).flat_map(|marks| [-marks * mark, marks * mark]);
        ways.filter_map(|by| Some((by, moved(situation.sketch, wall.id, index, by)?))).find_map(|(by, sketch)| {
            let left = missing_in(&RoomSituation { sketch: &sketch, ..*situation }).ok()?;
            (left < missing).then(|| {
                let way = Length::from_nm(by.abs()).unwrap_or_default().say_run(situation.basis.units);
                let side = if by < 0 { "left" } else { "right" };
                let outlets = if left == 1 { "1 outlet".to_owned() } else { format!("{left} outlets") };
                let (what, wall_label) = (part.what.name(), wall.label());
                let sentence = format!("With the {what} of {wall_label} moved {way} to the {side}: {outlets}.");
                RoomMove { wall: wall.id, part: index, by, missing: left, sentence }
            })
        })
    };
    things.filter_map(saved).collect()
}

/// The sketch with a thing moved; the counters that it touches give way or follow. `None` where it does not fit.
fn moved(sketch: &Sketch, wall: u16, index: usize, by: i64) -> Option<Sketch> {
    let mut sketch = sketch.clone();
    let wall = sketch.walls.iter_mut().find(|known| known.id == wall)?;
    let (from, end) = wall.parts.get(index).map(|part| (part.from.nm(), part.end()))?;
    let counter = |what| what == WallPartKind::Counter;
    for (other, part) in wall.parts.iter_mut().enumerate() {
        if other != index && counter(part.what) && part.end() == from {
            part.width = Length::from_nm(part.width.nm() + by).ok()?;
        } else if other != index && counter(part.what) && part.from.nm() == end {
            part.from = Length::from_nm(part.from.nm() + by).ok()?;
            part.width = Length::from_nm(part.width.nm() - by).ok()?;
        }
    }
    wall.parts.get_mut(index)?.from = Length::from_nm(from + by).ok()?;
    let mut standing: Vec<(i64, i64)> =
        wall.parts.iter().filter(|part| part.what.stands_on_floor()).map(|part| (part.from.nm(), part.end())).collect();
    standing.sort_unstable();
    let apart = standing.windows(2).all(|pair| matches!(pair, [one, next] if one.1 <= next.0));
    let inside = wall.length.is_some_and(|length| standing.last().is_none_or(|last| last.1 <= length.nm()));
    (apart && inside).then_some(sketch)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::WallPartKind::{Counter, Range};
    use crate::rules::room_testing::Scene;
    use crate::standard::RoomKind;

    #[test]
    fn a_range_a_few_inches_over_saves_an_outlet() {
        // 52 in of counter takes two outlets, the 40 in beyond the range one: by hand, 4 in to the left take one each.
        let kitchen = Scene::rectangle(RoomKind::Kitchen, 122, 120)
            .part(1, Counter, 0, 52)
            .part(1, Range, 52, 30)
            .part(1, Counter, 82, 40)
            .door(2, 0, 120)
            .door(3, 0, 122)
            .door(4, 0, 120);
        let moves = saving_moves(&kitchen.situation());
        assert_eq!(moves.len(), 1, "{moves:?}");
        assert_eq!((moves[0].by, moves[0].missing), (-Length::inches(4).nm(), 2));
        assert_eq!(moves[0].sentence, "With the range of wall 1 moved 4 in to the left: 2 outlets.");
    }
}
