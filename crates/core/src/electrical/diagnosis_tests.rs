use super::*;
use crate::facts::{
    BoxBond, BoxContents, Construction, DetectorClass, DetectorReading, Device, DeviceKind, Lamp, LampReading,
    MeterReading, Probe, TripReading,
};
use crate::quantity::Voltage;
use crate::testing::box_with_device;

fn contents() -> BoxContents {
    let mut contents = box_with_device(DeviceKind::SingleReceptacle);
    contents.construction = Some(Construction::Metal);
    contents
}

fn with_lamps(pattern: &str) -> BoxContents {
    let mut lamps = pattern.chars().map(|mark| match mark {
        '+' => Lamp::Lit,
        '~' => Lamp::Dim,
        _ => Lamp::Off,
    });
    let mut next = || lamps.next().expect("three marks");
    let mut contents = contents();
    contents.lamps =
        vec![LampReading { half: Half::Upper, hot_neutral: next(), hot_ground: next(), neutral_ground: next() }];
    contents
}

fn volts(meter: Meter, from: Probe, to: Probe, volts: f64) -> MeterReading {
    let volts = Some(Voltage::nearest(volts));
    MeterReading { half: Half::Upper, meter, from, to, volts, loaded: false, at: None }
}

fn of(contents: &BoxContents) -> Diagnosis {
    diagnose(&HalfReadings::of(contents)[0])
}

fn states(diagnosis: &Diagnosis) -> Vec<WiringState> {
    diagnosis.causes.iter().map(|cause| cause.state).collect()
}

/// The pattern of each wiring by circuit reasoning (derived; the usual readings of such testers are common practice, no
/// source). A lamp in series with another may be dim or dark.
const PATTERNS: [(WiringState, &[&str]); 18] = {
    use WiringState as W;
    [
        (W::Correct, &["++-"]),
        (W::OpenHot, &["---"]),
        (W::OpenNeutral, &["~+~", "-+-", "-++"]),
        (W::OpenGround, &["+~~", "+--"]),
        (W::HotNeutralReversed, &["+-+"]),
        (W::HotGroundReversed, &["-++"]),
        (W::BootlegGround, &["++-"]),
        (W::BootlegReversed, &["++-"]),
        (W::NeutralGroundSwapped, &["++-"]),
        (W::OpenNeutralAndGround, &["---"]),
        (W::BootlegOpenNeutral, &["---"]),
        (W::ReversedOpenGround, &["+~~", "+--"]),
        (W::OpenGroundLiveMetal, &["+-+"]),
        (W::ReversedOpenNeutral, &["~~+", "--+", "-++"]),
        (W::HotGroundReversedOpenNeutral, &["~+~", "-+-"]),
        (W::BothSlotsHot, &["-++"]),
        (W::TwoLegs, &["+++"]),
        (W::LostSharedNeutral, &["+++", "++~", "-+~", "-++", "~++"]),
    ]
};

#[test]
fn each_wiring_shows_the_lamps_that_reasoning_gives_it() {
    for (state, patterns) in PATTERNS {
        for pattern in patterns {
            let diagnosis = of(&with_lamps(pattern));
            assert!(states(&diagnosis).contains(&state), "{state:?} shows {pattern}, got {:?}", states(&diagnosis));
        }
    }
    // And what a pattern cannot be: an open hot lights nothing, a correct one is no reversal.
    for (pattern, not) in [
        ("++-", WiringState::HotNeutralReversed),
        ("++-", WiringState::OpenGround),
        ("---", WiringState::Correct),
        ("+-+", WiringState::Correct),
        ("+--", WiringState::BootlegGround),
    ] {
        assert!(!states(&of(&with_lamps(pattern))).contains(&not), "{pattern} is taken for {not:?}");
    }
}

