//! The order in which a box is worked on, whatever repairs come together.
//!
//! # Source
//! Prove dead before a hand goes in: NFPA 70E, 120.5, from memory. Bond, land, torque and close in this order: common
//! practice, no source. A terminal is tightened to its marked torque: NEC 110.14(D), from memory. A box extender before the
//! plate: NEC 314.20, 314.25, from memory.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

mod any_box;
mod plain_box;

use any_box::any_box;
use nailpunch_core::assess::Assessed;
use nailpunch_core::facts::{AuditFacts, Basis, BoxContents, Bundle, ItemId, Scope, Subject};
use nailpunch_core::repair::{Choice, Plan, WorkStep, plan_box};
use nailpunch_core::rules::Situation;
use nailpunch_core::standard::Severity;
use plain_box::{base, merged, seen};
use proptest::prelude::*;
use serde_json::json;

fn demo() -> AuditFacts {
    let bundle: Bundle = serde_json::from_str(include_str!("../../../demo/guesthouse.nailpunch.json")).unwrap();
    bundle.facts()
}

/// What comes before what, by the words of the steps: wherever both are said, each of the first before each of the second.
const BEFORE: &[(&[&str], &[&str])] = &[
    (&["prove this box dead"], &["Take the cover off", "Draw the device", "Take the weight off"]),
    (&["note each conductor"], &["Draw the device", "Take the old box out"]),
    (&["Draw the device"], &["Take the old box out", "front is flush", "Take the jumper"]),
    (&["Take the old box out"], &["pigtail of", "Set the extender", "cut back", "Land "]),
    (&["Set the extender", "extension ring on"], &["pigtail of", "Fit the plate", "Fit a cover", "Stack rigid"]),
    (&["Screw the box to its stud", "side clip", "wings of the box"], &["pigtail of", "Land ", "Fold the conductors"]),
    (&["Try slack first", "of slack into the box"], &["pigtail of", "brings a new"]),
    (&["cut back", "Trim the sheath back to where it ended before"], &["pigtail of", "Measure each conductor"]),
    (&["cut 1/2 in off", "Cut 1/2 in off"], &["pigtail of", "Land "]),
    (&["pigtail of"], &["Measure each conductor", "Land ", "Tighten"]),
    (&["Measure each conductor"], &["Fold the conductors"]),
    (&["in the place of the one that comes out", "by a two-slot one"], &["Tighten", "Land "]),
    (&["Land "], &["Tighten"]),
    (&["Tighten"], &["Tape once", "Fold the conductors"]),
    (&["Tape once"], &["Fold the conductors"]),
    (&["Fold the conductors"], &["home: it goes in", "Stack rigid", "Fit the plate", "Fit a cover", "Hang it again"]),
    (&["home: it goes in", "Stack rigid"], &["Fit the plate", "Fit a cover"]),
    (&["Fit the plate", "Fit a cover", "Fit the cover", "Hang it again"], &["Switch on again"]),
    (&["Switch on again"], &["polarity and ground", "on its button", "hot to the metal", "Mark it"]),
];

/// Words of what is done with the hands in the box: none of it after the power is on.
const HANDS: &[&str] =
    &["Draw the", "pigtail of", "Tighten", "Fold the", "Land ", "Cut ", "cut back", "Take the", "Fit the", "Set the"];

fn said(steps: &[WorkStep]) -> Vec<&str> {
    steps.iter().map(|step| step.words.as_str()).collect()
}

