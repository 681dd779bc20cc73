//! What each breaker feeds, and so what goes dark with it: from the mapping, the circuits, and the sub-panels behind it.

use serde::Serialize;
use utoipa::ToSchema;

use super::mapping::PanelAnswer;
use crate::facts::{BoxId, BoxRecord, Breaker, Circuit, CircuitId, Panel, PanelFeed, PanelId, Room};

/// A box on a breaker.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct FedBox {
    /// The box.
    pub box_id: BoxId,
    /// Its short name.
    pub tag: String,
    /// Its room.
    pub room: String,
    /// The sub-panel through which it hangs on the breaker.
    pub through: Option<String>,
}

/// A load on a breaker that may not be off for long.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct EssentialLoad {
    /// What the directory calls it.
    pub what: String,
    /// The longest that it may be off, in minutes.
    pub minutes: u16,
}

/// What goes dark with a breaker.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct BreakerFeeds {
    /// The breaker by its number within the panel.
    pub breaker: u16,
    /// As it is called.
    pub name: String,
    /// The boxes, each once.
    pub boxes: Vec<FedBox>,
    /// What is no box of the audit: "water heater".
    pub others: Vec<String>,
    /// The circuits drawn on it.
    pub circuits: Vec<CircuitId>,
    /// The sub-panels behind it, the nearest first.
    pub panels: Vec<PanelId>,
    /// What must not be off for long.
    pub essential: Vec<EssentialLoad>,
    /// In one plain sentence.
    pub sentence: String,
}

impl BreakerFeeds {
    /// Of a breaker of which nothing is known to hang on it.
    pub fn of(breaker: &Breaker) -> Self {
        Self {
            breaker: breaker.id,
            name: breaker.name(),
            boxes: Vec::new(),
            others: Vec::new(),
            circuits: Vec::new(),
            panels: Vec::new(),
            essential: Vec::new(),
            sentence: String::new(),
        }
    }

    /// Whether it feeds a box itself, and not through a panel behind it.
    pub fn feeds_itself(&self, box_id: BoxId) -> bool {
        self.boxes.iter().any(|fed| fed.box_id == box_id && fed.through.is_none())
    }
}

/// The panel and the breakers that a circuit hangs on, where those that it names are known: one, or two that share a
/// neutral, "13/15". Without a panel of its own it is the first that has such breakers.
pub fn breakers_of_circuit<'a>(circuit: &Circuit, panels: &[&'a Panel]) -> Option<(&'a Panel, Vec<u16>)> {
    let on = |panel: &&'a Panel| {
        let ids: Vec<u16> = match panel.breaker_named(&circuit.breaker) {
            Some(breaker) => vec![breaker.id],
            None => {
                let named = circuit.breaker.split('/').map(|name| panel.breaker_named(name).map(|breaker| breaker.id));
                named.collect::<Option<_>>()?
            }
        };
        Some((*panel, ids))
    };
    match circuit.panel {
        Some(id) => panels.iter().find(|panel| panel.id == id).and_then(on),
        None => panels.iter().find_map(on),
    }
}

/// What the breakers of `panels` feed, panel by panel; `answers` are those of their mappings, in the same order.
pub fn feeds(
    panels: &[&Panel],
    answers: &[PanelAnswer],
    circuits: &[&Circuit],
    boxes: &[(&Room, &BoxRecord)],
) -> Vec<Vec<BreakerFeeds>> {
    let direct: Vec<Vec<BreakerFeeds>> =
        panels.iter().zip(answers).map(|(panel, answer)| directly(panel, answer, panels, circuits, boxes)).collect();
    panels
        .iter()
        .enumerate()
        .map(|(at, _)| direct[at].iter().map(|own| with_panels(own, at, panels, &direct)).collect())
        .collect()
}

/// What hangs on the breakers of one panel itself.
fn directly(
    panel: &Panel,
    answer: &PanelAnswer,
    panels: &[&Panel],
    circuits: &[&Circuit],
    boxes: &[(&Room, &BoxRecord)],
) -> Vec<BreakerFeeds> {
    let of_breaker = |breaker: &Breaker| {
        let name = breaker.name();
        let mut feeds = BreakerFeeds::of(breaker);
        if let Some(minutes) = breaker.essential_minutes {
            let what = if breaker.directory.is_empty() { format!("breaker {name}") } else { breaker.directory.clone() };
            feeds.essential.push(EssentialLoad { what, minutes });
        }
        let mut ids: Vec<BoxId> = Vec::new();
        // Before the last round is walked a pattern proves nothing.
        let walked = answer.schedule.as_ref().is_some_and(|plan| answer.rounds_done == plan.rounds.len());
        let points = answer.points.iter().filter(|point| walked && point.answer.breakers == [name.clone()]);
        for point in points {
            match point.box_id {
                Some(id) => ids.push(id),
                None => feeds.others.push(point.answer.name.clone()),
            }
        }
        for circuit in circuits {
            if breakers_of_circuit(circuit, panels)
                .is_some_and(|(on, ids)| on.id == panel.id && ids.contains(&breaker.id))
            {
                feeds.circuits.push(circuit.id);
                ids.extend(circuit.points.iter().map(|point| point.box_id));
            }
        }
        feeds.boxes = boxes
            .iter()
            .filter(|(_, record)| ids.contains(&record.id))
            .map(|(room, record)| FedBox {
                box_id: record.id,
                tag: record.tag.clone(),
                room: room.name.clone(),
                through: None,
            })
            .collect();
        feeds
    };
    panel.breakers.iter().map(of_breaker).collect()
}

