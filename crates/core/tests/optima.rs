//! Cut lists, shut-downs and the outlets of rooms against the optima of an independent solver.
//!
//! # Source
//! Google OR-tools 9.15, CP-SAT and, over all groups of boxes, SCIP, by `tests/optima/make.py`; every stored instance was
//! solved to proven optimality.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

use nailpunch_core::facts::{
    Basis, Colour, Corner, Offcut, Outlet, OutletKind, OutletPlace, Room, RoomId, Sketch, Wall, WallPart, WallPartKind,
};
use nailpunch_core::job::shut_downs::{Limits, ShutDown, Task, shut_downs};
use nailpunch_core::job::{GaugeCuts, PigtailDemand, cut_list};
use nailpunch_core::quantity::{Gauge, Length, UnitSystem};
use nailpunch_core::repair::missing_outlets;
use nailpunch_core::rules::{Beyond, RoomSituation, judge_room};
use nailpunch_core::standard::RoomKind;
use serde::Deserialize;

#[derive(Deserialize)]
struct CutInstance {
    demands: Vec<(Colour, u32)>,
    offcuts: Vec<(u8, u32)>,
    new: u32,
    opened: u32,
}

#[derive(Deserialize)]
struct JobInstance {
    tasks: Vec<(u32, Vec<usize>)>,
    limits: Vec<Option<u32>>,
    fewest: usize,
    breakers: usize,
}

fn eighths(count: u32) -> Length {
    Length::sixteenths(count * 2)
}

fn instances(text: &str) -> Vec<CutInstance> {
    serde_json::from_str(text).unwrap()
}

/// What the cut list makes of an instance.
fn cuts_of(instance: &CutInstance) -> GaugeCuts {
    let demands: Vec<PigtailDemand> = instance
        .demands
        .iter()
        .map(|(colour, length)| PigtailDemand {
            gauge: Gauge::Awg12,
            colour: *colour,
            length: eighths(*length),
            count: 1,
        })
        .collect();
    let offcut = |(id, (conductors, length)): (u16, &(u8, u32))| Offcut {
        id,
        gauge: Gauge::Awg12,
        conductors: *conductors,
        length: eighths(*length),
    };
    let offcuts: Vec<Offcut> = (1..).zip(&instance.offcuts).map(offcut).collect();
    cut_list(&demands, &offcuts, UnitSystem::Inch).gauges.remove(0)
}

#[test]
fn long_cut_lists_are_proven_or_say_how_far_they_may_be_off() {
    // Up to 150 pigtails and 20 offcuts.
    let instances = instances(include_str!("optima/cut_lists_large.json"));
    assert!(instances.len() >= 40);
    let mut proven = 0;
    for (number, instance) in instances.iter().enumerate() {
        let cuts = cuts_of(instance);
        let best = (eighths(instance.new).nm(), eighths(instance.opened).nm());
        let made = (cuts.new_cable.nm, cuts.opened.nm);
        assert!(made >= best, "instance {number} beats the optimum: {}", cuts.sentence);
        let bounded = cuts.least_new.nm <= best.0 && (made.0 > best.0 || cuts.least_opened.nm <= best.1);
        assert!(bounded, "instance {number} proves too much: {}", cuts.sentence);
        if cuts.proven {
            assert_eq!(made, best, "instance {number}");
            proven += 1;
        }
    }
    assert!(proven * 100 >= instances.len() * 95, "{proven} of {} proven", instances.len());
}

/// New cable and offcuts opened when each pigtail, the longest first, is cut where it leaves the least.
fn best_fit(instance: &CutInstance) -> (u32, u32) {
    let mut demands = instance.demands.clone();
    demands.sort_by_key(|(_, length)| std::cmp::Reverse(*length));
    let mut used = vec![false; instance.offcuts.len()];
    let mut new = 0;
    for colour in [Colour::Black, Colour::White, Colour::Bare, Colour::Red] {
        let gives = |conductors: u8| colour != Colour::Red || conductors == 3;
        let mut free: Vec<u32> = instance.offcuts.iter().map(|(c, l)| if gives(*c) { *l } else { 0 }).collect();
        let mut left = 0;
        for (_, length) in demands.iter().filter(|(known, _)| *known == colour) {
            match (0..free.len()).filter(|at| free[*at] >= *length).min_by_key(|at| free[*at]) {
                Some(at) => (free[at], used[at]) = (free[at] - length, true),
                None => left += length,
            }
        }
        new = new.max(left);
    }
    (new, instance.offcuts.iter().zip(&used).filter(|(_, used)| **used).map(|((_, length), _)| length).sum())
}

