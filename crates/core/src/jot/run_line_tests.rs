#![allow(clippy::unwrap_used, reason = "a test that cannot go on should stop")]

use proptest::prelude::*;

use super::*;
use crate::jot::run_lines;

fn request(line: &str, course: Course, stretch: Option<usize>, units: UnitSystem) -> RunLineRequest {
    RunLineRequest { line: line.to_owned(), course, stretch, units }
}

fn read(line: &str) -> Course {
    read_run_line(&request(line, Course::default(), None, UnitSystem::Inch)).unwrap().course
}

fn refused(line: &str) -> String {
    read_run_line(&request(line, Course::default(), None, UnitSystem::Inch)).unwrap_err().to_string()
}

#[test]
fn how_it_is_wired() {
    let course = read("NM 12-2 20a nogfci slack 14");
    assert_eq!(
        (course.method, course.gauge, course.conductors),
        (WiringMethod::Nonmetallic, Some(Gauge::Awg12), Some(2))
    );
    assert_eq!((course.amperes, course.gfci, course.slack), (Some(20), Some(false), Some(Length::inches(14))));
    let conduit = read("emt 1-1/4 holds 9x12 3x1/0 thick 1x10 bare");
    assert_eq!(conduit.size, Some(TradeSize::OneAndQuarter));
    let held: Vec<_> = conduit.holds.iter().map(|held| (held.count, held.gauge, held.insulation)).collect();
    assert_eq!(
        held,
        [
            (9, Gauge::Awg12, RacewayInsulation::Thin),
            (3, Gauge::Awg1Of0, RacewayInsulation::Thick),
            (1, Gauge::Awg10, RacewayInsulation::Bare)
        ]
    );
}

#[test]
fn a_stretch_as_one_walks_along_it() {
    let course =
        read("studs 12' edge 1 3/4 x3 open / staple 8 5' 9' 6\" 11'4 / hole 3' 4' edge 7/8 bare / damage 7' nicked");
    let stretch = &course.stretches[0];
    assert_eq!((stretch.way, stretch.length), (RunWay::Studs, Some(Length::inches(144))));
    assert_eq!(
        (stretch.edge, stretch.together, stretch.insulated),
        (Some(Length::sixteenths(28)), Some(3), Some(false))
    );
    let places: Vec<i64> = stretch.points.iter().map(|point| point.at.nm() / Length::inches(1).nm()).collect();
    assert_eq!(places, [8, 36, 48, 60, 84, 114, 136]);
    let hole = RunMark::Hole { edge: Some(Length::sixteenths(14)), plate: Some(false), metal: false, bushed: None };
    assert_eq!(stretch.points[1].what, hole);
    assert_eq!(stretch.points[4].what, RunMark::Damage(DamageKind::Nicked));
}

#[test]
fn many_holes_in_few_keys() {
    let course = read("bored 40' / hole 16 x30 every 16 edge 1 1/2");
    assert_eq!(course.stretches[0].points.len(), 30);
    let line = run_lines(&course, UnitSystem::Inch).pop().unwrap().line;
    assert_eq!(line, "bored 40' / hole 16\" x30 every 16\" edge 1 1/2\"");
    assert!(refused("bored 40' / hole 16 x5000 every 16").contains("1000"));
}

#[test]
fn in_the_ground_and_out_again() {
    let course = read("buried 60' deep 14 under drive / rise 60' up 12");
    let stretch = &course.stretches[0];
    assert_eq!((stretch.depth, stretch.over), (Some(Length::inches(14)), Some(Over::Drive)));
    assert_eq!(stretch.points[0].what, RunMark::Rises { protected: Some(Length::inches(12)) });
    let attic = read("attic 20' hatch 4' nostairs bare / duct 3' off 1/2");
    assert_eq!((attic.stretches[0].stairs, attic.stretches[0].guarded), (Some(false), Some(false)));
}

#[test]
fn a_stretch_is_typed_anew_in_its_place() {
    let two = request("attic 9'", read("studs 4'"), None, UnitSystem::Inch);
    let course = read_run_line(&two).unwrap().course;
    let again = request("joists 5' guarded", course, Some(0), UnitSystem::Inch);
    let course = read_run_line(&again).unwrap().course;
    assert_eq!(course.stretches.iter().map(|stretch| stretch.way).collect::<Vec<_>>(), [RunWay::Joists, RunWay::Attic]);
    assert_eq!(read_run_line(&request("nm 12-2", course, Some(0), UnitSystem::Inch)), Err(RunLineError::NotAStretch));
}