/// What is wrong with the order of a sequence, in words; nothing where it can be done as it stands.
fn wrong(steps: &[WorkStep]) -> Vec<String> {
    let words = said(steps);
    let places = |patterns: &[&str]| -> Vec<usize> {
        (0..words.len()).filter(|at| patterns.iter().any(|pattern| words[*at].contains(pattern))).collect()
    };
    let mut faults = Vec::new();
    for (first, then) in BEFORE {
        if let (Some(last), Some(early)) = (places(first).last(), places(then).first())
            && last > early
        {
            faults.push(format!("\"{}\" comes after \"{}\"", words[*last], words[*early]));
        }
    }
    let on = places(&["Switch on again"]);
    let hands = places(HANDS);
    if on.len() > 1 {
        faults.push("the power comes on more than once".to_owned());
    }
    if let (Some(on), Some(last)) = (on.first(), hands.last())
        && last > on
    {
        faults.push(format!("\"{}\" with the power on", words[*last]));
    }
    if !hands.is_empty() && on.is_empty() {
        faults.push("the power never comes on again".to_owned());
    }
    let dead = places(&["prove this box dead"]);
    if let Some(first) = hands.first()
        && dead.first().is_none_or(|dead| dead > first)
    {
        faults.push(format!("\"{}\" before the box is proven dead", words[*first]));
    }
    // Whatever drew a device out ends with its terminals tight, its conductors folded and its plate on.
    if !places(&["Draw the device"]).is_empty() {
        for wanted in ["Tighten", "Fold the conductors"] {
            if places(&[wanted]).len() != 1 {
                faults.push(format!("\"{wanted}\" is said {} times", places(&[wanted]).len()));
            }
        }
    }
    faults
}

#[test]
fn every_plan_of_the_demo_can_be_done_as_it_stands() {
    let facts = demo();
    let assessed = Assessed::of(&facts);
    let mut worked = 0;
    for known in &assessed.boxes {
        for work in known.work() {
            let faults = wrong(&work.sequence);
            assert!(faults.is_empty(), "{}: {faults:?}", known.record.tag);
            assert_eq!(work.steps.is_empty(), work.sequence.is_empty(), "{}", known.record.tag);
            worked += usize::from(!work.steps.is_empty());
        }
    }
    assert!(worked > 40, "{worked} plans only");
}

#[test]
fn what_is_taken_over_is_what_was_planned() {
    let mut facts = demo();
    facts.items.clear();
    let before = Assessed::of(&facts);
    let place = Scope::ALL.iter().position(|scope| *scope == Scope::Workmanship).unwrap();
    let mut taken = Vec::new();
    for known in &before.boxes {
        let item = |choice: &Choice| choice.item(ItemId(uuid::Uuid::nil()), Subject::Box(known.record.id));
        taken.extend(known.work()[place].choices.iter().map(item));
    }
    assert!(taken.len() > 60, "{} choices", taken.len());
    let facts_after = AuditFacts { items: taken, ..facts.clone() };
    let after = Assessed::of(&facts_after);
    for (planned, taken) in before.boxes.iter().zip(&after.boxes) {
        let (planned, taken, tag) = (&planned.work()[place], &taken.work()[place], &planned.record.tag);
        assert_eq!(planned.sequence, taken.sequence, "{tag}");
        assert_eq!(planned.cannot, taken.cannot, "{tag}");
        assert_eq!(planned.steps.len(), taken.steps.len(), "{tag}");
        for (one, other) in planned.steps.iter().zip(&taken.steps) {
            assert_eq!(
                (one.repair, one.minutes, &one.pigtails, &one.materials),
                (other.repair, other.minutes, &other.pigtails, &other.materials),
                "{tag}"
            );
            assert!(other.chosen, "{tag}: {} is planned, and nobody was said to have chosen it", other.repair);
        }
        assert!(taken.choices.is_empty(), "{tag}: {:?} are left to take over", taken.choices);
    }
}

