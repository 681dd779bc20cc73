//! The jot line: one line of text, one box. A small grammar of words, documented in docs/jot.md; what is understood is
//! shown back piece by piece, what is not is marked and never dropped.
//!
//! ```text
//! line   = { word | word length | count "x" cable | cable [ "x" count ] | [ "+" ] device [ amperes ] }
//! cable  = gauge "/" conductors [ "ng" ]
//! ```

mod devices;
mod equipment_line;
mod hung;
mod line_words;
mod panel_line;
mod panel_request;
mod request;
mod room_line;
mod room_print;
mod room_request;
mod run_line;
mod run_print;
mod seen;
mod service_line;
mod spoken;
mod token;
mod vocabulary;
mod wanted_line;
mod word;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::facts::{
    BoxContents, Device, DeviceKind, Half, InstrumentReading, Lamp, LampReading, Meter, MeterReading, Observation,
    ObservationGroup, Pointer, Probe, add_cable, free_number,
};
use crate::quantity::{Gauge, Length, UnitSystem, parse_length, parse_mass, parse_offset, parse_voltage, parse_volume};

pub use line_words::LengthError;
pub use panel_line::read_panel_line;
pub use panel_request::{PanelLine, PanelLineError};
pub use request::JotRequest;
pub use room_line::{RoomLine, read_room_line};
pub use room_print::{SketchLine, sketch_lines};
pub use room_request::{RoomBox, RoomLineError, RoomLineRequest};
pub use run_line::{RunLine, RunLineError, RunLineRequest, read_run_line};
pub use run_print::{RunLineText, RunWords, run_lines, run_words};
use token::{Token, is_fraction, is_stray_figure, text_of, tokens, word};
pub use vocabulary::vocabulary;
pub use word::Word;
use word::{Meaning, Measure};

/// What devices are rated, in amperes.
const RATINGS: [u16; 5] = [15, 20, 30, 40, 50];
/// The longest line that is read.
pub const LONGEST_LINE: usize = 400;

/// A piece of the line and what it was taken for.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct Chip {
    /// The piece as it was typed.
    pub text: String,
    /// What it was taken for; absent when it was not understood.
    pub read: Option<String>,
    /// Why it was not understood.
    pub error: Option<String>,
}

/// A word that the last piece may become.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct Completion {
    /// The word.
    pub word: String,
    /// What it says.
    pub says: String,
}

/// What a line says of a box.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
pub struct Jotted {
    /// The line in pieces.
    pub chips: Vec<Chip>,
    /// The tag that the line begins with.
    pub tag: Option<String>,
    /// The box with what was understood in its place.
    pub contents: BoxContents,
    /// Words that the last piece may become.
    pub completions: Vec<Completion>,
}

/// Reads `line` on to `contents`. Lengths without a unit are in the audit's.
///
/// ```
/// use nailpunch_core::facts::BoxContents;
/// use nailpunch_core::jot::read_line;
/// use nailpunch_core::quantity::{Length, UnitSystem};
///
/// let jotted = read_line("K3 dup15 14/2 fl 2 3/4, sb 3/8", &BoxContents::default(), UnitSystem::Inch);
/// assert_eq!(jotted.tag.as_deref(), Some("K3"));
/// assert_eq!(jotted.contents.conductors[0].free_length, Some(Length::sixteenths(44)));
/// assert!(jotted.chips.iter().all(|chip| chip.error.is_none()));
/// ```
pub fn read_line(line: &str, contents: &BoxContents, units: UnitSystem) -> Jotted {
    let line: String = line.chars().take(LONGEST_LINE).collect();
    let line = spoken::typed(&line);
    let tokens = tokens(&line);
    let mut reader = Reader {
        tokens: &tokens,
        at: 0,
        units,
        stood: contents.devices.first().map(|device| device.kind),
        contents: contents.clone(),
        chips: Vec::new(),
        tag: None,
        said: Vec::new(),
        unrated: false,
    };
    while reader.at < reader.tokens.len() {
        reader.piece();
    }
    let partial = if line.ends_with(char::is_whitespace) { None } else { tokens.last() };
    Jotted {
        completions: partial.map_or_else(Vec::new, |partial| completions(partial.bare)),
        chips: reader.chips,
        tag: reader.tag,
        contents: reader.contents,
    }
}

