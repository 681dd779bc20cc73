//! The job: all boxes of an audit with what is done at each, what to bring and to cut, and the shut-downs in their days.

use rayon::prelude::*;
use serde::Serialize;
use utoipa::ToSchema;

use super::cut_list::{CutList, PigtailDemand, cut_list};
use super::estimate::{Estimate, EstimateInput, estimate};
use super::input::{Feeds, JobBox, JobBreaker, JobPlace};
use super::materials::{MaterialNeed, materials};
use super::shut_downs::ShutDownProof;
use super::timetable::{JobShutDown, Unplaced, plan_shut_downs};
use crate::assess::sampling::samples;
use crate::assess::{Assessed, SubjectWork, WorkInScopes, holds, off_for_boxes};
use crate::electrical::proof_of_dead::hot_may_be_open;
use crate::facts::{PanelId, Scope, Subject, WorkSettings};
use crate::quantity::{Length, within_sentence};

/// What a scope costs and leaves open.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct ScopeCost {
    /// The scope.
    pub scope: Scope,
    /// In words.
    pub name: &'static str,
    /// Boxes worked on.
    pub boxes: usize,
    /// Repairs made.
    pub repairs: usize,
    /// Minutes of the repairs.
    pub minutes: u32,
    /// Items that it puts right or sends on.
    pub items: usize,
    /// Items that stay open beside them.
    pub left_open: usize,
    /// Pieces of material.
    pub pieces: u32,
}

/// What to bring on one day.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct DayNeeds {
    /// The day of the job, from 0.
    pub day: u16,
    /// What to bring; what is on the truck is counted for each day anew.
    pub materials: Vec<MaterialNeed>,
}

/// A job.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Job {
    /// What each scope costs.
    pub scopes: Vec<ScopeCost>,
    /// The breakers of the job.
    pub breakers: Vec<JobBreaker>,
    /// The boxes with items in scope, in the order of the walk.
    pub boxes: Vec<JobBox>,
    /// The panels with items in scope.
    pub places: Vec<JobPlace>,
    /// What to bring.
    pub materials: Vec<MaterialNeed>,
    /// What to bring on each day.
    pub days: Vec<DayNeeds>,
    /// What to cut.
    pub cut_list: CutList,
    /// The shut-downs, in the order of time.
    pub shut_downs: Vec<JobShutDown>,
    /// How good they are.
    pub proof: ShutDownProof,
    /// Work that is in none.
    pub unplaced: Vec<Unplaced>,
    /// How long it takes and what it costs.
    pub estimate: Estimate,
    /// In one plain sentence.
    pub sentence: String,
}

/// Plans a job. Boxes are planned on all cores.
pub fn job(assessed: &Assessed) -> Job {
    let settings = &assessed.facts.audit.work;
    let feeds = feeds(assessed);
    let mut scopes: Vec<ScopeCost> = Vec::new();
    let mut boxes: Vec<JobBox> = Vec::new();
    let mut most_items = 0;
    let mut works: Vec<WorkInScopes> = assessed.boxes.par_iter().map(|known| known.work().clone()).collect();
    let mut places: Vec<JobPlace> = Vec::new();
    for (place, scope) in Scope::ALL.into_iter().enumerate() {
        let mut of_scope: Vec<JobBox> = works
            .iter_mut()
            .enumerate()
            .filter(|(_, work)| !work[place].items.is_empty())
            .map(|(at, work)| job_box(assessed, at, std::mem::take(&mut work[place]), &feeds))
            .collect();
        once_a_circuit(&mut of_scope);
        let at_places = job_places(assessed, scope);
        let items = of_scope.iter().map(|known| &known.work).chain(at_places.iter().map(|known| &known.work));
        most_items = items.map(|work| work.items.len()).sum();
        scopes.push(scope_cost(scope, &of_scope, &at_places));
        if scope == settings.scope {
            (boxes, places) = (of_scope, at_places);
        }
    }
    for cost in &mut scopes {
        cost.left_open = most_items - cost.items;
    }
    let materials = needs(boxes.iter(), &places, settings);
    let cut_list = cut_list(&pigtails(&boxes), &settings.offcuts, assessed.facts.audit.basis.units);
    let (mut shut_downs, proof, mut unplaced) = plan_shut_downs(assessed, &boxes, &feeds, settings);
    shut_downs.sort_by_key(|shut_down| (shut_down.slot.is_none(), shut_down.slot, !shut_down.danger));
    for (number, shut_down) in (1..).zip(&mut shut_downs) {
        shut_down.number = number;
    }
    unplaced.sort_by(|a, b| a.tag.cmp(&b.tag));
    let days = days(&boxes, &shut_downs, settings);
    let estimate = estimated(assessed, &boxes, &places, &shut_downs, &materials);
    let sentence = said(&shut_downs, &unplaced, &estimate);
    let breakers = feeds.breakers;
    Job { scopes, breakers, boxes, places, materials, days, cut_list, shut_downs, proof, unplaced, estimate, sentence }
}

