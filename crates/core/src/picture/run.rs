//! A cable run drawn along its length, as a drawing needs it: its stretches, what is found along them, the ways that are too long,
//! and the supports that are missing; in nanometres from where it begins. What is not taped is drawn at a length of its own.

use serde::Serialize;
use utoipa::ToSchema;

use crate::facts::{Course, RunMark, RunPlace, RunWay, SupportKind};
use crate::quantity::{Length, UnitSystem, capitalised};

/// What a stretch that is not taped is drawn as: 3 ft.
const NOT_TAPED: i64 = Length::inches(36).nm();

/// How something along a run stands, where that is not well. Ordered: the worst first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum StripState {
    /// It breaks a rule.
    Violates,
    /// It is within the tape of a limit.
    Marginal,
    /// Something of it is still to be measured.
    NotMeasured,
    /// It was allowed when it was built.
    Legacy,
}

/// What a mark along a run is drawn as.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum RunGlyph {
    /// Something that holds it.
    Support,
    /// A hole in framing.
    Hole,
    /// A notch.
    Notch,
    /// A floor.
    Floor,
    /// Something warm.
    Near,
    /// The ground, where it comes out.
    Rise,
    /// A bend.
    Bend,
    /// A box.
    Box,
    /// A splice.
    Splice,
    /// Damage.
    Damage,
}

/// A stretch on the drawing.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct StripStretch {
    /// Where it begins.
    pub from: i64,
    /// Where it ends.
    pub to: i64,
    /// How it goes.
    pub way: RunWay,
    /// In plain words, with its length.
    pub label: String,
    /// Its length is not known; it is drawn broken.
    pub not_taped: bool,
    /// The worst that a rule says of it, where that is not well.
    pub verdict: Option<StripState>,
}

/// A mark on the drawing.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct StripMark {
    /// Where it is.
    pub at: i64,
    /// What it is drawn as.
    pub glyph: RunGlyph,
    /// A steel plate is before it.
    pub plate: bool,
    /// A figure beside it; empty where there is none.
    pub figure: String,
    /// In plain words.
    pub words: String,
    /// The worst that a rule says of it, where that is not well.
    pub verdict: Option<StripState>,
}

/// A way that is too long.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct StripGap {
    /// Where it begins.
    pub from: i64,
    /// Where it ends.
    pub to: i64,
    /// "9 ft of 4 ft 6 in".
    pub text: String,
}

/// A cable run along its length.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RunStrip {
    /// How long it is drawn.
    pub length: i64,
    /// What it begins at.
    pub from: String,
    /// What it ends at.
    pub to: String,
    /// Its stretches.
    pub stretches: Vec<StripStretch>,
    /// What is found along them, in order.
    pub marks: Vec<StripMark>,
    /// The ways that are too long.
    pub gaps: Vec<StripGap>,
    /// Where supports are missing.
    pub missing: Vec<i64>,
    /// All of it in words, for who does not see it.
    pub words: String,
}

/// A way along a run that is too long, from place to place of the course line.
pub struct TooLong {
    /// Where it begins.
    pub from: i64,
    /// Where it ends.
    pub to: i64,
    /// What is written beside it.
    pub text: String,
}

impl RunStrip {
    /// Draws a course; `None` while it has no stretch. `states` are those of its places that are not well.
    pub fn of(
        course: &Course,
        units: UnitSystem,
        [from, to]: [String; 2],
        states: &[(RunPlace, StripState)],
        too_long: &[TooLong],
        missing: &[i64],
    ) -> Option<Self> {
        if course.stretches.is_empty() {
            return None;
        }
        let worst = |place: RunPlace| states.iter().filter(|(known, _)| *known == place).map(|(_, state)| *state).min();
        let (mut stretches, mut marks) = (Vec::new(), Vec::new());
        // Where each stretch begins on the course line and on the drawing, which part where something is not taped.
        let mut shifts = Vec::new();
        let (mut on_line, mut drawn) = (0, 0);
        for (index, stretch) in course.stretches.iter().enumerate() {
            shifts.push((on_line, drawn));
            let length = stretch.length.map(Length::nm);
            let long = length.filter(|length| *length > 0).unwrap_or(NOT_TAPED);
            let say = stretch.length.map_or_else(|| "not taped".to_owned(), |length| length.say_run(units));
            stretches.push(StripStretch {
                from: drawn,
                to: drawn + long,
                way: stretch.way,
                label: format!("{}, {say}", stretch.way.name()),
                not_taped: stretch.length.is_none(),
                verdict: worst(RunPlace { stretch: index, point: None }),
            });
            for (number, point) in stretch.points.iter().enumerate() {
                if stretch.length.is_some_and(|length| point.at > length) {
                    continue;
                }
                let (glyph, figure, words) = drawn_as(point.what, units);
                marks.push(StripMark {
                    at: drawn + point.at.nm().min(long),
                    glyph,
                    plate: matches!(
                        point.what,
                        RunMark::Hole { plate: Some(true), .. } | RunMark::Notch { plate: Some(true) }
                    ),
                    figure,
                    words: format!("{} at {}", capitalised(&words), point.at.say_run(units)),
                    verdict: worst(RunPlace { stretch: index, point: Some(number) }),
                });
            }
            on_line += length.unwrap_or(0);
            drawn += long;
        }
        marks.sort_by_key(|mark| mark.at);
        let place = |at: i64| {
            let before = shifts.iter().rev().find(|(line, _)| *line <= at);
            before.map_or(at, |(line, drawn)| (drawn + at - line).min(stretches.last().map_or(0, |last| last.to)))
        };
        let gaps: Vec<StripGap> = too_long
            .iter()
            .map(|known| StripGap { from: place(known.from), to: place(known.to), text: known.text.clone() })
            .collect();
        let missing: Vec<i64> = missing.iter().map(|at| place(*at)).collect();
        let words = words([&from, &to], &stretches, &marks, &gaps, missing.len());
        Some(Self { length: drawn, from, to, stretches, marks, gaps, missing, words })
    }
}

