//! How long electrical truth takes: one network, a full diagnosis, a trace.

use divan::{Bencher, black_box};
use nailpunch_core::electrical::mapping::{MappedBreaker, TickedPoint, decode, schedule};
use nailpunch_core::electrical::network::Network;
use nailpunch_core::electrical::trace::{KnownFeed, TracePoint, trace};
use nailpunch_core::electrical::{HalfReadings, diagnose, diagnose_with, predict};
use nailpunch_core::facts::{
    BoxContents, BoxId, Half, Lamp, LampReading, Meter, MeterReading, Probe, Safety, Tick, TracedFault,
};
use uuid::Uuid;

fn main() {
    divan::main();
}

/// A run of 13 outlets: 39 nodes and earth.
fn run() -> Network {
    let mut network = Network::new();
    let mut before = [network.node(), network.node(), network.node()];
    network.source(Network::EARTH, before[0], 120.0, 0.0, 0.05);
    network.resistor(before[1], Network::EARTH, 0.05);
    network.resistor(before[2], Network::EARTH, 0.05);
    for outlet in 1..13 {
        let here = [network.node(), network.node(), network.node()];
        for (near, far) in before.iter().zip(here) {
            network.resistor(*near, far, 0.08);
        }
        for (a, b) in [(0, 1), (0, 2), (1, 2)] {
            network.capacitor(here[a], here[b], 8e-10);
        }
        network.resistor(here[0], here[1], 144.0 * f64::from(outlet));
        before = here;
    }
    network
}

#[divan::bench]
fn one_solve_of_forty_nodes(bencher: Bencher) {
    let network = run();
    assert_eq!(network.len(), 40);
    bencher.bench(|| black_box(&network).solve().expect("it is sound").potential(Network::EARTH));
}

fn read() -> BoxContents {
    let volts = |from, to, volts| MeterReading {
        half: Half::Upper,
        meter: Meter::HighImpedance,
        from,
        to,
        volts: Some(nailpunch_core::quantity::Voltage::nearest(volts)),
        loaded: false,
        at: None,
    };
    BoxContents {
        lamps: vec![LampReading {
            half: Half::Upper,
            hot_neutral: Lamp::Lit,
            hot_ground: Lamp::Lit,
            neutral_ground: Lamp::Off,
        }],
        readings: vec![volts(Probe::Hot, Probe::Neutral, 119.0), volts(Probe::Hot, Probe::Ground, 118.5)],
        ..BoxContents::default()
    }
}

/// Every hypothesis on every instrument worked out anew, then the readings held against them.
#[divan::bench]
fn full_diagnosis_from_nothing(bencher: Bencher) {
    let contents = read();
    bencher.bench(|| {
        let predictions = predict();
        diagnose_with(&HalfReadings::of(black_box(&contents))[0], &predictions)
    });
}

#[divan::bench]
fn diagnosis_with_predictions_at_hand(bencher: Bencher) {
    let contents = read();
    bencher.bench(|| diagnose(&HalfReadings::of(black_box(&contents))[0]));
}

fn outlets(count: usize, known: bool) -> Vec<TracePoint> {
    (0..count)
        .map(|index| TracePoint {
            box_id: BoxId(Uuid::from_u128(index as u128 + 1)),
            tag: format!("B{index}"),
            place: (index / 6, index % 6),
            feed: match index.checked_sub(1) {
                _ if !known => KnownFeed::Unknown,
                None => KnownFeed::Panel,
                Some(before) => KnownFeed::Point(before),
            },
            shows: if index % 7 == 3 { Some(index > count / 2) } else { None },
            readable: true,
            minutes: 6.0,
            looked_through: false,
            found: None,
            cable_sound: false,
        })
        .collect()
}

#[divan::bench(args = [60, 200])]
fn trace_in_known_order(bencher: Bencher, count: usize) {
    let points = outlets(count, true);
    bencher.bench(|| trace(black_box(&points), TracedFault::OpenGround));
}

#[divan::bench(args = [60, 200])]
fn trace_in_unknown_order(bencher: Bencher, count: usize) {
    let points = outlets(count, false);
    bencher.bench(|| trace(black_box(&points), TracedFault::OpenGround));
}

/// A panel of breakers, and points that show the words of theirs with a slip at every tenth.
fn mapped(breakers: usize, points: usize) -> (Vec<MappedBreaker>, Vec<TickedPoint>) {
    let list: Vec<MappedBreaker> =
        (1..=breakers).map(|number| MappedBreaker { name: number.to_string(), essential: number % 10 == 0 }).collect();
    let words = schedule(&list, Safety::Corrects).expect("few enough").words;
    let ticked = (0..points)
        .map(|at| {
            let word = &words[at * 7 % breakers];
            let mut ticks: Vec<Tick> =
                word.chars().map(|bit| if bit == '1' { Tick::Dead } else { Tick::Live }).collect();
            if at % 10 == 0 {
                ticks[0] = if ticks[0] == Tick::Dead { Tick::Live } else { Tick::Dead };
            }
            TickedPoint { name: format!("P{at}"), ticks }
        })
        .collect();
    (list, ticked)
}

#[divan::bench(args = [(42, 300), (84, 2_000)])]
fn schedule_and_decode(bencher: Bencher, (breakers, points): (usize, usize)) {
    let (list, ticked) = mapped(breakers, points);
    bencher.bench(|| {
        let plan = schedule(black_box(&list), Safety::Corrects);
        (plan, decode(&list, Safety::Corrects, &ticked))
    });
}
