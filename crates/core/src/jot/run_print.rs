//! A course as the lines that it can be typed in: each reads as the same stretch.

use serde::Serialize;
use utoipa::ToSchema;

use super::line_words::joined;
use super::run_line::{COVERS, METHODS};
use crate::facts::{Course, RunMark, RunPoint, RunWay, Stretch, SupportKind, WarmThing};
use crate::quantity::{Length, UnitSystem};
use crate::standard::{Material, RacewayInsulation, WiringMethod};

/// How a run is wired, or one stretch of it, as a line.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RunLineText {
    /// The place of the stretch; absent of how it is wired.
    pub stretch: Option<usize>,
    /// As one speaks of it.
    pub label: String,
    /// The line.
    pub line: String,
}

/// The words of the lines along a run, for a thumb.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RunWords {
    /// Of how it is wired.
    pub wiring: Vec<&'static str>,
    /// Of a stretch: how it goes, what is said of it, what is found along it.
    pub stretch: Vec<&'static str>,
}

/// What is said of a stretch, and sizes of cables: those that come most often.
const OFTEN: [&str; 12] =
    ["edge", "hatch", "deep", "under soil", "guarded", "struck", "clear", "wet", "x3", "sealed", "plate", "bare"];
const SIZES: [&str; 11] =
    ["14-2", "12-2", "10-3", "15a", "20a", "gfci", "nogfci", "slack", "wide", "holds", "carrying"];

/// The words of the lines along a run.
pub fn run_words() -> RunWords {
    let methods = METHODS.iter().map(|(word, _)| *word);
    let marks = ["hole", "notch", "floor", "rise", "bend90", "curve", "expansion", "box", "splice", "damage"];
    let ways = RunWay::ALL.into_iter().map(RunWay::word).chain(OFTEN);
    let found = SupportKind::ALL.into_iter().map(SupportKind::word).chain(marks);
    let warm = WarmThing::ALL.into_iter().map(WarmThing::word);
    RunWords { wiring: methods.chain(SIZES).collect(), stretch: ways.chain(found).chain(warm).collect() }
}

/// From so many at even distances on, they are written as one.
const EVEN: usize = 4;

/// A course line by line, as it can be typed: how it is wired, once that is known, and its stretches.
pub fn run_lines(course: &Course, units: UnitSystem) -> Vec<RunLineText> {
    let wired = (course.method != WiringMethod::Unknown).then(|| RunLineText {
        stretch: None,
        label: "wiring".to_owned(),
        line: wiring(course, units),
    });
    let stretches = course.stretches.iter().enumerate().map(|(index, stretch)| RunLineText {
        stretch: Some(index),
        label: format!("stretch {}", index + 1),
        line: of_stretch(stretch, units),
    });
    wired.into_iter().chain(stretches).collect()
}

fn wiring(course: &Course, units: UnitSystem) -> String {
    let method = METHODS.iter().find(|(_, method)| *method == course.method).map_or("", |(word, _)| word);
    let mut words = vec![method.to_owned()];
    words.extend(course.size.map(|size| size.name().to_owned()));
    words.extend(course.gauge.map(|gauge| match course.conductors {
        Some(conductors) => format!("{}-{conductors}", gauge.size()),
        None => gauge.size().to_owned(),
    }));
    words.extend(match course.material {
        Material::Copper => None,
        Material::Aluminium => Some("al".to_owned()),
        Material::CopperClad => Some("cca".to_owned()),
    });
    words.extend(course.amperes.map(|amperes| format!("{amperes}a")));
    let flags =
        [(course.gfci, ["gfci", "nogfci"]), (course.two_legs, ["240v", "120v"]), (course.thick, ["thick", "thin"])];
    words.extend(flags.into_iter().filter_map(|(known, words)| flag(known, words)));
    words.extend(course.slack.map(|slack| format!("slack {}", slack.type_run(units))));
    words.extend(course.width.map(|width| format!("wide {}", width.type_run(units))));
    words.extend(course.carrying.map(|count| format!("carrying {count}")));
    if !course.holds.is_empty() {
        words.push("holds".to_owned());
        words.extend(course.holds.iter().map(|held| {
            let insulation = match held.insulation {
                RacewayInsulation::Thin => "",
                RacewayInsulation::Thick => " thick",
                RacewayInsulation::Bare => " bare",
            };
            format!("{}x{}{insulation}", held.count, held.gauge.size())
        }));
    }
    joined(&words)
}

