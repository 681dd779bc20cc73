//! A panel: its breakers by space, what feeds it, its bars and bonds, and the mapping that finds out what is true.

mod breaker;
mod facts;
mod mapping;
mod place;
mod service;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::facts::bounded::at_most;
use crate::facts::identifier::PanelId;
use crate::facts::note::{Note, note_problems};
use crate::facts::problem::{Pointer, Problem, check_text};
use crate::facts::ruling::{Remark, Ruling, remark_problems, ruling_problems};
use crate::standard::WiredUnder;
pub use breaker::{Breaker, BreakerKind, BreakerProtection};
pub use facts::{
    Bar, BarKind, ElectrodeKind, Grounding, Incoming, LandedConductor, PanelFeed, PanelObservation,
    PanelObservationInfo, PanelObserved, panel_observation_infos,
};
pub use mapping::{MappedPoint, Mapping, Safety, Tick};
pub use place::{PanelPlace, PanelRoom};
pub use service::{GasPipe, RoofUnder, Service, ServiceEntry};

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
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    #[schema(max_items = 168)]
    pub breakers: Vec<Breaker>,
    /// When it was wired, if that is known.
    #[serde(default)]
    pub wired_under: Option<WiredUnder>,
    /// What feeds it.
    #[serde(default)]
    pub feed: PanelFeed,
    /// The conductors that come in.
    #[serde(default)]
    pub incoming: Option<Incoming>,
    /// What its label rates it for, in amperes.
    #[serde(default)]
    pub rating: Option<u16>,
    /// The breaker or switch in it that takes everything off.
    #[serde(default)]
    pub main_breaker: Option<u16>,
    /// What its label rates it for, in volts between the legs.
    #[serde(default)]
    pub rated_volts: Option<u16>,
    /// What was read between the legs.
    #[serde(default)]
    pub measured_volts: Option<u16>,
    /// The spaces in which its label takes tandems.
    #[serde(default)]
    #[schema(max_items = 84)]
    pub tandem_spaces: Option<Vec<u8>>,
    /// Its bars, at most 12.
    #[serde(default, deserialize_with = "at_most::<_, _, 1_000>")]
    #[schema(max_items = 12)]
    pub bars: Vec<Bar>,
    /// How the system is grounded.
    #[serde(default)]
    pub grounding: Grounding,
    /// Where it hangs, and the space before it.
    #[serde(default)]
    pub place: PanelPlace,
    /// The service, where it comes to this panel or to a disconnect ahead of it.
    #[serde(default)]
    pub service: Service,
    /// What was looked for.
    #[serde(default, deserialize_with = "at_most::<_, _, 1_000>")]
    pub observed: Vec<PanelObserved>,
    /// What the inspector ruled.
    #[serde(default)]
    pub rulings: Vec<Ruling>,
    /// What was seen that no rule covers.
    #[serde(default)]
    pub remarks: Vec<Remark>,
    /// Notes to whoever comes next, at most 100.
    #[serde(default)]
    #[schema(max_items = 100)]
    pub notes: Vec<Note>,
    /// The mapping of what feeds what.
    #[serde(default)]
    pub mapping: Mapping,
    /// The panel as left, looked at anew after the work.
    #[serde(default)]
    #[schema(no_recursion)]
    pub left: Option<Box<Self>>,
}

impl Panel {
    /// A panel of which nothing is known but its spaces.
    pub fn new(id: PanelId, name: &str, spaces: u8) -> Self {
        Self {
            id,
            name: name.to_owned(),
            spaces,
            breakers: Vec::new(),
            wired_under: None,
            feed: PanelFeed::Unknown,
            incoming: None,
            rating: None,
            main_breaker: None,
            rated_volts: None,
            measured_volts: None,
            tandem_spaces: None,
            bars: Vec::new(),
            grounding: Grounding::default(),
            place: PanelPlace::default(),
            service: Service::default(),
            observed: Vec::new(),
            rulings: Vec::new(),
            remarks: Vec::new(),
            notes: Vec::new(),
            mapping: Mapping::default(),
            left: None,
        }
    }

    /// What looking at it anew begins with: as found.
    pub fn to_look_at_again(&self) -> Self {
        Self { left: None, ..self.clone() }
    }

    /// As left, once anything of it is other than as found.
    pub fn looked_at_again(&self) -> Option<&Self> {
        self.left.as_deref().filter(|left| **left != self.to_look_at_again())
    }

    /// A breaker by its number.
    pub fn breaker(&self, id: u16) -> Option<&Breaker> {
        self.breakers.iter().find(|breaker| breaker.id == id)
    }

    /// A breaker by what it is called, "7", "7/9", "7A".
    pub fn breaker_named(&self, name: &str) -> Option<&Breaker> {
        self.breakers.iter().find(|breaker| breaker.is_named(name.trim()))
    }

