//! Random buildings read by simulated instruments: the true wiring is in the answer, and nothing sound is called a danger.
//! A sample runs with the tests; `NAILPUNCH_BUILDINGS=5000` runs the whole of it.
#![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

use nailpunch_core::electrical::{BenchInstrument, BenchWish, Installation, TrueCircuit, TrueFault, TruePoint};
use nailpunch_core::electrical::{HalfReadings, WiringState, diagnose};
use nailpunch_core::facts::{
    Basis, BoxContents, Cable, Colour, Conductor, Construction, Device, DeviceKind, Half, Meter, Probe, Role,
};
use nailpunch_core::quantity::Gauge;
use nailpunch_core::rules::{Situation, Verdict, judge};
use nailpunch_core::standard::{Severity, WiringMethod};

/// A small generator of numbers: the same building for the same seed on every machine.
struct Dice(u64);

impl Dice {
    fn next(&mut self) -> f64 {
        self.0 = self.0.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
        f64::from((self.0 >> 33) as u32) / f64::from(1_u32 << 31)
    }

    fn within(&mut self, low: f64, high: f64) -> f64 {
        low + (high - low) * self.next()
    }

    fn of<T: Copy>(&mut self, choices: &[T]) -> T {
        choices[(self.next() * choices.len() as f64) as usize % choices.len()]
    }
}

/// A building, the box to read in it, whether its breaker is off, and how that box is truly wired.
fn building(dice: &mut Dice) -> (Installation, String, bool, WiringState) {
    use TrueFault as F;
    use WiringState as W;
    let count = 1 + (dice.next() * 5.0) as usize;
    let target = (dice.next() * count as f64) as usize % count;
    let faulty = dice.next() < 0.5;
    let off = !faulty && dice.next() < 0.2;
    let (fault, state) = dice.of(&[
        (F::OpenHotFeed, W::OpenHot),
        (F::OpenNeutralFeed, W::OpenNeutral),
        (F::OpenGroundFeed, W::OpenGround),
        (F::PoorGroundFeed(1.0), W::ResistiveGround),
        (F::FeedReversed, W::HotNeutralReversed),
        (F::HotNeutralReversed, W::HotNeutralReversed),
        (F::HotGroundReversed, W::HotGroundReversed),
        (F::NeutralGroundSwapped, W::NeutralGroundSwapped),
        (F::BootlegGround, W::BootlegGround),
        (F::BootlegReversed, W::BootlegReversed),
        (F::BoxUnbonded, W::UnbondedBox),
    ]);
    let fault = if let F::PoorGroundFeed(_) = fault { F::PoorGroundFeed(dice.within(200.0, 50_000.0)) } else { fault };
    let at_feed = matches!(
        fault,
        F::OpenHotFeed | F::OpenNeutralFeed | F::OpenGroundFeed | F::PoorGroundFeed(_) | F::FeedReversed
    );
    let seat = if at_feed { (dice.next() * (target + 1) as f64) as usize % (target + 1) } else { target };
    let mut watts_left = 1_500.0;
    let gauge = dice.of(&[Gauge::Awg14, Gauge::Awg12]);
    let points = (0..count).map(|index| {
        let watts = (dice.next() < 0.4).then(|| dice.within(1.0, watts_left / 2.0));
        watts_left -= watts.unwrap_or(0.0);
        TruePoint {
            tag: format!("B{index}"),
            from: index.checked_sub(1).map(|before| format!("B{before}")),
            metres: dice.within(0.5, 12.0),
            half: None,
            on_second: false,
            watts,
            stray: 10_f64.powf(dice.within(-0.5, 1.0)),
            faults: if faulty && index == seat { vec![fault] } else { Vec::new() },
        }
    });
    let circuit = TrueCircuit {
        breaker: "1".to_owned(),
        second_breaker: None,
        leg: 0,
        gauge,
        gfci: false,
        points: points.collect(),
    };
    let truth = match (faulty, off) {
        (true, _) => state,
        (false, true) => W::NoPower,
        (false, false) => W::Correct,
    };
    (Installation { name: "random".to_owned(), circuits: vec![circuit] }, format!("B{target}"), off, truth)
}

const PAIRS: [(Probe, Probe); 3] =
    [(Probe::Hot, Probe::Neutral), (Probe::Hot, Probe::Ground), (Probe::Neutral, Probe::Ground)];

