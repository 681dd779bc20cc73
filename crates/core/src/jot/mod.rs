//! The jot line: one line of text, one box. A small grammar of words, documented in docs/jot.md; what is understood is
//! shown back piece by piece, what is not is marked and never dropped.
//!
//! ```text
//! line   = { word | word length | count "x" cable | cable | device [ amperes ] }
//! cable  = gauge "/" conductors [ "ng" ]
//! ```

mod panel_line;
mod request;
mod vocabulary;

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::facts::{
    BoxContents, Device, Half, InstrumentReading, Lamp, LampReading, Meter, MeterReading, Observation,
    ObservationGroup, Probe, add_cable,
};
use crate::quantity::{Gauge, Length, UnitSystem, parse_length, parse_mass, parse_offset, parse_voltage, parse_volume};

pub use panel_line::{PanelLine, PanelLineError, read_panel_line};
pub use request::JotRequest;
use vocabulary::{Meaning, Measure};
pub use vocabulary::{VOCABULARY, Word};

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
pub fn read_line(line: &str, contents: &BoxContents, units: UnitSystem) -> Jotted {
    let line: String = line.chars().take(LONGEST_LINE).collect();
    let tokens: Vec<&str> = line.split_whitespace().collect();
    let mut reader = Reader { tokens: &tokens, at: 0, units, contents: contents.clone(), chips: Vec::new(), tag: None };
    while reader.at < reader.tokens.len() {
        reader.piece();
    }
    let partial = if line.ends_with(char::is_whitespace) { None } else { tokens.last() };
    Jotted {
        completions: partial.map_or_else(Vec::new, |partial| completions(partial)),
        chips: reader.chips,
        tag: reader.tag,
        contents: reader.contents,
    }
}

fn completions(partial: &str) -> Vec<Completion> {
    let partial = partial.to_lowercase();
    let bare = partial.trim_start_matches('-');
    let begins = |word: &&Word| word.names.iter().any(|name| name.starts_with(bare) && *name != bare);
    let words = VOCABULARY.iter().filter(|_| !bare.is_empty()).filter(begins).take(6);
    words
        .map(|word| Completion {
            word: format!("{}{}", if partial.starts_with('-') { "-" } else { "" }, word.names[0]),
            says: word.says.to_owned(),
        })
        .collect()
}

struct Reader<'a> {
    tokens: &'a [&'a str],
    at: usize,
    units: UnitSystem,
    contents: BoxContents,
    chips: Vec<Chip>,
    tag: Option<String>,
}

