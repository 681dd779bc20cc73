//! What planning a job costs once its boxes are planned. Figures: docs/performance.md.

#![allow(missing_docs, reason = "a benchmark")]

use divan::Bencher;
use nailpunch_core::facts::{Colour, Offcut};
use nailpunch_core::job::shut_downs::{Limits, Task, shut_downs};
use nailpunch_core::job::{PigtailDemand, cut_list};
use nailpunch_core::quantity::{Gauge, Length, UnitSystem};

fn main() {
    divan::main();
}

/// So many boxes on 24 breakers, four of which feed something essential; one box in eight is on two.
fn tasks(count: u32) -> (Vec<Task>, Limits) {
    let task = |number: u32| {
        let first = (number * 7 % 24) as usize;
        let mut breakers = vec![first];
        if number.is_multiple_of(8) {
            breakers.push((first + 1) % 24);
            breakers.sort_unstable();
        }
        Task { minutes: 11 + number * 13 % 23, breakers, danger: number.is_multiple_of(9) }
    };
    let essential = |breaker: usize| breaker.is_multiple_of(6).then_some(90);
    let limits = Limits {
        longest: 240,
        setup: 15,
        per_breaker: 5,
        breakers: (0..24).map(essential).collect(),
        essential: (0..24).map(|breaker| u32::from(essential(breaker).is_some())).collect(),
        main: None,
    };
    ((0..count).map(task).collect(), limits)
}

/// 250 boxes carry some 500 items.
#[divan::bench(args = [20, 30, 60, 250])]
fn shut_downs_of_boxes(bencher: Bencher, count: u32) {
    let (tasks, limits) = tasks(count);
    let found = shut_downs(&tasks, &limits);
    println!("{count} boxes: {} shut-downs. {}", found.shut_downs.len(), found.proof.sentence);
    bencher.bench(|| shut_downs(&tasks, &limits));
}

/// So many pigtails of three colours from twelve offcuts.
#[divan::bench(args = [30, 120, 600])]
fn cut_list_of_pigtails(bencher: Bencher, count: u32) {
    let colours = [Colour::Black, Colour::White, Colour::Bare];
    let demand = |number: u32| PigtailDemand {
        gauge: Gauge::Awg12,
        colour: colours[(number % 3) as usize],
        length: Length::sixteenths(90 + number * 17 % 60),
        count: 1,
    };
    let demands: Vec<PigtailDemand> = (0..count).map(demand).collect();
    let offcut = |id: u16| Offcut {
        id,
        gauge: Gauge::Awg12,
        conductors: 2 + u8::from(id.is_multiple_of(3)),
        length: Length::inches(8 + u32::from(id) * 5 % 31),
    };
    let offcuts: Vec<Offcut> = (1..=12).map(offcut).collect();
    println!("{}", cut_list(&demands, &offcuts, UnitSystem::Inch).gauges[0].sentence);
    bencher.bench(|| cut_list(&demands, &offcuts, UnitSystem::Inch));
}
