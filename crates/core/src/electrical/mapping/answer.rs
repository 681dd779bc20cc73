//! A panel with what its mapping says: the rounds, what each breaker feeds, and the directory that would be true.

use serde::Serialize;
use utoipa::ToSchema;

use super::decode::{Certainty, DecodedPoint, TickedPoint, decode};
use super::schedule::{MappedBreaker, Schedule, schedule};
use crate::facts::{BoxId, BoxRecord, DeviceKind, Half, Panel, Room};

/// One point of the walk with its answer.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct PointAnswer {
    /// The box, where it is one of the audit.
    pub box_id: Option<BoxId>,
    /// Which half.
    pub half: Option<Half>,
    /// The room, where it is known.
    pub room: String,
    /// What was found out.
    pub answer: DecodedPoint,
}

/// One line of the directory as it is and as it would be true.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct DirectoryLine {
    /// The breaker by its number within the panel.
    pub breaker: u16,
    /// As it is called.
    pub name: String,
    /// What the directory says now.
    pub says: String,
    /// What was found on it; empty when nothing was.
    pub proposed: String,
    /// What is proposed is another line than the one that stands there.
    pub differs: bool,
    /// What it says names at least a room or a point of what was found, or nothing was found to hold it against.
    pub agrees: bool,
    /// It took part, and nothing was found on it.
    pub feeds_nothing: bool,
}

/// A point of the audit that is not on the walk of the mapping yet.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct PointToAdd {
    /// The box.
    pub box_id: BoxId,
    /// Which half, where its receptacle has two.
    pub half: Option<Half>,
}

/// Every point of the audit that is not on the walk yet: the halves of a receptacle apart.
fn to_add(panel: &Panel, boxes: &[(&Room, &BoxRecord)]) -> Vec<PointToAdd> {
    let duplex = |record: &BoxRecord| {
        use DeviceKind::{DuplexReceptacle, GfciReceptacle, TwoSlotReceptacle};
        record.found.devices.iter().any(|d| matches!(d.kind, DuplexReceptacle | GfciReceptacle | TwoSlotReceptacle))
    };
    boxes
        .iter()
        .flat_map(|(_, record)| {
            let halves: &[Option<Half>] =
                if duplex(record) { &[Some(Half::Upper), Some(Half::Lower)] } else { &[None] };
            halves.iter().map(|half| PointToAdd { box_id: record.id, half: *half })
        })
        .filter(|point| {
            !panel.mapping.points.iter().any(|known| (known.box_id, known.half) == (Some(point.box_id), point.half))
        })
        .collect()
}

/// What follows from a panel.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct PanelAnswer {
    /// The rounds; absent until breakers are chosen.
    pub schedule: Option<Schedule>,
    /// Why there are none.
    pub refusal: Option<String>,
    /// One breaker after the other is as quick as these rounds.
    pub one_by_one: bool,
    /// How many rounds are noted at every point.
    pub rounds_done: usize,
    /// Each point with its answer.
    pub points: Vec<PointAnswer>,
    /// The directory, line by line.
    pub directory: Vec<DirectoryLine>,
    /// The breakers to switch off in one round more.
    pub extra_round: Vec<String>,
    /// The points of the audit that are not on the walk yet.
    pub to_add: Vec<PointToAdd>,
    /// What it comes to, in one plain sentence.
    pub sentence: String,
}