    /// The first of two spaces one below the other in which nothing is: what a two-pole breaker takes.
    pub fn free_pair(&self) -> Option<u8> {
        let taken = |space: u8| self.breakers.iter().any(|breaker| breaker.is_in(space));
        (1..=self.spaces.saturating_sub(2)).find(|space| !taken(*space) && !taken(space + 2))
    }

    /// The breaker of another panel that feeds this one, with that panel, where it is among `panels`.
    pub fn feeder<'a>(&self, panels: &[&'a Self]) -> Option<(&'a Self, &'a Breaker)> {
        let PanelFeed::Breaker { panel, breaker } = self.feed else { return None };
        let source = panels.iter().find(|known| known.id == panel)?;
        Some((source, source.breaker(breaker)?))
    }

    /// The answer to an observation; `None` when it was not looked at.
    pub fn observed(&self, what: PanelObservation) -> Option<bool> {
        self.observed.iter().find(|observed| observed.what == what).map(|observed| observed.fault)
    }

    /// Answers an observation, in the place of what was said before.
    pub fn observe(&mut self, what: PanelObservation, fault: bool) {
        self.observed.retain(|observed| observed.what != what);
        self.observed.push(PanelObserved { what, fault });
    }

    /// What cannot be accepted in a panel. Odd facts are accepted: a tandem where the label takes none is a finding.
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
            problems.extend(breaker.problems(&self.breakers[..index], self.spaces, &place));
            if let Some(other) = breaker.shares_neutral_with
                && (other == breaker.id || self.breaker(other).is_none())
            {
                let message = "the panel has no such other breaker; choose one that it has";
                problems.push(Problem::new(&place.at("shares_neutral_with"), message));
            }
        }
        let range = |field: &str, value: Option<u16>, least: u16, most: u16, unit: &str| {
            let message = format!("{least} to {most} {unit} here; read it again");
            value.filter(|value| !(least..=most).contains(value)).map(|_| Problem::new(&at.at(field), message))
        };
        problems.extend(range("rating", self.rating, 30, 1_200, "A"));
        problems.extend(range("main_breaker", self.main_breaker, 15, 1_200, "A"));
        problems.extend(range("rated_volts", self.rated_volts, 100, 600, "V"));
        problems.extend(range("measured_volts", self.measured_volts, 0, 600, "V"));
        if self.tandem_spaces.iter().flatten().any(|space| !(1..=self.spaces).contains(space)) {
            let message = format!("the panel has {} spaces; name some of them", self.spaces);
            problems.push(Problem::new(&at.at("tandem_spaces"), message));
        }
        if self.bars.len() > 12 || self.observed.len() > PanelObservation::ALL.len() {
            problems.push(Problem::new(at, "at most 12 bars, and each observation once, are kept for one panel"));
            return problems;
        }
        for (index, bar) in self.bars.iter().enumerate() {
            let place = at.at("bars").at(index);
            if self.bars[..index].iter().any(|other| other.id == bar.id) {
                problems.push(Problem::new(&place.at("id"), format!("bar {} stands twice", bar.id)));
            }
            if bar.conductors.len() > 200 {
                problems.push(Problem::new(&place.at("conductors"), "at most 200 conductors are kept for one bar"));
            }
            for (index, conductor) in bar.conductors.iter().enumerate() {
                let place = place.at("conductors").at(index);
                if conductor.terminal == 0 {
                    problems.push(Problem::new(&place.at("terminal"), "terminals are numbered from 1"));
                }
                if conductor.breaker.is_some_and(|id| self.breaker(id).is_none()) {
                    let message = "the panel has no such breaker; choose one that it has";
                    problems.push(Problem::new(&place.at("breaker"), message));
                }
            }
        }
        problems.extend(self.place.problems(&at.at("place")));
        problems.extend(self.service.problems(&at.at("service")));
        problems.extend(ruling_problems(&self.rulings, &at.at("rulings")));
        problems.extend(remark_problems(&self.remarks, &at.at("remarks")));
        problems.extend(note_problems(&self.notes, &at.at("notes")));
        problems.extend(self.mapping.problems(self, &at.at("mapping")));
        if let Some(left) = &self.left {
            let place = at.at("left");
            if left.id != self.id {
                problems
                    .push(Problem::new(&place.at("id"), "the panel as left is the same panel; give it its identifier"));
            }
            if left.left.is_some() {
                problems.push(Problem::new(&place.at("left"), "a panel is left once; leave this out"));
            } else {
                problems.extend(left.problems(&place));
            }
        }
        problems
    }
}

