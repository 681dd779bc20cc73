//! The job: all boxes of an audit with what is done at each, what to bring and to cut, and the shut-downs in their days.

use std::collections::HashMap;

use serde::Serialize;
use utoipa::ToSchema;

use super::box_work::BoxWork;
use super::calendar::{Slot, first_free, pinned};
use super::cut_list::{CutList, PigtailDemand, cut_list};
use super::estimate::{Estimate, EstimateInput, estimate};
use super::materials::{MaterialNeed, materials};
use super::settings::{Scope, WorkSettings};
use super::shut_downs::{Limits, ShutDown, ShutDownProof, Task, shut_downs};
use crate::quantity::Length;
use crate::rules::rule;
use crate::survey::{Audit, BoxId, BoxRecord, Circuit, DeadTestMethods, Feed, Panel, PanelId, Room};
use crate::truth::dead_test::{dead_test_of_shut_down, hot_may_be_open};
use crate::truth::feeds::{EssentialLoad, feeds};
use crate::truth::mapping::panel_answer;
use crate::truth::retest;
use crate::truth::sampling::samples;

/// A breaker to switch off.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct JobBreaker {
    /// The panel.
    pub panel: PanelId,
    /// The breaker by its number within the panel.
    pub breaker: u16,
    /// As it is called, "7".
    pub name: String,
    /// What its panel is called.
    pub panel_name: String,
    /// What goes dark with it.
    pub dark: String,
    /// What on it must not be off for long.
    pub essential: Vec<EssentialLoad>,
}

/// A box of a job.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct JobBox {
    /// The box.
    pub box_id: BoxId,
    /// Its short name.
    pub tag: String,
    /// Where in the room.
    pub place: String,
    /// The room.
    pub room: String,
    /// What is done.
    pub work: BoxWork,
    /// Minutes for it, with reaching, opening and closing it.
    pub minutes: u32,
    /// The breakers that feed it, by their places in the breakers of the job.
    pub breakers: Vec<usize>,
    /// A hot may be open: only the main makes it safe.
    pub main_off: bool,
}

/// A shut-down of a job, with its sheet.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct JobShutDown {
    /// Its number, from 1, in the order of time.
    pub number: usize,
    /// When; absent where no time was found.
    pub slot: Option<Slot>,
    /// Why no time was found.
    pub no_time: Option<String>,
    /// It stays where it was put.
    pub pinned: bool,
    /// Something in it is a danger now.
    pub danger: bool,
    /// The main is off, and with it everything.
    pub main_off: bool,
    /// The breakers that are off, by their places in the breakers of the job; none when the main is off.
    pub breakers: Vec<usize>,
    /// Its boxes, from the feed outwards.
    pub boxes: Vec<BoxId>,
    /// Minutes, with switching off, proving dead, restoring and retesting.
    pub minutes: u32,
    /// The dead test, step by step.
    pub dead_test: Vec<String>,
    /// What is measured again at each box, and tested once the power is on.
    pub retest: Vec<String>,
}

/// Work that is in no shut-down, and why.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Unplaced {
    /// The box.
    pub box_id: BoxId,
    /// Its short name.
    pub tag: String,
    /// Why, and the least that would help.
    pub why: String,
}

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

/// A job.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Job {
    /// What each scope costs.
    pub scopes: Vec<ScopeCost>,
    /// The breakers of the job.
    pub breakers: Vec<JobBreaker>,
    /// The boxes with items in scope, in the order of the walk.
    pub boxes: Vec<JobBox>,
    /// What to bring.
    pub materials: Vec<MaterialNeed>,
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

/// What a job is made from.
#[derive(Debug, Clone, Copy)]
pub struct JobInput<'a> {
    /// The audit.
    pub audit: &'a Audit,
    /// Its boxes, each with its room.
    pub boxes: &'a [(&'a Room, &'a BoxRecord)],
    /// Its panels.
    pub panels: &'a [&'a Panel],
    /// Its circuits.
    pub circuits: &'a [&'a Circuit],
}