#[test]
fn every_word_that_is_offered_is_understood() {
    let words = crate::jot::run_words();
    // What wants a figure or a word behind it says so; nothing else is refused.
    let understood = |line: String| match read_run_line(&request(&line, Course::default(), None, UnitSystem::Inch)) {
        Ok(_) | Err(RunLineError::Length(_) | RunLineError::NoKind(..)) => {}
        Err(other) => panic!("{line}: {other}"),
    };
    let is_method = |word: &str| METHODS.iter().any(|(method, _)| *method == word);
    for word in words.wiring {
        understood(if is_method(word) { word.to_owned() } else { format!("nm {word}") });
    }
    let is_way = |word: &str| RunWay::ALL.into_iter().any(|way| way.word() == word);
    for word in words.stretch {
        understood(if is_way(word) { format!("{word} 9'") } else { said_of_a_stretch(word) });
    }
}

/// A line with a word in its place: behind the length, behind a hole, or behind a slash.
fn said_of_a_stretch(word: &str) -> String {
    let behind_length = format!("bored 9' {word}");
    match read_run_line(&request(&behind_length, Course::default(), None, UnitSystem::Inch)) {
        Err(RunLineError::UnknownTrait(_)) if word == "plate" => format!("bored 9' / hole 3' {word}"),
        Err(RunLineError::UnknownTrait(_)) => format!("bored 9' / {word} 3'"),
        _ => behind_length,
    }
}

#[test]
fn an_emptied_line_takes_its_stretch_out() {
    let course = read_run_line(&request("attic 9'", read("studs 4'"), None, UnitSystem::Inch)).unwrap().course;
    let left = read_run_line(&request(" ", course.clone(), Some(0), UnitSystem::Inch)).unwrap().course;
    assert_eq!(left.stretches.iter().map(|stretch| stretch.way).collect::<Vec<_>>(), [RunWay::Attic]);
    assert_eq!(read_run_line(&request("", course, Some(7), UnitSystem::Inch)), Err(RunLineError::Empty));
}

#[test]
fn what_is_not_understood_says_what_to_type() {
    assert!(refused("").contains("nm 12-2 20a"));
    assert!(refused("rope 12'").contains("studs, bored"));
    assert!(refused("nm 12-2 purple").contains("purple"));
    assert!(refused("studs 12' soft").contains("guarded"));
    assert!(refused("studs 12' / banana 3'").contains("staple"));
    assert!(refused("studs 12' / staple").contains("wants a length"));
    assert!(refused("studs 12' / damage 3'").contains("nicked"));
    assert!(refused("studs 12' / hole 3' sleeve 4").contains("a hole: edge"));
    assert!(refused("buried 9' under moon").contains("soil"));
    assert!(refused("emt 12-2").contains("12-2"));
    assert!(refused(&"x".repeat(5_000)).contains("4000"));
}

fn any_mark() -> impl Strategy<Value = RunMark> {
    let length = || proptest::option::of((0_u32..300).prop_map(Length::sixteenths));
    let yes = || proptest::option::of(any::<bool>());
    prop_oneof![
        proptest::sample::select(SupportKind::ALL.to_vec()).prop_map(RunMark::Support),
        (length(), yes(), any::<bool>(), yes()).prop_map(|(edge, plate, metal, bushed)| RunMark::Hole {
            edge,
            plate,
            metal,
            bushed
        }),
        yes().prop_map(|plate| RunMark::Notch { plate }),
        length().prop_map(|sleeve| RunMark::Floor { sleeve }),
        (proptest::sample::select(WarmThing::ALL.to_vec()), length())
            .prop_map(|(thing, distance)| RunMark::Near { thing, distance }),
        length().prop_map(|protected| RunMark::Rises { protected }),
        length().prop_map(|radius| RunMark::Curve { radius }),
        (1_u16..=180).prop_map(RunMark::Bend),
        Just(RunMark::Expansion),
        Just(RunMark::Box),
        proptest::sample::select(SpliceHow::ALL.to_vec()).prop_map(RunMark::Splice),
        proptest::sample::select(DamageKind::ALL.to_vec()).prop_map(RunMark::Damage),
    ]
}

