//! A panel: its breakers by space, what its directory says, and the mapping that finds out what is true.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::audit::{BoxId, PanelId};
use super::problem::{Pointer, Problem, check_text};
use super::readings::Half;

/// How a breaker sits in its space.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum BreakerKind {
    /// One pole in one space.
    #[default]
    Single,
    /// Two poles in two spaces, one below the other: it takes both legs.
    TwoPole,
    /// The upper of two in one space.
    TandemUpper,
    /// The lower of two in one space.
    TandemLower,
}

/// A breaker.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Breaker {
    /// Its number within the panel.
    pub id: u16,
    /// Its space, the upper one of a two-pole.
    pub space: u8,
    /// How it sits there.
    #[serde(default)]
    pub kind: BreakerKind,
    /// Its rating in amperes.
    #[serde(default)]
    pub amperes: Option<u16>,
    /// What the directory says it feeds.
    #[serde(default)]
    pub directory: String,
    /// It feeds something that may be off for this many minutes at most.
    #[serde(default)]
    pub essential_minutes: Option<u16>,
    /// It is never to be switched: medical equipment, an alarm.
    #[serde(default)]
    pub never: bool,
}

impl Breaker {
    /// As it is called at the panel: "7", "7/9" for two poles, "7A" and "7B" for a tandem.
    pub fn name(&self) -> String {
        match self.kind {
            BreakerKind::Single => self.space.to_string(),
            BreakerKind::TwoPole => format!("{}/{}", self.space, self.space.saturating_add(2)),
            BreakerKind::TandemUpper => format!("{}A", self.space),
            BreakerKind::TandemLower => format!("{}B", self.space),
        }
    }

    /// The leg of its space, 0 or 1: spaces lie in two columns, and the legs change from row to row.
    pub const fn leg(&self) -> u8 {
        (self.space.saturating_sub(1) / 2) % 2
    }

    fn takes(&self) -> Vec<(u8, u8)> {
        // Space and half: a tandem leaves the other half free.
        match self.kind {
            BreakerKind::Single => vec![(self.space, 0), (self.space, 1)],
            BreakerKind::TandemUpper => vec![(self.space, 0)],
            BreakerKind::TandemLower => vec![(self.space, 1)],
            BreakerKind::TwoPole => {
                let below = self.space.saturating_add(2);
                vec![(self.space, 0), (self.space, 1), (below, 0), (below, 1)]
            }
        }
    }
}

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
    #[serde(default)]
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
    #[serde(default)]
    pub breakers: Vec<u16>,
    /// The points of the walk, at most 4,000.
    #[serde(default)]
    #[schema(max_items = 4_000)]
    pub points: Vec<MappedPoint>,
}

/// A panel.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Panel {
    /// Its identifier.
    pub id: PanelId,
    /// What it is called, "main panel, plant room".
    pub name: String,
    /// How many spaces it has, 2 to 84.
    #[schema(minimum = 2, maximum = 84)]
    pub spaces: u8,
    /// Its breakers, at most 168.
    #[serde(default)]
    #[schema(max_items = 168)]
    pub breakers: Vec<Breaker>,
    /// The mapping of what feeds what.
    #[serde(default)]
    pub mapping: Mapping,
}

impl Panel {
    /// A breaker by its number.
    pub fn breaker(&self, id: u16) -> Option<&Breaker> {
        self.breakers.iter().find(|breaker| breaker.id == id)
    }