fn said(shut_downs: &[JobShutDown], unplaced: &[Unplaced], estimate: &Estimate) -> String {
    let count = |count: usize, what: &str| format!("{count} {what}{}", if count == 1 { "" } else { "s" });
    let boxes: usize = shut_downs.iter().map(|known| known.boxes.len()).sum();
    let days = shut_downs.iter().filter_map(|known| known.slot).map(|slot| slot.day + 1).max().unwrap_or(0);
    let none = if unplaced.is_empty() { String::new() } else { format!(", {} in none yet", unplaced.len()) };
    format!(
        "{} box{} in {} over {}{none}. All of it: {}",
        boxes,
        if boxes == 1 { "" } else { "es" },
        count(shut_downs.len(), "shut-down"),
        count(usize::from(days), "day"),
        within_sentence(&estimate.sentence)
    )
}

/// The breakers of all panels, and those that go off for each box.
fn feeds(assessed: &Assessed) -> Feeds {
    let mut feeds = Feeds { holds: holds(assessed), ..Feeds::default() };
    for known in &assessed.panels {
        feeds.breakers.extend(known.found.feeds.iter().map(|fed| JobBreaker {
            panel: known.record.id,
            breaker: fed.breaker,
            name: fed.name.clone(),
            panel_name: known.record.name.clone(),
            dark: fed.sentence.clone(),
            essential: fed.essential.clone(),
        }));
    }
    let place = |(panel, breaker): &(PanelId, u16)| {
        feeds.breakers.iter().position(|known| (known.panel, known.breaker) == (*panel, *breaker))
    };
    let off = off_for_boxes(&assessed.panels);
    feeds.of_box = off.iter().map(|(id, own)| (*id, own.iter().filter_map(place).collect())).collect();
    feeds
}

fn job_box(assessed: &Assessed, at: usize, work: SubjectWork, feeds: &Feeds) -> JobBox {
    let known = &assessed.boxes[at];
    let record = known.record;
    JobBox {
        box_id: record.id,
        tag: record.tag.clone(),
        place: record.place.clone(),
        room: known.room.name.clone(),
        minutes: work.minutes() + if work.opens() { u32::from(assessed.facts.audit.work.per_box) } else { 0 },
        breakers: feeds.of_box.get(&record.id).cloned().unwrap_or_default(),
        main_off: hot_may_be_open(&record.found),
        work,
    }
}

/// The panels, rooms and cable runs with something in scope.
fn job_places(assessed: &Assessed, scope: Scope) -> Vec<JobPlace> {
    let place = |subject, note, name: &str, work: &SubjectWork| {
        let work = work.within(scope);
        (!work.items.is_empty()).then(|| JobPlace {
            subject,
            note,
            name: name.to_owned(),
            minutes: work.minutes(),
            work,
        })
    };
    let panels = assessed.panels.iter().filter_map(|known| {
        place(Subject::Panel(known.record.id), "panel, by a qualified person", &known.record.name, &known.work)
    });
    let rooms = assessed.rooms.iter().filter_map(|known| {
        place(
            Subject::Room(known.record.id),
            "room, new wiring by a licensed electrician",
            &known.record.name,
            &known.work,
        )
    });
    let runs = assessed.runs.iter().filter_map(|known| {
        place(Subject::Run(known.record.id), "cable run, off at both ends", &known.record.name, &known.work)
    });
    panels.chain(rooms).chain(runs).collect()
}

