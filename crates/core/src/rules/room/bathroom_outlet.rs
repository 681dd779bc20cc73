//! `bathroom-outlet`: a receptacle beside every basin.

use super::{RoomCheck, RoomSituation, kind_of, shown};
use crate::facts::{FloorLine, Spread, WallPart, WallPartKind};
use crate::quantity::Length;
use crate::rules::maximum::{Said, judge_maximum};
use crate::rules::{Finding, Rule};
use crate::standard::{Confidence, Profile, RoomKind, RuleBasis, Severity, Since, TwinLimit, cite};

/// How far from the edge of the basin. NEC 210.52(D): 3 ft (900 mm); CEC 26-720(f): 1 m. From memory; NEC sure.
const fn limit(profile: Profile) -> TwinLimit {
    match profile {
        Profile::Nec => TwinLimit { inches: Some(Length::inches(36)), metric: Length::mm(900) },
        Profile::Cec => TwinLimit { inches: None, metric: Length::mm(1_000) },
    }
}

/// The rule.
pub const RULE: Rule<RoomCheck> = Rule {
    code: "bathroom-outlet",
    title: "Outlet beside the basin",
    basis: RuleBasis::Code,
    severity: Severity::Violation,
    always: false,
    // From memory: a receptacle beside the basin since 1975 or before; within 3 ft of its edge since 1993.
    since: Since::nec(1993),
    needs: "the walls by tape with the basins, and where each receptacle is",
    reads: &[],
    limit: "A receptacle within 3 ft of the edge of each basin, along the wall; in Canada 1 m.",
    why: "Without one a cord lies over the basin, or comes in from the hall without protection.",
    example: "A basin from 2 ft to 3 ft 8 in, the only outlet at 8 ft: 4 ft 4 in from its edge, over by 16 in.",
    citation: |edition| cite(edition, Some(("210.52(D)", Confidence::Sure)), Some(("26-720(f)", Confidence::MayBeOff))),
    check,
};

fn check(situation: &RoomSituation) -> Vec<Finding> {
    match kind_of(situation) {
        Err(asks) => return vec![asks.finding()],
        Ok(RoomKind::Bathroom) => {}
        Ok(_) => return Vec::new(),
    }
    let Ok(line) = FloorLine::of(situation.sketch) else {
        return vec![Finding::not_measured("room", "measure the length of each wall", "/walls")];
    };
    let basins: Vec<(u16, &WallPart)> = basins(situation).collect();
    if basins.is_empty() {
        return vec![Finding::not_measured("basin", "tape where the basin is", "/walls")];
    }
    basins.into_iter().map(|(wall, basin)| of_basin(situation, &line, wall, basin)).collect()
}

/// How far a place on the floor line is from the edge of a basin, along the wall; nothing where it is over it.
fn from_edge(line: &FloorLine, Spread { from, to }: Spread, at: i64) -> i64 {
    let turns = if line.closed { [0, line.total, -line.total] } else { [0; 3] };
    turns.into_iter().map(|turn| (from - at - turn).max(at + turn - to).max(0)).min().unwrap_or(0)
}

/// Where a basin is on the floor line.
fn spread_of(line: &FloorLine, wall: u16, basin: &WallPart) -> Spread {
    let from = line.position(wall, basin.from).unwrap_or(0);
    Spread { from, to: from + basin.width.nm() }
}

/// A basin on the floor line.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Basin {
    /// Where it is.
    pub spread: Spread,
    /// How far from its edge an outlet serves it.
    pub reach: i64,
}

impl Basin {
    /// An outlet at a position of the line serves it.
    pub fn is_served(&self, line: &FloorLine, at: i64) -> bool {
        from_edge(line, self.spread, at) <= self.reach
    }
}