#[test]
fn the_longest_cut_lists_are_near_their_bound_and_no_worse_than_best_fit() {
    let mut state = 7_u64;
    let mut below = |count: u64| {
        state = state.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
        u32::try_from((state >> 33) % count).unwrap()
    };
    for (pigtails, offcuts) in [(250, 30), (400, 60), (600, 40), (600, 200)] {
        let colours = [Colour::Black, Colour::White, Colour::Bare];
        let instance = CutInstance {
            demands: (0..pigtails).map(|_| (colours[below(3) as usize], 2 * (12 + below(25)))).collect(),
            offcuts: (0..offcuts).map(|_| (2, 40 + below(160))).collect(),
            new: 0,
            opened: 0,
        };
        let cuts = cuts_of(&instance);
        let (new, opened) = best_fit(&instance);
        let made = (cuts.new_cable.nm, cuts.opened.nm);
        assert!(made <= (eighths(new).nm(), eighths(opened).nm()), "{pigtails} of {offcuts}: {}", cuts.sentence);
        let near = |made: i64, least: i64| made * 100 <= least * 103;
        let said = &cuts.sentence;
        assert!(near(cuts.new_cable.nm, cuts.least_new.nm), "{pigtails} of {offcuts}: {said}");
        assert!(near(cuts.opened.nm, cuts.least_opened.nm), "{pigtails} of {offcuts}: {said}");
    }
}

#[test]
fn cut_lists_are_as_good_as_the_solver_s() {
    let instances = instances(include_str!("optima/cut_lists.json"));
    assert!(instances.len() >= 20);
    for (number, instance) in instances.iter().enumerate() {
        let cuts = cuts_of(instance);
        assert!(cuts.proven, "instance {number}: {}", cuts.sentence);
        let found = (cuts.new_cable.nm, cuts.opened.nm);
        assert_eq!(found, (eighths(instance.new).nm(), eighths(instance.opened).nm()), "instance {number}");
    }
}

#[test]
fn shut_downs_are_as_few_as_the_solver_s() {
    let instances: Vec<JobInstance> = serde_json::from_str(include_str!("optima/shut_downs.json")).unwrap();
    assert!(instances.len() >= 20);
    for (number, instance) in instances.iter().enumerate() {
        let task = |(minutes, breakers): &(u32, Vec<usize>)| Task {
            minutes: *minutes,
            breakers: breakers.clone(),
            danger: false,
        };
        let tasks: Vec<Task> = instance.tasks.iter().map(task).collect();
        let limits = Limits { longest: 240, setup: 20, breakers: instance.limits.clone(), ..Limits::default() };
        let found = shut_downs(&tasks, &limits);
        let off: usize = found.shut_downs.iter().map(|shut_down| shut_down.breakers.len()).sum();
        assert!(found.proof.proven && found.too_long.is_empty(), "instance {number}");
        assert_eq!((found.shut_downs.len(), off), (instance.fewest, instance.breakers), "instance {number}");
    }
}

#[derive(Deserialize)]
struct StagedInstance {
    tasks: Vec<(u32, Vec<usize>)>,
    longest: u32,
    setup: u32,
    per_breaker: u32,
    limits: Vec<Option<u32>>,
    essential: Vec<u32>,
    /// Shut-downs, breakers off in all of them, minutes without essential loads.
    best: [usize; 3],
}