fn drawn_as(what: RunMark, units: UnitSystem) -> (RunGlyph, String, String) {
    let say = |length: Option<Length>| length.map_or_else(String::new, |length| length.say(units));
    let with =
        |words: &str, figure: &str| if figure.is_empty() { words.to_owned() } else { format!("{words}, {figure}") };
    match what {
        RunMark::Support(kind) => {
            let figure = if matches!(kind, SupportKind::Staple | SupportKind::Strap) { "" } else { kind.word() };
            (RunGlyph::Support, figure.to_owned(), kind.name().to_owned())
        }
        RunMark::Hole { edge, .. } => {
            let figure = say(edge);
            let words = with("hole", &figure);
            (RunGlyph::Hole, figure, words)
        }
        RunMark::Notch { .. } => (RunGlyph::Notch, String::new(), "notch".to_owned()),
        RunMark::Floor { sleeve } => {
            let words = with("floor, sleeve", &say(sleeve));
            (RunGlyph::Floor, say(sleeve), words)
        }
        RunMark::Near { thing, distance } => {
            let words = with(thing.name(), &say(distance));
            (RunGlyph::Near, say(distance), words)
        }
        RunMark::Rises { protected } => {
            let words = with("out of the ground, protected", &say(protected));
            (RunGlyph::Rise, say(protected), words)
        }
        RunMark::Bend(degrees) => (RunGlyph::Bend, format!("{degrees}°"), format!("bend of {degrees}°")),
        RunMark::Curve { radius } => {
            let words = with("bend, radius", &say(radius));
            (RunGlyph::Bend, say(radius), words)
        }
        RunMark::Expansion => (RunGlyph::Support, "expands".to_owned(), "expansion fitting".to_owned()),
        RunMark::Box => (RunGlyph::Box, String::new(), "box".to_owned()),
        RunMark::Splice(how) => (RunGlyph::Splice, String::new(), how.name().to_owned()),
        RunMark::Damage(how) => (RunGlyph::Damage, String::new(), how.name().to_owned()),
    }
}

fn words(
    [from, to]: [&str; 2],
    stretches: &[StripStretch],
    marks: &[StripMark],
    gaps: &[StripGap],
    missing: usize,
) -> String {
    let ways: Vec<&str> = stretches.iter().map(|stretch| stretch.label.as_str()).collect();
    let not_well = marks.iter().filter(|mark| mark.verdict.is_some());
    let not_well: Vec<&str> = not_well.map(|mark| mark.words.as_str()).collect();
    let not_well = if not_well.is_empty() { String::new() } else { format!(" Not well: {}.", not_well.join("; ")) };
    let gaps: Vec<&str> = gaps.iter().map(|gap| gap.text.as_str()).collect();
    let gaps =
        if gaps.is_empty() { String::new() } else { format!(" Too long without a support: {}.", gaps.join("; ")) };
    let missing = match missing {
        0 => String::new(),
        1 => " 1 support to add.".to_owned(),
        count => format!(" {count} supports to add."),
    };
    format!("The run from {from} to {to}: {}.{not_well}{gaps}{missing}", ways.join("; "))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{RunPoint, Stretch};

    #[test]
    fn what_is_not_taped_takes_room_of_its_own() {
        let staple = |inches| RunPoint { at: Length::inches(inches), what: RunMark::Support(SupportKind::Staple) };
        let taped = |way, inches, points| Stretch { length: Some(Length::inches(inches)), points, ..Stretch::new(way) };
        let course = Course {
            stretches: vec![
                taped(RunWay::Studs, 60, vec![staple(10), staple(90)]),
                Stretch::new(RunWay::Closed),
                taped(RunWay::Surface, 30, vec![staple(20)]),
            ],
            ..Course::default()
        };
        let bad = RunPlace { stretch: 2, point: Some(0) };
        let too_long =
            [TooLong { from: Length::inches(70).nm(), to: Length::inches(90).nm(), text: "20 in".to_owned() }];
        let ends = ["panel".to_owned(), "K1".to_owned()];
        let strip = RunStrip::of(&course, UnitSystem::Inch, ends, &[(bad, StripState::Violates)], &too_long, &[])
            .expect("drawn");
        let inches = |nm: i64| nm / Length::inches(1).nm();
        assert_eq!(inches(strip.length), 60 + 36 + 30);
        // What is past the end is not drawn; what follows the hidden stretch is moved by its room.
        assert_eq!(strip.marks.iter().map(|mark| inches(mark.at)).collect::<Vec<_>>(), [10, 116]);
        assert_eq!(strip.marks[1].verdict, Some(StripState::Violates));
        assert_eq!((inches(strip.gaps[0].from), inches(strip.gaps[0].to)), (106, 126));
        assert!(strip.words.contains("Staple at 20 in") && strip.words.contains("not taped"), "{}", strip.words);
        assert_eq!(RunStrip::of(&Course::default(), UnitSystem::Inch, Default::default(), &[], &[], &[]), None);
    }
}