fn flag(known: Option<bool>, [yes, no]: [&str; 2]) -> Option<String> {
    known.map(|known| if known { yes } else { no }.to_owned())
}

fn of_stretch(stretch: &Stretch, units: UnitSystem) -> String {
    let mut words = vec![stretch.way.word().to_owned()];
    words.extend(stretch.length.map(|length| length.type_run(units)));
    let lengths = [
        ("edge", stretch.edge),
        ("h", stretch.height),
        ("hatch", stretch.hatch),
        ("headroom", stretch.headroom),
        ("deep", stretch.depth),
    ];
    words.extend(lengths.into_iter().filter_map(|(word, length)| Some(format!("{word} {}", length?.type_run(units)))));
    let cover = stretch.over.and_then(|over| COVERS.iter().find(|(_, known)| *known == over));
    words.extend(cover.map(|(word, _)| format!("under {word}")));
    words.extend(stretch.together.map(|count| format!("x{count}")));
    let flags = [
        (stretch.guarded, ["guarded", "bare"]),
        (stretch.struck, ["struck", "clear"]),
        (stretch.wet, ["wet", "dry"]),
        (stretch.stairs, ["stairs", "nostairs"]),
        (stretch.insulated, ["sealed", "open"]),
    ];
    words.extend(flags.into_iter().filter_map(|(known, words)| flag(known, words)));
    let mut points: Vec<&RunPoint> = stretch.points.iter().collect();
    points.sort_by_key(|point| point.at);
    let mut groups: Vec<(RunMark, Vec<Length>)> = Vec::new();
    for point in points {
        match groups.iter_mut().find(|(what, _)| *what == point.what) {
            Some((_, places)) => places.push(point.at),
            None => groups.push((point.what, vec![point.at])),
        }
    }
    let marks = groups.iter().map(|(what, places)| format!(" / {}", of_mark(*what, places, units)));
    joined(&words) + &marks.collect::<String>()
}

fn of_mark(what: RunMark, places: &[Length], units: UnitSystem) -> String {
    let (name, said) = match what {
        RunMark::Support(kind) => (kind.word().to_owned(), Vec::new()),
        RunMark::Hole { edge, plate, metal, bushed } => {
            let said = [
                edge.map(|edge| format!("edge {}", edge.type_run(units))),
                flag(plate, ["plate", "bare"]),
                metal.then(|| "metal".to_owned()),
                flag(bushed, ["bushed", "unbushed"]),
            ];
            ("hole".to_owned(), said.into_iter().flatten().collect())
        }
        RunMark::Notch { plate } => ("notch".to_owned(), flag(plate, ["plate", "bare"]).into_iter().collect()),
        RunMark::Floor { sleeve } => ("floor".to_owned(), with("sleeve", sleeve, units)),
        RunMark::Near { thing, distance } => (thing.word().to_owned(), with("off", distance, units)),
        RunMark::Rises { protected } => ("rise".to_owned(), with("up", protected, units)),
        RunMark::Bend(degrees) => (format!("bend{degrees}"), Vec::new()),
        RunMark::Curve { radius } => ("curve".to_owned(), with("r", radius, units)),
        RunMark::Expansion => ("expansion".to_owned(), Vec::new()),
        RunMark::Box => ("box".to_owned(), Vec::new()),
        RunMark::Splice(how) => ("splice".to_owned(), vec![how.word().to_owned()]),
        RunMark::Damage(how) => ("damage".to_owned(), vec![how.word().to_owned()]),
    };
    let words: Vec<String> = std::iter::once(name).chain(at_places(places, units)).chain(said).collect();
    joined(&words)
}

fn with(word: &str, length: Option<Length>, units: UnitSystem) -> Vec<String> {
    length.map(|length| format!("{word} {}", length.type_run(units))).into_iter().collect()
}

/// Places one after the other; those at even distances as one.
fn at_places(places: &[Length], units: UnitSystem) -> Vec<String> {
    let mut words = Vec::new();
    let mut at = 0;
    while let Some(first) = places.get(at) {
        let step = places.get(at + 1).map_or(0, |next| next.nm() - first.nm());
        let even =
            places[at..].windows(2).take_while(|pair| step > 0 && pair[1].nm() - pair[0].nm() == step).count() + 1;
        words.push(first.type_run(units));
        if even >= EVEN {
            words.push(format!("x{even} every {}", Length::from_nm(step).unwrap_or_default().type_run(units)));
            at += even;
        } else {
            at += 1;
        }
    }
    words
}
