//! Lines as they are typed, and what they are taken for.

use proptest::prelude::*;

use super::*;
use crate::facts::{Pointer, WallFinish};

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
    let jotted = read("sw 14/2 fl twoish wobbly ko sb");
    assert_eq!(not_understood(&jotted), ["fl twoish", "wobbly", "sb"]);
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
            "hot to ground 0.4 V, low-impedance meter"
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
fn what_is_typed_is_what_is_kept() {
    let length = |line: &str| read(line).contents.conductors.first().and_then(|c| c.free_length);
    // The comma of a phrase, glued figures, the count behind the cable.
    assert_eq!(length("14/2 fl 2 3/4, gyp"), Some(Length::sixteenths(44)));
    assert_eq!(length("14/2 fl 2 3/4. gyp"), Some(Length::sixteenths(44)));
    assert_eq!(length("14/2 fl2 3/4\" gyp"), Some(Length::sixteenths(44)));
    assert_eq!(length("14/2 fl 2 3/4 \" gyp"), Some(Length::sixteenths(44)));
    assert_eq!(read("14/2x2").contents.cables.len(), 2);
    let jotted = read("dup15");
    assert_eq!((jotted.tag.as_deref(), jotted.contents.devices[0].amperes), (None, Some(15)));
    // A cable behind a figure is no part of it.
    let jotted = read("12/2 fl 5 14/2");
    assert_eq!((jotted.contents.cables.len(), jotted.contents.conductors[0].free_length), (2, Some(Length::inches(5))));
    // Half a figure is none.
    for line in ["14/2 fl 2 .75", "14/2 fl 2 3", "14/2 fl 2 3/4 1/2"] {
        assert_eq!(length(line), None, "{line}");
        assert!(!not_understood(&read(line)).is_empty(), "{line}");
    }
    assert!(read("d1").chips[0].error.as_deref().is_some_and(|error| error.contains("is this the box d1")));
}

#[test]
fn amperes_behind_a_device_are_its_own_and_the_breaker_has_a_word() {
    let jotted = read("dup 15A brk 20");
    assert_eq!((jotted.contents.devices[0].amperes, jotted.contents.supply.amperes), (Some(15), Some(20)));
    let jotted = read("dup gyp 20a");
    assert_eq!((jotted.contents.devices[0].amperes, jotted.contents.supply.amperes), (None, Some(20)));
    assert_eq!(not_understood(&read("dup 25")), ["dup 25"]);
}

#[test]
fn nothing_that_stands_is_replaced_in_silence() {
    let first = read("dup 15 14/2 fl 5").contents;
    let again = read_line("sw", &first, UnitSystem::Inch);
    assert!(again.chips[0].error.as_deref().is_some_and(|error| error.contains("has a duplex receptacle already")));
    assert_eq!(again.contents, first);
    let one_more = read_line("+sw", &first, UnitSystem::Inch).contents;
    assert_eq!(one_more.devices.len(), 2);
    let twice = read("14/2 fl 5 fl 6");
    assert_eq!(not_understood(&twice), ["fl 6"]);
    assert_eq!(twice.contents.conductors[0].free_length, Some(Length::inches(5)));
    let clamped = read("14/2 clamped staple 30");
    assert_eq!(clamped.contents.cables[0].clamped, Some(true));
}

#[test]
fn a_tip_behind_the_opening_is_typed_with_a_minus() {
    let jotted = read("14/2 out -1/2");
    assert_eq!(jotted.contents.conductors[0].reach, Some(Length::ZERO - Length::sixteenths(8)));
    assert_eq!(jotted.chips[1].read.as_deref(), Some("past the opening −1/2 in"));
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
    for (index, word) in vocabulary().enumerate() {
        for name in word.names {
            assert!(!vocabulary().take(index).any(|other| other.names.contains(name)), "{name} twice");
        }
        assert!(guide.contains(&format!("`{}`", word.names[0])), "{} is not in docs/jot.md", word.names[0]);
    }
}

#[test]
fn what_hangs_is_told_in_a_line() {
    let jotted = read("P1 sconce nobox outdoors siding noblock nogasket allseal frame 14/2 fl 4");
    assert_eq!(not_understood(&jotted), Vec::<&str>::new());
    let hung = jotted.contents.hung.expect("something hangs");
    assert_eq!((hung.block, hung.seal), (Some(false), Some(crate::facts::CanopySeal::AllRound)));
    let jotted = read("fan blades 80 rod 6 bolts 2 cast fandim lb 28");
    let hung = jotted.contents.hung.expect("something hangs");
    assert_eq!((hung.blade_height, hung.bolts), (Some(Length::inches(80)), Some(2)));
    let jotted = read("holder lamp 100 most 60 supply 90");
    assert_eq!(jotted.contents.hung.and_then(|hung| hung.lamp_most), Some(60));
    for (line, why) in [
        ("blades 80", "say first what hangs"),
        ("gasket", "say first what hangs"),
        ("fan bolts 40", "12 bolts are the most"),
        ("holder lamp much", "no whole number"),
        ("14-50", "say the receptacle first"),
    ] {
        let jotted = read(line);
        let error = jotted.chips.last().and_then(|chip| chip.error.clone());
        assert!(error.as_deref().is_some_and(|error| error.contains(why)), "{line}: {error:?}");
    }
}

#[test]
fn the_shape_of_a_receptacle_says_what_it_is() {
    let jotted = read("rng 14-50 brk 50 6/3");
    assert_eq!(not_understood(&jotted), Vec::<&str>::new());
    assert_eq!(jotted.contents.devices[0].rated(), Some(50));
    let three = read("rng 10-30").contents;
    assert!(three.devices[0].is_three_wire());
    assert!(read("single 6-20 20").contents.devices[0].is_without_neutral());
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
