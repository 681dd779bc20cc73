//! The house on one page: its rooms with their boxes, its panels and what each breaker feeds, what is done and what is open.

use std::collections::HashMap;

use serde::Serialize;
use utoipa::ToSchema;

use super::assessed::{Assessed, AssessedSubject, Judged};
use super::item::ItemView;
use super::item_counts::ItemCounts;
use crate::facts::{BoxId, RoomId, Subject};
use crate::rules::Verdict;

/// A place of the house as a mark.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct HouseMark {
    /// The place.
    pub subject: Subject,
    /// As one calls it: a box by its tag.
    pub name: String,
    /// Where in the room; empty where it is no box.
    pub place: String,
    /// The worst answer of all rules as it stands.
    pub worst: Verdict,
    /// Something here is a danger now.
    pub dangerous: bool,
    /// Items that are not closed.
    pub open: u32,
    /// Items that are proven or closed.
    pub done: u32,
    /// Something was wrong here, and all of it is put right.
    pub put_right: bool,
    /// The breakers that feed it, each by its place among those of the house.
    pub fed_by: Vec<usize>,
}

/// A room with its boxes.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct HouseRoom {
    /// The room.
    pub id: RoomId,
    /// Its name.
    pub name: String,
    /// The room itself, once it was taped or something was said of it.
    pub itself: Option<HouseMark>,
    /// Its boxes, in the order of the walk.
    pub boxes: Vec<HouseMark>,
}

/// A breaker of the house.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct HouseBreaker {
    /// As it is called, "7".
    pub name: String,
    /// As it stands beside a mark: with the first word of its panel where there are several, "main 7".
    pub short: String,
    /// As one says it in full, "Breaker 7 of main panel".
    pub called: String,
    /// Its rating; absent where it was not noted.
    pub amperes: Option<u16>,
    /// What the directory says of it.
    pub directory: String,
    /// How many boxes it feeds, as far as that is known.
    pub boxes: usize,
    /// What it feeds, in a sentence.
    pub feeds: String,
}

/// A panel with its breakers.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct HousePanel {
    /// The panel.
    pub mark: HouseMark,
    /// The place of its first breaker among those of the house.
    pub first: usize,
    /// Its breakers, in their order.
    pub breakers: Vec<HouseBreaker>,
}

/// A house on one page.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct House {
    /// Its panels.
    pub panels: Vec<HousePanel>,
    /// Its rooms, in the order of the walk.
    pub rooms: Vec<HouseRoom>,
    /// Its cable runs.
    pub runs: Vec<HouseMark>,
    /// Items that are not closed, in all of it.
    pub open: u32,
    /// Items that are proven or closed.
    pub done: u32,
    /// What is open and done, and the boxes that no breaker is known of, in a sentence.
    pub says: String,
}

impl House {
    /// Of an audit as it was assessed.
    pub fn of(assessed: &Assessed) -> Self {
        let (panels, fed) = panels(assessed);
        let rooms: Vec<HouseRoom> = assessed
            .facts
            .rooms
            .iter()
            .map(|room| HouseRoom {
                id: room.room.id,
                name: room.room.name.clone(),
                itself: assessed
                    .of_room(room.room.id)
                    .map(|known| mark(Subject::Room(known.record.id), &known.record.name, known)),
                boxes: boxes(assessed, room.room.id, &fed),
            })
            .collect();
        let runs: Vec<HouseMark> =
            assessed.runs.iter().map(|known| mark(Subject::Run(known.record.id), &known.record.name, known)).collect();
        let marks = || {
            let of_rooms = rooms.iter().flat_map(|room| room.boxes.iter().chain(&room.itself));
            of_rooms.chain(panels.iter().map(|panel| &panel.mark)).chain(&runs)
        };
        let (open, done) = (marks().map(|mark| mark.open).sum(), marks().map(|mark| mark.done).sum());
        let unfed = rooms.iter().flat_map(|room| &room.boxes).filter(|mark| mark.fed_by.is_empty()).count();
        let unfed = match unfed {
            0 => String::new(),
            1 => " Of 1 box no breaker is known.".to_owned(),
            boxes => format!(" Of {boxes} boxes no breaker is known."),
        };
        let items = if open == 1 { "1 item is open" } else { &format!("{open} items are open") };
        let says = format!("{items}, {done} put right.{unfed}");
        Self { panels, rooms, runs, open, done, says }
    }
}

/// How many findings are open, and how many put right.
fn counts(findings: &[ItemView]) -> [u32; 2] {
    let counts = ItemCounts::of(findings);
    [counts.open().saturating_sub(counts.proven), counts.proven + counts.closed]
}

fn mark<Record, Judgement: Judged>(
    subject: Subject,
    name: &str,
    known: &AssessedSubject<Record, Judgement>,
) -> HouseMark {
    let [open, done] = counts(&known.findings);
    let (worst, dangerous) = (known.now().worst(), known.now().dangerous());
    HouseMark {
        subject,
        name: name.to_owned(),
        place: String::new(),
        worst,
        dangerous,
        open,
        done,
        put_right: open == 0 && done > 0,
        fed_by: Vec::new(),
    }
}

