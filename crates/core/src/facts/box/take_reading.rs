//! Taking what an instrument showed into the record of a box.

use super::contents::BoxContents;
use crate::facts::readings::InstrumentReading;

impl InstrumentReading {
    /// Takes it into the record of a box, in the place of what the same instrument showed there before.
    pub fn take_into(self, contents: &mut BoxContents) {
        match self {
            Self::Lamps(new) => {
                contents.lamps.retain(|known| known.half != new.half);
                contents.lamps.push(new);
            }
            Self::Button(new) => {
                contents.trips.retain(|known| known.half != new.half);
                contents.trips.push(new);
            }
            Self::Meter(new) => {
                contents.readings.retain(|known| {
                    (known.half, known.meter, known.loaded) != (new.half, new.meter, new.loaded)
                        || !known.is_between(new.from, new.to)
                });
                contents.readings.push(new);
            }
            Self::Detector(new) => {
                contents.detectors.retain(|known| (known.half, known.class, known.at) != (new.half, new.class, new.at));
                contents.detectors.push(new);
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::readings::{Half, Meter, MeterReading, Probe};
    use crate::quantity::Voltage;

    #[test]
    fn the_last_reading_of_its_kind_stands() {
        let mut contents = BoxContents::default();
        let read = |from, to, volts| {
            InstrumentReading::Meter(MeterReading {
                half: Half::Upper,
                meter: Meter::LowImpedance,
                from,
                to,
                volts: Some(Voltage::volts(volts)),
                loaded: false,
                at: None,
            })
        };
        read(Probe::Hot, Probe::Ground, 57).take_into(&mut contents);
        read(Probe::Hot, Probe::Neutral, 120).take_into(&mut contents);
        read(Probe::Ground, Probe::Hot, 0).take_into(&mut contents);
        let volts: Vec<_> = contents.readings.iter().filter_map(|reading| reading.volts).collect();
        assert_eq!(volts, [Voltage::volts(120), Voltage::volts(0)], "whichever way round the leads are");
        assert_eq!(contents.readings[1].words().as_deref(), Some("ground to hot 0 V, low-impedance meter"));
    }
}