#[test]
fn what_one_step_more_would_mend_is_not_given_up() {
    // Nine rules are broken: all their ways together are more than the search tries, and one after the other they are not.
    let observed = [
        "cover-missing",
        "insulation-clamped",
        "neutral-ground-jumper",
        "box-loose",
        "open-knockout",
        "not-weatherproof",
    ];
    let contents: BoxContents = serde_json::from_value(json!({
        "kind": "device", "location": "outdoors", "supply": {"amperes": 15},
        "devices": [{"id": 1, "kind": "gfci-receptacle", "amperes": 50}],
        "cables": [{"id": 1, "entry": "back"}],
        "conductors": [{"id": 1, "cable": 1, "gauge": "18", "role": "grounded", "colour": "red"}],
        "observed": observed.map(|what| json!({"what": what, "fault": true})),
    }))
    .expect("a box");
    let basis = Basis::default();
    let outcome = plan_box(&Situation::new(&contents, &basis), Severity::Workmanship);
    assert!(outcome.bound_hit, "it was not all tried, and that is said");
    let given_up: Vec<_> = outcome.cannot.iter().filter(|cannot| cannot.reasons[0].contains("by itself")).collect();
    assert!(given_up.is_empty(), "{given_up:?}");
}

#[test]
fn what_is_won_late_wins_what_was_missed_before() {
    // Only the new cable, for its entry, brings the ground that the yoke is joined to; the yoke is tried before the entry is.
    let contents: BoxContents = serde_json::from_value(json!({
        "kind": "fan", "construction": "metal", "depth": 47_343_171, "marked_volume": 112_057_294,
        "location": "kitchen-counter", "supply": {"amperes": 100},
        "devices": [{"id": 1, "kind": "switch", "seat": "spacers"}],
        "observed": [{"what": "not-torqued", "fault": true}, {"what": "yoke-ungrounded", "fault": true}],
        "cables": [{"id": 1, "entry": "back", "sheath_end": 65_110_467}],
        "conductors": [
            {"id": 1, "cable": 1, "gauge": "14", "role": "traveller", "colour": "unknown", "free_length": 180_389_858},
            {"id": 2, "cable": 1, "gauge": "10", "role": "grounded", "colour": "bare", "reach": 111_004_710, "looped": true},
        ],
    }))
    .expect("a box");
    let basis = Basis::default();
    let outcome = plan_box(&Situation::new(&contents, &basis), Severity::Workmanship);
    let made: Vec<&str> = outcome.plan.iter().flat_map(|plan| &plan.steps).map(|step| step.repair).collect();
    assert!(made.contains(&"re-feed") && made.contains(&"ground-device"), "{made:?}: {:?}", outcome.cannot);
}

fn planned(contents: &BoxContents) -> Option<Plan> {
    let basis = Basis::default();
    plan_box(&Situation::new(contents, &basis), Severity::Workmanship).plan
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 150, ..ProptestConfig::default() })]

    #[test]
    fn no_step_undoes_or_precedes_what_it_rests_on(contents in any_box()) {
        let basis = Basis::default();
        let outcome = plan_box(&Situation::new(&contents, &basis), Severity::Workmanship);
        for plan in [outcome.plan, outcome.runner_up].into_iter().flatten() {
            let faults = wrong(&plan.sequence);
            prop_assert!(faults.is_empty(), "{faults:?}\n{:?}", said(&plan.sequence));
        }
    }

    #[test]
    fn a_plan_or_its_runner_up_taken_over_stays_what_it_is(contents in any_box()) {
        let basis = Basis::default();
        let situation = Situation::new(&contents, &basis);
        let outcome = plan_box(&situation, Severity::Workmanship);
        for plan in [outcome.plan, outcome.runner_up].into_iter().flatten() {
            let codes: Vec<&str> = plan
                .choices
                .iter()
                .flat_map(|choice| std::iter::once(&choice.repair).chain(&choice.with))
                .map(String::as_str)
                .collect();
            let found = nailpunch_core::rules::judge(&situation);
            let again = nailpunch_core::repair::plan_with(&situation, &found, Severity::Workmanship, &codes);
            let again = again.plan.unwrap();
            let made = |plan: &Plan| plan.steps.iter().map(|step| step.repair).collect::<Vec<_>>();
            prop_assert_eq!(made(&plan), made(&again), "chosen: {:?}, wanted: {:?}", codes, outcome.wanted);
            prop_assert_eq!(&plan.sequence, &again.sequence);
            prop_assert_eq!((plan.minutes, &plan.materials, &plan.before_after), (again.minutes, &again.materials, &again.before_after));
        }
    }
}

