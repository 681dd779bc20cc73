//! Cut lists and shut-downs against the optima of an independent solver.
//!
//! # Source
//! Google OR-tools 9.15, CP-SAT, by `tests/optima/make.py`; every stored instance was solved to proven optimality.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

use nailpunch_core::facts::{Colour, Offcut};
use nailpunch_core::job::shut_downs::{Limits, Task, shut_downs};
use nailpunch_core::job::{PigtailDemand, cut_list};
use nailpunch_core::quantity::{Gauge, Length, UnitSystem};
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

#[test]
fn cut_lists_are_as_good_as_the_solver_s() {
    let instances: Vec<CutInstance> = serde_json::from_str(include_str!("optima/cut_lists.json")).unwrap();
    assert!(instances.len() >= 20);
    for (number, instance) in instances.iter().enumerate() {
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
        let cuts = cut_list(&demands, &offcuts, UnitSystem::Inch).gauges.remove(0);
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
        let limits = Limits { longest: 240, setup: 20, breakers: instance.limits.clone() };
        let found = shut_downs(&tasks, &limits);
        let off: usize = found.shut_downs.iter().map(|shut_down| shut_down.breakers.len()).sum();
        assert!(found.proof.proven && found.too_long.is_empty(), "instance {number}");
        assert_eq!((found.shut_downs.len(), off), (instance.fewest, instance.breakers), "instance {number}");
    }
}
