//! Worked examples of the limits that codes give in figures, as handbooks print them: the figure that does, and the next that
//! does not. Lengths and reaches are in `hand_worked.rs`, box fill in `worked_fill.rs`.
//!
//! Tables and sections as named beside each group, all from memory; no code book was at hand.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

mod plain_box;

use nailpunch_core::facts::{Basis, BoxContents};
use nailpunch_core::quantity::{UnitSystem, parse_length};
use nailpunch_core::rules::Verdict::{self, Legacy, Meets, NotApplicable, Violates};
use nailpunch_core::rules::{Situation, judge};
use nailpunch_core::standard::Edition::{self, Cec2021, Nec2011, Nec2014, Nec2017, Nec2023};
use nailpunch_core::standard::WiredUnder;
use plain_box::{base, merged, seen};
use serde_json::{Value, json};

/// The rule, the edition, the year of the wiring, the box, and what is said of it.
type Example = (&'static str, Edition, Option<u16>, BoxContents, Verdict);

fn nm(text: &str) -> i64 {
    parse_length(text, UnitSystem::Inch).unwrap().nm()
}

/// A plain box whose hot and neutral have one gauge and whose ground has another.
fn gauges(device: &str, hot: &str, ground: &str, more: Value) -> BoxContents {
    let wire = |id: u16, gauge: &str, colour: &str, role: &str| json!({"id": id, "cable": 1, "gauge": gauge, "colour": colour, "role": role, "free_length": nm("7")});
    let conductors = json!([
        wire(1, hot, "black", "ungrounded"),
        wire(2, hot, "white", "grounded"),
        wire(3, ground, "bare", "equipment-grounding"),
    ]);
    let mut base = base(device, "7");
    base["conductors"] = conductors;
    merged(base, more)
}

fn amperes(value: u16) -> Value {
    json!({"supply": {"amperes": value}})
}

/// NEC Table 250.122, copper; the circuit conductors are larger.
fn grounds() -> Vec<Example> {
    let rows =
        [("14", 15, "16"), ("12", 20, "14"), ("10", 30, "12"), ("10", 60, "12"), ("8", 100, "10"), ("6", 200, "8")];
    let of = |ground: &str, on: u16, verdict| {
        ("ground-size", Nec2023, None, gauges("switch", "2", ground, amperes(on)), verdict)
    };
    rows.into_iter().flat_map(|(does, on, not)| [of(does, on, Meets), of(not, on, Violates)]).collect()
}

/// NEC 240.4(D) for the small ones; Table 310.16, 60 °C, and 240.4(B), the next standard rating, for the larger.
fn ampacities() -> Vec<Example> {
    let rows = [("14", 15, 20), ("12", 20, 25), ("10", 30, 35), ("8", 40, 45), ("6", 60, 70)];
    let of = |gauge: &str, on: u16, verdict| {
        ("conductor-ampacity", Nec2023, None, gauges("switch", gauge, gauge, amperes(on)), verdict)
    };
    rows.into_iter().flat_map(|(gauge, most, over)| [of(gauge, most, Meets), of(gauge, over, Violates)]).collect()
}

/// NEC Table 210.21(B)(3), several receptacles on the circuit; CEC 14-600: 15 A ones on 15 A only.
fn ratings() -> Vec<Example> {
    let rows = [
        (Nec2023, 15, 15, Meets),
        (Nec2023, 15, 20, Violates),
        (Nec2023, 20, 15, Meets),
        (Nec2023, 20, 20, Meets),
        (Nec2023, 20, 30, Violates),
        (Cec2021, 20, 15, Violates),
        (Cec2021, 20, 20, Meets),
    ];
    rows.into_iter()
        .map(|(edition, on, rating, verdict)| {
            let devices = json!({"devices": [{"id": 1, "kind": "duplex-receptacle", "amperes": rating}],
                                 "supply": {"amperes": on, "only_receptacle": false}});
            ("device-rating", edition, None, gauges("duplex-receptacle", "12", "12", devices), verdict)
        })
        .collect()
}

/// NEC 314.20 and 314.21: 1/4 in behind board, flush in wood, 1/8 in of gap. What is within the 1/16 in of the tape of a limit is
/// marginal, and stands in the tests of the rules.
fn walls() -> Vec<Example> {
    let rows = [
        ("box-setback", "gypsum-board", "set_back", "1/8", Meets),
        ("box-setback", "gypsum-board", "set_back", "3/8", Violates),
        ("box-setback", "wood", "set_back", "1/8", Violates),
        ("box-setback", "wood", "set_back", "0", Meets),
        ("box-surround", "gypsum-board", "gap", "0", Meets),
        ("box-surround", "gypsum-board", "gap", "1/4", Violates),
    ];
    rows.into_iter()
        .map(|(rule, finish, field, length, verdict)| {
            let stand = json!({"wall_finish": finish, "stand": {field: nm(length)}});
            (rule, Nec2023, None, merged(base("switch", "7"), stand), verdict)
        })
        .collect()
}

/// NEC 314.24(B): on 12 AWG 1 3/16 in at least, and projection and 1/4 in where it is more than 1 in.
fn depths() -> Vec<Example> {
    let rows =
        [("1", "1 3/16", Meets), ("1", "1 1/8", Violates), ("1 1/4", "1 1/2", Meets), ("1 1/4", "1 7/16", Violates)];
    rows.into_iter()
        .map(|(behind, depth, verdict)| {
            let devices = json!({"depth": nm(depth), "devices": [{"id": 1, "kind": "switch", "behind": nm(behind)}]});
            ("device-depth", Nec2023, None, merged(base("switch", "7"), devices), verdict)
        })
        .collect()
}

/// NEC 314.17(C), 334.30: 1/4 in of sheath inside; fastened within 12 in with a clamp, 8 in without one at a small plastic box.
fn entries() -> Vec<Example> {
    let rows = [
        ("1/2", true, "12", Meets),
        ("1/2", true, "13", Violates),
        ("1/8", true, "12", Violates),
        ("1/2", false, "8", Meets),
        ("1/2", false, "9", Violates),
    ];
    rows.into_iter()
        .map(|(inside, clamped, support, verdict)| {
            let cables = json!({"cables": [{"id": 1, "method": "nonmetallic", "sheath_inside": nm(inside), "clamped": clamped,
                                           "first_support": nm(support)}]});
            ("cable-entry", Nec2023, None, merged(base("switch", "7"), cables), verdict)
        })
        .collect()
}

/// NEC 314.27(A), (C): 50 lb on a box for luminaires, 6 lb on a wall by two screws, fans to 35 lb without and 70 lb with a mark.
fn weights() -> Vec<Example> {
    let pounds = |count: u64| count * 453_592;
    let rows = [
        (
            "luminaire-support",
            json!({"kind": "ceiling-luminaire", "mass": pounds(50), "box_carries": "luminaire"}),
            Meets,
        ),
        (
            "luminaire-support",
            json!({"kind": "ceiling-luminaire", "mass": pounds(52), "box_carries": "luminaire"}),
            Violates,
        ),
        (
            "luminaire-support",
            json!({"kind": "wall-luminaire", "mass": pounds(6), "box_carries": "nothing", "two_screws": true}),
            Meets,
        ),
        (
            "luminaire-support",
            json!({"kind": "wall-luminaire", "mass": pounds(9), "box_carries": "nothing", "two_screws": true}),
            Violates,
        ),
        ("fan-support", json!({"kind": "fan", "mass": pounds(35), "box_carries": "fan"}), Meets),
        (
            "fan-support",
            json!({"kind": "fan", "mass": pounds(50), "box_carries": "fan", "box_marked_mass": pounds(70)}),
            Meets,
        ),
        (
            "fan-support",
            json!({"kind": "fan", "mass": pounds(75), "box_carries": "fan", "box_marked_mass": pounds(70)}),
            Violates,
        ),
    ];
    rows.into_iter()
        .map(|(rule, hung, verdict)| {
            let more = json!({"kind": "octagon", "devices": [], "hung": hung});
            (rule, Nec2023, None, merged(base("switch", "7"), more), verdict)
        })
        .collect()
}

/// NEC 200.6, 404.2(C), 406.12, 210.8(A), 210.12(A) and CEC 4-024: figures of size, height, distance and edition.
fn places() -> Vec<Example> {
    let duplex = |more: Value| {
        let mut contents = merged(base("duplex-receptacle", "7"), more);
        contents.devices[0].tamper_resistant = Some(false);
        contents
    };
    let neutral = |gauge: &str| {
        let mut contents = gauges("switch", gauge, gauge, json!({}));
        contents.conductors[1].colour = nailpunch_core::facts::Colour::Black;
        contents.conductors[1].remarked = Some(true);
        contents
    };
    let at = |inches: &str| json!({"location": "bedroom", "supply": {"amperes": 20}, "stand": {"height": nm(inches)}});
    let unprotected =
        |location: &str| json!({"location": location, "supply": {"amperes": 20, "gfci": false, "afci": false}});
    vec![
        ("neutral-identification", Nec2023, None, neutral("6"), Violates),
        ("neutral-identification", Nec2023, None, neutral("4"), Meets),
        ("neutral-identification", Cec2021, None, neutral("4"), Violates),
        ("tamper-resistant", Nec2023, None, duplex(at("5'")), Violates),
        ("tamper-resistant", Nec2023, None, duplex(at("5' 7")), NotApplicable),
        // Bathrooms 1975; laundries 2014, on both sides of the change.
        ("gfci-required", Nec2023, Some(1990), duplex(unprotected("bathroom")), Violates),
        ("gfci-required", Nec2014, None, duplex(unprotected("laundry")), Violates),
        ("gfci-required", Nec2023, Some(2010), duplex(unprotected("laundry")), Legacy),
        // Bedrooms 2002, kitchens 2014.
        ("afci-required", Nec2023, Some(1999), duplex(unprotected("bedroom")), Legacy),
        ("afci-required", Nec2011, Some(2012), duplex(unprotected("bedroom")), Violates),
        ("afci-required", Nec2011, None, duplex(unprotected("kitchen")), NotApplicable),
        ("afci-required", Nec2014, None, duplex(unprotected("kitchen")), Violates),
        // Torque to its mark came with 2017.
        ("terminal-torque", Nec2017, Some(2012), duplex(json!({"observed": seen("not-torqued")})), Legacy),
        ("terminal-torque", Nec2017, None, duplex(json!({"observed": seen("not-torqued")})), Violates),
    ]
}

#[test]
fn the_figure_that_does_and_the_next_that_does_not() {
    let groups = [grounds(), ampacities(), ratings(), walls(), depths(), entries(), weights(), places()];
    let examples: Vec<Example> = groups.into_iter().flatten().collect();
    assert!(examples.len() > 60, "{}", examples.len());
    let mut wrong = Vec::new();
    for (number, (rule, edition, year, contents, expected)) in examples.iter().enumerate() {
        let basis = Basis { edition: *edition, ..Basis::default() };
        let wired_under = year.map(WiredUnder::Year);
        let results = judge(&Situation { wired_under, ..Situation::new(contents, &basis) });
        let result = results.iter().find(|result| result.rule == *rule).unwrap();
        if result.verdict != *expected {
            wrong.push(format!("{number} {rule} {}: {:?}, {}", edition.name(), result.verdict, result.sentence));
        }
    }
    assert!(wrong.is_empty(), "{wrong:#?}");
}
