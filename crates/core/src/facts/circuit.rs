//! A circuit: the boxes that hang on one breaker, what feeds each of them, and what was tried to find its fault.

use std::collections::HashMap;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::bounded::at_most;
use super::dead_test::DeadStep;
use super::identifier::{BoxId, CircuitId, PanelId};
use super::problem::{Pointer, Problem, check_text, check_time};
use crate::quantity::Length;

/// What feeds a box.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Feed {
    /// Not known yet.
    #[default]
    Unknown,
    /// The panel.
    Panel,
    /// Another box of the circuit.
    Box(BoxId),
}

/// A box on its circuit.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CircuitPoint {
    /// The box.
    pub box_id: BoxId,
    /// What feeds it.
    #[serde(default)]
    pub from: Feed,
    /// The cable from there, as far as it is known.
    #[serde(default)]
    pub cable: Option<Length>,
}

/// A kind of fault that spreads along a circuit.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum TracedFault {
    /// The hot is broken.
    OpenHot,
    /// The neutral is broken.
    OpenNeutral,
    /// The ground is broken.
    #[default]
    OpenGround,
    /// Hot and neutral are exchanged.
    Reversal,
}

impl TracedFault {
    /// All of them.
    pub const ALL: [Self; 4] = [Self::OpenHot, Self::OpenNeutral, Self::OpenGround, Self::Reversal];

    /// In words.
    pub const fn name(self) -> &'static str {
        match self {
            Self::OpenHot => "open hot",
            Self::OpenNeutral => "open neutral",
            Self::OpenGround => "open ground",
            Self::Reversal => "hot and neutral reversed",
        }
    }
}

/// Where in or at a box a fault can sit.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum FaultPlace {
    /// Where this box passes the circuit on: a splice or the far screws of its device.
    FeedThrough,
    /// In the cable that feeds it.
    Cable,
    /// Where the feeding cable lands in it.
    Landing,
    /// At its device alone.
    Device,
}

/// What was tried, and what it showed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(tag = "what", rename_all = "kebab-case", deny_unknown_fields)]
pub enum TraceEvent {
    /// An outlet was read.
    Read {
        /// The box.
        box_id: BoxId,
        /// The fault shows there.
        bad: bool,
        /// When.
        at: String,
    },
    /// A box was opened and looked through.
    Opened {
        /// The box.
        box_id: BoxId,
        /// Where the fault was; nothing was wrong there when absent.
        #[serde(default)]
        found: Option<FaultPlace>,
        /// When.
        at: String,
    },
    /// The cable that feeds a box was tested end to end.
    CableTested {
        /// The box that it feeds.
        box_id: BoxId,
        /// It carries.
        sound: bool,
        /// When.
        at: String,
    },
}

impl TraceEvent {
    /// The box that it is about.
    pub const fn box_id(&self) -> BoxId {
        match self {
            Self::Read { box_id, .. } | Self::Opened { box_id, .. } | Self::CableTested { box_id, .. } => *box_id,
        }
    }

    fn at(&self) -> &str {
        match self {
            Self::Read { at, .. } | Self::Opened { at, .. } | Self::CableTested { at, .. } => at,
        }
    }
}

/// A circuit.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Circuit {
    /// Its identifier.
    pub id: CircuitId,
    /// What it is called, "porch and hall".
    pub name: String,
    /// The panel of its breaker; the first that has such a breaker where none is named.
    #[serde(default)]
    pub panel: Option<PanelId>,
    /// Its breaker, as the panel numbers it.
    #[serde(default)]
    pub breaker: String,
    /// Its boxes, at most 400.
    #[serde(default, deserialize_with = "at_most::<_, _, 4_000>")]
    #[schema(max_items = 400)]
    pub points: Vec<CircuitPoint>,
    /// The fault that is being traced.
    #[serde(default)]
    pub tracing: TracedFault,
    /// What was tried, in order, at most 1,000.
    #[serde(default, deserialize_with = "at_most::<_, _, 10_000>")]
    #[schema(max_items = 1_000)]
    pub events: Vec<TraceEvent>,
    /// The dead test of its shut-down, step by step, at most 4,000.
    #[serde(default, deserialize_with = "at_most::<_, _, 40_000>")]
    #[schema(max_items = 4_000)]
    pub dead_test: Vec<DeadStep>,
}

impl Circuit {
    /// The most boxes of one circuit.
    pub const MOST_POINTS: usize = 400;