#[test]
fn the_dangerous_look_alikes_are_named_every_time() {
    let named = |pattern: &str| of(&with_lamps(pattern)).look_alikes.join(" | ");
    let correct = named("++-");
    assert!(correct.contains("metal is at 120 V now"), "a bootleg with reversed polarity reads correct: {correct}");
    let all_off = named("---");
    assert!(all_off.contains("the hot slot is live") && all_off.contains("metal are live"), "{all_off}");
    let reversed = of(&with_lamps("-++"));
    let names: Vec<&str> = reversed.causes.iter().map(|cause| cause.name).collect();
    assert!(names.contains(&"open neutral") && names.contains(&"hot and ground reversed"), "{names:?}");
}

#[test]
fn a_known_ground_finds_the_live_metal_behind_a_correct_pattern() {
    let mut contents = with_lamps("++-");
    let next = of(&contents).next.expect("it cannot be left at that");
    assert!(next.meter.is_some(), "{next:?}");
    contents.readings = vec![volts(Meter::LowImpedance, Probe::Ground, Probe::KnownGround, 119.0)];
    // Reasoned out by the network: an exchanged hot and ground with the neutral open and a load behind it reads the same.
    let live = [WiringState::BootlegReversed, WiringState::HotGroundReversedOpenNeutral];
    assert_eq!(states(&of(&contents)), live);
    contents.readings = vec![volts(Meter::LowImpedance, Probe::Ground, Probe::KnownGround, 0.0)];
    assert!(!states(&of(&contents)).contains(&WiringState::BootlegReversed));
}

#[test]
fn a_ghost_is_settled_by_the_low_impedance_meter() {
    let mut contents = contents();
    contents.readings = vec![
        volts(Meter::HighImpedance, Probe::Hot, Probe::Neutral, 120.0),
        volts(Meter::HighImpedance, Probe::Hot, Probe::Ground, 57.0),
    ];
    let diagnosis = of(&contents);
    assert_eq!(diagnosis.ground.grade, super::super::path::PathGrade::ImpairedOrGhost);
    let next = diagnosis.next.expect("a reading decides");
    let wish = next.meter.expect("a meter's");
    assert_eq!(wish.meter, Meter::LowImpedance, "{next:?}");
    contents.readings.push(volts(Meter::LowImpedance, Probe::Hot, Probe::Ground, 0.4));
    let settled = of(&contents);
    assert!(states(&settled).contains(&WiringState::OpenGround), "{:?}", states(&settled));
    assert!(!states(&settled).contains(&WiringState::ResistiveGround));
    assert_eq!(settled.ground.grade, super::super::path::PathGrade::Ghost);
}

#[test]
fn lamps_against_a_meter_is_a_contradiction_and_nothing_is_lost() {
    let mut contents = with_lamps("++-");
    contents.readings = vec![
        volts(Meter::LowImpedance, Probe::Hot, Probe::Neutral, 0.0),
        volts(Meter::LowImpedance, Probe::Hot, Probe::Ground, 0.0),
    ];
    let diagnosis = of(&contents);
    assert!(diagnosis.causes.is_empty() && diagnosis.statement.contains("Prove the instruments"), "{diagnosis:?}");
    assert!(diagnosis.contradiction[0].contains("the lamps say one thing"), "{:?}", diagnosis.contradiction);
    assert_eq!(diagnosis.rests_on.len(), 3, "every reading is still there");
}

#[test]
fn one_reading_that_does_not_go_with_the_rest_is_named() {
    let mut contents = contents();
    contents.readings = vec![
        volts(Meter::LowImpedance, Probe::Hot, Probe::Neutral, 120.0),
        volts(Meter::LowImpedance, Probe::Hot, Probe::Ground, 120.0),
        volts(Meter::LowImpedance, Probe::Hot, Probe::KnownGround, 120.0),
        volts(Meter::LowImpedance, Probe::Neutral, Probe::Ground, 85.0),
    ];
    let odd = of(&contents).contradiction;
    assert!(odd.iter().any(|words| words.starts_with("neutral to ground 85 V")), "{odd:?}");
}

