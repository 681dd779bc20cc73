//! The instruments of an audit in the report, each kind with every reading that it gave.

use nailpunch_core::assess::{ReadWith, Reading, read_with};
use nailpunch_core::facts::{AuditFacts, Instrument};
use serde::Serialize;

/// An instrument.
#[derive(Serialize)]
pub struct InstrumentLine {
    pub name: String,
    pub serial: String,
    pub reads: String,
    pub calibrated: String,
    pub due: String,
    /// Its calibration had run out on the day of the report.
    pub overdue: bool,
}

/// The readings of one kind, with the instruments that gave them in words.
#[derive(Serialize)]
pub struct ReadingsPart {
    pub heading: String,
    /// What has to be said of them beside that; empty where nothing has.
    pub warning: String,
    /// "K5: upper half, hot to ground 57 V", a line for each box.
    pub readings: Vec<String>,
}

/// The instruments of an audit, as they stand on a day.
pub fn instruments(facts: &AuditFacts, today: &str) -> Vec<InstrumentLine> {
    let or = |text: &str| if text.is_empty() { "not noted".to_owned() } else { text.to_owned() };
    let line = |instrument: &Instrument| InstrumentLine {
        name: instrument.name.clone(),
        serial: or(&instrument.serial),
        reads: instrument.reads.iter().map(|kind| kind.name()).collect::<Vec<_>>().join(", "),
        calibrated: or(&instrument.calibrated),
        due: or(&instrument.due),
        overdue: instrument.is_overdue(today),
    };
    facts.audit.instruments.iter().map(line).collect()
}

/// Every reading of an audit, by the kind of instrument.
pub fn readings(facts: &AuditFacts, today: &str) -> Vec<ReadingsPart> {
    let called = |instrument: &&Instrument| match instrument.serial.as_str() {
        "" => instrument.name.clone(),
        serial => format!("{}, serial {serial}", instrument.name),
    };
    let part = |with: ReadWith| {
        let named: Vec<String> = with.instruments.iter().map(called).collect();
        let kind = with.kind.name();
        let late = with.overdue(today);
        let warning = match (named.len(), late) {
            (0, _) => "No instrument is named for these.".to_owned(),
            (_, 0) => String::new(),
            (_, late) => {
                format!("{late} of them were read after its calibration had run out, or on a day that is not known.")
            }
        };
        let by_place = with.readings.chunk_by(|one, next| one.place == next.place);
        let line = |readings: &[Reading]| {
            let words: Vec<&str> = readings.iter().map(|reading| reading.words.as_str()).collect();
            format!("{}: {}", readings[0].place, words.join("; "))
        };
        let heading = if named.is_empty() { kind.to_owned() } else { format!("{kind}: {}", named.join(" or ")) };
        ReadingsPart { heading, warning, readings: by_place.map(line).collect() }
    };
    read_with(facts).into_iter().map(part).collect()
}