impl Reader<'_> {
    /// Takes `count` tokens for one chip.
    fn take(&mut self, count: usize, read: Result<String, String>) {
        let text = self.tokens[self.at..self.at + count].join(" ");
        self.at += count;
        let (read, error) = match read {
            Ok(read) => (Some(read), None),
            Err(error) => (None, Some(error)),
        };
        self.chips.push(Chip { text, read, error });
    }

    fn piece(&mut self) {
        let token = self.tokens[self.at].to_lowercase();
        if let Some(read) = self.cable(&token) {
            return self.take(1, read);
        }
        if let Some(amperes) = token.strip_suffix('a').and_then(|figure| figure.parse::<u16>().ok()) {
            self.contents.supply.amperes = Some(amperes);
            return self.take(1, Ok(format!("breaker {amperes} A")));
        }
        if let Some(gangs) = token.strip_suffix('g').and_then(|figure| figure.parse::<u8>().ok()) {
            if !(1..=12).contains(&gangs) {
                return self.take(1, Err("a box has 1 to 12 gangs".to_owned()));
            }
            self.contents.gangs = Some(gangs);
            return self.take(1, Ok(format!("{gangs} gang")));
        }
        let (absent, bare) = token.strip_prefix('-').map_or((false, token.as_str()), |bare| (true, bare));
        let word = VOCABULARY.iter().find(|word| word.names.contains(&bare));
        match word.map(|word| (word, word.meaning)) {
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
            Some((_, Meaning::AllElseSound)) => {
                let read = self.all_else_sound();
                self.take(1, Ok(read));
            }
            Some((_, Meaning::Device(kind))) => {
                let id = self.contents.devices.iter().map(|device| device.id).max().unwrap_or(0) + 1;
                let rating = self.tokens.get(self.at + 1).and_then(|next| next.parse::<u16>().ok());
                let rating = rating.filter(|rating| [15, 20, 30, 40, 50].contains(rating));
                if self.contents.devices.len() >= 12 {
                    return self.take(1, Err("one box holds at most 12 devices".to_owned()));
                }
                self.contents.devices.push(Device { amperes: rating, ..Device::new(id, kind) });
                let read =
                    rating.map_or_else(|| kind.name().to_owned(), |rating| format!("{} {rating} A", kind.name()));
                self.take(1 + usize::from(rating.is_some()), Ok(read));
            }
            Some((word, Meaning::Measure(measure))) => self.measure(word, measure),
            Some((word, Meaning::Lamps)) => self.lamps(word),
            Some((word, Meaning::Volts(meter, from, to))) => self.volts(word, meter, from, to),
            None if self.chips.is_empty() && looks_like_a_tag(&token) => {
                self.tag = Some(self.tokens[0].to_owned());
                self.take(1, Ok(format!("box {}", self.tokens[0])));
            }
            None => self.take(1, Err(format!("`{token}` is not a word of the jot line"))),
        }
    }

    /// "14/2", "2x12/3", "14/2ng".
    fn cable(&mut self, token: &str) -> Option<Result<String, String>> {
        let (count, cable) = match token.split_once('x') {
            Some((count, cable)) => (count.parse::<usize>().ok()?, cable),
            None => (1, token),
        };
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
        if !(1..=4).contains(&insulated) || count == 0 || self.contents.cables.len() + count > 20 {
            return Some(Err("a cable has 1 to 4 insulated conductors, and a box at most 20 cables here".to_owned()));
        }
        for _ in 0..count {
            add_cable(&mut self.contents, gauge, insulated, ground, &[]);
        }
        let with = if ground { "and ground" } else { "no ground" };
        let cables = if count == 1 { "cable".to_owned() } else { format!("{count} cables") };
        Some(Ok(format!("{cables} {gauge}, {insulated} {with}")))
    }

    /// A word with a figure behind it, of as many tokens as still read as one.
    fn measure(&mut self, word: &Word, measure: Measure) {
        let rest = &self.tokens[self.at + 1..];
        let longest =
            (1..=rest.len().min(3)).rev().find(|count| self.figure(measure, &rest[..*count].join(" ")).is_ok());
        match longest {
            Some(count) => {
                let read = self.figure(measure, &rest[..count].join(" "));
                if let Ok((text, apply)) = read {
                    apply(&mut self.contents);
                    self.take(1 + count, Ok(format!("{} {text}", word.says)));
                }
            }
            None => {
                let why = match rest.first() {
                    None => format!("{} wants a figure behind it", word.says),
                    Some(next) => self.figure(measure, next).err().unwrap_or_default(),
                };
                self.take(1 + usize::from(!rest.is_empty()), Err(why));
            }
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
            Measure::Mass(set) => {
                let mass = parse_mass(text, units).map_err(|error| error.to_string())?;
                (mass.print(units), Box::new(move |contents| set(contents, mass)))
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
            pattern.chars().map(lamp).collect()
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
        match parse_voltage(text) {
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
        for what in Observation::ALL.iter().filter(|what| what.group() != ObservationGroup::Stop) {
            if self.contents.observed(*what).is_none() {
                self.contents.observe(*what, false);
                count += 1;
            }
        }
        format!("looked at all else, {count} sound")
    }
}

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
mod tests {
    use proptest::prelude::*;

    use super::*;
    use crate::facts::{DeviceKind, Pointer, WallFinish};

    fn read(line: &str) -> Jotted {
        read_line(line, &BoxContents::default(), UnitSystem::Inch)
    }

    fn not_understood(jotted: &Jotted) -> Vec<&str> {
        jotted.chips.iter().filter(|chip| chip.error.is_some()).map(|chip| chip.text.as_str()).collect()
    }

    #[test]
    fn one_line_fills_a_box() {
        let jotted = read("K3 dup 15 2x14/2 d 1/2 fl 2 3/4 out 3/4 sb 3/8 gyp");
        assert_eq!(not_understood(&jotted), Vec::<&str>::new());
        let contents = &jotted.contents;
        assert_eq!(jotted.tag.as_deref(), Some("K3"));
        assert_eq!((contents.devices[0].kind, contents.devices[0].amperes), (DeviceKind::DuplexReceptacle, Some(15)));
        assert_eq!((contents.cables.len(), contents.conductors.len()), (2, 6));
        assert!(contents.cables.iter().all(|cable| cable.sheath_end == Some(Length::sixteenths(8))));
        assert!(contents.conductors.iter().all(|c| c.free_length == Some(Length::sixteenths(44))));
        assert!(contents.conductors.iter().all(|c| c.reach == Some(Length::sixteenths(12).into())));
        assert_eq!(contents.stand.set_back, Some(Length::sixteenths(6)));
        assert_eq!(contents.wall_finish, Some(WallFinish::GypsumBoard));
        let chips: Vec<&str> = jotted.chips.iter().map(|chip| chip.text.as_str()).collect();
        assert_eq!(chips, ["K3", "dup 15", "2x14/2", "d 1/2", "fl 2 3/4", "out 3/4", "sb 3/8", "gyp"]);
    }

    #[test]
    fn what_is_not_understood_is_marked_and_kept() {
        let jotted = read("sw 14/2 fl two wobbly ko sb");
        assert_eq!(not_understood(&jotted), ["fl two", "wobbly", "sb"]);
        assert_eq!(jotted.contents.observed(Observation::OpenKnockout), Some(true));
    }

    #[test]
    fn a_minus_says_that_one_looked_and_found_none() {
        let jotted = read("-ko loose allok");
        assert_eq!(jotted.contents.observed(Observation::OpenKnockout), Some(false));
        assert_eq!(jotted.contents.observed(Observation::DeviceLoose), Some(true));
        assert_eq!(jotted.contents.observed(Observation::PlateCracked), Some(false));
        assert_eq!(jotted.contents.observed(Observation::Charred), None, "a stop is never taken for granted");
    }

    #[test]
    fn volts_are_read_by_their_leads() {
        let jotted = read("hn 119.6 hg 57 lhg 400mV");
        let volts: Vec<_> = jotted.contents.readings.iter().filter_map(crate::facts::MeterReading::words).collect();
        assert_eq!(
            volts,
            [
                "hot to neutral 119.6 V, high-impedance meter",
                "hot to ground 57 V, high-impedance meter",
                "hot to ground 400 mV, low-impedance meter"
            ]
        );
        assert!(read("hn 5000").chips[0].error.as_deref().is_some_and(|error| error.contains("1000 V")));
        assert!(read("hn").chips[0].error.is_some());
    }

    #[test]
    fn lamps_breakers_and_gangs() {
        let jotted = read("20a 2g lamps +-- vol 18 fan lb 35");
        assert_eq!(not_understood(&jotted), Vec::<&str>::new());
        assert_eq!((jotted.contents.supply.amperes, jotted.contents.gangs), (Some(20), Some(2)));
        assert_eq!(jotted.contents.lamps[0].hot_neutral, Lamp::Lit);
        assert_eq!(jotted.contents.lamps[0].hot_ground, Lamp::Off);
        assert!(jotted.contents.hung.is_some_and(|hung| hung.mass == Some(crate::quantity::Mass::pounds(35))));
    }

    #[test]
    fn a_word_begun_is_completed() {
        let words: Vec<String> = read("gy").completions.into_iter().map(|completion| completion.word).collect();
        assert_eq!(words, ["gyp"]);
        assert!(read("gyp ").completions.is_empty());
    }

    #[test]
    fn every_word_has_one_meaning_and_is_documented() {
        let guide = include_str!("../../../../docs/jot.md");
        for (index, word) in VOCABULARY.iter().enumerate() {
            for name in word.names {
                assert!(!VOCABULARY[..index].iter().any(|other| other.names.contains(name)), "{name} twice");
            }
            assert!(guide.contains(&format!("`{}`", word.names[0])), "{} is not in docs/jot.md", word.names[0]);
        }
    }

    proptest! {
        #[test]
        fn nothing_typed_is_dropped_and_nothing_odd_is_kept(line in "[ -~½¾″]{0,80}") {
            let jotted = read(&line);
            let typed: Vec<&str> = line.split_whitespace().collect();
            let back: Vec<&str> = jotted.chips.iter().flat_map(|chip| chip.text.split(' ')).collect();
            prop_assert_eq!(typed, back);
            prop_assert_eq!(jotted.contents.problems(&Pointer::root()), vec![]);
        }
    }
}
