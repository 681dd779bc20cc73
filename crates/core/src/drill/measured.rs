//! What instruments show at a box of the true installation, taken until they tell what is behind it: what cannot be measured is never
//! asked.

use crate::electrical::{BenchError, BenchInstrument, BenchWish, Installation, NextReading, diagnose_box};
use crate::facts::{BoxContents, Half};

/// More readings than any way of wiring takes to be told.
const MOST_READINGS: usize = 16;

/// Reads the lamps in both halves of the receptacle in a box, then whatever tells most, until one way of wiring is left or no reading
/// tells more.
///
/// # Errors
/// The installation has no such box, or cannot be solved.
pub(super) fn measure(building: &Installation, tag: &str, contents: &mut BoxContents) -> Result<(), BenchError> {
    let read = |half: Half, instrument: BenchInstrument, contents: &mut BoxContents| {
        let wish = BenchWish { tag: tag.to_owned(), half, off: Vec::new(), main_off: false, instrument };
        building.read(&wish).map(|reading| reading.take_into(contents))
    };
    for half in Half::ALL {
        read(half, BenchInstrument::Lamps, contents)?;
    }
    for _ in 0..MOST_READINGS {
        let open = diagnose_box(contents).into_iter().filter(|known| known.causes.len() > 1);
        let Some((half, next)) = open.into_iter().find_map(|known| Some((known.half, instrument_of(&known.next?))))
        else {
            break;
        };
        read(half, next, contents)?;
    }
    Ok(())
}

fn instrument_of(next: &NextReading) -> BenchInstrument {
    match next.meter {
        Some(wish) => BenchInstrument::Meter { meter: wish.meter, from: wish.from, to: wish.to, loaded: wish.loaded },
        None if next.lamps => BenchInstrument::Lamps,
        None => BenchInstrument::Button,
    }
}