#[test]
fn a_poor_joint_shows_under_load_only() {
    let mut contents = contents();
    contents.readings = vec![
        volts(Meter::HighImpedance, Probe::Hot, Probe::Neutral, 120.0),
        volts(Meter::HighImpedance, Probe::Neutral, Probe::Ground, 0.1),
        volts(Meter::HighImpedance, Probe::Hot, Probe::Ground, 120.0),
    ];
    assert!(states(&of(&contents)).contains(&WiringState::ResistiveNeutral));
    contents
        .readings
        .push(MeterReading { loaded: true, ..volts(Meter::HighImpedance, Probe::Neutral, Probe::Ground, 30.0) });
    assert_eq!(states(&of(&contents)), [WiringState::ResistiveNeutral]);
}

#[test]
fn two_circuits_on_one_yoke_are_240_v_apart() {
    let mut contents = contents();
    contents.devices = vec![Device::new(1, DeviceKind::DuplexReceptacle)];
    contents.readings = vec![
        volts(Meter::HighImpedance, Probe::Hot, Probe::Neutral, 120.0),
        volts(Meter::HighImpedance, Probe::Hot, Probe::OtherHot, 240.0),
    ];
    assert!(states(&of(&contents)).contains(&WiringState::TwoCircuits));
    assert!(!states(&of(&contents)).contains(&WiringState::Correct));
}

#[test]
fn a_ground_that_is_read_where_none_comes_in_is_made_up() {
    let mut contents = with_lamps("++-");
    assert!(states(&of(&contents)).contains(&WiringState::Correct));
    contents.conductors.truncate(2);
    contents.bond = Some(BoxBond::Nothing);
    let diagnosis = of(&contents);
    assert_eq!(states(&diagnosis)[0], WiringState::BootlegGround, "{:?}", states(&diagnosis));
    assert!(!states(&diagnosis).contains(&WiringState::Correct));
}

#[test]
fn an_unbonded_box_is_told_from_a_bonded_one() {
    let mut contents = with_lamps("++-");
    contents.readings = vec![
        volts(Meter::HighImpedance, Probe::Hot, Probe::Neutral, 120.0),
        volts(Meter::LowImpedance, Probe::Hot, Probe::BoxMetal, 0.2),
    ];
    assert_eq!(states(&of(&contents)), [WiringState::UnbondedBox]);
}

#[test]
fn a_detector_and_the_button_are_heard() {
    let mut contents = with_lamps("++-");
    contents.detectors =
        vec![DetectorReading { half: Half::Upper, class: DetectorClass::Ordinary, at: Probe::Ground, chirps: true }];
    assert!(of(&contents).causes.iter().all(|cause| cause.dangerous), "the metal answers: it is live");
    let mut contents = with_lamps("++-");
    contents.supply.gfci = Some(true);
    contents.trips = vec![TripReading { half: Half::Upper, tripped: true, reset: None }];
    assert!(!states(&of(&contents)).contains(&WiringState::BootlegGround), "what trips has a ground of its own");
    let next = of(&with_lamps("++-")).next;
    assert!(next.is_some_and(|next| !next.lamps), "what was read is not asked for again");
}

#[test]
fn wrong_voltage_is_found_and_a_little_off_is_not() {
    let read = |hn: f64| {
        let mut contents = contents();
        contents.readings = vec![
            volts(Meter::HighImpedance, Probe::Hot, Probe::Neutral, hn),
            volts(Meter::HighImpedance, Probe::Hot, Probe::Ground, hn),
        ];
        states(&of(&contents))
    };
    // ANSI C84.1, range A, from memory: 114 to 126 V.
    assert!(read(126.0).contains(&WiringState::Correct) && read(114.0).contains(&WiringState::Correct));
    assert_eq!((read(104.0)[0], read(138.0)[0]), (WiringState::WrongVoltage, WiringState::WrongVoltage));
}

#[test]
fn hot_to_ground_ten_volts_below_hot_to_neutral_is_not_sound() {
    let mut contents = contents();
    contents.readings = vec![
        volts(Meter::LowImpedance, Probe::Hot, Probe::Neutral, 124.0),
        volts(Meter::LowImpedance, Probe::Hot, Probe::Ground, 114.5),
    ];
    assert!(!states(&of(&contents)).contains(&WiringState::Correct));
    assert!(states(&of(&contents)).contains(&WiringState::ResistiveGround));
}