/// Plans a job. `work` answers what is done at a box within a scope: [`BoxWork::of`], or what is kept of it.
pub fn job(input: &JobInput, mut work: impl FnMut(&Room, &BoxRecord, Scope) -> BoxWork) -> Job {
    let settings = &input.audit.work;
    let (breakers, fed) = breakers(input);
    let mut scopes: Vec<ScopeCost> = Vec::new();
    let mut boxes: Vec<JobBox> = Vec::new();
    let mut most_items = 0;
    for scope in Scope::ALL {
        let works: Vec<(usize, BoxWork)> = input
            .boxes
            .iter()
            .enumerate()
            .map(|(at, (room, record))| (at, work(room, record, scope)))
            .filter(|(_, work)| !work.items.is_empty())
            .collect();
        let mut of_scope: Vec<JobBox> = works.into_iter().map(|(at, work)| job_box(input, at, work, &fed)).collect();
        once_a_circuit(&mut of_scope);
        most_items = of_scope.iter().map(|job_box| job_box.work.items.len()).sum();
        scopes.push(scope_cost(scope, &of_scope));
        if scope == settings.scope {
            boxes = of_scope;
        }
    }
    for cost in &mut scopes {
        cost.left_open = most_items - cost.items;
    }
    let needs = boxes.iter().flat_map(|known| {
        let lines = known.work.steps.iter().flat_map(|step| &step.materials);
        lines.map(|line| (known.tag.as_str(), line.what.as_str(), line.count))
    });
    let materials = materials(needs, &settings.stock);
    let cut_list = cut_list(&pigtails(&boxes), &settings.offcuts, input.audit.basis.units);
    let (mut shut_downs, proof, mut unplaced) = plan_shut_downs(input, &boxes, &breakers, settings);
    shut_downs.sort_by_key(|shut_down| (shut_down.slot.is_none(), shut_down.slot, !shut_down.danger));
    for (number, shut_down) in (1..).zip(&mut shut_downs) {
        shut_down.number = number;
    }
    unplaced.sort_by(|a, b| a.tag.cmp(&b.tag));
    let estimate = estimated(input, &boxes, &shut_downs, &materials);
    let sentence = said(&shut_downs, &unplaced, &estimate);
    Job { scopes, breakers, boxes, materials, cut_list, shut_downs, proof, unplaced, estimate, sentence }
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
        estimate.sentence
    )
}

/// The breakers of all panels, and those of each box.
fn breakers(input: &JobInput) -> (Vec<JobBreaker>, HashMap<BoxId, Vec<usize>>) {
    let answers: Vec<_> = input.panels.iter().map(|panel| panel_answer(panel, input.boxes)).collect();
    let fed = feeds(input.panels, &answers, input.circuits, input.boxes);
    let mut breakers = Vec::new();
    let mut of_box: HashMap<BoxId, Vec<usize>> = HashMap::new();
    for (panel, feeds) in input.panels.iter().zip(fed) {
        for feeds in feeds {
            for fed in feeds.boxes.iter().filter(|fed| fed.through.is_none()) {
                of_box.entry(fed.box_id).or_default().push(breakers.len());
            }
            breakers.push(JobBreaker {
                panel: panel.id,
                breaker: feeds.breaker,
                name: feeds.name,
                panel_name: panel.name.clone(),
                dark: feeds.sentence,
                essential: feeds.essential,
            });
        }
    }
    (breakers, of_box)
}

fn job_box(input: &JobInput, at: usize, work: BoxWork, fed: &HashMap<BoxId, Vec<usize>>) -> JobBox {
    let (room, record) = input.boxes[at];
    let opened = !work.steps.is_empty();
    JobBox {
        box_id: record.id,
        tag: record.tag.clone(),
        place: record.place.clone(),
        room: room.name.clone(),
        minutes: if opened { work.minutes() + u32::from(input.audit.work.per_box) } else { 0 },
        breakers: fed.get(&record.id).cloned().unwrap_or_default(),
        main_off: hot_may_be_open(&record.found),
        work,
    }
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
        let saved = before - known.work.minutes();
        known.minutes = if known.work.steps.is_empty() { 0 } else { known.minutes - saved };
    }
}

