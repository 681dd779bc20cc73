//! The log of readings as CSV, in and out: one reading a row. The format is described in docs/formats.md.

use nailpunch_core::facts::{
    BoxContents, Bundle, DetectorClass, DetectorReading, Half, InstrumentReading, Lamp, LampReading, Meter,
    MeterReading, Probe, Problem, TripReading,
};
use nailpunch_core::quantity::parse_voltage;

use crate::ReportError;
use crate::sheet::{Sheet, as_typed};

const COLUMNS: [&str; 7] = ["time", "box", "half", "instrument", "from", "to", "value"];
/// The most rows of one log.
const MOST_ROWS: usize = 20_000;

/// One row: the box by its tag, and what was read at it.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct LoggedReading {
    /// The tag of the box.
    pub tag: String,
    /// Which line of the file it stands on.
    pub line: u64,
    /// What was read.
    pub reading: InstrumentReading,
}

/// The words of the file for each choice; the same going in and coming out.
const HALVES: [(&str, Half); 2] = [("upper", Half::Upper), ("lower", Half::Lower)];
const PROBES: [(&str, Probe); 7] = [
    ("hot", Probe::Hot),
    ("neutral", Probe::Neutral),
    ("ground", Probe::Ground),
    ("box-metal", Probe::BoxMetal),
    ("other-hot", Probe::OtherHot),
    ("known-ground", Probe::KnownGround),
    ("air", Probe::Air),
];
const LAMPS: [(&str, Lamp); 3] = [("off", Lamp::Off), ("dim", Lamp::Dim), ("lit", Lamp::Lit)];
const METERS: [(&str, (Meter, bool)); 4] = [
    ("high-impedance", (Meter::HighImpedance, false)),
    ("low-impedance", (Meter::LowImpedance, false)),
    ("high-impedance-loaded", (Meter::HighImpedance, true)),
    ("low-impedance-loaded", (Meter::LowImpedance, true)),
];
const DETECTORS: [(&str, DetectorClass); 2] =
    [("detector-sensitive", DetectorClass::Sensitive), ("detector-ordinary", DetectorClass::Ordinary)];

fn choice<T: Copy>(choices: &[(&str, T)], text: &str) -> Result<T, String> {
    let known = choices.iter().find(|(word, _)| *word == text).map(|(_, choice)| *choice);
    known.ok_or_else(|| {
        let words: Vec<&str> = choices.iter().map(|(word, _)| *word).collect();
        format!("`{text}` is none of {}", words.join(", "))
    })
}