fn instruments(set: usize) -> Vec<BenchInstrument> {
    let meter = |meter, pairs: &[(Probe, Probe)]| -> Vec<BenchInstrument> {
        pairs.iter().map(|&(from, to)| BenchInstrument::Meter { meter, from, to, loaded: false }).collect()
    };
    let metal = [(Probe::Hot, Probe::BoxMetal)];
    match set {
        0 => vec![BenchInstrument::Lamps],
        1 => meter(Meter::HighImpedance, &PAIRS),
        2 => meter(Meter::LowImpedance, &PAIRS),
        3 => [vec![BenchInstrument::Lamps], meter(Meter::LowImpedance, &PAIRS)].concat(),
        _ => [
            meter(Meter::HighImpedance, &PAIRS),
            meter(Meter::LowImpedance, &PAIRS),
            meter(Meter::LowImpedance, &metal),
        ]
        .concat(),
    }
}
const SETS: usize = 5;

fn contents() -> BoxContents {
    let wire = |id, colour, role| Conductor::new(id, Some(1), Gauge::Awg12, colour, role);
    BoxContents {
        construction: Some(Construction::Metal),
        devices: vec![Device::new(1, DeviceKind::SingleReceptacle)],
        cables: vec![Cable { method: WiringMethod::Nonmetallic, ..Cable::new(1) }],
        conductors: vec![
            wire(1, Colour::Black, Role::Ungrounded),
            wire(2, Colour::White, Role::Grounded),
            wire(3, Colour::Bare, Role::EquipmentGrounding),
        ],
        ..BoxContents::default()
    }
}

#[test]
fn the_true_wiring_is_found_and_nothing_sound_is_a_danger() {
    let count: u64 = std::env::var("NAILPUNCH_BUILDINGS").ok().and_then(|text| text.parse().ok()).unwrap_or(400);
    let basis = Basis::default();
    let (mut read, mut first, mut missed, mut alarmed) = (0_u32, 0_u32, Vec::new(), Vec::new());
    for seed in 0..count {
        let (building, tag, off, truth) = building(&mut Dice(seed.wrapping_mul(0x9E37_79B9_7F4A_7C15) ^ 0x5DEE_CE66));
        for set in 0..SETS {
            let mut contents = contents();
            for instrument in instruments(set) {
                let off = if off { vec!["1".to_owned()] } else { Vec::new() };
                let wish = BenchWish { tag: tag.clone(), half: Half::Upper, off, main_off: false, instrument };
                building.read(&wish).unwrap().take_into(&mut contents);
            }
            let readings = HalfReadings::of(&contents);
            let diagnosis = diagnose(&readings[0]);
            let states: Vec<WiringState> = diagnosis.causes.iter().map(|cause| cause.state).collect();
            // An open hot and a breaker that is off are one and the same from the outlet.
            let same = |state: WiringState| {
                state == truth || matches!((state, truth), (WiringState::NoPower, WiringState::OpenHot))
            };
            read += 1;
            if !states.iter().any(|state| same(*state)) {
                missed.push(format!("{seed}/{set}: {truth:?} of {:?}, got {states:?}", diagnosis.rests_on));
            }
            first += u32::from(states.first().is_some_and(|state| same(*state)));
            if matches!(truth, WiringState::Correct | WiringState::NoPower) {
                let results = judge(&Situation::new(&contents, &basis));
                let danger = |finding: &&nailpunch_core::rules::Finding| {
                    finding.verdict == Verdict::Violates && finding.severity == Some(Severity::Danger)
                };
                let of_danger = results.iter().filter(|r| r.verdict == Verdict::Violates).filter(|result| {
                    result.severity == Severity::Danger || result.findings.iter().any(|finding| danger(&finding))
                });
                alarmed.extend(
                    of_danger.map(|r| format!("{seed}/{set} {truth:?}: {} {:?}", r.sentence, diagnosis.rests_on)),
                );
            }
        }
    }
    let share = |part: usize| 100.0 * part as f64 / f64::from(read);
    println!(
        "{count} buildings, {read} sets of readings: in the answer {:.2} %, first {:.1} %, false dangers {}",
        100.0 - share(missed.len()),
        share(first as usize),
        alarmed.len()
    );
    assert!(missed.is_empty(), "{} missed, as {:#?}", missed.len(), &missed[..missed.len().min(8)]);
    assert!(alarmed.is_empty(), "{} false dangers, as {:#?}", alarmed.len(), &alarmed[..alarmed.len().min(8)]);
}