/// The same with all that hangs on the sub-panels behind it.
fn with_panels(own: &BreakerFeeds, at: usize, panels: &[&Panel], direct: &[Vec<BreakerFeeds>]) -> BreakerFeeds {
    let mut whole = own.clone();
    let mut open = vec![(panels[at].id, own.breaker)];
    let mut seen = vec![panels[at].id];
    while let Some((panel, breaker)) = open.pop() {
        let feed = PanelFeed::Breaker { panel, breaker };
        for (index, sub) in panels.iter().enumerate() {
            if sub.feed != feed || seen.contains(&sub.id) {
                continue;
            }
            seen.push(sub.id);
            whole.panels.push(sub.id);
            for behind in &direct[index] {
                open.push((sub.id, behind.breaker));
                whole.others.extend(behind.others.iter().cloned());
                whole.essential.extend(behind.essential.iter().cloned());
                let through = Some(sub.name.clone());
                let fresh = behind.boxes.iter().filter(|fed| !own.boxes.iter().any(|known| known.box_id == fed.box_id));
                whole.boxes.extend(fresh.map(|fed| FedBox { through: through.clone(), ..fed.clone() }));
            }
        }
    }
    whole.sentence = sentence(&whole, panels);
    whole
}

fn sentence(feeds: &BreakerFeeds, panels: &[&Panel]) -> String {
    let mut rooms: Vec<&str> = Vec::new();
    for fed in &feeds.boxes {
        if !rooms.contains(&fed.room.as_str()) {
            rooms.push(&fed.room);
        }
    }
    let mut parts = Vec::new();
    match feeds.boxes.len() {
        0 => {}
        1 => parts.push(format!("{} in {}", feeds.boxes[0].tag, feeds.boxes[0].room)),
        count => parts.push(format!("{count} boxes in {}", rooms.join(", "))),
    }
    parts.extend(feeds.others.iter().cloned());
    parts.extend(
        panels.iter().filter(|panel| feeds.panels.contains(&panel.id)).map(|panel| format!("all of {}", panel.name)),
    );
    let dark = if parts.is_empty() {
        format!("Nothing is known to hang on {}.", feeds.name)
    } else {
        format!("With {} off: {}.", feeds.name, parts.join("; "))
    };
    let essential: Vec<String> =
        feeds.essential.iter().map(|load| format!("{}, at most {} min", load.what, load.minutes)).collect();
    if essential.is_empty() { dark } else { format!("{dark} Essential: {}.", essential.join("; ")) }
}

#[cfg(test)]
mod tests {
    #![allow(clippy::expect_used, reason = "a test that cannot go on should stop")]

    use uuid::Uuid;

    use super::*;
    use crate::electrical::mapping::panel_answer;
    use crate::facts::{Breaker, BreakerKind, CircuitPoint, DeviceKind, Feed, TracedFault};
    use crate::testing::{box_with_device, record_of};

    #[test]
    fn a_breaker_takes_its_sub_panel_along() {
        let (room, record) = record_of(box_with_device(DeviceKind::DuplexReceptacle));
        let id = |number| PanelId(Uuid::from_u128(number));
        let feeder = Breaker { kind: BreakerKind::TwoPole, ..Breaker::new(1, 1) };
        let main = Panel { breakers: vec![feeder, Breaker::new(2, 2)], ..Panel::new(id(1), "main", 12) };
        let freezer = Breaker { essential_minutes: Some(60), directory: "freezer".to_owned(), ..Breaker::new(4, 4) };
        let sub = Panel {
            breakers: vec![Breaker::new(3, 3), freezer],
            feed: PanelFeed::Breaker { panel: id(1), breaker: 1 },
            ..Panel::new(id(2), "shed panel", 12)
        };
        let circuit = Circuit {
            id: CircuitId(Uuid::from_u128(7)),
            name: "shed".to_owned(),
            panel: Some(id(2)),
            breaker: "3".to_owned(),
            points: vec![CircuitPoint { box_id: record.id, from: Feed::Panel, cable: None }],
            tracing: TracedFault::default(),
            events: Vec::new(),
            dead_test: Vec::new(),
        };
        let (panels, boxes) = ([&main, &sub], [(&room, &record)]);
        let answers: Vec<PanelAnswer> = panels.iter().map(|panel| panel_answer(panel, &boxes)).collect();
        let all = feeds(&panels, &answers, &[&circuit], &boxes);
        assert_eq!(all[1][0].sentence, "With 3 off: K1 in kitchen.");
        assert_eq!(
            all[0][0].sentence,
            "With 1/3 off: K1 in kitchen; all of shed panel. Essential: freezer, at most 60 min."
        );
        assert_eq!(all[0][0].boxes[0].through.as_deref(), Some("shed panel"));
        assert_eq!(all[0][1].sentence, "Nothing is known to hang on 2.");
    }

    #[test]
    fn a_circuit_names_its_breaker_as_the_panel_does() {
        let breakers = vec![Breaker::new(5, 7), Breaker::new(6, 9)];
        let main = Panel { breakers, ..Panel::new(PanelId(Uuid::from_u128(1)), "main", 12) };
        let circuit = |breaker: &str| Circuit {
            id: CircuitId(Uuid::nil()),
            name: "hall".to_owned(),
            panel: None,
            breaker: breaker.to_owned(),
            points: Vec::new(),
            tracing: TracedFault::default(),
            events: Vec::new(),
            dead_test: Vec::new(),
        };
        let of = |breaker| breakers_of_circuit(&circuit(breaker), &[&main]).map(|(_, ids)| ids);
        assert_eq!(of(" 7"), Some(vec![5]));
        assert_eq!(of("7/9"), Some(vec![5, 6]), "two breakers that share a neutral");
        assert_eq!(of("7/11"), None);
    }
}