#[test]
fn shut_downs_of_up_to_thirty_boxes_are_the_best_and_nearly_all_proven() {
    let instances: Vec<StagedInstance> = serde_json::from_str(include_str!("optima/shut_downs_large.json")).unwrap();
    let count = instances.len();
    assert!(count >= 40);
    let mut proven = 0;
    for (number, instance) in instances.into_iter().enumerate() {
        let StagedInstance { tasks, longest, setup, per_breaker, limits, essential, best } = instance;
        let task = |(minutes, breakers): (u32, Vec<usize>)| Task { minutes, breakers, danger: false };
        let tasks: Vec<Task> = tasks.into_iter().map(task).collect();
        let limits = Limits { longest, setup, per_breaker, breakers: limits, essential, main: None };
        let found = shut_downs(&tasks, &limits);
        let lasts = |known: &ShutDown| known.minutes + setup + per_breaker * known.breakers.len() as u32;
        let loads = |known: &ShutDown| known.breakers.iter().map(|at| limits.essential[*at]).sum::<u32>();
        let off = found.shut_downs.iter().map(|known| known.breakers.len()).sum();
        let without = found.shut_downs.iter().map(|known| loads(known) * lasts(known)).sum::<u32>() as usize;
        let sentence = &found.proof.sentence;
        proven += usize::from(found.proof.proven);
        assert!(found.proof.least_without <= best[2], "instance {number} proves too much: {sentence}");
        assert_eq!([found.shut_downs.len(), off, without], best, "instance {number}: {sentence}");
        let fits = |known: &&ShutDown| {
            known.breakers.iter().all(|at| limits.breakers[*at].is_none_or(|most| lasts(known) <= most))
        };
        assert_eq!(found.shut_downs.iter().filter(fits).count(), best[0], "instance {number}");
    }
    assert!(proven * 100 >= count * 95, "{proven} of {count} proven");
}

/// What stands along a wall, from where, how wide.
type Along = (WallPartKind, u32, u32);

#[derive(Deserialize)]
struct RoomInstance {
    kind: RoomKind,
    walls: Vec<(u32, Corner, Vec<Along>)>,
    outlets: Vec<(u16, u32)>,
    fewest: Fewest,
}

/// The fewest outlets more; absent where no place serves.
#[derive(Deserialize)]
struct Fewest {
    wall: Option<usize>,
    counter: Option<usize>,
}

fn sketch_of(instance: &RoomInstance) -> Sketch {
    let part = |(what, from, width): &Along| WallPart {
        what: *what,
        from: Length::inches(*from),
        width: Length::inches(*width),
        depth: None,
        behind: None,
    };
    let walls = (1..).zip(&instance.walls).map(|(id, (length, corner, parts))| Wall {
        id,
        name: String::new(),
        length: Some(Length::inches(*length)),
        corner: *corner,
        parts: parts.iter().map(part).collect(),
    });
    let outlets = (1..).zip(&instance.outlets).map(|(id, (wall, at))| Outlet {
        id,
        box_id: None,
        kind: OutletKind::Receptacle,
        place: OutletPlace::Wall { wall: wall + 1, at: Length::inches(*at) },
        height: None,
    });
    Sketch { kind: Some(instance.kind), walls: walls.collect(), outlets: outlets.collect(), ..Sketch::default() }
}

/// NEC 210.52(A) and (C), over rooms of every shape: Google OR-tools 9.15, SCIP, by `tests/optima/make_rooms.py`.
#[test]
fn the_outlets_of_a_room_are_as_few_as_the_solver_s() {
    let rooms: Vec<RoomInstance> = serde_json::from_str(include_str!("optima/rooms.json")).unwrap();
    assert!(rooms.len() >= 60);
    let basis = Basis::default();
    for (number, instance) in rooms.iter().enumerate() {
        let room = Room { sketch: sketch_of(instance), ..Room::new(RoomId(uuid::Uuid::nil()), "room") };
        let situation = |sketch| RoomSituation {
            room: &room,
            sketch,
            boxes: &[],
            fed_by: &[],
            basis: &basis,
            wired_under: None,
            beyond: Beyond::default(),
        };
        let missing_in = |sketch| missing_outlets(&situation(sketch), &judge_room(&situation(sketch)));
        match (missing_in(&room.sketch), instance.fewest.wall, instance.fewest.counter) {
            (Ok(missing), Some(walls), Some(counters)) => {
                let count = |rule: &str| missing.iter().filter(|outlet| outlet.rule == rule).count();
                assert_eq!((count("wall-spacing"), count("counter-spacing")), (walls, counters), "room {number}");
                // With them there, none is missing.
                let mut served = room.sketch.clone();
                served.outlets.extend((100..).zip(&missing).map(|(id, outlet)| Outlet {
                    id,
                    box_id: None,
                    kind: OutletKind::Receptacle,
                    place: outlet.place,
                    height: None,
                }));
                assert_eq!(missing_in(&served).map(|rest| rest.len()), Ok(0), "room {number}");
            }
            (missing, walls, counters) => {
                assert!(missing.is_err() && (walls.is_none() || counters.is_none()), "room {number}: {missing:?}");
            }
        }
    }
}