proptest! {
    #[test]
    fn what_is_printed_reads_as_the_same(
        way in 0_usize..10, length in proptest::option::of(0_u32..9_000), metric: bool,
        lengths in proptest::array::uniform5(proptest::option::of(0_u32..900)), over in proptest::option::of(0_usize..6),
        flags in proptest::array::uniform5(proptest::option::of(any::<bool>())), together in proptest::option::of(1_u8..100),
        marks in proptest::collection::vec((0_u32..9_000, any_mark()), 0..12), even in 0_u32..9,
    ) {
        let units = if metric { UnitSystem::Metric } else { UnitSystem::Inch };
        let of = |marks: u32| if metric { Length::mm(marks) } else { Length::sixteenths(marks) };
        let round = |mark: RunMark| match mark {
            // A length of a mark is in the marks of its tape.
            _ if !metric => mark,
            RunMark::Hole { plate, metal, bushed, .. } => RunMark::Hole { edge: Some(Length::mm(25)), plate, metal, bushed },
            RunMark::Floor { .. } => RunMark::Floor { sleeve: Some(Length::mm(150)) },
            RunMark::Near { thing, .. } => RunMark::Near { thing, distance: None },
            RunMark::Rises { .. } => RunMark::Rises { protected: Some(Length::mm(2_500)) },
            RunMark::Curve { .. } => RunMark::Curve { radius: Some(Length::mm(60)) },
            other => other,
        };
        let [edge, height, hatch, headroom, depth] = lengths.map(|length| length.map(of));
        let [guarded, struck, wet, stairs, insulated] = flags;
        let mut points: Vec<RunPoint> = marks.into_iter().map(|(at, what)| RunPoint { at: of(at), what: round(what) }).collect();
        points.extend((0..even).map(|number| RunPoint { at: of(number * 200), what: RunMark::Box }));
        let stretch = Stretch {
            length: length.map(of), edge, height, hatch, stairs, headroom, depth, over: over.map(|over| Over::ALL[over]), guarded,
            struck, wet, together, insulated, points, ..Stretch::new(RunWay::ALL[way])
        };
        let course = Course { stretches: vec![stretch.clone()], ..Course::default() };
        let line = run_lines(&course, units).remove(0).line;
        let read = read_run_line(&request(&line, Course::default(), None, units));
        let sorted = |stretch: &Stretch| {
            let mut sorted = stretch.clone();
            sorted.points.sort_by_key(|point| (point.at, format!("{:?}", point.what)));
            sorted
        };
        let read = read.map(|read| sorted(&read.course.stretches[0]));
        prop_assert_eq!(read, Ok(sorted(&stretch)), "{}", line);
    }

    #[test]
    fn how_it_is_wired_is_read_as_printed(
        method in 0_usize..14, gauge in proptest::option::of((0_usize..15, proptest::option::of(1_u8..12))),
        size in 0_usize..10, amperes in proptest::option::of(1_u16..400),
        flags in proptest::array::uniform3(proptest::option::of(any::<bool>())), slack in proptest::option::of(0_u32..300),
        holds in proptest::collection::vec((1_u16..200, 0_usize..15, 0_usize..3), 0..4), material in 0_usize..3,
    ) {
        let method = METHODS[method].1;
        let [gfci, two_legs, thick] = flags;
        let held = |(count, gauge, insulation): (u16, usize, usize)| RacewayConductors {
            count, gauge: Gauge::ALL[gauge], insulation: RacewayInsulation::ALL[insulation],
        };
        let raceway = method.is_raceway();
        let gauge = gauge.filter(|_| !raceway);
        let course = Course {
            method, gauge: gauge.map(|(gauge, _)| Gauge::ALL[gauge]), conductors: gauge.and_then(|(_, count)| count),
            material: [Material::Copper, Material::Aluminium, Material::CopperClad][material],
            size: raceway.then(|| TradeSize::ALL[size]), thick, holds: holds.into_iter().map(held).collect(), amperes, gfci,
            two_legs, slack: slack.map(Length::sixteenths), width: slack.map(Length::sixteenths),
            carrying: amperes.filter(|_| raceway), ..Course::default()
        };
        let line = run_lines(&course, UnitSystem::Inch).remove(0).line;
        let read = read_run_line(&request(&line, Course::default(), None, UnitSystem::Inch)).map(|read| read.course);
        prop_assert_eq!(read.as_ref(), Ok(&course), "{}", line);
    }

    #[test]
    fn no_line_brings_it_down(line in "\\PC{0,60}", words in proptest::collection::vec(
        proptest::sample::select(vec!["studs", "nm", "12-2", "12'", "/", "hole", "x9", "every", "edge", "damage", "bend90", "holds",
            "3x12", "under", "deep", "2 1/2", "0", "99999'"]), 0..12,
    )) {
        for line in [line, words.join(" ")] {
            let _ = read_run_line(&request(&line, Course::default(), None, UnitSystem::Metric));
        }
    }
}