/// What follows from a panel and the boxes of its audit, each with its room.
pub fn panel_answer(panel: &Panel, boxes: &[(&Room, &BoxRecord)]) -> PanelAnswer {
    let mapping = &panel.mapping;
    let breakers: Vec<MappedBreaker> = mapping
        .breakers
        .iter()
        .filter_map(|id| panel.breaker(*id))
        .map(|breaker| MappedBreaker { name: breaker.name(), essential: breaker.essential_minutes.is_some() })
        .collect();
    let of_box = |id: Option<BoxId>| boxes.iter().find(|(_, record)| Some(record.id) == id);
    let ticked: Vec<TickedPoint> = mapping
        .points
        .iter()
        .map(|point| TickedPoint {
            name: match (of_box(point.box_id), point.half) {
                (Some((_, record)), Some(half)) => format!("{} {}", record.tag, half.name()),
                (Some((_, record)), None) => record.tag.clone(),
                (None, _) => point.name.clone(),
            },
            ticks: point.ticks.clone(),
        })
        .collect();
    let (plan, decoded) = match (schedule(&breakers, mapping.safety), decode(&breakers, mapping.safety, &ticked)) {
        (Ok(plan), Ok(decoded)) => (plan, decoded),
        (Err(error), _) | (_, Err(error)) => {
            return PanelAnswer {
                schedule: None,
                refusal: (!breakers.is_empty()).then(|| error.to_string()),
                one_by_one: false,
                rounds_done: 0,
                points: Vec::new(),
                directory: directory(panel, boxes, &[], &[]),
                extra_round: Vec::new(),
                to_add: to_add(panel, boxes),
                sentence: "Choose the breakers to map.".to_owned(),
            };
        }
    };
    let noted =
        |point: &TickedPoint| point.ticks.iter().take_while(|tick| **tick != crate::facts::Tick::Missing).count();
    let rounds_done = ticked.iter().map(noted).min().unwrap_or(0).min(plan.rounds.len());
    let is_done = rounds_done == plan.rounds.len();
    let points: Vec<PointAnswer> = mapping
        .points
        .iter()
        .zip(decoded.points)
        .map(|(point, answer)| PointAnswer {
            box_id: point.box_id,
            half: point.half,
            room: of_box(point.box_id).map_or_else(String::new, |(room, _)| room.name.clone()),
            answer,
        })
        .collect();
    let one_by_one = plan.rounds.len() >= plan.by_elimination;
    let feed_nothing = if is_done { decoded.feed_nothing } else { Vec::new() };
    let sentence = if is_done {
        let count = |wanted: Certainty| points.iter().filter(|point| point.answer.certainty == wanted).count();
        format!(
            "{} of {} points have their breaker; {} put right, {} in doubt, {} fed by none of these{}, {} breakers feed nothing \
             that was looked at.",
            count(Certainty::Clear) + count(Certainty::Corrected),
            points.len(),
            count(Certainty::Corrected),
            count(Certainty::Ambiguous) + count(Certainty::Unexplained),
            count(Certainty::FedByNone),
            match count(Certainty::DeadThroughout) {
                0 => String::new(),
                dead => format!(", {dead} dead in every round: read them with everything on"),
            },
            feed_nothing.len()
        )
    } else {
        let (rounds, trips) = (plan.rounds.len(), plan.by_elimination);
        let against = if !one_by_one {
            format!("{rounds} rounds in place of up to {trips} trips")
        } else {
            format!(
                "{rounds} rounds; one breaker after the other takes {trips} trips at most and is as quick: go by that"
            )
        };
        format!("{against}; {rounds_done} done, {} points on the walk.", points.len())
    };
    PanelAnswer {
        directory: directory(panel, boxes, if is_done { &points } else { &[] }, &feed_nothing),
        extra_round: if is_done { decoded.extra_round } else { Vec::new() },
        to_add: to_add(panel, boxes),
        schedule: Some(plan),
        refusal: None,
        one_by_one: one_by_one && !is_done,
        rounds_done,
        points,
        sentence,
    }
}

/// Both halves of a receptacle on one breaker are one name.
fn whole(names: &[String]) -> Vec<String> {
    let mut short: Vec<String> = Vec::new();
    for name in names {
        let of_half =
            Half::ALL.iter().find_map(|half| name.strip_suffix(half.name()).map(|tag| (tag.trim_end(), *half)));
        let other = |tag: &str, half: Half| {
            let other = if half == Half::Upper { Half::Lower } else { Half::Upper };
            names.contains(&format!("{tag} {}", other.name()))
        };
        match of_half {
            Some((tag, half)) if other(tag, half) => {
                if !short.iter().any(|known| known == tag) {
                    short.push(tag.to_owned());
                }
            }
            _ => short.push(name.clone()),
        }
    }
    short
}

/// What was found on a breaker in one room.
struct InRoom {
    room: String,
    /// The points by their places, "counter left", or by their names where none is noted.
    points: Vec<String>,
    /// What a line of the directory may call them by: places and tags.
    known_as: Vec<String>,
}

impl InRoom {
    /// A line names it: its room, or a point by its place or its tag.
    fn is_named(&self, says: &str) -> bool {
        let words: Vec<&str> = says.split(|c: char| !c.is_alphanumeric()).filter(|word| !word.is_empty()).collect();
        let named = |name: &String| {
            let name = name.to_lowercase();
            let mut own = name.split(|c: char| !c.is_alphanumeric()).filter(|word| !word.is_empty()).peekable();
            own.peek().is_some() && own.all(|word| words.contains(&word))
        };
        named(&self.room) || self.known_as.iter().any(named)
    }

    fn words(&self) -> String {
        let points = whole(&self.points).join(", ");
        if self.room.is_empty() { points } else { format!("{}: {points}", self.room) }
    }
}

/// What was found on a breaker, room by room.
fn by_room(points: &[PointAnswer], name: &str, boxes: &[(&Room, &BoxRecord)]) -> Vec<InRoom> {
    let mut rooms: Vec<InRoom> = Vec::new();
    for point in points.iter().filter(|point| point.answer.breakers == [name]) {
        let record = boxes.iter().find(|(_, record)| Some(record.id) == point.box_id).map(|(_, record)| record);
        let place = record.map(|record| record.place.trim()).filter(|place| !place.is_empty());
        let said = match (place, point.half) {
            (Some(place), Some(half)) => format!("{place} {}", half.name()),
            (Some(place), None) => place.to_owned(),
            (None, _) => point.answer.name.clone(),
        };
        let known_as = record.into_iter().flat_map(|record| [record.tag.clone(), record.place.clone()]);
        let known_as = known_as.chain([point.answer.name.clone()]);
        match rooms.iter_mut().find(|known| known.room == point.room) {
            Some(known) => {
                known.points.push(said);
                known.known_as.extend(known_as);
            }
            None => {
                rooms.push(InRoom { room: point.room.clone(), points: vec![said], known_as: known_as.collect() });
            }
        }
    }
    rooms
}

