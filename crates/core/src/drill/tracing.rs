//! Find the break: a circuit of outlets, one conductor broken on the way to one of them.

use fastrand::Rng;

use super::chance::below;
use super::question::{Choice, Form, Question};
use super::{DrillPlace, DrillWish, Made};
use crate::electrical::{Installation, TrueCircuit, TrueFault, TruePoint};
use crate::quantity::Gauge;

const PANEL: &str = "the panel";

pub(super) fn made(wish: &DrillWish, draw: &mut Rng) -> Made {
    let count = 4 + 2 * usize::from(wish.level);
    // The harder the level, the less a conductor shows that it is missing.
    let (fault, what) = match draw.u8(1..=wish.level) {
        1 | 2 => (TrueFault::OpenHotFeed, "hot"),
        3 => (TrueFault::OpenNeutralFeed, "neutral"),
        _ => (TrueFault::OpenGroundFeed, "equipment ground"),
    };
    let broken = below(draw, count);
    let tag = |place: usize| format!("R{}", place + 1);
    // Mostly a chain; from level 3 on with branches.
    let feeds: Vec<Option<usize>> = (0..count)
        .map(|place| match place {
            0 => None,
            _ if wish.level > 2 && draw.u32(0..4) == 0 => Some(below(draw, place)),
            _ => Some(place - 1),
        })
        .collect();
    let points = feeds.iter().enumerate().map(|(place, from)| {
        let faults = if place == broken { vec![fault] } else { Vec::new() };
        TruePoint { from: from.map(tag), faults, ..TruePoint::new(tag(place), f64::from(draw.u32(3..=9))) }
    });
    let circuit = TrueCircuit { points: points.collect(), ..TrueCircuit::new(1, Gauge::Awg12) };
    let building = Installation { name: "circuit".to_owned(), circuits: vec![circuit] };
    let from = |place: usize| feeds[place].map_or_else(|| PANEL.to_owned(), tag);
    let place = |place: usize| DrillPlace {
        tag: tag(place),
        words: format!("Duplex receptacle, fed from {}", from(place)),
        looks: Vec::new(),
        section: None,
        face: None,
        readable: true,
    };
    let choice = |place: usize| {
        let (from, to) = (from(place), tag(place));
        let why = if place == broken {
            format!("The {what} is there at {from} and gone at {to}, and at all that hangs behind it.")
        } else {
            format!("From {from} to {to} the {what} goes on as it comes.")
        };
        Choice::new(&to, format!("Between {from} and {to}"), place == broken, why)
    };
    let question = Question {
        code: "break".to_owned(),
        words: "Where is it broken?".to_owned(),
        form: Form::One,
        choices: (0..count).map(choice).collect(),
    };
    // Each reading at best halves the stretches that are left.
    let enough = count.next_power_of_two().ilog2();
    Made { places: (0..count).map(place).collect(), building, questions: vec![question], enough: Some(enough) }
}

#[cfg(test)]
mod tests {
    use super::super::{DrillKind, DrillWish};
    use super::*;
    use crate::electrical::{BenchInstrument, BenchWish};
    use crate::facts::{Half, InstrumentReading};

    #[test]
    fn it_is_broken_where_the_lamps_change_and_nowhere_else() {
        for seed in 0..40 {
            for level in 1..=5 {
                let wish = DrillWish { kind: DrillKind::Break, seed, level, ..DrillWish::default() };
                let Made { building, questions, .. } = made(&wish, &mut Rng::with_seed(u64::from(seed)));
                let lamps = |tag: &str| {
                    let instrument = BenchInstrument::Lamps;
                    let wish =
                        BenchWish { tag: tag.to_owned(), half: Half::Upper, off: vec![], main_off: false, instrument };
                    match building.read(&wish) {
                        Ok(InstrumentReading::Lamps(read)) => [read.hot_neutral, read.hot_ground, read.neutral_ground],
                        other => unreachable!("{other:?}"),
                    }
                };
                let sound = [crate::facts::Lamp::Lit, crate::facts::Lamp::Lit, crate::facts::Lamp::Off];
                let shows = |tag: &str| lamps(tag) != sound;
                let points = &building.circuits[0].points;
                let changes = points
                    .iter()
                    .filter(|point| shows(&point.tag) && point.from.as_deref().is_none_or(|from| !shows(from)));
                let changes: Vec<&str> = changes.map(|point| point.tag.as_str()).collect();
                let right: Vec<&str> =
                    questions[0].choices.iter().filter(|c| c.right).map(|c| c.code.as_str()).collect();
                assert_eq!(changes, right, "seed {seed}, level {level}");
            }
        }
    }
}