fn scope_cost(scope: Scope, boxes: &[JobBox]) -> ScopeCost {
    let worked = boxes.iter().filter(|known| !known.work.steps.is_empty());
    ScopeCost {
        scope,
        name: scope.name(),
        boxes: worked.clone().count(),
        repairs: worked.clone().map(|known| known.work.steps.len()).sum(),
        minutes: worked.clone().map(|known| known.work.minutes()).sum(),
        items: boxes.iter().map(|known| known.work.items.len()).sum(),
        left_open: 0,
        pieces: worked
            .flat_map(|known| &known.work.steps)
            .map(|step| {
                step.materials.iter().map(|line| line.count).sum::<u32>()
                    + u32::try_from(step.pigtails.len()).unwrap_or(0)
            })
            .sum(),
    }
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

/// Minutes of a day or a job as they are counted in a calendar.
fn short(minutes: u32) -> u16 {
    u16::try_from(minutes).unwrap_or(u16::MAX)
}

/// The shut-downs of a job in their days, how good they are, and what is in none.
fn plan_shut_downs(
    input: &JobInput,
    boxes: &[JobBox],
    breakers: &[JobBreaker],
    settings: &WorkSettings,
) -> (Vec<JobShutDown>, ShutDownProof, Vec<Unplaced>) {
    // The main is one breaker more, on which every essential load hangs.
    let main = breakers.len();
    let shortest = |loads: &[EssentialLoad]| loads.iter().map(|load| u32::from(load.minutes)).min();
    let mut of_breakers: Vec<Option<u32>> = breakers.iter().map(|breaker| shortest(&breaker.essential)).collect();
    of_breakers.push(of_breakers.iter().flatten().copied().min());
    let limits =
        Limits { longest: u32::from(settings.longest_off), setup: u32::from(settings.setup), breakers: of_breakers };
    let mut unplaced = Vec::new();
    let mut no_shut_down = |known: &JobBox, why: String| {
        unplaced.push(Unplaced { box_id: known.box_id, tag: known.tag.clone(), why });
    };
    let mut placed: Vec<&JobBox> = Vec::new();
    for known in boxes {
        if known.work.referred {
            no_shut_down(known, "referred to a licensed electrician: nothing is done here".to_owned());
        } else if known.work.steps.is_empty() {
        } else if known.breakers.is_empty() && !known.main_off {
            let why = "its breaker is not known: find it first (Panel), or put the box on its circuit (Trace)";
            no_shut_down(known, why.to_owned());
        } else {
            placed.push(known);
        }
    }
    let task = |known: &JobBox| Task {
        minutes: known.minutes,
        breakers: if known.main_off { vec![main] } else { sorted(&known.breakers) },
        danger: known.work.danger,
    };
    let pinned_boxes: Vec<BoxId> = settings.pins.iter().flat_map(|pin| pin.boxes.iter().copied()).collect();
    let (fixed, free): (Vec<&JobBox>, Vec<&JobBox>) =
        placed.iter().copied().partition(|known| pinned_boxes.contains(&known.box_id));
    let mut made: Vec<JobShutDown> = Vec::new();
    let mut taken: Vec<Slot> = Vec::new();
    for pin in &settings.pins {
        let own: Vec<&JobBox> = fixed.iter().copied().filter(|known| pin.boxes.contains(&known.box_id)).collect();
        if own.is_empty() {
            continue;
        }
        let tasks: Vec<Task> = own.iter().map(|known| task(known)).collect();
        let all: Vec<usize> = sorted(&tasks.iter().flat_map(|task| task.breakers.clone()).collect::<Vec<_>>());
        let shut_down = ShutDown {
            tasks: (0..own.len()).collect(),
            minutes: tasks.iter().map(|task| task.minutes).sum(),
            breakers: all,
        };
        let minutes = short(shut_down.minutes + limits.setup);
        let slot = pinned(minutes, pin.day, pin.from, &taken, settings);
        taken.extend(slot.as_ref().ok());
        made.push(sheet(input, &own, &shut_down, main, settings, slot.map_err(|error| error.to_string()), true));
    }
    let tasks: Vec<Task> = free.iter().map(|known| task(known)).collect();
    let solved = shut_downs(&tasks, &limits);
    for place in &solved.too_long {
        no_shut_down(free[*place], too_long(free[*place], breakers, &limits, main));
    }
    for shut_down in &solved.shut_downs {
        let slot = first_free(short(shut_down.minutes + limits.setup), &taken, settings);
        taken.extend(slot.as_ref().ok());
        made.push(sheet(input, &free, shut_down, main, settings, slot.map_err(|error| error.to_string()), false));
    }
    (made, solved.proof, unplaced)
}

/// Why a box fits into no shut-down, and the least that would help.
fn too_long(known: &JobBox, breakers: &[JobBreaker], limits: &Limits, main: usize) -> String {
    let need = known.minutes + limits.setup;
    let places: Vec<usize> = if known.main_off { vec![main] } else { known.breakers.clone() };
    let sensitive = places.iter().filter_map(|place| Some((limits.breakers[*place]?, *place))).min();
    match sensitive {
        Some((minutes, place)) if minutes < limits.longest => {
            let loads = breakers.get(place).map_or_else(
                || {
                    breakers
                        .iter()
                        .flat_map(|breaker| &breaker.essential)
                        .map(|load| load.what.clone())
                        .collect::<Vec<_>>()
                },
                |breaker| breaker.essential.iter().map(|load| load.what.clone()).collect(),
            );
            format!(
                "it takes {need} min, and {} may be off for {minutes} min: feed it otherwise meanwhile, or allow {} min more",
                loads.join(", "),
                need - minutes
            )
        }
        _ => format!(
            "it takes {need} min; allow shut-downs {} min longer than {}",
            need - limits.longest,
            limits.longest
        ),
    }
}

fn sorted(places: &[usize]) -> Vec<usize> {
    let mut places = places.to_vec();
    places.sort_unstable();
    places.dedup();
    places
}

/// The sheet of a shut-down: its boxes from the feed outwards, the dead test, the retest.
fn sheet(
    input: &JobInput,
    from: &[&JobBox],
    shut_down: &ShutDown,
    main: usize,
    settings: &WorkSettings,
    slot: Result<Slot, String>,
    pinned: bool,
) -> JobShutDown {
    let mut own: Vec<&JobBox> = shut_down.tasks.iter().map(|task| from[*task]).collect();
    let depth = |id: BoxId| {
        let on = input.circuits.iter().filter_map(|circuit| depth_on(circuit, id));
        on.min().unwrap_or(usize::MAX)
    };
    let walked = |id: BoxId| input.boxes.iter().position(|(_, record)| record.id == id);
    own.sort_by_key(|known| (depth(known.box_id), walked(known.box_id)));
    let record = |id: BoxId| input.boxes.iter().find(|(_, record)| record.id == id).map(|(_, record)| *record);
    let records: Vec<(&str, &crate::survey::BoxContents)> =
        own.iter().filter_map(|known| Some((known.tag.as_str(), &record(known.box_id)?.found))).collect();
    let methods: DeadTestMethods = input.audit.basis.house_rules.dead_test_methods;
    let dead_test = dead_test_of_shut_down(&records, methods, &[]);
    let mut retests = Vec::new();
    for known in &own {
        let again: Vec<&str> = known.work.items.iter().filter_map(|item| Some(rule(&item.rule)?.needs)).collect();
        if !again.is_empty() {
            retests.push(format!("{}, before it is closed: {}", known.tag, again.join("; ")));
        }
        if let Some(record) = record(known.box_id) {
            let points = retest(record.id, &record.tag, &record.found, None);
            retests.extend(points.into_iter().map(|point| format!("{}, power on: {}", point.tag, point.words)));
        }
    }
    let main_off = shut_down.breakers.contains(&main);
    let (slot, no_time) = match slot {
        Ok(slot) => (Some(slot), None),
        Err(why) => (None, Some(why)),
    };
    JobShutDown {
        number: 0,
        slot,
        no_time,
        pinned,
        danger: own.iter().any(|known| known.work.danger),
        main_off,
        breakers: if main_off { Vec::new() } else { shut_down.breakers.clone() },
        boxes: own.iter().map(|known| known.box_id).collect(),
        minutes: shut_down.minutes + u32::from(settings.setup),
        dead_test: dead_test.steps.iter().map(|step| step.words.clone()).collect(),
        retest: retests,
    }
}

/// How many boxes lie between the panel and a box on a circuit.
fn depth_on(circuit: &Circuit, id: BoxId) -> Option<usize> {
    let mut here = id;
    for depth in 0..=circuit.points.len() {
        match circuit.points.iter().find(|point| point.box_id == here)?.from {
            Feed::Box(from) => here = from,
            Feed::Panel | Feed::Unknown => return Some(depth),
        }
    }
    None
}

fn estimated(input: &JobInput, boxes: &[JobBox], shut_downs: &[JobShutDown], materials: &[MaterialNeed]) -> Estimate {
    let settings = &input.audit.work;
    let steps = boxes.iter().flat_map(|known| &known.work.steps);
    let samples = samples(&input.audit.basis, input.boxes);
    let closed = samples.iter().fold((0, 0.0, 0), |(low, expected, high), sample| {
        let estimate = &sample.estimate;
        (low + estimate.low, expected + estimate.expected, high + estimate.high)
    });
    let count = |count: usize| u32::try_from(count).unwrap_or(u32::MAX);
    estimate(&EstimateInput {
        repairs: steps.map(|step| (step.least_minutes, step.minutes)).collect(),
        boxes: count(boxes.iter().filter(|known| !known.work.steps.is_empty()).count()),
        per_box: u32::from(settings.per_box),
        shut_downs: count(shut_downs.len()),
        setup: u32::from(settings.setup),
        closed,
        hour_price: settings.hour_price,
        material_cost: materials.iter().filter_map(|line| line.cost).sum(),
        unpriced: materials.iter().filter(|line| line.cost.is_none()).count(),
        made_up: materials.iter().any(|line| line.made_up),
        currency: settings.currency.clone(),
    })
}
