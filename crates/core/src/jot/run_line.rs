//! The line typed along a cable run: one line for what it is, and one for each stretch that goes another way. Documented in
//! docs/jot.md.
//!
//! ```text
//! line    = wiring | stretch
//! wiring  = method [ gauge [ "-" conductors ] | size ] { metal | amperes "a" | "gfci" | "nogfci" | "240v" | "thick" | "thin"
//!           | "slack" length | "holds" { count "x" gauge [ "thick" | "bare" ] } }
//! stretch = way [ length ] { trait } { "/" mark }
//! trait   = ( "edge" | "h" | "hatch" | "headroom" | "deep" ) length | "under" cover | "x" cables | "guarded" | "struck" | ...
//! mark    = kind { length [ "x" count "every" length ] } { "edge" length | "plate" | "bare" | ... }
//! ```

use serde::Deserialize;
use serde::Serialize;
use utoipa::ToSchema;

use super::line_words::{LengthError, Words};
use crate::facts::{
    Course, DamageKind, RacewayConductors, RunMark, RunPoint, RunWay, SpliceHow, Stretch, SupportKind, WarmThing,
};
use crate::quantity::{Gauge, Length, UnitSystem, capitalised};
use crate::standard::{Material, Over, RacewayInsulation, TradeSize, WiringMethod};

/// The longest line, in characters.
const LONGEST: usize = 4_000;
/// The most places that "every" makes.
const MOST_EVERY: u32 = 1_000;

/// A line typed along a run.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RunLineRequest {
    /// The line, at most 4,000 characters.
    pub line: String,
    /// The course as it is.
    pub course: Course,
    /// The place of the stretch that it is about; one more where absent.
    #[serde(default)]
    pub stretch: Option<usize>,
    /// The unit of figures without one.
    pub units: UnitSystem,
}

/// A course after a line.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RunLine {
    /// The course with what the line says in its place.
    pub course: Course,
    /// What was understood, in plain words.
    pub says: String,
}

