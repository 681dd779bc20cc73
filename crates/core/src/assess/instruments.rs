//! Which instrument gave which reading: the only one of its kind that the audit names. Where there are several, each of them
//! may have.

use crate::facts::{AuditFacts, BoxContents, DetectorClass, Instrument, InstrumentKind, Lamp, Meter};

use super::dangers::box_called;

/// A reading in words, at its place.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Reading {
    /// The box as one says it.
    pub place: String,
    /// What was read, "hot to ground 57 V, high-impedance meter".
    pub words: String,
    /// The day on which it was read, where the meter said so.
    pub day: Option<String>,
    /// The kind of instrument.
    pub kind: InstrumentKind,
}

/// The readings of one kind, with the instruments that gave them.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct ReadWith<'a> {
    /// The kind.
    pub kind: InstrumentKind,
    /// The instruments of the audit that read so: none where none is named, several where it may have been each.
    pub instruments: Vec<&'a Instrument>,
    /// What they gave, in the order of the walk.
    pub readings: Vec<Reading>,
}

impl ReadWith<'_> {
    /// The readings that an instrument gave, or may have given, after its calibration had run out: on the day that the reading
    /// names, else on `today`.
    pub fn overdue(&self, today: &str) -> usize {
        let late = |reading: &&Reading| {
            let day = reading.day.as_deref().unwrap_or(today);
            self.instruments.iter().any(|instrument| instrument.is_overdue(day))
        };
        self.readings.iter().filter(late).count()
    }
}

/// The readings of an audit as found and as left, by the kind of instrument; what reads nothing here is left out.
pub fn read_with(facts: &AuditFacts) -> Vec<ReadWith<'_>> {
    let mut all: Vec<Reading> = Vec::new();
    for (_, record) in facts.boxes() {
        let place = box_called(record);
        all.extend(readings(&place, "", &record.found));
        all.extend(record.left.iter().flat_map(|left| readings(&place, "after the work: ", left)));
    }
    let of_kind = |kind: InstrumentKind| {
        let readings: Vec<Reading> = all.iter().filter(|reading| reading.kind == kind).cloned().collect();
        let instruments = facts.audit.instruments.iter().filter(|known| known.reads.contains(&kind)).collect();
        (!readings.is_empty()).then_some(ReadWith { kind, instruments, readings })
    };
    InstrumentKind::ALL.into_iter().filter_map(of_kind).collect()
}

/// What instruments showed at a box.
fn readings(place: &str, when: &str, contents: &BoxContents) -> Vec<Reading> {
    let reading = |kind, words: String, day: Option<String>| Reading {
        place: place.to_owned(),
        words: format!("{when}{words}"),
        day,
        kind,
    };
    let lamps = contents.lamps.iter().map(|read| {
        let [hn, hg, ng] = [read.hot_neutral, read.hot_ground, read.neutral_ground].map(Lamp::name);
        let words = format!("{}, hot-neutral {hn}, hot-ground {hg}, neutral-ground {ng}", read.half.name());
        reading(InstrumentKind::LampTester, words, None)
    });
    let trips = contents.trips.iter().map(|read| {
        let did = if read.tripped { "trips" } else { "does not trip" };
        reading(InstrumentKind::LampTester, format!("{}, the button {did}", read.half.name()), None)
    });
    let volts = contents.readings.iter().filter_map(|read| {
        let kind = match read.meter {
            Meter::HighImpedance => InstrumentKind::HighImpedanceMeter,
            Meter::LowImpedance => InstrumentKind::LowImpedanceMeter,
        };
        let (load, from, to) = (if read.loaded { " under load" } else { "" }, read.from.name(), read.to.name());
        let words = format!("{}, {from} to {to} {}{load}", read.half.name(), read.volts?.print());
        let day = read.at.as_ref().and_then(|at| at.split('T').next()).map(str::to_owned);
        Some(reading(kind, words, day))
    });
    let detectors = contents.detectors.iter().map(|read| {
        let kind = match read.class {
            DetectorClass::Sensitive => InstrumentKind::SensitiveDetector,
            DetectorClass::Ordinary => InstrumentKind::OrdinaryDetector,
        };
        let did = if read.chirps { "answers" } else { "is silent" };
        reading(kind, format!("{}, {did} at {}", read.half.name(), read.at.name()), None)
    });
    lamps.chain(trips).chain(volts).chain(detectors).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::testing::{audit_of, record_of};
    use crate::facts::{Half, MeterReading, Probe};
    use crate::quantity::Voltage;

    fn facts(instruments: Vec<Instrument>) -> AuditFacts {
        let read = |meter, at: Option<&str>| MeterReading {
            half: Half::Upper,
            meter,
            from: Probe::Hot,
            to: Probe::Ground,
            volts: Some(Voltage::volts(57)),
            loaded: false,
            at: at.map(str::to_owned),
        };
        let readings = vec![
            read(Meter::HighImpedance, Some("2026-03-04T10:00:00Z")),
            read(Meter::HighImpedance, None),
            read(Meter::LowImpedance, None),
        ];
        let mut facts = audit_of(record_of(BoxContents { readings, ..BoxContents::default() }).1);
        facts.audit.instruments = instruments;
        facts
    }

    fn meter(id: u16, reads: &[InstrumentKind], due: &str) -> Instrument {
        let (name, serial) = (format!("meter {id}"), format!("S-{id}"));
        Instrument { id, name, serial, reads: reads.to_vec(), calibrated: String::new(), due: due.to_owned() }
    }

    #[test]
    fn a_reading_is_named_with_the_instruments_of_its_kind() {
        use InstrumentKind::{HighImpedanceMeter, LowImpedanceMeter};
        let facts = facts(vec![
            meter(1, &[HighImpedanceMeter, LowImpedanceMeter], "2026-06-01"),
            meter(2, &[LowImpedanceMeter], ""),
        ]);
        let with = read_with(&facts);
        let kinds: Vec<_> = with.iter().map(|with| (with.kind, with.instruments.len(), with.readings.len())).collect();
        assert_eq!(kinds, [(HighImpedanceMeter, 1, 2), (LowImpedanceMeter, 2, 1)]);
        assert_eq!(with[0].readings[0].words, "upper half, hot to ground 57 V");
        // One was read in March, before it ran out in June; of the other the day is not known, and today counts.
        assert_eq!(["2026-05-31", "2026-06-02"].map(|today| with[0].overdue(today)), [0, 1]);
        assert_eq!(with[1].overdue("2026-06-02"), 1, "it may have been the one that had run out");
    }

    #[test]
    fn where_no_instrument_is_named_its_readings_stand_alone() {
        let facts = facts(Vec::new());
        let with = read_with(&facts);
        assert_eq!(with.len(), 2);
        assert!(with.iter().all(|with| with.instruments.is_empty() && with.overdue("2999-01-01") == 0));
    }
}