/// A job: its name, the box, and what is said of it in this order, other things between.
type Job = (&'static str, BoxContents, &'static [&'static str]);

/// Twenty jobs as one would do them by hand. Common practice, no source, unless said beside.
fn jobs() -> Vec<Job> {
    let duplex = |length, more| merged(base("duplex-receptacle", length), more);
    let switch = |length, more| merged(base("switch", length), more);
    let back = |sixteenths: i64| json!({"stand": {"set_back": sixteenths * 1_587_500}});
    vec![
        (
            "short conductors",
            duplex("3", json!({})),
            &[
                "prove this box dead",
                "note each conductor",
                "Draw the device out",
                "pigtail of 3 1/2 in",
                "Pull each conductor against",
                "Measure each conductor",
                "Land each",
                "Tighten 3 terminals",
                "Fold",
                "home",
                "Fit the plate",
                "Switch on",
                "upper half",
            ],
        ),
        (
            "hooked tips are cut before they are joined",
            {
                let mut contents = duplex("3 1/2", json!({}));
                contents.conductors.iter_mut().for_each(|c| c.end = nailpunch_core::facts::ConductorEnd::Hooked);
                contents
            },
            &["Draw the device", "cut 1/2 in off", "pigtail of", "Measure", "Land"],
        ),
        // NEC 314.20, from memory: the box comes forward before anything is measured from it.
        (
            "sunk 3/8 in",
            duplex("7", back(6)),
            &["Draw the device", "front is flush", "Land", "Tighten", "Fold", "home", "Fit the plate", "Switch on"],
        ),
        (
            "sunk and short",
            duplex("5 1/8", back(6)),
            &[
                "front is flush: the opening comes forward by 3/8 in",
                "pigtail of",
                "Measure",
                "Land",
                "Tighten",
                "Fold",
                "Fit the plate",
            ],
        ),
        (
            "in the air, 3/16 in back",
            merged(
                base("duplex-receptacle", "7"),
                json!({"stand": {"set_back": 3 * 1_587_500}, "devices": [{"id": 1, "kind": "duplex-receptacle", "seat": "floating"}]}),
            ),
            &[
                "Draw the device out with the conductors on",
                "Pull each conductor at its terminal",
                "Tighten",
                "Fold",
                "1 of 1/8 in and 1 of 1/16 in",
                "Fit the plate",
            ],
        ),
        (
            "loose box on a stud",
            duplex("7", json!({"stand": {"stud_near": true}, "observed": seen("box-loose")})),
            &["Draw the device", "Screw the box to its stud", "Land", "Tighten", "Switch on"],
        ),
        (
            "loose box with wings",
            duplex("7", json!({"stand": {"held_by": "wings"}, "observed": seen("box-loose")})),
            &["Draw the device", "wings of the box", "Land"],
        ),
        (
            "loose box, nobody looked for a stud",
            duplex("7", json!({"observed": seen("box-loose")})),
            &["whether a stud is beside", "prove this box dead", "Screw the box"],
        ),
        (
            "open knockout",
            duplex("7", json!({"observed": seen("open-knockout")})),
            &["prove this box dead", "knockout seal", "Fold", "Fit the plate"],
        ),
        (
            "plate gone",
            switch("7", json!({"observed": seen("cover-missing")})),
            &["prove this box dead", "Fit a cover", "Switch on"],
        ),
        // NEC 110.14(D), from memory.
        (
            "terminals not tightened to their mark",
            duplex("7", json!({"observed": seen("not-torqued")})),
            &[
                "Draw the device out with",
                "driver that shows the torque",
                "Tighten 3 terminals",
                "Fold",
                "Fit the plate",
            ],
        ),
        (
            "insulation under a screw",
            duplex("8", json!({"observed": seen("insulation-clamped")})),
            &["Draw the device", "Cut 1/2 in off each end", "Measure", "copper up to the screw", "Tighten"],
        ),
        (
            "sheath too long inside",
            duplex(
                "5",
                json!({"cables": [{"id": 1, "method": "nonmetallic", "sheath_end": 25_400_000, "sheath_inside": 50_800_000, "fixed_close": true, "clamped": true}]}),
            ),
            &["Draw the device", "cut back 1 3/4 in of sheath", "Measure", "Land", "Tighten"],
        ),
        (
            "slack that came",
            duplex(
                "5",
                json!({"cables": [{"id": 1, "method": "nonmetallic", "sheath_end": 50_800_000, "slack": 50_800_000, "clamped": true}]}),
            ),
            &["ease 2 in of slack into the box", "Trim the sheath", "Measure", "Land"],
        ),
        (
            "slack that nobody tried",
            duplex(
                "3",
                json!({"cables": [{"id": 1, "method": "nonmetallic", "sheath_end": 50_800_000, "clamped": true}]}),
            ),
            &["Comes 3 in or more", "pigtail of", "Measure"],
        ),
        // NEC 404.9(B), from memory: the yoke of a switch is grounded.
        (
            "switch without a ground on its yoke",
            switch("7", json!({"observed": seen("yoke-ungrounded")})),
            &["Draw the device", "ground pigtail", "Land", "Tighten 3 terminals", "what it switches"],
        ),
        (
            "cables not clamped",
            duplex(
                "7",
                json!({"construction": "metal", "bond": "screw", "cables": [{"id": 1, "method": "nonmetallic", "sheath_end": 50_800_000, "sheath_inside": 12_700_000, "clamped": false}]}),
            ),
            &["Draw the device", "cable connector or bushing", "Tighten", "Tape once", "Fold"],
        ),
        (
            "metal box not bonded",
            duplex("7", json!({"construction": "metal", "bond": "nothing"})),
            &[
                "Draw the device",
                "green grounding screw",
                "Join the screw of the box",
                "Land",
                "Tighten",
                "Tape once",
                "Switch on",
                "hot to the metal",
            ],
        ),
        // NEC 406.4(D)(2), from memory: no ground, a GFCI receptacle, marked.
        (
            "no ground in the box",
            {
                let mut contents = duplex(
                    "7",
                    json!({"location": "bathroom", "supply": {"amperes": 20, "gfci": false, "afci": true}}),
                );
                contents.conductors.truncate(2);
                contents.cables[0].method = nailpunch_core::standard::WiringMethod::OldTwoWire;
                contents
            },
            &[
                "Draw the device",
                "GFCI receptacle in the place",
                "feed on line, nothing on load",
                "Tighten 2 terminals",
                "Switch on",
                "trips on its button",
                "no equipment ground",
            ],
        ),
        (
            "hot and neutral exchanged",
            duplex(
                "7",
                json!({"landings": [{"device": 1, "terminal": "silver-upper", "conductor": 1}, {"device": 1, "terminal": "brass-upper", "conductor": 2}, {"device": 1, "terminal": "green", "conductor": 3}]}),
            ),
            &[
                "note each conductor",
                "Draw the device",
                "from upper silver to upper brass",
                "from upper brass to upper silver",
                "Tighten 3 terminals",
                "Fold",
                "Switch on",
                "Compare the ground",
            ],
        ),
    ]
}

#[test]
fn twenty_jobs_are_done_in_the_order_of_the_trade() {
    let jobs = jobs();
    assert_eq!(jobs.len(), 20);
    for (name, contents, wanted) in jobs {
        let plan = planned(&contents).unwrap_or_else(|| panic!("{name}: nothing is planned"));
        let words = said(&plan.sequence);
        let mut from = 0;
        for pattern in wanted {
            match words[from..].iter().position(|step| step.contains(pattern)) {
                Some(at) => from += at + 1,
                None => panic!("{name}: \"{pattern}\" is not said where it should be: {words:#?}"),
            }
        }
        assert_eq!(wrong(&plan.sequence), [""; 0], "{name}");
    }
}