/// Why a line is not taken; nothing of it is.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum RunLineError {
    /// Nothing was typed.
    #[error("begin with how it is wired, \"nm 12-2 20a\", or how a stretch goes, \"studs 12' / staple 8 5' 11'\"")]
    Empty,
    /// It is too long.
    #[error("this line is longer than {LONGEST} characters; type one stretch a line")]
    TooLong,
    /// The first word is neither a wiring method nor a way.
    #[error("\"{0}\" is no wiring method ({methods}) and no way ({ways})", methods = names(&METHODS), ways = ways())]
    UnknownBeginning(String),
    /// A word that stands for nothing of the wiring.
    #[error(
        "\"{0}\" is nothing of the wiring; use a size like 12-2 or 3/4, 20a, gfci, nogfci, 240v, al, slack, wide, holds, carrying"
    )]
    UnknownWiring(String),
    /// A word that stands for nothing of a stretch.
    #[error(
        "\"{0}\" is nothing of a stretch; use a length, edge, h, hatch, headroom, deep, under, x5, guarded, struck, clear, wet, dry, \
         stairs, nostairs, sealed, open, or / before what is found along it"
    )]
    UnknownTrait(String),
    /// A word that nothing lies under.
    #[error("\"{0}\" lies over nothing; use {covers}", covers = names(&COVERS))]
    UnknownCover(String),
    /// What stands behind a slash is no mark.
    #[error("\"{0}\" is nothing that is found along a run; use {marks}", marks = marks())]
    UnknownMark(String),
    /// A word that a mark does not have.
    #[error("\"{word}\" is nothing of {mark}")]
    UnknownOfMark {
        /// The word.
        word: String,
        /// The mark.
        mark: String,
    },
    /// A mark that says not what it is.
    #[error("say what {0} it is: {1}")]
    NoKind(&'static str, String),
    /// A length that is missing or cannot be read.
    #[error(transparent)]
    Length(#[from] LengthError),
    /// A line of the wiring in the place of a stretch.
    #[error("this line is about how the run is wired; type it in its own line")]
    NotAStretch,
    /// More places than are taken.
    #[error("at most {MOST_EVERY} places along one stretch, within 100 m")]
    TooMany,
}

pub(super) const METHODS: [(&str, WiringMethod); 14] = [
    ("nm", WiringMethod::Nonmetallic),
    ("uf", WiringMethod::Underground),
    ("ac", WiringMethod::ArmouredBonded),
    ("ac-old", WiringMethod::ArmouredOld),
    ("mc", WiringMethod::MetalClad),
    ("mc-ground", WiringMethod::MetalCladListed),
    ("emt", WiringMethod::ThinWall),
    ("rmc", WiringMethod::RigidMetal),
    ("fmc", WiringMethod::FlexibleMetal),
    ("pvc", WiringMethod::PlasticConduit),
    ("se", WiringMethod::Service),
    ("2w", WiringMethod::OldTwoWire),
    ("kt", WiringMethod::KnobAndTube),
    ("cord", WiringMethod::Cord),
];

pub(super) const COVERS: [(&str, Over); 6] = [
    ("soil", Over::Soil),
    ("concrete", Over::Concrete),
    ("slab", Over::Slab),
    ("building", Over::Building),
    ("drive", Over::Drive),
    ("street", Over::Street),
];

fn names<T>(words: &[(&str, T)]) -> String {
    words.iter().map(|(word, _)| *word).collect::<Vec<_>>().join(", ")
}

fn ways() -> String {
    RunWay::ALL.map(RunWay::word).join(", ")
}

fn marks() -> String {
    let supports = SupportKind::ALL.map(SupportKind::word).join(", ");
    let warm = WarmThing::ALL.map(WarmThing::word).join(", ");
    format!("{supports}, hole, notch, floor, {warm}, rise, bend90, bend45, curve, expansion, box, splice, damage")
}

fn named<T: Copy>(words: &[(&str, T)], word: &str) -> Option<T> {
    words.iter().find(|(known, _)| *known == word).map(|(_, known)| *known)
}

/// Reads a line on to a course.
///
/// # Errors
/// [`RunLineError`] when something of it is not understood; nothing of it is taken then.
///
/// # Example
/// ```
/// use nailpunch_core::facts::Course;
/// use nailpunch_core::jot::{RunLineRequest, read_run_line};
/// use nailpunch_core::quantity::UnitSystem;
///
/// let read = |line: &str, course| {
///     let request = RunLineRequest { line: line.to_owned(), course, stretch: None, units: UnitSystem::Inch };
///     read_run_line(&request).expect("it is understood")
/// };
/// let wired = read("nm 12-2 20a", Course::default());
/// assert_eq!(wired.says, "NM cable 12-2, 20 A.");
/// let run = read("studs 12' edge 1 3/4 / staple 8 5' 11'4 / damage 7' nicked", wired.course);
/// assert_eq!(run.says, "Stretch 1, along studs or joists, 12 ft: 4 places along it.");
/// ```
pub fn read_run_line(request: &RunLineRequest) -> Result<RunLine, RunLineError> {
    if request.line.chars().count() > LONGEST {
        return Err(RunLineError::TooLong);
    }
    if let Some(place) = request.stretch.filter(|place| *place < request.course.stretches.len())
        && request.line.trim().is_empty()
    {
        let mut course = request.course.clone();
        course.stretches.remove(place);
        return Ok(RunLine { course, says: format!("Stretch {} is taken out.", place + 1) });
    }
    let line = request.line.to_lowercase().replace('/', " / ").replace(',', " ");
    let words = rejoined(&line);
    let words: Vec<&str> = words.iter().map(String::as_str).collect();
    let mut words = Words { words, at: 0, units: request.units };
    let first = words.next().ok_or(RunLineError::Empty)?;
    if let Some(method) = named(&METHODS, first) {
        if request.stretch.is_some() {
            return Err(RunLineError::NotAStretch);
        }
        return wiring(&request.course, method, &mut words);
    }
    let way = RunWay::ALL.into_iter().find(|way| way.word() == first);
    let way = way.ok_or_else(|| RunLineError::UnknownBeginning(first.to_owned()))?;
    let stretch = stretch(way, &mut words)?;
    let mut course = request.course.clone();
    let place = request.stretch.filter(|place| *place < course.stretches.len());
    let say = stretch.length.map_or_else(|| "not taped".to_owned(), |length| length.say_run(request.units));
    let found = match stretch.points.len() {
        0 => "nothing noted along it".to_owned(),
        1 => "1 place along it".to_owned(),
        count => format!("{count} places along it"),
    };
    let number = place.unwrap_or(course.stretches.len()) + 1;
    let says = format!("Stretch {number}, {}, {say}: {found}.", way.name());
    match place {
        Some(place) => course.stretches[place] = stretch,
        None => course.stretches.push(stretch),
    }
    Ok(RunLine { course, says })
}

/// The words of a line. A slash between two figures is a fraction, and any other parts what is found along a stretch.
fn rejoined(line: &str) -> Vec<String> {
    let mut words: Vec<String> = Vec::new();
    let pieces: Vec<&str> = line.split_whitespace().collect();
    let figure = |word: Option<&&str>| word.and_then(|word| word.chars().next()).is_some_and(|c| c.is_ascii_digit());
    let mut at = 0;
    while at < pieces.len() {
        let before = words.last().and_then(|word| word.chars().next_back()).is_some_and(|c| c.is_ascii_digit());
        if pieces[at] == "/" && before && figure(pieces.get(at + 1)) {
            let next = pieces[at + 1];
            if let Some(last) = words.last_mut() {
                last.push('/');
                last.push_str(next);
            }
            at += 2;
            continue;
        }
        words.push(pieces[at].to_owned());
        at += 1;
    }
    words
}

fn wiring(course: &Course, method: WiringMethod, words: &mut Words) -> Result<RunLine, RunLineError> {
    let keep = Course { stretches: course.stretches.clone(), observed: course.observed.clone(), ..Course::default() };
    let mut course = Course { method, ..keep };
    while let Some(word) = words.next() {
        let amperes = word.strip_suffix('a').and_then(|figure| figure.parse().ok());
        match word {
            "gfci" => course.gfci = Some(true),
            "nogfci" => course.gfci = Some(false),
            "240v" => course.two_legs = Some(true),
            "120v" => course.two_legs = Some(false),
            "al" => course.material = Material::Aluminium,
            "cca" => course.material = Material::CopperClad,
            "cu" => course.material = Material::Copper,
            "thick" => course.thick = Some(true),
            "thin" => course.thick = Some(false),
            "slack" => course.slack = Some(words.length("slack")?),
            "wide" => course.width = Some(words.length("wide")?),
            "carrying" => {
                let count = words.next().and_then(|count| count.parse().ok());
                course.carrying = Some(count.ok_or_else(|| LengthError::None(word.to_owned()))?);
            }
            "holds" => course.holds = holds(words),
            _ if amperes.is_some() => course.amperes = amperes,
            _ => sized(&mut course, word).ok_or_else(|| RunLineError::UnknownWiring(word.to_owned()))?,
        }
    }
    let says = says_of_wiring(&course, words.units);
    Ok(RunLine { course, says })
}

fn says_of_wiring(course: &Course, units: UnitSystem) -> String {
    let mut said = vec![course.label()];
    said.extend(course.amperes.map(|amperes| format!("{amperes} A")));
    said.extend(course.gfci.map(|gfci| if gfci { "GFCI at its source" } else { "no GFCI" }.to_owned()));
    said.extend(course.two_legs.filter(|two| *two).map(|_| "240 V".to_owned()));
    said.extend(course.slack.map(|slack| format!("{} of slack", slack.say(units))));
    let held: u32 = course.holds.iter().map(|held| u32::from(held.count)).sum();
    said.extend((held > 0).then(|| format!("{held} conductors drawn through it")));
    format!("{}.", capitalised(&said.join(", ")))
}

/// A size as one writes it: "12-2", "12", "3/4", "1-1/4"; of a raceway its own.
fn sized(course: &mut Course, word: &str) -> Option<()> {
    if course.method.is_raceway() {
        course.size = TradeSize::ALL.into_iter().find(|size| size.name() == word);
        return course.size.map(|_| ());
    }
    let (size, conductors) = match word.rsplit_once('-') {
        Some((size, conductors)) => (size, Some(conductors.parse().ok()?)),
        None => (word, None),
    };
    course.gauge = Some(gauge(size)?);
    course.conductors = conductors;
    Some(())
}

fn gauge(size: &str) -> Option<Gauge> {
    Gauge::ALL.into_iter().find(|gauge| gauge.size() == size)
}

/// What is drawn through a raceway: "9x12 3x10 thick".
fn holds(words: &mut Words) -> Vec<RacewayConductors> {
    let mut held: Vec<RacewayConductors> = Vec::new();
    while let Some(word) = words.peek() {
        let known = word.split_once('x').and_then(|(count, size)| Some((count.parse().ok()?, gauge(size)?)));
        match (known, held.last_mut()) {
            (Some((count, gauge)), _) => {
                held.push(RacewayConductors { count, gauge, insulation: RacewayInsulation::Thin });
            }
            (None, Some(last)) if word == "thick" => last.insulation = RacewayInsulation::Thick,
            (None, Some(last)) if word == "bare" => last.insulation = RacewayInsulation::Bare,
            _ => break,
        }
        words.at += 1;
    }
    held
}

fn stretch(way: RunWay, words: &mut Words) -> Result<Stretch, RunLineError> {
    let mut stretch = Stretch::new(way);
    if words.is_length() {
        stretch.length = Some(words.length(way.word())?);
    }
    while let Some(word) = words.next() {
        let together = word.strip_prefix('x').and_then(|figure| figure.parse().ok());
        match word {
            "/" => break,
            "edge" => stretch.edge = Some(words.length(word)?),
            "h" => stretch.height = Some(words.length(word)?),
            "hatch" => stretch.hatch = Some(words.length(word)?),
            "headroom" => stretch.headroom = Some(words.length(word)?),
            "deep" => stretch.depth = Some(words.length(word)?),
            "under" => {
                let cover = words.next().unwrap_or_default();
                let known = named(&COVERS, cover);
                stretch.over = Some(known.ok_or_else(|| RunLineError::UnknownCover(cover.to_owned()))?);
            }
            "guarded" => stretch.guarded = Some(true),
            "bare" => stretch.guarded = Some(false),
            "struck" => stretch.struck = Some(true),
            "clear" => stretch.struck = Some(false),
            "wet" => stretch.wet = Some(true),
            "dry" => stretch.wet = Some(false),
            "stairs" => stretch.stairs = Some(true),
            "nostairs" => stretch.stairs = Some(false),
            "sealed" => stretch.insulated = Some(true),
            "open" => stretch.insulated = Some(false),
            _ if together.is_some() => stretch.together = together,
            _ => return Err(RunLineError::UnknownTrait(word.to_owned())),
        }
    }
    while words.peek().is_some() {
        stretch.points.extend(mark(words)?);
        if stretch.points.len() > MOST_EVERY as usize {
            return Err(RunLineError::TooMany);
        }
    }
    stretch.points.sort_by_key(|point| point.at);
    Ok(stretch)
}

/// What stands between two slashes: what it is, where it is, and what is said of it.
fn mark(words: &mut Words) -> Result<Vec<RunPoint>, RunLineError> {
    let name = words.next().unwrap_or_default().to_owned();
    if name == "/" {
        return Ok(Vec::new());
    }
    let places = places(&name, words)?;
    let mut what = begun(&name, words)?;
    while let Some(word) = words.next() {
        if word == "/" {
            break;
        }
        let word = word.to_owned();
        say(&mut what, &word, words)?;
    }
    Ok(places.into_iter().map(|at| RunPoint { at, what }).collect())
}

/// Where a mark is: lengths, each perhaps repeated, "16 x5 every 16".
fn places(name: &str, words: &mut Words) -> Result<Vec<Length>, RunLineError> {
    let mut places = Vec::new();
    while words.is_length() {
        let at = words.length(name)?;
        places.push(at);
        let again = words.peek().and_then(|word| word.strip_prefix('x')?.parse::<u32>().ok());
        if let Some(times) = again {
            words.at += 1;
            let step = if words.take("every") { words.length("every")? } else { at };
            for number in 1..i64::from(times.min(MOST_EVERY + 1)) {
                let next = Length::from_nm(at.nm() + number * step.nm());
                places.push(next.map_err(|_| RunLineError::TooMany)?);
            }
        }
        if places.len() > MOST_EVERY as usize {
            return Err(RunLineError::TooMany);
        }
    }
    if places.is_empty() { Err(LengthError::None(name.to_owned()).into()) } else { Ok(places) }
}

/// A mark by its name, with nothing said of it yet.
fn begun(name: &str, words: &mut Words) -> Result<RunMark, RunLineError> {
    if let Some(kind) = SupportKind::ALL.into_iter().find(|kind| kind.word() == name) {
        return Ok(RunMark::Support(kind));
    }
    if let Some(thing) = WarmThing::ALL.into_iter().find(|thing| thing.word() == name) {
        return Ok(RunMark::Near { thing, distance: None });
    }
    if let Some(degrees) = name.strip_prefix("bend").and_then(|figure| figure.parse().ok()) {
        return Ok(RunMark::Bend(degrees));
    }
    let mut kind = |what: &'static str, kinds: String| words.next().ok_or(RunLineError::NoKind(what, kinds));
    Ok(match name {
        "hole" => RunMark::Hole { edge: None, plate: None, metal: false, bushed: None },
        "notch" => RunMark::Notch { plate: None },
        "floor" => RunMark::Floor { sleeve: None },
        "rise" => RunMark::Rises { protected: None },
        "curve" => RunMark::Curve { radius: None },
        "expansion" => RunMark::Expansion,
        "box" => RunMark::Box,
        "splice" => {
            let kinds = SpliceHow::ALL.map(SpliceHow::word).join(", ");
            let word = kind("splice", kinds.clone())?;
            let how = SpliceHow::ALL.into_iter().find(|how| how.word() == word);
            RunMark::Splice(how.ok_or(RunLineError::NoKind("splice", kinds))?)
        }
        "damage" => {
            let kinds = DamageKind::ALL.map(DamageKind::word).join(", ");
            let word = kind("damage", kinds.clone())?;
            let how = DamageKind::ALL.into_iter().find(|how| how.word() == word);
            RunMark::Damage(how.ok_or(RunLineError::NoKind("damage", kinds))?)
        }
        _ => return Err(RunLineError::UnknownMark(name.to_owned())),
    })
}

/// Takes a word that says something of a mark.
fn say(what: &mut RunMark, word: &str, words: &mut Words) -> Result<(), RunLineError> {
    match (what, word) {
        (RunMark::Hole { edge, .. }, "edge") => *edge = Some(words.length(word)?),
        (RunMark::Hole { plate, .. } | RunMark::Notch { plate }, "plate") => *plate = Some(true),
        (RunMark::Hole { plate, .. } | RunMark::Notch { plate }, "bare") => *plate = Some(false),
        (RunMark::Hole { metal, .. }, "metal") => *metal = true,
        (RunMark::Hole { bushed, .. }, "bushed") => *bushed = Some(true),
        (RunMark::Hole { bushed, .. }, "unbushed") => *bushed = Some(false),
        (RunMark::Floor { sleeve }, "sleeve") => *sleeve = Some(words.length(word)?),
        (RunMark::Near { distance, .. }, "off") => *distance = Some(words.length(word)?),
        (RunMark::Curve { radius }, "r") => *radius = Some(words.length(word)?),
        (RunMark::Rises { protected }, "up") => *protected = Some(words.length(word)?),
        (mark, _) => {
            let mark = match mark {
                RunMark::Hole { .. } => "a hole: edge, plate, bare, metal, bushed, unbushed",
                RunMark::Notch { .. } => "a notch: plate, bare",
                RunMark::Floor { .. } => "a floor: sleeve and a length",
                RunMark::Near { .. } => "something warm: off and a length",
                RunMark::Curve { .. } => "a bend: r and a length",
                RunMark::Rises { .. } => "where it comes out of the ground: up and a length",
                _ => "it; put / before the next",
            };
            return Err(RunLineError::UnknownOfMark { word: word.to_owned(), mark: mark.to_owned() });
        }
    }
    Ok(())
}

#[cfg(test)]
#[path = "run_line_tests.rs"]
mod tests;