fn word<T: PartialEq>(choices: &[(&'static str, T)], wanted: &T) -> &'static str {
    choices.iter().find(|(_, choice)| choice == wanted).map_or("", |(word, _)| word)
}

/// Reads a log.
///
/// # Errors
/// Every row that cannot be read, each with its line and column, "/rows/3/value".
pub fn read_readings_log(bytes: &[u8]) -> Result<Vec<LoggedReading>, Vec<Problem>> {
    let problem = |pointer: String, message: String| Problem { pointer, message };
    let mut reader = csv::ReaderBuilder::new().trim(csv::Trim::All).flexible(true).from_reader(bytes);
    let header = reader.headers().map_err(|error| vec![problem(String::new(), error.to_string())])?;
    let header: Vec<String> = header.iter().map(|name| name.trim_start_matches('\u{feff}').to_lowercase()).collect();
    if header != COLUMNS {
        let wanted = COLUMNS.join(",");
        let message = format!("the first line must be `{wanted}`, but is `{}`", header.join(","));
        return Err(vec![problem("/header".to_owned(), message)]);
    }
    let (mut read, mut problems) = (Vec::new(), Vec::new());
    for (index, row) in reader.records().enumerate() {
        if index >= MOST_ROWS {
            problems.push(problem(format!("/rows/{index}"), format!("at most {MOST_ROWS} rows are taken at once")));
            break;
        }
        match row {
            Err(error) => problems.push(problem(format!("/rows/{index}"), error.to_string())),
            Ok(row) => {
                let line = row.position().map_or(0, csv::Position::line);
                match reading(&row) {
                    Ok(reading) => read.push(LoggedReading { tag: as_typed(&row[1]).to_owned(), line, reading }),
                    Err((column, message)) => {
                        problems.push(problem(format!("/rows/{index}/{column}"), format!("line {line}: {message}")));
                    }
                }
            }
        }
    }
    if problems.is_empty() { Ok(read) } else { Err(problems) }
}

fn reading(row: &csv::StringRecord) -> Result<InstrumentReading, (&'static str, String)> {
    if row.len() != COLUMNS.len() {
        let message = format!("this row has {} fields; a row has {}", row.len(), COLUMNS.len());
        return Err(("", message));
    }
    let [time, _, half, instrument, from, to, value] = std::array::from_fn(|index| row[index].trim());
    let half = choice(&HALVES, half).map_err(|message| ("half", message))?;
    let value_error = |message: String| ("value", message);
    if instrument == "lamps" {
        let lamps: Vec<&str> = value.split_whitespace().collect();
        let [hn, hg, ng] = lamps[..] else {
            let message =
                format!("`{value}` is not three lamps; write hot-neutral, hot-ground, neutral-ground: `lit lit off`");
            return Err(("value", message));
        };
        let lamp = |text| choice(&LAMPS, text).map_err(value_error);
        let (hot_neutral, hot_ground, neutral_ground) = (lamp(hn)?, lamp(hg)?, lamp(ng)?);
        return Ok(InstrumentReading::Lamps(LampReading { half, hot_neutral, hot_ground, neutral_ground }));
    }
    if instrument == "button" {
        let outcomes = [("trips", (true, None)), ("trips-resets", (true, Some(true))), ("silent", (false, None))];
        let (tripped, reset) = choice(&outcomes, value).map_err(value_error)?;
        return Ok(InstrumentReading::Button(TripReading { half, tripped, reset }));
    }
    let from = choice(&PROBES, from).map_err(|message| ("from", message))?;
    if let Ok(class) = choice(&DETECTORS, instrument) {
        let chirps = choice(&[("answers", true), ("silent", false)], value).map_err(value_error)?;
        return Ok(InstrumentReading::Detector(DetectorReading { half, class, at: from, chirps }));
    }
    let (meter, loaded) = choice(&METERS, instrument).map_err(|_| {
        let words: Vec<&str> =
            METERS.iter().map(|(word, _)| *word).chain(DETECTORS.iter().map(|(word, _)| *word)).collect();
        ("instrument", format!("`{instrument}` is none of lamps, button, {}", words.join(", ")))
    })?;
    let to = choice(&PROBES, to).map_err(|message| ("to", message))?;
    let volts = parse_voltage(value).map_err(|error| ("value", error.to_string()))?;
    let at = (!time.is_empty()).then(|| time.to_owned());
    Ok(InstrumentReading::Meter(MeterReading { half, meter, from, to, volts: Some(volts), loaded, at }))
}

/// Writes the log of an audit: what was read as found, box by box.
///
/// # Errors
/// [`ReportError`] when a row cannot be written.
pub fn readings_log(bundle: &Bundle) -> Result<Vec<u8>, ReportError> {
    let mut sheet = Sheet::new(COLUMNS);
    for record in bundle.rooms.iter().flat_map(|room| &room.boxes) {
        for row in rows(&record.found) {
            let [time, half, instrument, from, to, value] = row;
            sheet.row([&time, &record.tag, &half, &instrument, &from, &to, &value]);
        }
    }
    sheet.csv()
}

fn rows(contents: &BoxContents) -> Vec<[String; 6]> {
    let mut rows = Vec::new();
    let mut add = |time: &str, half: Half, words: [&str; 3], value: String| {
        let [instrument, from, to] = words.map(str::to_owned);
        rows.push([time.to_owned(), word(&HALVES, &half).to_owned(), instrument, from, to, value]);
    };
    for lamps in &contents.lamps {
        let value = [lamps.hot_neutral, lamps.hot_ground, lamps.neutral_ground].map(Lamp::name).join(" ");
        add("", lamps.half, ["lamps", "", ""], value);
    }
    for trip in &contents.trips {
        let value = match (trip.tripped, trip.reset) {
            (true, Some(true)) => "trips-resets",
            (true, _) => "trips",
            (false, _) => "silent",
        };
        add("", trip.half, ["button", "", ""], value.to_owned());
    }
    for reading in &contents.readings {
        let Some(volts) = reading.volts else { continue };
        let words =
            [word(&METERS, &(reading.meter, reading.loaded)), word(&PROBES, &reading.from), word(&PROBES, &reading.to)];
        add(reading.at.as_deref().unwrap_or_default(), reading.half, words, volts.print());
    }
    for reading in &contents.detectors {
        let value = if reading.chirps { "answers" } else { "silent" };
        let words = [word(&DETECTORS, &reading.class), word(&PROBES, &reading.at), ""];
        add("", reading.half, words, value.to_owned());
    }
    rows
}