    /// What cannot be accepted in a panel.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_text(&mut problems, &at.at("name"), &self.name, true, 80);
        if !(2..=84).contains(&self.spaces) {
            problems.push(Problem::new(&at.at("spaces"), "a panel has 2 to 84 spaces; count them again"));
        }
        if self.breakers.len() > 168 || self.mapping.points.len() > 4_000 {
            problems.push(Problem::new(at, "at most 168 breakers and 4 000 points are kept for one panel"));
            return problems;
        }
        for (index, breaker) in self.breakers.iter().enumerate() {
            let place = at.at("breakers").at(index);
            let others = &self.breakers[..index];
            check_text(&mut problems, &place.at("directory"), &breaker.directory, false, 120);
            if others.iter().any(|other| other.id == breaker.id) {
                problems.push(Problem::new(&place.at("id"), format!("breaker {} stands twice", breaker.id)));
            }
            let takes = breaker.takes();
            if takes.iter().any(|(space, _)| !(1..=self.spaces).contains(space)) {
                let message = format!("breaker {} does not fit: the panel has {} spaces", breaker.name(), self.spaces);
                problems.push(Problem::new(&place.at("space"), message));
            }
            if let Some(other) = others.iter().find(|other| other.takes().iter().any(|place| takes.contains(place))) {
                let message = format!(
                    "breakers {} and {} are in one space; move one of them, or make both halves of a tandem",
                    other.name(),
                    breaker.name()
                );
                problems.push(Problem::new(&place.at("space"), message));
            }
            if breaker.amperes.is_some_and(|amperes| !(5..=400).contains(&amperes)) {
                problems.push(Problem::new(&place.at("amperes"), "a breaker here has 5 to 400 A; read it again"));
            }
        }
        let mapping = at.at("mapping");
        for (index, id) in self.mapping.breakers.iter().enumerate() {
            let place = mapping.at("breakers").at(index);
            match self.breaker(*id) {
                None => problems.push(Problem::new(&place, format!("the panel has no breaker {id}"))),
                Some(breaker) if breaker.never => {
                    let message = format!("breaker {} is never to be switched; leave it out", breaker.name());
                    problems.push(Problem::new(&place, message));
                }
                Some(_) => {}
            }
            if self.mapping.breakers[..index].contains(id) {
                problems.push(Problem::new(&place, format!("breaker {id} takes part twice; name it once")));
            }
        }
        for (index, point) in self.mapping.points.iter().enumerate() {
            let place = mapping.at("points").at(index);
            check_text(&mut problems, &place.at("name"), &point.name, point.box_id.is_none(), 80);
            if point.ticks.len() > 13 {
                problems.push(Problem::new(&place.at("ticks"), "a mapping has at most 13 rounds"));
            }
            let same = |other: &&MappedPoint| {
                other.box_id.is_some()
                    && (other.box_id, other.half) == (point.box_id, point.half)
                    && other.name == point.name
            };
            if self.mapping.points[..index].iter().any(|other| same(&other)) {
                problems.push(Problem::new(&place, "this point stands twice; note it once"));
            }
        }
        problems
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use uuid::Uuid;

    fn breaker(id: u16, space: u8, kind: BreakerKind) -> Breaker {
        Breaker { id, space, kind, amperes: Some(15), directory: String::new(), essential_minutes: None, never: false }
    }

    fn pointers(breakers: Vec<Breaker>) -> Vec<String> {
        let (id, name) = (PanelId(Uuid::nil()), "main".to_owned());
        let panel = Panel { id, name, spaces: 12, breakers, mapping: Mapping::default() };
        panel.problems(&Pointer::root()).into_iter().map(|problem| problem.pointer).collect()
    }

    #[test]
    fn a_space_holds_one_breaker_or_two_halves() {
        use BreakerKind::{Single, TandemLower, TandemUpper, TwoPole};
        assert_eq!(pointers(vec![breaker(1, 1, TandemUpper), breaker(2, 1, TandemLower)]), [""; 0]);
        assert_eq!(pointers(vec![breaker(1, 1, Single), breaker(2, 1, TandemLower)]), ["/breakers/1/space"]);
        assert_eq!(pointers(vec![breaker(1, 1, TwoPole), breaker(2, 3, Single)]), ["/breakers/1/space"]);
        assert_eq!(pointers(vec![breaker(1, 11, TwoPole)]), ["/breakers/0/space"], "no space 13 below it");
        assert_eq!(pointers(vec![breaker(1, 0, Single)]), ["/breakers/0/space"]);
    }

    #[test]
    fn a_two_pole_breaker_is_on_both_legs() {
        // Rows of two spaces: 1 and 2 on one leg, 3 and 4 on the other. Common practice, no source.
        let leg = |space| breaker(1, space, BreakerKind::Single).leg();
        assert_eq!([1, 2, 3, 4, 5].map(leg), [0, 0, 1, 1, 0]);
        assert_ne!(leg(7), leg(9));
        assert_eq!(breaker(1, 7, BreakerKind::TwoPole).name(), "7/9");
    }

    #[test]
    fn what_is_never_switched_takes_no_part() {
        let mut panel = Panel {
            id: PanelId(Uuid::nil()),
            name: "main".to_owned(),
            spaces: 4,
            breakers: vec![breaker(1, 1, BreakerKind::Single)],
            mapping: Mapping { breakers: vec![1, 1, 9], ..Mapping::default() },
        };
        panel.breakers[0].never = true;
        let pointers: Vec<String> = panel.problems(&Pointer::root()).into_iter().map(|p| p.pointer).collect();
        assert_eq!(
            pointers,
            ["/mapping/breakers/0", "/mapping/breakers/1", "/mapping/breakers/1", "/mapping/breakers/2"]
        );
    }
}
