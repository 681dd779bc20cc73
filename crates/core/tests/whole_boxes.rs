//! Ten whole boxes worked by hand, from found to closed: every step, minute, piece and length.
//!
//! Limits: NEC 300.14, 314.16, 314.20, from memory. Minutes, pieces, the order of the work and the words: common practice, no
//! source.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

mod plain_box;

use nailpunch_core::facts::{Basis, BoxContents};
use nailpunch_core::repair::plan_box;
use nailpunch_core::rules::Situation;
use nailpunch_core::standard::Severity;
use plain_box::{base, merged, seen};
use serde_json::json;

/// What a box comes to: minutes, the steps between opening and landing, the steps of the devices and the close where they
/// differ from the usual, pieces, and the black conductor afterwards from the sheath and past the opening.
struct Worked {
    name: &'static str,
    contents: BoxContents,
    minutes: u32,
    steps: Vec<&'static str>,
    pieces: Vec<(u32, &'static str)>,
    black: Option<(&'static str, &'static str)>,
}

const DEAD: &str = "Switch off and lock or tag it; then prove this box dead, point by point, as its dead test says.";
const NOTE: &str = "Photograph the box, and note each conductor with where it lands.";
const OFF: &str = "Take the cover off. Draw the device out and take the conductors off, one at a time.";
const MEASURE: &str = "Measure each conductor again, from its sheath and past the opening, before it is folded.";
const LAND: &str = "Land each conductor where it was noted: ground first, then neutral, then hot.";
const REST: &str = "Land the rest where it was noted.";
const TORQUE: &str = "Tighten 3 terminals to the torque marked on the device, counted one by one.";
const TAPE: &str = "Tape once round the device over its screws: the box is of metal or tight.";
const FOLD: &str = "Fold the conductors in a Z, grounds at the back and clear of live screws.";
const HOME: &str = "Screw the device home: it goes in without force and does not rock.";
const PLATE: &str = "Fit the plate, snug and not drawn up.";
const ON: &str = "Switch on again, standing clear, once every hand is out: ask aloud.";
const UPPER: &str = "Duplex receptacle 1, upper half: polarity and ground.";
const LOWER: &str = "Duplex receptacle 1, lower half: polarity and ground.";
const PULL: &str = "Pull each conductor against its connector: nothing may move.";

fn boxes() -> Vec<Worked> {
    let duplex = |length, more| merged(base("duplex-receptacle", length), more);
    vec![
        Worked {
            // 3 in from the sheath, which ends 2 in behind: max(6, 2 + 3) − 3 + 1/2 margin = 3 1/2 for hot and neutral, 6 for
            // the ground, whose pigtail is not shorter. 3 + 3 1/2 = 6 1/2 long, less 2 is 4 1/2 past. The first joint takes
            // 6 min, each further one 2.
            name: "short conductors",
            contents: duplex("3", json!({})),
            minutes: 10,
            steps: vec![
                DEAD,
                NOTE,
                OFF,
                "Black 12 AWG: strip 7/16 in, set an in-line lever connector, with a 12 AWG black pigtail of 3 1/2 in.",
                "White 12 AWG: strip 7/16 in, set an in-line lever connector, with a 12 AWG white pigtail of 3 1/2 in.",
                "Bare 12 AWG: strip 7/16 in, set an in-line lever connector, with a 12 AWG bare pigtail of 6 in.",
                PULL,
                MEASURE,
                LAND,
                TORQUE,
                FOLD,
                HOME,
                PLATE,
                ON,
                UPPER,
                LOWER,
            ],
            pieces: vec![
                (1, "pigtail, 12 AWG black, 3 1/2 in"),
                (1, "pigtail, 12 AWG white, 3 1/2 in"),
                (1, "pigtail, 12 AWG bare, 6 in"),
                (3, "in-line lever connector, 18–12 AWG"),
            ],
            black: Some(("6 1/2 in", "4 1/2 in")),
        },
        Worked {
            // The opening comes forward by 3/8, so that the sheath ends 2 3/8 behind it: max(6, 2 3/8 + 3) − 5 1/8 + 1/2 =
            // 1 3/8, up to 1 1/2, not under 3. 5 1/8 + 3 = 8 1/8 long, less 2 3/8 is 5 3/4 past. Screws: 1 + 3/8, so 1 1/2.
            name: "sunk 3/8 in, and short",
            contents: duplex("5 1/8", json!({"stand": {"set_back": 6 * 1_587_500}})),
            minutes: 20,
            steps: vec![
                DEAD,
                NOTE,
                OFF,
                "Set the extender so that its front is flush: the opening comes forward by 3/8 in.",
                "Black 12 AWG: strip 7/16 in, set an in-line lever connector, with a 12 AWG black pigtail of 3 in.",
                "White 12 AWG: strip 7/16 in, set an in-line lever connector, with a 12 AWG white pigtail of 3 in.",
                "Bare 12 AWG: strip 7/16 in, set an in-line lever connector, with a 12 AWG bare pigtail of 6 in.",
                PULL,
                MEASURE,
                LAND,
                TORQUE,
                FOLD,
                HOME,
                PLATE,
                ON,
                UPPER,
                LOWER,
            ],
            pieces: vec![
                (1, "box extender, fixed, 3/8 in"),
                (2, "screw 6-32, 1 1/2 in"),
                (1, "pigtail, 12 AWG black, 3 in"),
                (1, "pigtail, 12 AWG white, 3 in"),
                (1, "pigtail, 12 AWG bare, 6 in"),
                (3, "in-line lever connector, 18–12 AWG"),
            ],
            black: Some(("8 1/8 in", "5 3/4 in")),
        },
        Worked {
            // 3/16 is one piece of 1/8 and one of 1/16, under each of two ears. Nothing comes off its terminal.
            name: "in the air, 3/16 in back",
            contents: merged(
                base("duplex-receptacle", "7"),
                json!({"stand": {"set_back": 3 * 1_587_500},
                       "devices": [{"id": 1, "kind": "duplex-receptacle", "seat": "floating"}]}),
            ),
            minutes: 5,
            steps: vec![
                DEAD,
                NOTE,
                "Take the cover off. Draw the device out with the conductors on.",
                "Pull each conductor at its terminal: none may move.",
                TORQUE,
                FOLD,
                "Stack rigid spacers under each ear, 1 of 1/8 in and 1 of 1/16 in, and draw the screws up: the yoke sits flush.",
                PLATE,
                ON,
                UPPER,
                LOWER,
            ],
            pieces: vec![(2, "spacer, 1/8 in"), (2, "spacer, 1/16 in")],
            black: None,
        },
        Worked {
            // Ten minutes for the box, three for the seal. The box is fixed before its opening is closed.
            name: "loose beside a stud, a knockout open",
            contents: duplex(
                "7",
                json!({"stand": {"stud_near": true}, "observed":
                    [{"what": "box-loose", "fault": true}, {"what": "open-knockout", "fault": true}]}),
            ),
            minutes: 13,
            steps: vec![
                DEAD,
                NOTE,
                OFF,
                "Screw the box to its stud, within 1/4 in of its back or ends.",
                "Set a knockout seal in each opening that nothing uses; a plastic one in metal sits 1/4 in deep at least.",
                LAND,
                TORQUE,
                FOLD,
                HOME,
                PLATE,
                ON,
                UPPER,
                LOWER,
            ],
            pieces: vec![(1, "screws for the box, a pair"), (1, "knockout seal")],
            black: None,
        },
        Worked {
            // Hands are near bare screws: dead first. Nothing is opened, nothing is landed.
            name: "the plate is gone",
            contents: merged(base("switch", "7"), json!({"observed": seen("cover-missing")})),
            minutes: 3,
            steps: vec![
                DEAD,
                "Fit a cover or plate that spans the opening; snug, not drawn up: a plate pulled on to a sunk box cracks again.",
                ON,
            ],
            pieces: vec![(1, "plate or cover")],
            black: None,
        },
        Worked {
            // 2 in of sheath inside, 1/4 must stay: 1 3/4 goes. 5 + 1 3/4 = 6 3/4 long; the sheath ends 1 + 1 3/4 = 2 3/4
            // behind, so that the reach stays 4.
            name: "too much sheath inside",
            contents: duplex(
                "5",
                json!({"cables": [{"id": 1, "method": "nonmetallic", "sheath_end": 25_400_000,
                    "sheath_inside": 50_800_000, "fixed_close": true, "clamped": true}]}),
            ),
            minutes: 5,
            steps: vec![
                DEAD,
                NOTE,
                OFF,
                "Cable 1: slit and cut back 1 3/4 in of sheath; leave 1/4 in inside.",
                MEASURE,
                LAND,
                TORQUE,
                FOLD,
                HOME,
                PLATE,
                ON,
                UPPER,
                LOWER,
            ],
            pieces: vec![],
            black: Some(("6 3/4 in", "4 in")),
        },
        Worked {
            // 2 × 2.25 + 2 × 2.25 + 2.25 = 11.25 in³ in 10: the box of 14 in³, 2 3/4 in deep, is the smallest that does.
            // With 1/2 in of sheath inside it ends 2 1/4 behind: 7 − 2 1/4 = 4 3/4 past.
            name: "overfilled",
            contents: duplex("7", json!({"marked_volume": 163_870})),
            minutes: 25,
            steps: vec![
                DEAD,
                NOTE,
                OFF,
                "Take the old box out.",
                "Bring the cables in with 1/2 in of sheath inside, clamp them, set the box and draw its wings up.",
                MEASURE,
                LAND,
                TORQUE,
                FOLD,
                HOME,
                PLATE,
                ON,
                UPPER,
                LOWER,
            ],
            pieces: vec![(1, "old-work box, 1 gang, 14 in³ or more, 2 3/4 in deep")],
            black: Some(("7 in", "4 3/4 in")),
        },
        Worked {
            // A screw in its own tapped hole, a pigtail of 6 in to the grounds; tape, since the box is of metal.
            name: "a metal box without a bond",
            contents: duplex("7", json!({"construction": "metal", "bond": "nothing"})),
            minutes: 5,
            steps: vec![
                DEAD,
                NOTE,
                OFF,
                "Drive a green grounding screw into the tapped hole of the box.",
                "Join the screw of the box to the grounds, by a pigtail where they do not reach.",
                LAND,
                TORQUE,
                TAPE,
                FOLD,
                HOME,
                PLATE,
                ON,
                "Read hot to the metal of the box: within 5 % of hot to neutral.",
                UPPER,
                LOWER,
            ],
            pieces: vec![(1, "pigtail, 12 AWG bare, 6 in"), (1, "connector for grounds"), (1, "grounding screw 10-32")],
            black: None,
        },
        Worked {
            // Hot and neutral change places; the ground stays, and is landed again.
            name: "hot and neutral exchanged",
            contents: duplex(
                "7",
                json!({"landings": [{"device": 1, "terminal": "silver-upper", "conductor": 1},
                    {"device": 1, "terminal": "brass-upper", "conductor": 2},
                    {"device": 1, "terminal": "green", "conductor": 3}]}),
            ),
            minutes: 10,
            steps: vec![
                DEAD,
                NOTE,
                OFF,
                "Black 12 AWG: from upper silver to upper brass.",
                "White 12 AWG: from upper brass to upper silver.",
                REST,
                TORQUE,
                FOLD,
                HOME,
                PLATE,
                ON,
                "Compare the ground with a known one.",
                UPPER,
                LOWER,
            ],
            pieces: vec![],
            black: None,
        },
        Worked {
            // Fresh ends cost the bend, 1/2 in: 8 − 1/2 = 7 1/2 long, 5 1/2 past. Eight minutes and four for the torque.
            name: "insulation under a screw, nothing to its mark",
            contents: duplex(
                "8",
                json!({"observed": [{"what": "insulation-clamped", "fault": true}, {"what": "not-torqued", "fault": true}]}),
            ),
            minutes: 12,
            steps: vec![
                DEAD,
                NOTE,
                OFF,
                "Cut 1/2 in off each end and strip it fresh: 1/2 in for a clamp, 5/8 to 3/4 in for a hook.",
                MEASURE,
                "Land one conductor on each terminal, copper up to the screw and no further, insulation outside; pull each.",
                REST,
                "Take a driver that shows the torque, and set it to the mark on the device.",
                TORQUE,
                FOLD,
                HOME,
                PLATE,
                ON,
                UPPER,
                LOWER,
            ],
            pieces: vec![],
            black: Some(("7 1/2 in", "5 1/2 in")),
        },
    ]
}

#[test]
fn ten_boxes_from_found_to_closed() {
    let boxes = boxes();
    assert_eq!(boxes.len(), 10);
    for Worked { name, contents, minutes, steps, pieces, black } in boxes {
        let basis = Basis::default();
        let outcome = plan_box(&Situation::new(&contents, &basis), Severity::Workmanship);
        let plan = outcome.plan.unwrap();
        assert_eq!(outcome.cannot, [], "{name}");
        assert!(plan.ready, "{name} rests on nothing unknown");
        let said: Vec<&str> = plan.sequence.iter().map(|step| step.words.as_str()).collect();
        assert_eq!(said, steps, "{name}");
        assert_eq!(plan.minutes, minutes, "{name}");
        let brought: Vec<(u32, &str)> = plan.materials.iter().map(|line| (line.count, line.what.as_str())).collect();
        assert_eq!(brought, pieces, "{name}");
        let left = plan.before_after.iter().find(|pair| pair.label == "black 12 AWG").map(|pair| {
            let text = |figure: &Option<nailpunch_core::quantity::Figure>| figure.clone().unwrap().text;
            (text(&pair.length_after), text(&pair.reach_after))
        });
        assert_eq!(left, black.map(|(length, reach)| (length.to_owned(), reach.to_owned())), "{name}");
    }
}