    /// What cannot be accepted in a circuit.
    pub fn problems(&self, at: &Pointer) -> Vec<Problem> {
        let mut problems = Vec::new();
        check_text(&mut problems, &at.at("name"), &self.name, true, 80);
        check_text(&mut problems, &at.at("breaker"), &self.breaker, false, 12);
        for (field, count, most) in [
            ("points", self.points.len(), Self::MOST_POINTS),
            ("events", self.events.len(), 1_000),
            ("dead_test", self.dead_test.len(), 4_000),
        ] {
            if count > most {
                problems
                    .push(Problem::new(&at.at(field), format!("{count} of them; one circuit holds at most {most}")));
            }
        }
        if !problems.is_empty() {
            return problems;
        }
        let mut places: HashMap<BoxId, usize> = HashMap::new();
        for (index, point) in self.points.iter().enumerate() {
            if places.insert(point.box_id, index).is_some() {
                let place = at.at("points").at(index).at("box_id");
                problems.push(Problem::new(&place, "this box stands on the circuit twice; leave one of them out"));
            }
        }
        for (index, point) in self.points.iter().enumerate() {
            let place = at.at("points").at(index).at("from");
            if let Feed::Box(from) = point.from
                && !places.contains_key(&from)
            {
                let message = "the box that feeds this one is not on the circuit; add it, or choose another";
                problems.push(Problem::new(&place, message));
            }
            if self.feeds_itself(index, &places) {
                let message = "the feeds run in a circle here; say of one of these boxes what really feeds it";
                problems.push(Problem::new(&place, message));
            }
        }
        for (index, event) in self.events.iter().enumerate() {
            let place = at.at("events").at(index);
            check_time(&mut problems, &place.at("at"), event.at());
            if !places.contains_key(&event.box_id()) {
                problems.push(Problem::new(&place.at("box_id"), "this box is not on the circuit"));
            }
        }
        for (index, step) in self.dead_test.iter().enumerate() {
            let place = at.at("dead_test").at(index);
            check_text(&mut problems, &place.at("step"), &step.step, true, 80);
            check_time(&mut problems, &place.at("at"), &step.at);
        }
        problems
    }

    fn feeds_itself(&self, start: usize, places: &HashMap<BoxId, usize>) -> bool {
        let mut here = start;
        for _ in 0..self.points.len() {
            let Feed::Box(from) = self.points[here].from else { return false };
            let Some(&next) = places.get(&from) else { return false };
            if next == start {
                return true;
            }
            here = next;
        }
        // It runs into a circle farther up, which is named there.
        false
    }
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;

    fn circuit(feeds: &[Option<usize>]) -> Circuit {
        let id = |index: usize| BoxId(Uuid::from_u128(index as u128 + 1));
        let point = |(index, from): (usize, &Option<usize>)| CircuitPoint {
            box_id: id(index),
            from: from.map_or(Feed::Panel, |from| Feed::Box(id(from))),
            cable: None,
        };
        Circuit {
            id: CircuitId(Uuid::nil()),
            name: "porch".to_owned(),
            panel: None,
            breaker: "7".to_owned(),
            points: feeds.iter().enumerate().map(point).collect(),
            tracing: TracedFault::OpenGround,
            events: Vec::new(),
            dead_test: Vec::new(),
        }
    }

    fn pointers(circuit: &Circuit) -> Vec<String> {
        circuit.problems(&Pointer::root()).into_iter().map(|problem| problem.pointer).collect()
    }

    #[test]
    fn feeds_in_a_circle_are_named() {
        assert_eq!(pointers(&circuit(&[None, Some(0), Some(1)])), [""; 0]);
        assert_eq!(pointers(&circuit(&[None, Some(2), Some(1), Some(1)])), ["/points/1/from", "/points/2/from"]);
        assert_eq!(pointers(&circuit(&[Some(0)])), ["/points/0/from"]);
        assert_eq!(pointers(&circuit(&[Some(9)])), ["/points/0/from"]);
    }

    #[test]
    fn a_doubled_box_and_an_event_elsewhere_are_named() {
        let mut doubled = circuit(&[None, Some(0)]);
        doubled.points[1].box_id = doubled.points[0].box_id;
        assert!(pointers(&doubled).contains(&"/points/1/box_id".to_owned()));
        let mut elsewhere = circuit(&[None]);
        let box_id = BoxId(Uuid::from_u128(77));
        elsewhere.events.push(TraceEvent::Read { box_id, bad: true, at: "yesterday".to_owned() });
        assert_eq!(pointers(&elsewhere), ["/events/0/at", "/events/0/box_id"]);
    }

    #[test]
    fn two_hundred_outlets_are_taken_and_five_hundred_are_not() {
        let chain = |count: usize| circuit(&(0..count).map(|i| i.checked_sub(1)).collect::<Vec<_>>());
        assert_eq!(pointers(&chain(200)), [""; 0]);
        assert_eq!(pointers(&chain(500)), ["/points"]);
    }
}