/// What serves a whole circuit is done once: at the first box of its breaker that asks for it.
fn once_a_circuit(boxes: &mut [JobBox]) {
    let mut done: Vec<(Vec<usize>, &'static str)> = Vec::new();
    for known in boxes.iter_mut().filter(|known| !known.breakers.is_empty()) {
        let breakers = known.breakers.clone();
        let before = known.work.minutes();
        known.work.steps.retain(|step| {
            let again = step.for_circuit && done.contains(&(breakers.clone(), step.repair));
            if step.for_circuit && !again {
                done.push((breakers.clone(), step.repair));
            }
            !again
        });
        let kept = &known.work.steps;
        known.work.sequence.retain(|words| words.repair.is_none_or(|code| kept.iter().any(|step| step.repair == code)));
        let saved = before - known.work.minutes();
        if known.work.steps.is_empty() {
            known.work.sequence.clear();
        }
        known.minutes = if known.work.steps.is_empty() { 0 } else { known.minutes - saved };
    }
}

fn scope_cost(scope: Scope, boxes: &[JobBox], places: &[JobPlace]) -> ScopeCost {
    let works = || boxes.iter().map(|known| &known.work).chain(places.iter().map(|known| &known.work));
    let worked = works().filter(|work| !work.steps.is_empty());
    ScopeCost {
        scope,
        name: scope.name(),
        boxes: boxes.iter().filter(|known| !known.work.steps.is_empty()).count(),
        repairs: worked.clone().map(|work| work.steps.len()).sum(),
        minutes: worked.clone().map(SubjectWork::minutes).sum(),
        items: works().map(|work| work.items.len()).sum(),
        left_open: 0,
        pieces: worked
            .flat_map(|work| &work.steps)
            .map(|step| {
                step.materials.iter().map(|line| line.count).sum::<u32>()
                    + u32::try_from(step.pigtails.len()).unwrap_or(0)
            })
            .sum(),
    }
}

fn needs<'a>(
    boxes: impl Iterator<Item = &'a JobBox>,
    places: &'a [JobPlace],
    settings: &WorkSettings,
) -> Vec<MaterialNeed> {
    let works = boxes.map(|known| (known.tag.as_str(), &known.work));
    let works = works.chain(places.iter().map(|known| (known.name.as_str(), &known.work)));
    let lines = works.flat_map(|(name, work)| {
        let lines = work.steps.iter().flat_map(|step| &step.materials);
        lines.map(move |line| (name, line))
    });
    materials(lines, settings)
}

fn days(boxes: &[JobBox], shut_downs: &[JobShutDown], settings: &WorkSettings) -> Vec<DayNeeds> {
    let of_day = |shut_down: &JobShutDown| shut_down.slot.map(|slot| slot.day);
    let mut days: Vec<u16> = shut_downs.iter().filter_map(of_day).collect();
    days.dedup();
    let needs_of = |day: u16| {
        let on_it = |known: &&JobBox| {
            let own = shut_downs.iter().find(|shut_down| shut_down.boxes.contains(&known.box_id));
            own.and_then(of_day) == Some(day)
        };
        DayNeeds { day, materials: needs(boxes.iter().filter(on_it), &[], settings) }
    };
    days.into_iter().map(needs_of).collect()
}

fn pigtails(boxes: &[JobBox]) -> Vec<PigtailDemand> {
    let steps = boxes.iter().flat_map(|known| &known.work.steps);
    steps
        .flat_map(|step| &step.pigtails)
        .map(|pigtail| PigtailDemand {
            gauge: pigtail.gauge,
            colour: pigtail.colour,
            length: Length::from_nm(pigtail.length.nm).unwrap_or(Length::ZERO),
            count: 1,
        })
        .collect()
}

/// What an estimate of these boxes and places leaves out.
fn left_out(boxes: &[JobBox], places: &[JobPlace]) -> Vec<String> {
    let works = || boxes.iter().map(|known| &known.work).chain(places.iter().map(|known| &known.work));
    let referred = works().filter(|work| work.referred).count();
    let open = works().filter(|work| !work.referred && !work.cannot.is_empty()).count();
    let counted = |count: usize, one: &str, many: &str| match count {
        0 => None,
        1 => Some(format!("1 {one}")),
        count => Some(format!("{count} {many}")),
    };
    let known = [
        counted(referred, "place referred to a licensed electrician", "places referred to a licensed electrician"),
        counted(open, "place where something is left open", "places where something is left open"),
    ];
    let always = "the way there, permits and finishes made good";
    known.into_iter().flatten().chain([always.to_owned()]).collect()
}

