//! The shut-downs of a job put into its days, each with its sheet: what is off, the boxes from the feed outwards, the dead test,
//! the retest; and what is in none, with the least that would help.

use serde::Serialize;
use utoipa::ToSchema;

use super::calendar::{Slot, first_free, pinned};
use super::input::{Feeds, JobBox, JobBreaker};
use super::shut_downs::{Limits, ShutDown, ShutDownProof, Task, shut_downs};
use crate::assess::{Assessed, Hold};
use crate::electrical::feeds::EssentialLoad;
use crate::electrical::proof_of_dead::{BoxToTest, SwitchedOff, dead_test_of_shut_down};
use crate::electrical::retest;
use crate::facts::{BoxId, Circuit, DeadTestMethods, Feed, WorkSettings};
use crate::rules::rule;

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
    /// The boxes with hands in them for which what it switches off stays off: until they are out, nothing goes on.
    pub held: Vec<Hold>,
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

/// Minutes of a day or a job as they are counted in a calendar.
fn short(minutes: u32) -> u16 {
    u16::try_from(minutes).unwrap_or(u16::MAX)
}

/// The shut-downs of a job in their days, how good they are, and what is in none.
pub(super) fn plan_shut_downs(
    assessed: &Assessed,
    boxes: &[JobBox],
    feeds: &Feeds,
    settings: &WorkSettings,
) -> (Vec<JobShutDown>, ShutDownProof, Vec<Unplaced>) {
    let breakers = &feeds.breakers;
    // The main is one breaker more, on which every essential load hangs.
    let main = breakers.len();
    let shortest = |loads: &[EssentialLoad]| loads.iter().map(|load| u32::from(load.minutes)).min();
    let mut of_breakers: Vec<Option<u32>> = breakers.iter().map(|breaker| shortest(&breaker.essential)).collect();
    of_breakers.push(of_breakers.iter().flatten().copied().min());
    let loads = |breaker: &JobBreaker| u32::try_from(breaker.essential.len()).unwrap_or(u32::MAX);
    let essential: Vec<u32> = breakers.iter().map(loads).collect();
    let all = essential.iter().sum();
    let limits = Limits {
        longest: u32::from(settings.longest_off),
        setup: u32::from(settings.setup),
        per_breaker: u32::from(settings.per_breaker),
        breakers: of_breakers,
        essential: essential.into_iter().chain([all]).collect(),
        main: Some(main),
    };
    let mut unplaced = Vec::new();
    let mut no_shut_down = |known: &JobBox, why: String| {
        unplaced.push(Unplaced { box_id: known.box_id, tag: known.tag.clone(), why });
    };
    let mut placed: Vec<&JobBox> = Vec::new();
    for known in boxes.iter().filter(|known| known.work.referred || !known.work.steps.is_empty()) {
        if known.work.referred {
            no_shut_down(known, "referred to a licensed electrician: nothing is done here".to_owned());
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
        let shut_down = ShutDown::of(0..own.len(), &tasks, &limits);
        let minutes = short(limits.lasts(&shut_down));
        let slot = pinned(minutes, pin.day, pin.from, &taken, settings);
        taken.extend(slot.as_ref().ok());
        made.push(sheet(assessed, &own, &shut_down, feeds, &limits, slot.map_err(|error| error.to_string()), true));
    }
    let tasks: Vec<Task> = free.iter().map(|known| task(known)).collect();
    let solved = shut_downs(&tasks, &limits);
    for place in &solved.too_long {
        no_shut_down(free[*place], too_long(free[*place], breakers, &limits, main));
    }
    for shut_down in &solved.shut_downs {
        let slot = first_free(short(limits.lasts(shut_down)), &taken, settings);
        taken.extend(slot.as_ref().ok());
        made.push(sheet(assessed, &free, shut_down, feeds, &limits, slot.map_err(|error| error.to_string()), false));
    }
    (made, solved.proof, unplaced)
}

/// Why a box fits into no shut-down, and the least that would help.
fn too_long(known: &JobBox, breakers: &[JobBreaker], limits: &Limits, main: usize) -> String {
    let places: Vec<usize> = if known.main_off { vec![main] } else { known.breakers.clone() };
    let need = known.minutes + limits.setup_of(&places);
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
    assessed: &Assessed,
    from: &[&JobBox],
    shut_down: &ShutDown,
    feeds: &Feeds,
    limits: &Limits,
    slot: Result<Slot, String>,
    pinned: bool,
) -> JobShutDown {
    let mut own: Vec<&JobBox> = shut_down.tasks.iter().map(|task| from[*task]).collect();
    let depth = |id: BoxId| {
        let on = assessed.facts.circuits.iter().filter_map(|circuit| depth_on(circuit, id));
        on.min().unwrap_or(usize::MAX)
    };
    let walked = |id: BoxId| assessed.boxes.iter().position(|known| known.record.id == id);
    own.sort_by_key(|known| (depth(known.box_id), walked(known.box_id)));
    let record = |id: BoxId| assessed.of_box(id).map(|known| known.record);
    let main_off = shut_down.breakers.contains(&feeds.breakers.len());
    let to_test: Vec<BoxToTest> = own
        .iter()
        .filter_map(|known| {
            let off = if main_off { String::new() } else { feeds.named(&known.breakers) };
            Some(BoxToTest { tag: &known.tag, off, contents: &record(known.box_id)?.found })
        })
        .collect();
    let supply = SwitchedOff {
        off: feeds.named(&shut_down.breakers),
        main_off,
        live_point: feeds.live_point(assessed, &shut_down.breakers),
    };
    let methods: DeadTestMethods = assessed.facts.audit.basis.house_rules.dead_test_methods;
    let dead_test = dead_test_of_shut_down(&to_test, methods, &supply, &[]);
    let mut retests = vec!["Before anything is switched on: ask aloud at each box whether hands are out.".to_owned()];
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
        held: feeds.held(&shut_down.breakers),
        boxes: own.iter().map(|known| known.box_id).collect(),
        minutes: limits.lasts(shut_down),
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