/// The basins that no receptacle serves.
pub fn unserved_basins(situation: &RoomSituation, line: &FloorLine) -> Vec<Basin> {
    let outlets = situation.sketch.outlets.iter().filter(|outlet| situation.is_receptacle(outlet));
    let positions: Vec<i64> =
        outlets.filter_map(|outlet| outlet.on_wall()).filter_map(|(wall, at)| line.position(wall, at)).collect();
    let reach = limit(situation.basis.edition.profile()).strict().nm();
    let each = basins(situation).map(|(wall, basin)| Basin { spread: spread_of(line, wall, basin), reach });
    each.filter(|basin| !positions.iter().any(|at| basin.is_served(line, *at))).collect()
}

/// Whether an outlet there is the one that a basin asks for.
pub fn serves_a_basin(situation: &RoomSituation, line: &FloorLine, position: i64) -> bool {
    let reach = limit(situation.basis.edition.profile()).strict().nm();
    basins(situation).any(|(wall, basin)| from_edge(line, spread_of(line, wall, basin), position) <= reach)
}

fn basins<'a>(situation: &RoomSituation<'a>) -> impl Iterator<Item = (u16, &'a WallPart)> {
    let walls = situation.sketch.walls.iter();
    walls
        .flat_map(|wall| wall.parts.iter().map(move |part| (wall.id, part)))
        .filter(|(_, part)| part.what == WallPartKind::Basin)
}

fn of_basin(situation: &RoomSituation, line: &FloorLine, wall: u16, basin: &WallPart) -> Finding {
    let outlets = situation.sketch.outlets.iter().filter(|outlet| situation.is_receptacle(outlet));
    let positions = outlets.filter_map(|outlet| outlet.on_wall()).filter_map(|(wall, at)| line.position(wall, at));
    let nearest = positions.map(|at| from_edge(line, spread_of(line, wall, basin), at)).min();
    let label = format!("basin, {}", situation.sketch.wall(wall).map_or_else(String::new, crate::facts::Wall::label));
    let limit = limit(situation.basis.edition.profile());
    let near = |nm: i64| Length::from_nm(nm).unwrap_or(Length::MAX);
    let unplaced = situation.not_placed();
    match nearest {
        Some(distance) if unplaced.is_empty() || near(distance) <= limit.lenient() => {
            let what = "way from the edge of the basin to the nearest outlet";
            judge_maximum(situation.basis, label, what, near(distance), limit, Said::ALONG_A_WALL)
        }
        _ if !unplaced.is_empty() => {
            let ask = format!("place {} on the sketch of the room", unplaced.join(" and "));
            Finding::not_measured(label, &ask, "/outlets")
        }
        _ => {
            let sentence = format!("No outlet beside the basin; within {} is asked for.", shown(situation, limit).text);
            Finding::violates(label, sentence)
        }
    }
}

#[cfg(test)]
mod tests {
    use crate::facts::WallPartKind::Basin;
    use crate::rules::Verdict;
    use crate::rules::room::testing::{Scene, verdict};
    use crate::standard::RoomKind;

    #[test]
    fn basins_worked_by_hand() {
        let bath = Scene::rectangle(RoomKind::Bathroom, 96, 60).part(1, Basin, 24, 20);
        assert_eq!(verdict("bathroom-outlet", &bath).0, Verdict::Violates);
        assert_eq!(verdict("bathroom-outlet", &bath.clone().outlet(1, 60)).0, Verdict::Meets, "16 in");
        // From the edge at 44 in round the corner at 96 in to 8 in on the next wall: 60 in, over by 24.
        let (found, sentence) = verdict("bathroom-outlet", &bath.clone().outlet(2, 8));
        assert_eq!(found, Verdict::Violates);
        assert!(sentence.contains("5 ft") && sentence.contains("over by 2 ft"), "{sentence}");
        // Round the corner where the line closes: 24 in to the corner, 10 in on the last wall.
        assert_eq!(verdict("bathroom-outlet", &bath.outlet(4, 50)).0, Verdict::Meets);
    }
}