fn estimated(
    assessed: &Assessed,
    boxes: &[JobBox],
    places: &[JobPlace],
    shut_downs: &[JobShutDown],
    materials: &[MaterialNeed],
) -> Estimate {
    let settings = &assessed.facts.audit.work;
    let works = boxes.iter().map(|known| &known.work).chain(places.iter().map(|known| &known.work));
    let steps = works.flat_map(|work| &work.steps);
    let samples = samples(assessed);
    let closed = samples.iter().fold((0, 0.0, 0), |(low, expected, high), sample| {
        let estimate = &sample.estimate;
        (low + estimate.low, expected + estimate.expected, high + estimate.high)
    });
    let count = |count: usize| u32::try_from(count).unwrap_or(u32::MAX);
    let off = shut_downs.iter().map(|known| count(known.breakers.len()) + u32::from(known.main_off)).sum();
    estimate(&EstimateInput {
        repairs: steps.map(|step| (step.least_minutes, step.minutes)).collect(),
        boxes: count(boxes.iter().filter(|known| known.work.opens()).count()),
        per_box: u32::from(settings.per_box),
        shut_downs: [count(shut_downs.len()), off],
        setup: [u32::from(settings.setup), u32::from(settings.per_breaker)],
        closed,
        hour_price: settings.hour_price,
        material_cost: materials.iter().filter_map(|line| line.cost).sum(),
        unpriced: materials.iter().filter(|line| line.cost.is_none()).count(),
        made_up: materials.iter().any(|line| line.made_up),
        currency: settings.currency.clone(),
        left_out: left_out(boxes, places),
    })
}

#[cfg(test)]
mod tests {
    #![allow(clippy::expect_used, reason = "a test that cannot go on should stop")]

    use uuid::Uuid;

    use super::*;
    use crate::facts::{
        AuditFacts, Blocked, BoxId, BoxRecord, Breaker, Circuit, CircuitId, CircuitPoint, Feed, Observation, Panel,
        Pin, TracedFault,
    };
    use crate::testing::{audit_of, box_with, conductor, record_of};

    struct House {
        facts: AuditFacts,
    }

    impl House {
        /// Boxes K1, K2, … each with a short conductor, on breakers 1, 2, 1, 2, ….
        fn of(boxes: u32) -> Self {
            let contents = || box_with(Some(Length::inches(2)), vec![conductor(Some(44), Some(12))]);
            let mut facts = audit_of(record_of(contents()).1);
            let record = |number: u32| {
                let id = BoxId(Uuid::from_u128(u128::from(number)));
                BoxRecord { id, tag: format!("K{number}"), ..record_of(contents()).1 }
            };
            facts.rooms[0].boxes = (1..=boxes).map(record).collect();
            let on = |breaker: usize| Circuit {
                id: CircuitId(Uuid::from_u128(breaker as u128)),
                name: format!("circuit {breaker}"),
                panel: None,
                breaker: breaker.to_string(),
                points: facts.rooms[0]
                    .boxes
                    .iter()
                    .enumerate()
                    .filter(|(at, _)| at % 2 + 1 == breaker)
                    .map(|(_, record)| CircuitPoint { box_id: record.id, from: Feed::Panel, cable: None })
                    .collect(),
                tracing: TracedFault::default(),
                events: Vec::new(),
                dead_test: Vec::new(),
            };
            facts.circuits = vec![on(1), on(2)];
            let fed = |id, directory: &str| Breaker {
                directory: directory.to_owned(),
                ..Breaker::new(id, u8::try_from(id).expect("small"))
            };
            let breakers = vec![fed(1, "kitchen"), fed(2, "hall")];
            facts.panels = vec![Panel { breakers, ..Panel::new(PanelId(Uuid::from_u128(99)), "main", 12) }];
            Self { facts }
        }

        fn job(&self) -> Job {
            // Of the panel nothing is recorded but its breakers: what it lacks is no work here.
            let mut job = job(&Assessed::of(&self.facts));
            job.places.clear();
            job
        }
    }

    #[test]
    fn an_estimate_says_what_it_leaves_out() {
        let mut house = House::of(2);
        assert_eq!(house.job().estimate.left_out.len(), 1, "what never is in it");
        house.facts.rooms[0].boxes[0].found.observe(Observation::KnobAndTube, true);
        let left_out = house.job().estimate.left_out;
        assert!(left_out[0].starts_with("1 place referred"), "{left_out:?}");
        assert!(left_out.last().is_some_and(|known| known.contains("permits")), "{left_out:?}");
    }

