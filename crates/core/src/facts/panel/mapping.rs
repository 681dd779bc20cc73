//! The mapping of what feeds what, as it was walked.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::Panel;
use crate::facts::bounded::at_most;
use crate::facts::identifier::BoxId;
use crate::facts::problem::{Pointer, Problem, check_text};
use crate::facts::readings::Half;

/// What the words of a mapping must withstand.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Safety {
    /// Nothing: the fewest rounds.
    Bare,
    /// One slip a point is seen.
    #[default]
    Detects,
    /// One slip a point is put right.
    Corrects,
}

impl Safety {
    /// All of them.
    pub const ALL: [Self; 3] = [Self::Bare, Self::Detects, Self::Corrects];

    /// In how many rounds any two words differ at least.
    pub const fn distance(self) -> u32 {
        match self {
            Self::Bare => 1,
            Self::Detects => 2,
            Self::Corrects => 3,
        }
    }
}

/// What was noted at one point in one round.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Tick {
    /// Nothing was noted.
    Missing,
    /// Live.
    Live,
    /// Dead.
    Dead,
}

/// A point of the walk: a half of a receptacle, a lamp, an appliance.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MappedPoint {
    /// The box, where it is one of the audit.
    #[serde(default)]
    pub box_id: Option<BoxId>,
    /// Which half, where the halves are noted apart.
    #[serde(default)]
    pub half: Option<Half>,
    /// What it is, where it is no box: "water heater".
    #[serde(default)]
    pub name: String,
    /// What was noted, first round first.
    #[serde(default, deserialize_with = "at_most::<_, _, 1_000>")]
    pub ticks: Vec<Tick>,
}

/// A mapping in rounds, under way or done.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Mapping {
    /// What its words withstand.
    #[serde(default)]
    pub safety: Safety,
    /// The breakers that take part, in the order of their words; fixed once the first tick is noted.
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    pub breakers: Vec<u16>,
    /// The points of the walk, at most 4,000.
    #[serde(default, deserialize_with = "at_most::<_, _, 40_000>")]
    #[schema(max_items = 4_000)]
    pub points: Vec<MappedPoint>,
}

impl Mapping {
    /// What cannot be accepted in the mapping of `panel`.
    pub(super) fn problems(&self, panel: &Panel, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        for (index, id) in self.breakers.iter().enumerate() {
            let place = at.at("breakers").at(index);
            match panel.breaker(*id) {
                None => problems.push(Problem::new(&place, format!("the panel has no breaker {id}"))),
                Some(breaker) if breaker.never => {
                    let message = format!("breaker {} is never to be switched; leave it out", breaker.name());
                    problems.push(Problem::new(&place, message));
                }
                Some(_) => {}
            }
            if self.breakers[..index].contains(id) {
                problems.push(Problem::new(&place, format!("breaker {id} takes part twice; name it once")));
            }
        }
        for (index, point) in self.points.iter().enumerate() {
            let place = at.at("points").at(index);
            check_text(&mut problems, &place.at("name"), &point.name, point.box_id.is_none(), 80);
            if point.ticks.len() > 13 {
                problems.push(Problem::new(&place.at("ticks"), "a mapping has at most 13 rounds"));
            }
            let same = |other: &&MappedPoint| {
                other.box_id.is_some()
                    && (other.box_id, other.half) == (point.box_id, point.half)
                    && other.name == point.name
            };
            if self.points[..index].iter().any(|other| same(&other)) {
                problems.push(Problem::new(&place, "this point stands twice; note it once"));
            }
        }
        problems
    }
}