/// What is wrong with what feeds the panels of one audit, each with its place in `panels`: a feeder from a breaker
/// that is not there, and feeders that run in a circle.
pub fn feed_problems(panels: &[&Panel]) -> Vec<(usize, Problem)> {
    let feeder = |panel: &Panel| match panel.feed {
        PanelFeed::Breaker { panel, breaker } => Some((panel, breaker)),
        PanelFeed::Unknown | PanelFeed::Service | PanelFeed::Disconnect => None,
    };
    let find = |id: PanelId| panels.iter().find(|panel| panel.id == id);
    let mut problems = Vec::new();
    for (index, panel) in panels.iter().enumerate() {
        let Some((from, breaker)) = feeder(panel) else { continue };
        let place = Pointer::root().at("feed").at("breaker");
        // A panel that is not there, not yet or no more, is as good as not known.
        let Some(source) = find(from) else { continue };
        if source.breaker(breaker).is_none() {
            let message = format!("{} has no such breaker; choose one that it has", source.name);
            problems.push((index, Problem::new(&place.at("breaker"), message)));
        }
        let mut here = Some(from);
        for _ in 0..=panels.len() {
            if here == Some(panel.id) {
                let message = "the feeders run in a circle here; say what really feeds this panel";
                problems.push((index, Problem::new(&place.at("panel"), message)));
                break;
            }
            here = here.and_then(find).and_then(|panel| feeder(panel)).map(|(from, _)| from);
        }
    }
    problems
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;

    fn breaker(id: u16, space: u8, kind: BreakerKind) -> Breaker {
        Breaker { kind, amperes: Some(15), ..Breaker::new(id, space) }
    }

    fn pointers(breakers: Vec<Breaker>) -> Vec<String> {
        let panel = Panel { breakers, ..Panel::new(PanelId(Uuid::nil()), "main", 12) };
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
    fn a_breaker_is_found_by_the_name_that_it_prints() {
        use BreakerKind::{Single, TandemLower, TandemUpper, TwoPole};
        for space in 1..=84 {
            for kind in [Single, TwoPole, TandemUpper, TandemLower] {
                let one = breaker(1, space, kind);
                assert!(one.is_named(&one.name()) && one.is_named(&one.name().to_lowercase()), "{}", one.name());
                for odd in ["", "0", "+1", "01", "7x", "7//9", "7/10", "a", "999"] {
                    assert!(!one.is_named(odd), "{odd} is not {}", one.name());
                }
            }
        }
        assert!(!breaker(1, 7, Single).is_named("7/9") && !breaker(1, 7, TwoPole).is_named("7"));
    }

    #[test]
    fn what_is_never_switched_takes_no_part() {
        let mut panel = Panel {
            breakers: vec![breaker(1, 1, BreakerKind::Single)],
            mapping: Mapping { breakers: vec![1, 1, 9], ..Mapping::default() },
            ..Panel::new(PanelId(Uuid::nil()), "main", 4)
        };
        panel.breakers[0].never = true;
        let pointers: Vec<String> = panel.problems(&Pointer::root()).into_iter().map(|p| p.pointer).collect();
        assert_eq!(
            pointers,
            ["/mapping/breakers/0", "/mapping/breakers/1", "/mapping/breakers/1", "/mapping/breakers/2"]
        );
    }

    #[test]
    fn feeders_in_a_circle_and_from_no_breaker_are_named() {
        let panel = |id: u128, from: Option<(u128, u16)>| Panel {
            breakers: vec![breaker(1, 1, BreakerKind::TwoPole)],
            feed: from.map_or(PanelFeed::Service, |(panel, breaker)| PanelFeed::Breaker {
                panel: PanelId(Uuid::from_u128(panel)),
                breaker,
            }),
            ..Panel::new(PanelId(Uuid::from_u128(id)), "panel", 12)
        };
        let said = |panels: &[Panel]| -> Vec<(usize, String)> {
            let panels: Vec<&Panel> = panels.iter().collect();
            feed_problems(&panels).into_iter().map(|(index, problem)| (index, problem.pointer)).collect()
        };
        assert_eq!(said(&[panel(1, None), panel(2, Some((1, 1))), panel(3, Some((2, 1)))]), []);
        let circle = said(&[panel(1, Some((2, 1))), panel(2, Some((1, 1)))]);
        assert_eq!(circle, [(0, "/feed/breaker/panel".to_owned()), (1, "/feed/breaker/panel".to_owned())]);
        assert_eq!(said(&[panel(1, Some((1, 1)))]), [(0, "/feed/breaker/panel".to_owned())]);
        assert_eq!(said(&[panel(1, Some((9, 1)))]), []);
        assert_eq!(said(&[panel(1, None), panel(2, Some((1, 7)))]), [(1, "/feed/breaker/breaker".to_owned())]);
    }
}