    #[test]
    fn what_shares_a_neutral_goes_off_with_it() {
        // NEC 210.4(B), 300.13(B), from memory: a shared neutral is live by the other circuit once it is opened.
        let mut house = House::of(4);
        let alone = house.job();
        assert!(alone.boxes.iter().all(|known| known.breakers.len() == 1));
        house.facts.panels[0].breakers[0].shares_neutral_with = Some(2);
        let shared = house.job();
        assert!(shared.boxes.iter().all(|known| known.breakers.len() == 2), "{:?}", shared.boxes[0].breakers);
        let said = &shared.shut_downs[0].dead_test[0];
        assert!(said.contains("breaker 1 and breaker 2") || said.contains("breaker 2 and breaker 1"), "{said}");
    }

    #[test]
    fn boxes_on_two_breakers_are_one_shut_down_when_nothing_is_essential() {
        let job = House::of(4).job();
        assert_eq!(job.shut_downs.len(), 1);
        let only = &job.shut_downs[0];
        assert_eq!((only.boxes.len(), only.breakers.len(), only.slot.map(|slot| slot.from)), (4, 2, Some(480)));
        assert!(only.retest[1].contains("before it is closed") && !only.dead_test.is_empty());
        assert_eq!(job.days[0].materials, job.materials, "all of it is on the first day");
        let costs: Vec<(usize, usize)> = job.scopes.iter().map(|cost| (cost.boxes, cost.left_open)).collect();
        assert_eq!(costs, [(0, 8), (4, 0), (4, 0)], "short conductors are no danger now");
    }

    #[test]
    fn an_essential_load_that_forbids_it_names_the_least_that_would_help() {
        let mut house = House::of(2);
        house.facts.panels[0].breakers[0].essential_minutes = Some(30);
        house.facts.panels[0].breakers[0].directory = "oxygen".to_owned();
        let job = house.job();
        assert_eq!((job.shut_downs.len(), job.unplaced.len()), (1, 1));
        let minutes = job.boxes[0].minutes + 20;
        let wanted = format!(
            "it takes {minutes} min, and oxygen may be off for 30 min: feed it otherwise meanwhile, or allow {} min more",
            minutes - 30
        );
        assert_eq!((job.unplaced[0].tag.as_str(), job.unplaced[0].why.as_str()), ("K1", wanted.as_str()));
    }

    #[test]
    fn what_is_in_no_shut_down_says_why() {
        let mut house = House::of(3);
        house.facts.circuits.pop();
        house.facts.rooms[0].boxes[2].found.observe(Observation::KnobAndTube, true);
        let job = house.job();
        let why: Vec<(&str, &str)> = job.unplaced.iter().map(|one| (one.tag.as_str(), &one.why[..11])).collect();
        assert_eq!(why, [("K2", "its breaker"), ("K3", "referred to")]);
    }

    #[test]
    fn a_pin_stays_and_the_rest_goes_round_it() {
        let mut house = House::of(4);
        let first = house.facts.rooms[0].boxes[0].id;
        house.facts.audit.work.pins = vec![Pin { boxes: vec![first], day: 0, from: 480 }];
        house.facts.audit.work.blocked = vec![Blocked { day: 0, from: 530, to: 1_020, why: "guests".to_owned() }];
        let job = house.job();
        assert_eq!(job.shut_downs.len(), 2);
        let pinned = job.shut_downs.iter().find(|one| one.pinned).expect("pinned");
        assert_eq!(
            (pinned.boxes.as_slice(), pinned.slot.map(|slot| (slot.day, slot.from))),
            (&[first][..], Some((0, 480)))
        );
        let rest = job.shut_downs.iter().find(|one| !one.pinned).expect("the rest");
        assert_eq!(rest.slot.map(|slot| slot.day), Some(1), "no room beside it on the first day");
        house.facts.audit.work.pins[0].from = 600;
        let job = house.job();
        let pinned = job.shut_downs.iter().find(|one| one.pinned).expect("pinned");
        assert_eq!(
            pinned.no_time.as_deref(),
            Some("it was put into a blocked time (guests); move it, or free that time")
        );
    }

    #[test]
    fn a_job_longer_than_any_day_says_by_how_much() {
        let mut house = House::of(1);
        house.facts.audit.work.day_to = house.facts.audit.work.day_from + 10;
        let job = house.job();
        let why = job.shut_downs[0].no_time.as_deref().expect("no room");
        assert!(why.contains("no free time of any day is longer than 10 min: lengthen the day by"), "{why}");
    }
}