fn completions(partial: &str) -> Vec<Completion> {
    let partial = partial.to_lowercase();
    let bare = partial.trim_start_matches('-');
    let begins = |word: &&Word| word.names.iter().any(|name| name.starts_with(bare) && *name != bare);
    let words = vocabulary().filter(|_| !bare.is_empty()).filter(begins).take(6);
    words
        .map(|word| Completion {
            word: format!("{}{}", if partial.starts_with('-') { "-" } else { "" }, word.names[0]),
            says: word.says.to_owned(),
        })
        .collect()
}

struct Reader<'a> {
    tokens: &'a [Token<'a>],
    at: usize,
    units: UnitSystem,
    /// The device that the box had before the line.
    stood: Option<DeviceKind>,
    contents: BoxContents,
    chips: Vec<Chip>,
    tag: Option<String>,
    /// The figures that the line has given already, each by its word.
    said: Vec<(&'static str, String)>,
    /// The last piece was a device without its rating.
    unrated: bool,
}

impl Reader<'_> {
    /// Takes `count` tokens for one chip.
    fn take(&mut self, count: usize, read: Result<String, String>) {
        let text = text_of(&self.tokens[self.at..self.at + count]);
        self.at += count;
        self.unrated = false;
        let (read, error) = match read {
            Ok(read) => (Some(read), None),
            Err(error) => (None, Some(error)),
        };
        self.chips.push(Chip { text, read, error });
    }

    /// Takes a figure of a word that stands once in a line; the second time it is marked, and the first stays.
    fn take_once(&mut self, word: &'static str, count: usize, read: String, apply: impl FnOnce(&mut BoxContents)) {
        if let Some((_, first)) = self.said.iter().find(|(known, _)| *known == word) {
            let error = format!("this line says {first} already; take one of the two out");
            return self.take(count, Err(error));
        }
        self.said.push((word, read.clone()));
        apply(&mut self.contents);
        self.take(count, Ok(read));
    }

    fn piece(&mut self) {
        let token = self.tokens[self.at].bare.to_lowercase();
        if token.is_empty() {
            return self.take(1, Ok("end of a phrase".to_owned()));
        }
        if let Some(read) = self.cable(&token) {
            return self.take(1, read);
        }
        if let Some(amperes) = token.strip_suffix('a').and_then(|figure| figure.parse::<u16>().ok()) {
            return self.amperes(amperes);
        }
        if let Some(gangs) = token.strip_suffix('g').and_then(|figure| figure.parse::<u8>().ok()) {
            if !(1..=12).contains(&gangs) {
                return self.take(1, Err("a box has 1 to 12 gangs".to_owned()));
            }
            return self.take_once("gangs", 1, format!("{gangs} gang"), |contents| contents.gangs = Some(gangs));
        }
        let (absent, bare) = token.strip_prefix('-').map_or((false, token.as_str()), |bare| (true, bare));
        let (one_more, bare) = bare.strip_prefix('+').map_or((false, bare), |bare| (true, bare));
        let first = self.chips.is_empty();
        if first && self.tokens[self.at].glued && bare.len() == 1 {
            let whole = text_of(&self.tokens[..2]);
            let error =
                format!("is this the box {whole}, or `{bare}` with a figure behind it? Leave a space for the figure");
            return self.take(2, Err(error));
        }
        match word(bare).map(|word| (word, word.meaning)) {
            Some((_, Meaning::Device(kind))) if !absent => self.device(kind, one_more),
            Some((word, _)) if one_more => {
                self.take(1, Err(format!("`+` stands before one more device; {} is something else", word.names[0])));
            }
            Some((word, Meaning::Observe(what))) => {
                self.contents.observe(what, !absent);
                let read = if absent { what.sound() } else { word.says };
                self.take(1, Ok(read.to_owned()));
            }
            Some((word, _)) if absent => {
                self.take(1, Err(format!("`-` stands before what one looks for; {} is something else", word.names[0])));
            }
            Some((word, Meaning::Set(set))) => {
                set(&mut self.contents);
                self.take(1, Ok(word.says.to_owned()));
            }
            Some((word, Meaning::OfHung(set))) => match &mut self.contents.hung {
                Some(hung) => {
                    set(hung);
                    self.take(1, Ok(word.says.to_owned()));
                }
                None => self.take(1, Err(NOTHING_HANGS.to_owned())),
            },
            Some((word, Meaning::Shape(shape))) => match self.contents.devices.last_mut() {
                Some(device) if device.kind.is_receptacle() => {
                    device.configuration = Some(shape);
                    self.take(1, Ok(word.says.to_owned()));
                }
                _ => self.take(1, Err("say the receptacle first: `rng 14-50`, `single 6-20`".to_owned())),
            },
            Some((_, Meaning::AllElseSound)) => {
                let read = self.all_else_sound();
                self.take(1, Ok(read));
            }
            Some((_, Meaning::Device(_))) => {
                self.take(1, Err("`-` stands before what one looks for; a device is taken out on its page".to_owned()));
            }
            Some((word, Meaning::Measure(measure))) => self.measure(word, measure),
            Some((word, Meaning::Breaker)) => self.breaker(word),
            Some((word, Meaning::Lamps)) => self.lamps(word),
            Some((word, Meaning::Volts(meter, from, to))) => self.volts(word, meter, from, to),
            None if first && !absent && !one_more && looks_like_a_tag(&token) => {
                self.tag = Some(self.tokens[0].bare.to_owned());
                self.take(1, Ok(format!("box {}", self.tokens[0].bare)));
            }
            None => self.take(1, Err(format!("`{token}` is not a word of the jot line"))),
        }
    }

    /// "dup 15": a device with its rating. Where the box has one already, one more is asked for by name.
    fn device(&mut self, kind: DeviceKind, one_more: bool) {
        let rating = self.tokens.get(self.at + 1).and_then(|next| next.bare.parse::<u16>().ok());
        let count = 1 + usize::from(rating.is_some());
        if let Some(rating) = rating.filter(|rating| !RATINGS.contains(rating)) {
            return self.take(count, Err(format!("no device is rated {rating} A; write 15, 20, 30, 40 or 50")));
        }
        if let (Some(stood), false) = (self.stood, one_more) {
            let error = format!("the box has a {} already; write `+` before one more", stood.name());
            return self.take(count, Err(error));
        }
        if self.contents.devices.len() >= 12 {
            return self.take(count, Err("one box holds at most 12 devices".to_owned()));
        }
        let id = free_number(self.contents.devices.iter().map(|device| device.id));
        self.contents.devices.push(Device { amperes: rating, ..Device::new(id, kind) });
        let read = rating.map_or_else(|| kind.name().to_owned(), |rating| format!("{} {rating} A", kind.name()));
        self.take(count, Ok(read));
        self.unrated = rating.is_none();
    }

    /// "15a": the rating of the device before it; where there is none, that of the breaker.
    fn amperes(&mut self, amperes: u16) {
        let Some(device) = self.contents.devices.last_mut().filter(|_| self.unrated) else {
            return self.take_once("breaker", 1, format!("breaker {amperes} A"), |contents| {
                contents.supply.amperes = Some(amperes);
            });
        };
        if !RATINGS.contains(&amperes) {
            return self.take(1, Err(format!("no device is rated {amperes} A; `brk {amperes}` is the breaker")));
        }
        device.amperes = Some(amperes);
        let read = format!("{} rated {amperes} A", device.kind.name());
        self.take(1, Ok(read));
    }

    /// "brk 20", "brk 20a".
    fn breaker(&mut self, word: &'static Word) {
        let next = self.tokens.get(self.at + 1).map(|next| next.bare.to_lowercase());
        let figure = next.as_deref().map(|next| next.strip_suffix('a').unwrap_or(next).parse::<u16>());
        match figure {
            Some(Ok(amperes)) if amperes > 0 => {
                self.take_once("breaker", 2, format!("{} {amperes} A", word.says), |contents| {
                    contents.supply.amperes = Some(amperes);
                });
            }
            _ => {
                let count = 1 + usize::from(next.is_some());
                self.take(count, Err(format!("{} wants its amperes behind it", word.says)));
            }
        }
    }

    /// "14/2", "2x12/3", "12/3x2", "14/2ng".
    fn cable(&mut self, token: &str) -> Option<Result<String, String>> {
        let (count, cable) = match token.split_once('x') {
            Some((count, cable)) if cable.contains('/') => (count.parse::<usize>().ok()?, cable),
            Some((cable, count)) => (count.parse::<usize>().ok()?, cable),
            None => (1, token),
        };
        if is_fraction(cable) {
            return None;
        }
        let (gauge, insulated) = cable.split_once('/')?;
        let (insulated, ground) = insulated.strip_suffix("ng").map_or((insulated, true), |bare| (bare, false));
        let gauge = match gauge {
            "18" => Gauge::Awg18,
            "16" => Gauge::Awg16,
            "14" => Gauge::Awg14,
            "12" => Gauge::Awg12,
            "10" => Gauge::Awg10,
            "8" => Gauge::Awg8,
            "6" => Gauge::Awg6,
            _ => return None,
        };
        let insulated = insulated.parse::<u8>().ok()?;
        if !(1..=4).contains(&insulated) || count == 0 || self.contents.cables.len().saturating_add(count) > 20 {
            return Some(Err("a cable has 1 to 4 insulated conductors, and a box at most 20 cables here".to_owned()));
        }
        for _ in 0..count {
            add_cable(&mut self.contents, gauge, insulated, ground, &[]);
        }
        let with = if ground { "and ground" } else { "no ground" };
        let cables = if count == 1 { "cable".to_owned() } else { format!("{count} cables") };
        Some(Ok(format!("{cables} {gauge}, {insulated} {with}")))
    }

    /// A word with a figure behind it, of as many tokens as still read as one. What is left of a figure and does not belong
    /// to it makes all of it doubtful: nothing of it is kept.
    fn measure(&mut self, word: &'static Word, measure: Measure) {
        let rest = &self.tokens[self.at + 1..];
        let belongs = |token: &Token| !token.bare.contains('/') || is_fraction(token.bare);
        let within = rest.iter().take(3).take_while(|token| belongs(token)).count();
        let within = within.max(usize::from(!rest.is_empty()));
        let joined = |count: usize| rest[..count].iter().map(|token| token.bare).collect::<Vec<_>>().join(" ");
        let longest = (1..=within).rev().find(|count| self.figure(measure, &joined(*count)).is_ok());
        let Some(count) = longest else {
            let why = match rest.first() {
                None => format!("{} wants a figure behind it", word.says),
                Some(next) => self.figure(measure, next.bare).err().unwrap_or_default(),
            };
            return self.take(1 + usize::from(!rest.is_empty()), Err(why));
        };
        if let Some(stray) = rest.get(count).filter(|next| is_stray_figure(next.bare)) {
            let error = format!("`{} {}` is no one figure; write it like 2 3/4 or 2.75", joined(count), stray.bare);
            return self.take(2 + count, Err(error));
        }
        if let Ok((text, apply)) = self.figure(measure, &joined(count)) {
            self.take_once(word.names[0], 1 + count, format!("{} {text}", word.says), apply);
        }
    }

    #[allow(clippy::type_complexity, reason = "a reading and what it does, used at once")]
    fn figure(&self, measure: Measure, text: &str) -> Result<(String, Box<dyn Fn(&mut BoxContents)>), String> {
        let units = self.units;
        Ok(match measure {
            Measure::Length(set) => {
                let length = parse_length(text, units).map_err(|error| error.to_string())?;
                if length > Length::mm(2_000) {
                    return Err("this is longer than any box is large; measure it again".to_owned());
                }
                (length.say(units), Box::new(move |contents| set(contents, length)))
            }
            Measure::Far(set) => {
                let length = parse_length(text, units).map_err(|error| error.to_string())?;
                if length > Length::mm(30_000) {
                    return Err("this is farther than any room is wide; measure it again".to_owned());
                }
                (length.say(units), Box::new(move |contents| set(contents, length)))
            }
            Measure::Offset(set) => {
                let offset = parse_offset(text, units).map_err(|error| error.to_string())?;
                if offset.distance() > Length::mm(2_000) {
                    return Err("this is longer than any box is large; measure it again".to_owned());
                }
                (offset.say(units), Box::new(move |contents| set(contents, offset)))
            }
            Measure::Volume(set) => {
                let volume = parse_volume(text, units).map_err(|error| error.to_string())?;
                if volume.nl() == 0 {
                    return Err("a marked volume is more than nothing".to_owned());
                }
                (volume.print(units), Box::new(move |contents| set(contents, volume)))
            }
            _ if self.contents.hung.is_none() => return Err(NOTHING_HANGS.to_owned()),
            Measure::HungLength(set) => {
                let length = parse_length(text, units).map_err(|error| error.to_string())?;
                if length > Length::mm(30_000) {
                    return Err("this is farther than any room is high; measure it again".to_owned());
                }
                (length.say_run(units), Box::new(move |contents| contents.hung.iter_mut().for_each(|h| set(h, length))))
            }
            Measure::HungMass(set) => {
                let mass = parse_mass(text, units).map_err(|error| error.to_string())?;
                (mass.print(units), Box::new(move |contents| contents.hung.iter_mut().for_each(|h| set(h, mass))))
            }
            Measure::HungCount(set, unit) => {
                let count = text.parse::<u16>().map_err(|_| format!("`{text}` is no whole number"))?;
                // What a box cannot hold is not kept from a line either.
                let mut tried = self.contents.clone();
                tried.hung.iter_mut().for_each(|hung| set(hung, count));
                if let Some(problem) = tried.problems(&Pointer::root()).into_iter().next() {
                    return Err(problem.message);
                }
                (
                    format!("{count}{unit}"),
                    Box::new(move |contents| contents.hung.iter_mut().for_each(|h| set(h, count))),
                )
            }
        })
    }

    /// "lamps ++-": hot–neutral, hot–ground, neutral–ground.
    fn lamps(&mut self, word: &Word) {
        let pattern: Vec<Option<Lamp>> = self.tokens.get(self.at + 1).map_or_else(Vec::new, |pattern| {
            let lamp = |c: char| match c {
                '+' => Some(Lamp::Lit),
                '~' => Some(Lamp::Dim),
                '-' | 'o' => Some(Lamp::Off),
                _ => None,
            };
            pattern.bare.chars().map(lamp).collect()
        });
        match pattern[..] {
            [Some(hot_neutral), Some(hot_ground), Some(neutral_ground)] => {
                let half =
                    if self.contents.lamps.is_empty() { crate::facts::Half::Upper } else { crate::facts::Half::Lower };
                self.contents.lamps.truncate(1);
                self.contents.lamps.push(LampReading { half, hot_neutral, hot_ground, neutral_ground });
                self.take(2, Ok(word.says.to_owned()));
            }
            _ => {
                let count = 1 + usize::from(self.at + 1 < self.tokens.len());
                let why = "three lamps: + lit, ~ dim, - off; hot to neutral, hot to ground, neutral to ground";
                self.take(count, Err(why.to_owned()));
            }
        }
    }

    /// "hg 57": a voltage read in the upper half.
    fn volts(&mut self, word: &Word, meter: Meter, from: Probe, to: Probe) {
        let Some(text) = self.tokens.get(self.at + 1) else {
            return self.take(1, Err(format!("{}: write the volts behind it", word.says)));
        };
        match parse_voltage(text.bare) {
            Ok(volts) => {
                let reading =
                    MeterReading { half: Half::Upper, meter, from, to, volts: Some(volts), loaded: false, at: None };
                InstrumentReading::Meter(reading).take_into(&mut self.contents);
                self.take(2, Ok(format!("{} {}", word.says, volts.print())));
            }
            Err(error) => self.take(2, Err(error.to_string())),
        }
    }

    fn all_else_sound(&mut self) -> String {
        let mut count = 0;
        let hangs = self.contents.hung.is_some();
        let looked_for = |group| group != ObservationGroup::Stop && (hangs || group != ObservationGroup::Hung);
        for what in Observation::ALL.iter().filter(|what| looked_for(what.group())) {
            if self.contents.observed(*what).is_none() {
                self.contents.observe(*what, false);
                count += 1;
            }
        }
        format!("looked at all else, {count} sound")
    }
}

/// Said of a fact of what hangs, where nothing does.
const NOTHING_HANGS: &str = "say first what hangs: `fan`, `lum`, `sconce`, `can` or `holder`";

/// A letter or two and a figure or two, "K3".
fn looks_like_a_tag(token: &str) -> bool {
    let letters = token.chars().take_while(char::is_ascii_alphabetic).count();
    let rest = &token[letters..];
    (1..=3).contains(&letters)
        && !rest.is_empty()
        && rest.len() <= 4
        && rest.chars().all(|c| c.is_ascii_alphanumeric() || c == '.')
}

#[cfg(test)]
mod tests;