fn boxes(assessed: &Assessed, room: RoomId, fed: &HashMap<BoxId, Vec<usize>>) -> Vec<HouseMark> {
    let of_room = assessed.boxes.iter().filter(|known| known.room.id == room);
    let mark = |known: &super::AssessedBox| {
        let (record, answer) = (known.record, known.answer());
        let [open, done] = counts(&answer.findings);
        HouseMark {
            subject: Subject::Box(record.id),
            name: record.tag.clone(),
            place: record.place.clone(),
            worst: answer.overview.worst,
            dangerous: answer.overview.dangerous,
            open,
            done,
            put_right: open == 0 && done > 0,
            fed_by: fed.get(&record.id).cloned().unwrap_or_default(),
        }
    };
    of_room.map(mark).collect()
}

/// The panels with their breakers, and the breakers that feed each box themselves: those of a sub-panel, not the one ahead of it.
fn panels(assessed: &Assessed) -> (Vec<HousePanel>, HashMap<BoxId, Vec<usize>>) {
    let mut fed: HashMap<BoxId, Vec<usize>> = HashMap::new();
    let (mut panels, mut first) = (Vec::new(), 0);
    let several = assessed.panels.len() > 1;
    for known in &assessed.panels {
        let panel = known.record.name.as_str();
        let first_word = panel.split([' ', ',']).next().unwrap_or(panel);
        let mut breakers = Vec::new();
        for feeds in &known.found.feeds {
            let own = feeds.boxes.iter().filter(|fed| fed.through.is_none());
            for of in own.clone() {
                fed.entry(of.box_id).or_default().push(first + breakers.len());
            }
            let breaker = known.record.breaker(feeds.breaker);
            breakers.push(HouseBreaker {
                name: feeds.name.clone(),
                short: if several { format!("{first_word} {}", feeds.name) } else { feeds.name.clone() },
                called: format!("Breaker {} of {panel}", feeds.name),
                amperes: breaker.and_then(|breaker| breaker.amperes),
                directory: breaker.map_or_else(String::new, |breaker| breaker.directory.clone()),
                boxes: own.count(),
                feeds: feeds.sentence.clone(),
            });
        }
        let mark = mark(Subject::Panel(known.record.id), panel, known);
        let next = first + breakers.len();
        panels.push(HousePanel { mark, first, breakers });
        first = next;
    }
    (panels, fed)
}

#[cfg(test)]
mod tests {
    #![allow(clippy::expect_used, reason = "a test that cannot go on should stop")]

    use super::*;
    use crate::facts::Bundle;

    #[test]
    fn every_place_is_a_mark_and_the_counts_are_those_of_the_audit() {
        let text = include_str!("../../../../demo/guesthouse.nailpunch.json");
        let bundle: Bundle = serde_json::from_str(text).expect("the demo is a bundle");
        let facts = bundle.facts();
        let assessed = Assessed::of(&facts);
        let (house, counts) = (House::of(&assessed), assessed.counts());
        let boxes: usize = house.rooms.iter().map(|room| room.boxes.len()).sum();
        assert_eq!((boxes, house.rooms.len()), (counts.boxes as usize, counts.rooms as usize));
        assert_eq!((house.panels.len(), house.runs.len()), (counts.panels as usize, counts.runs as usize));
        let dangerous = house.rooms.iter().flat_map(|room| &room.boxes).filter(|mark| mark.dangerous).count();
        assert_eq!(dangerous, counts.dangerous as usize);
        let items = counts.items;
        assert_eq!((house.open, house.done), (items.open() - items.proven, items.proven + items.closed));
        assert!(
            house.done > 0
                && house.says.starts_with(&format!("{} items are open, {} put right.", house.open, house.done))
        );
        // What a breaker feeds and what feeds a box are the same, told from both sides.
        let breakers: Vec<&HouseBreaker> = house.panels.iter().flat_map(|panel| &panel.breakers).collect();
        let mut told = vec![0; breakers.len()];
        for place in house.rooms.iter().flat_map(|room| &room.boxes).flat_map(|mark| &mark.fed_by) {
            told[*place] += 1;
        }
        assert_eq!(told, breakers.iter().map(|breaker| breaker.boxes).collect::<Vec<_>>());
        assert!(told.iter().sum::<usize>() > 20);
        let [one, other] = [0, 1].map(|at| &house.panels[at]);
        assert_eq!(one.breakers[0].short, format!("main {}", one.breakers[0].name), "there are several panels");
        assert_eq!(one.breakers[0].called, format!("Breaker {} of {}", one.breakers[0].name, one.mark.name));
        assert!(other.breakers.iter().all(|breaker| breaker.short.starts_with("annexe ")));
        for panel in &house.panels {
            assert!(panel.first + panel.breakers.len() <= breakers.len());
            let names = panel.breakers.iter().map(|breaker| &breaker.name);
            assert!(names.eq(breakers[panel.first..].iter().take(panel.breakers.len()).map(|known| &known.name)));
        }
    }
}
