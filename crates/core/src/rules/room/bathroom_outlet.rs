//! `bathroom-outlet`: a receptacle beside every basin.

use super::{RoomCheck, RoomSituation, kind_of};
use crate::facts::{FloorLine, Spread, WallPart, WallPartKind};
use crate::quantity::{Amount, Length};
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
    let basins = basins(situation, &line);
    if basins.is_empty() {
        return vec![Finding::not_measured("basin", "tape where the basin is", "/walls")];
    }
    basins.iter().map(|basin| of_basin(situation, &line, basin)).collect()
}

/// A basin on the floor line.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Basin {
    /// The number of its wall.
    pub wall: u16,
    /// Where it is.
    pub spread: Spread,
    /// How far from its edge an outlet serves it.
    pub reach: i64,
}

impl Basin {
    /// How far a position of the line is from its edge, along the wall; nothing where it is over it.
    fn distance_to(&self, line: &FloorLine, at: i64) -> i64 {
        let Spread { from, to } = self.spread;
        let turns = if line.closed { [0, line.total, -line.total] } else { [0; 3] };
        turns.into_iter().map(|turn| (from - at - turn).max(at + turn - to).max(0)).min().unwrap_or(0)
    }

    /// An outlet at a position of the line serves it.
    pub fn is_served(&self, line: &FloorLine, at: i64) -> bool {
        self.distance_to(line, at) <= self.reach
    }
}

/// The basins of a room.
pub fn basins(situation: &RoomSituation, line: &FloorLine) -> Vec<Basin> {
    let reach = limit(situation.basis.edition.profile()).strict().nm();
    let walls = situation.sketch.walls.iter();
    let parts = walls.flat_map(|wall| wall.parts.iter().map(move |part| (wall.id, part)));
    let on_line = |(wall, part): (u16, &WallPart)| {
        let from = line.position(wall, part.from)?;
        Some(Basin { wall, spread: Spread { from, to: from + part.width.nm() }, reach })
    };
    parts.filter(|(_, part)| part.what == WallPartKind::Basin).filter_map(on_line).collect()
}

/// The basins that no receptacle serves.
pub fn unserved_basins(situation: &RoomSituation, line: &FloorLine) -> Vec<Basin> {
    let positions: Vec<i64> = situation.receptacles_on(line).map(|(_, at)| at).collect();
    let mut basins = basins(situation, line);
    basins.retain(|basin| !positions.iter().any(|at| basin.is_served(line, *at)));
    basins
}

fn of_basin(situation: &RoomSituation, line: &FloorLine, basin: &Basin) -> Finding {
    let nearest = situation.receptacles_on(line).map(|(_, at)| basin.distance_to(line, at)).min();
    let wall = situation.sketch.wall(basin.wall).map_or_else(String::new, crate::facts::Wall::label);
    let label = format!("basin, {wall}");
    let limit = limit(situation.basis.edition.profile());
    let near = |nm: i64| Length::from_nm(nm).unwrap_or(Length::MAX);
    let ask = situation.ask_to_place();
    match (nearest, ask) {
        (Some(distance), ask) if ask.is_none() || near(distance) <= limit.lenient() => {
            let what = "way from the edge of the basin to the nearest outlet";
            judge_maximum(situation.basis, label, what, near(distance), limit, Said::ALONG_A_WALL)
        }
        (_, Some(ask)) => Finding::not_measured(label, &ask, "/outlets"),
        (_, None) => {
            let within = Amount::run(limit.shown(situation.basis.units), situation.basis.units).text;
            Finding::violates(label, format!("No outlet beside the basin; within {within} is asked for."))
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