/// The directory, with what was found on each breaker by room. What a line says already, and what was found agrees with, stays
/// in its own words; what it leaves out is added.
fn directory(
    panel: &Panel,
    boxes: &[(&Room, &BoxRecord)],
    points: &[PointAnswer],
    feed_nothing: &[String],
) -> Vec<DirectoryLine> {
    let mut lines: Vec<DirectoryLine> = panel
        .breakers
        .iter()
        .map(|breaker| {
            let name = breaker.name();
            let rooms = by_room(points, &name, boxes);
            let says = breaker.directory.to_lowercase();
            let (named, missing): (Vec<&InRoom>, Vec<&InRoom>) = rooms.iter().partition(|room| room.is_named(&says));
            let missing = missing.iter().map(|room| room.words());
            let kept = (!named.is_empty()).then(|| breaker.directory.trim().to_owned());
            let proposed = kept.into_iter().chain(missing).collect::<Vec<_>>().join("; ");
            let feeds_nothing = feed_nothing.contains(&name);
            // That nothing was found on it says nothing of what was not walked: its line stays.
            let differs = !proposed.is_empty() && proposed != breaker.directory.trim();
            DirectoryLine {
                agrees: rooms.is_empty() || !named.is_empty(),
                breaker: breaker.id,
                name,
                says: breaker.directory.clone(),
                proposed,
                differs,
                feeds_nothing,
            }
        })
        .collect();
    lines.sort_by_key(|line| panel.breaker(line.breaker).map_or((0, 0), |breaker| (breaker.space, breaker.id)));
    lines
}

#[cfg(test)]
mod tests {
    use uuid::Uuid;

    use super::*;
    use crate::facts::{Breaker, MappedPoint, Mapping, PanelId, Safety, Tick};
    use crate::testing::{box_with_device, record_of};

    #[test]
    fn both_halves_on_one_breaker_are_one_name() {
        let names = ["K1 upper half", "K1 lower half", "K2 upper half", "hood"].map(str::to_owned);
        assert_eq!(whole(&names), ["K1", "K2 upper half", "hood"]);
    }

    #[test]
    fn the_directory_is_what_the_walk_found() {
        let (room, record) = record_of(box_with_device(DeviceKind::DuplexReceptacle));
        let breaker = |id: u16, directory: &str| Breaker {
            directory: directory.to_owned(),
            ..Breaker::new(id, u8::try_from(id).expect("few"))
        };
        let mut panel = Panel {
            breakers: vec![breaker(1, "stair"), breaker(2, "attic"), breaker(3, "")],
            mapping: Mapping { safety: Safety::Bare, breakers: vec![1, 2, 3], points: Vec::new() },
            ..Panel::new(PanelId(Uuid::nil()), "main", 12)
        };
        let begin = panel_answer(&panel, &[(&room, &record)]);
        assert_eq!(begin.schedule.as_ref().map(|plan| plan.rounds.len()), Some(3));
        assert_eq!(begin.to_add.len(), 2, "each half apart");
        let words = begin.schedule.expect("three breakers").words;
        let ticks = |word: &str| word.chars().map(|bit| if bit == '1' { Tick::Dead } else { Tick::Live }).collect();
        panel.mapping.points = vec![
            MappedPoint {
                box_id: Some(record.id),
                half: Some(Half::Upper),
                name: String::new(),
                ticks: ticks(&words[1]),
            },
            MappedPoint { box_id: None, half: None, name: "water heater".to_owned(), ticks: ticks(&words[2]) },
            MappedPoint { box_id: None, half: None, name: "bell".to_owned(), ticks: vec![Tick::Live; 3] },
        ];
        let answer = panel_answer(&panel, &[(&room, &record)]);
        let proposed: Vec<(&str, bool, bool)> =
            answer.directory.iter().map(|line| (line.proposed.as_str(), line.differs, line.feeds_nothing)).collect();
        assert_eq!(
            proposed,
            [("", false, true), ("kitchen: K1 upper half", true, false), ("water heater", true, false)]
        );
        // What stands there and is true stays in its own words; what is missing is added.
        let (record_placed, says) =
            (BoxRecord { place: "counter left".to_owned(), ..record.clone() }, ["stair", "Counter left, kitchen", ""]);
        for (breaker, says) in panel.breakers.iter_mut().zip(says) {
            breaker.directory = says.to_owned();
        }
        let line = |panel: &Panel| panel_answer(panel, &[(&room, &record_placed)]).directory[1].clone();
        let kept = line(&panel);
        assert_eq!((kept.proposed.as_str(), kept.differs, kept.agrees), ("Counter left, kitchen", false, true));
        panel.breakers[1].directory = "attic".to_owned();
        assert_eq!(line(&panel).proposed, "kitchen: counter left upper half");
        assert!(answer.sentence.contains("2 of 3 points have their breaker"), "{}", answer.sentence);
        panel.mapping.points[0].ticks.pop();
        assert!(panel_answer(&panel, &[]).sentence.contains("2 done"), "half done is said to be");
    }
}
