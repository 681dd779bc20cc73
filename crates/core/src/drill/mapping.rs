//! Map the panel: breakers, outlets, and a directory that does not tell.

use fastrand::Rng;

use super::question::{Choice, Form, Question};
use super::{DrillPlace, DrillWish, Made};
use crate::electrical::mapping::rounds_for;
use crate::electrical::{Installation, TrueCircuit, TruePoint};
use crate::facts::Safety;
use crate::quantity::Gauge;

pub(super) fn made(wish: &DrillWish, draw: &mut Rng) -> Made {
    let breakers = 2 + 2 * wish.level;
    let outlets = breakers + 2;
    let tag = |number: u8| format!("R{number}");
    // Some breakers feed none of them, some several.
    let fed: Vec<u8> = (0..outlets).map(|_| draw.u8(1..=breakers)).collect();
    let circuits = (1..=breakers).map(|breaker| {
        let mut before: Option<String> = None;
        let own = (1..=outlets).zip(&fed).filter(|(_, by)| **by == breaker);
        let points = own.map(|(number, _)| {
            let from = before.replace(tag(number));
            TruePoint { from, ..TruePoint::new(tag(number), f64::from(draw.u32(3..=12))) }
        });
        TrueCircuit { points: points.collect(), ..TrueCircuit::new(breaker, Gauge::Awg12) }
    });
    let building = Installation { name: "panel".to_owned(), circuits: circuits.collect() };
    let place = |number: u8| DrillPlace {
        tag: tag(number),
        words: "Duplex receptacle".to_owned(),
        looks: Vec::new(),
        section: None,
        face: None,
        readable: true,
    };
    let question = |(number, by): (u8, &u8)| Question {
        code: tag(number),
        words: format!("Which breaker feeds {}?", tag(number)),
        form: Form::One,
        choices: (1..=breakers)
            .map(|breaker| {
                let why = if breaker == *by {
                    format!("It goes dead with breaker {breaker} alone.")
                } else {
                    format!("It stays live with breaker {breaker} off.")
                };
                Choice::new(breaker.to_string(), format!("Breaker {breaker}"), breaker == *by, why)
            })
            .collect(),
    };
    Made {
        places: (1..=outlets).map(place).collect(),
        building,
        questions: (1..=outlets).zip(&fed).map(question).collect(),
        enough: rounds_for(usize::from(breakers), Safety::Bare),
    }
}

#[cfg(test)]
mod tests {
    use super::super::DrillKind;
    use super::*;
    use crate::electrical::{BenchInstrument, BenchWish};
    use crate::facts::{Half, InstrumentReading, Lamp};

    #[test]
    fn each_outlet_goes_dead_with_its_breaker_alone() {
        for level in [1, 5] {
            let wish = DrillWish { kind: DrillKind::Mapping, level, ..DrillWish::default() };
            let Made { building, questions, enough, .. } = made(&wish, &mut Rng::with_seed(3));
            // By hand: 4 breakers and "none" are 5 words beside "off in all" in 3 rounds, 12 in 4.
            assert_eq!(enough, Some(if level == 1 { 3 } else { 4 }));
            for question in questions {
                for choice in question.choices {
                    let wish = BenchWish {
                        tag: question.code.clone(),
                        half: Half::Upper,
                        off: vec![choice.code.clone()],
                        main_off: false,
                        instrument: BenchInstrument::Lamps,
                    };
                    let Ok(InstrumentReading::Lamps(read)) = building.read(&wish) else { unreachable!("it is there") };
                    assert_eq!(read.hot_neutral == Lamp::Off, choice.right, "{} {}", question.code, choice.code);
                }
            }
        }
    }
}
