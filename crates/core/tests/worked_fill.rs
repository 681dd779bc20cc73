//! Box fills worked by hand, of the kind that handbooks print. Allowances and counting: NEC 314.16 and CEC 12-3034, from
//! memory, no code book at hand.

#![allow(clippy::unwrap_used, missing_docs, reason = "a test that cannot go on should stop")]

use nailpunch_core::facts::{Basis, BoxContents};
use nailpunch_core::quantity::UnitSystem::Inch;
use nailpunch_core::rules::{Situation, Verdict, fill, judge};
use nailpunch_core::standard::Edition::{self, Cec2021, Nec2011, Nec2017, Nec2020, Nec2023};
use serde_json::{Value, json};

/// `count` conductors of a colour and role.
fn wires(count: usize, gauge: &str, colour: &str, role: &str) -> Vec<Value> {
    (0..count).map(|_| json!({"gauge": gauge, "colour": colour, "role": role})).collect()
}

fn hots(count: usize, gauge: &str) -> Vec<Value> {
    wires(count, gauge, "black", "ungrounded")
}

fn grounds(count: usize, gauge: &str) -> Vec<Value> {
    wires(count, gauge, "bare", "equipment-grounding")
}

fn contents(conductors: Vec<Vec<Value>>, more: Value) -> BoxContents {
    let mut conductors: Vec<Value> = conductors.into_iter().flatten().collect();
    for (index, conductor) in conductors.iter_mut().enumerate() {
        conductor["id"] = json!(index + 1);
    }
    let mut whole = json!({"conductors": conductors});
    for (key, value) in more.as_object().unwrap() {
        whole[key] = value.clone();
    }
    serde_json::from_value(whole).unwrap()
}

fn required(contents: &BoxContents, edition: Edition) -> String {
    fill(contents, edition, Inch).unwrap().required.text
}

fn verdict(contents: &BoxContents, edition: Edition) -> Verdict {
    let basis = Basis { edition, ..Basis::default() };
    let results = judge(&Situation::new(contents, &basis));
    results.iter().find(|result| result.rule == "box-fill").unwrap().verdict
}

#[test]
fn one_cable_and_a_receptacle() {
    // 2 × 2.25 for black and white 12 AWG, 2 × 2.25 for the yoke, 1 × 2.25 for the ground: 11.25 in³. It fits a
    // 3 × 2 × 2 1/2 box of 12.5 and not one of 10.5.
    let mut contents = contents(
        vec![hots(2, "12"), grounds(1, "12")],
        json!({"devices": [{"id": 1, "kind": "duplex-receptacle"}], "size": "device3x2x2-1-2",
               "fittings": {"internal_clamps": false}}),
    );
    assert_eq!(required(&contents, Nec2023), "11.25 in³");
    assert_eq!(verdict(&contents, Nec2023), Verdict::Meets);
    contents.size = Some(serde_json::from_value(json!("device3x2x2-1-4")).unwrap());
    assert_eq!(verdict(&contents, Nec2023), Verdict::Violates);
}

#[test]
fn two_cables_a_receptacle_and_clamps() {
    // 4 × 2.00 for 14 AWG, 2 × 2.00 for the yoke, 2.00 for the grounds, 2.00 for the clamps: 16 in³ of 18.
    let contents = contents(
        vec![hots(4, "14"), grounds(2, "14")],
        json!({"devices": [{"id": 1, "kind": "duplex-receptacle"}], "size": "device3x2x3-1-2",
               "fittings": {"internal_clamps": true}}),
    );
    assert_eq!(required(&contents, Nec2023), "16 in³");
    assert_eq!(verdict(&contents, Nec2023), Verdict::Meets);
}

#[test]
fn mixed_sizes_take_the_largest_where_it_counts() {
    // 2 × 2.25 and 2 × 2.00; the switch has 14 AWG on it: 2 × 2.00; clamps by the largest in the box: 2.25; grounds by
    // the largest ground, 12 AWG: 2.25. Together 17 in³.
    let contents = contents(
        vec![hots(2, "12"), hots(2, "14"), grounds(1, "12"), grounds(1, "14")],
        json!({"devices": [{"id": 1, "kind": "switch", "largest": "14"}], "marked_volume": 18 * 16_387_064_i64,
               "fittings": {"internal_clamps": true}}),
    );
    assert_eq!(required(&contents, Nec2023), "17 in³");
}

#[test]
fn a_fifth_ground_counts_a_quarter_since_2020() {
    // Octagon box, five 12/2 cables: 10 × 2.25 = 22.5. Grounds: one allowance of 2.25 through 2017; from 2020 on
    // 2.25 + 1/4 × 2.25 = 2.8125, printed 2.81.
    let contents = contents(vec![hots(10, "12"), grounds(5, "12")], json!({"size": "square4x2-1-8"}));
    assert_eq!(required(&contents, Nec2017), "24.75 in³");
    assert_eq!(required(&contents, Nec2020), "25.31 in³");
    assert_eq!(required(&contents, Nec2011), "24.75 in³");
}

#[test]
fn an_isolated_ground_had_an_allowance_of_its_own() {
    // 2 × 2.25 + 2 × 2.25 + 2.25 for the grounds, and another 2.25 for the isolated one, through 2017: 13.5. From 2020
    // on both are among the four: 11.25.
    let mut isolated = grounds(1, "12");
    isolated[0]["isolated"] = json!(true);
    let contents = contents(
        vec![hots(2, "12"), grounds(1, "12"), isolated],
        json!({"devices": [{"id": 1, "kind": "duplex-receptacle"}]}),
    );
    assert_eq!(required(&contents, Nec2017), "13.5 in³");
    assert_eq!(required(&contents, Nec2020), "11.25 in³");
}

#[test]
fn through_conductors_and_loops() {
    // Two straight through 12 AWG: 2 × 2.25. One looped, twice the least length: 2 × 2.25. Together 9 in³.
    let mut through = hots(2, "12");
    for wire in &mut through {
        wire["passes_through"] = json!(true);
    }
    let mut looped = hots(1, "12");
    looped[0]["looped"] = json!(true);
    assert_eq!(required(&contents(vec![through, looped], json!({})), Nec2023), "9 in³");
}

#[test]
fn pigtails_and_connectors_count_nothing() {
    // 4 × 2.00 from outside; three pigtails and three connectors: 0. Grounds 2.00. Together 10 in³.
    let mut pigtails = hots(3, "14");
    for wire in &mut pigtails {
        wire["pigtail"] = json!(true);
    }
    let splices: Vec<Value> =
        ["A", "B", "G"].iter().map(|letter| json!({"letter": letter, "kind": "twist-on"})).collect();
    let contents = contents(vec![hots(4, "14"), pigtails, grounds(2, "14")], json!({"splices": splices}));
    assert_eq!(required(&contents, Nec2023), "10 in³");
}

#[test]
fn a_range_receptacle_takes_two_gangs() {
    // 3 × 5.00 for 6 AWG, the device over two gangs: 2 × 2 × 5.00 = 20, the ground 10 AWG: 2.50. Together 37.5 in³.
    let contents = contents(
        vec![hots(3, "6"), grounds(1, "10")],
        json!({"devices": [{"id": 1, "kind": "range-receptacle", "gangs": 2}], "size": "square4-11-16x2-1-8",
               "fittings": {"internal_clamps": false}}),
    );
    assert_eq!(required(&contents, Nec2023), "37.5 in³");
    assert_eq!(verdict(&contents, Nec2023), Verdict::Meets, "42 in³ is there");
}

#[test]
fn a_canopy_brings_four_small_wires_for_nothing() {
    // From the ceiling 2 × 2.00 and the ground 2.00. From the canopy four 16 AWG and a ground: 0; a fifth: 1.75.
    let canopy = |count: usize| {
        let mut wires = hots(count, "16");
        wires.extend(grounds(1, "16"));
        for wire in &mut wires {
            wire["from_canopy"] = json!(true);
        }
        wires
    };
    let of = |count| contents(vec![hots(2, "14"), grounds(1, "14"), canopy(count)], json!({}));
    assert_eq!(required(&of(4), Nec2023), "6 in³");
    assert_eq!(required(&of(5), Nec2023), "7.75 in³");
    assert_eq!(required(&of(5), Cec2021), "3 in³", "the CEC counts two insulated 14 AWG and no fixture wire");
}

#[test]
fn studs_hickeys_and_terminal_blocks() {
    // 4 × 2.25, ground 2.25, stud 2.25, hickey 2.25: 15.75. A terminal block with 12 AWG on it: 2.25 more from 2023 on.
    let contents = contents(
        vec![hots(4, "12"), grounds(2, "12")],
        json!({"fittings": {"internal_clamps": false, "support": ["stud", "hickey"], "terminal_blocks": ["12"]}}),
    );
    assert_eq!(required(&contents, Nec2020), "15.75 in³");
    assert_eq!(required(&contents, Nec2023), "18 in³");
}

#[test]
fn rings_add_what_is_marked_on_them() {
    // 4 × 1 1/2 square, 21 in³, with a plaster ring marked 3.5: 24.5. Nine 12 AWG, grounds, a receptacle: 9 × 2.25 + 2.25
    // + 4.5 = 27 in³: over by 2.5. An extension ring of the same size adds 21.
    let of = |added: Value| {
        contents(
            vec![hots(9, "12"), grounds(3, "12")],
            json!({"kind": "square", "size": "square4x1-1-2", "added": added,
                   "devices": [{"id": 1, "kind": "duplex-receptacle"}]}),
        )
    };
    let ring = json!([{"kind": "plaster-ring", "marked_volume": 57_354_724_i64}]);
    let short = fill(&of(ring), Nec2023, Inch).unwrap();
    assert_eq!(
        (short.available.unwrap().text, short.over.unwrap().text),
        ("24.5 in³".to_owned(), "2.5 in³".to_owned())
    );
    let unmarked = fill(&of(json!([{"kind": "plaster-ring"}])), Nec2023, Inch).unwrap();
    assert_eq!(unmarked.available.unwrap().text, "21 in³", "a ring without a mark adds nothing");
    assert_eq!(verdict(&of(json!([{"kind": "extension-ring", "size": "square4x1-1-2"}])), Nec2023), Verdict::Meets);
}

#[test]
fn gangs_are_counted_by_the_gang() {
    // Three gangs of 3 × 2 × 2 3/4: 42 in³. Masonry, two gangs of 3 1/2 deep: 42 in³.
    for (size, gangs) in [("device3x2x2-3-4", 3), ("masonry3-3-4x2x3-1-2", 2)] {
        let contents = contents(vec![hots(2, "14")], json!({"size": size, "gangs": gangs}));
        assert_eq!(fill(&contents, Nec2023, Inch).unwrap().available.unwrap().text, "42 in³", "{size}");
    }
}

#[test]
fn canada_counts_connectors_by_the_pair_and_no_bare_ground() {
    // Four insulated 14 AWG: 4 × 1.5. Device on one strap: 2 × 1.5. Three connectors: one pair, 1.5. Bare grounds and
    // clamps: 0. Together 10.5 in³. In the NEC: 4 × 2 + 2 × 2 + 2 + 2 = 16 in³.
    let splices: Vec<Value> =
        ["A", "B", "G"].iter().map(|letter| json!({"letter": letter, "kind": "twist-on"})).collect();
    let contents = contents(
        vec![hots(4, "14"), grounds(2, "14")],
        json!({"devices": [{"id": 1, "kind": "duplex-receptacle"}], "splices": splices,
               "fittings": {"internal_clamps": true}}),
    );
    assert_eq!(required(&contents, Cec2021), "10.5 in³");
    assert_eq!(required(&contents, Nec2023), "16 in³");
}

#[test]
fn a_deep_device_takes_its_depth_in_canada() {
    // 32 cm² × 3.175 cm (1 1/4 in) = 101.6 cm³ = 6.2 in³, in the place of 2 × 1.5. With two 14 AWG: 9.2 in³.
    let contents = contents(
        vec![hots(2, "14"), grounds(1, "14")],
        json!({"devices": [{"id": 1, "kind": "gfci-receptacle", "behind": 31_750_000}]}),
    );
    assert_eq!(required(&contents, Cec2021), "9.2 in³");
}

#[test]
fn how_many_more_fit_and_what_would_do() {
    // 11.25 of 18 in³: 6.75 left: three of 14 AWG, three of 12, two of 10.
    let contents = contents(
        vec![hots(2, "12"), grounds(1, "12")],
        json!({"devices": [{"id": 1, "kind": "duplex-receptacle"}], "size": "device3x2x3-1-2"}),
    );
    let fill = fill(&contents, Nec2023, Inch).unwrap();
    assert_eq!(fill.fits_more.iter().map(|more| more.count).collect::<Vec<_>>(), [3, 3, 2]);
    assert_eq!(fill.smallest_box, Some("device 3 × 2 × 2 1/2"));
}

#[test]
fn connectors_crowd_although_they_count_nothing() {
    // Nine 14 AWG and the ground: 20 of 21 in³; five twist-on connectors at 0.3 in³ make 21.5.
    let splices: Vec<Value> = (0..5).map(|n| json!({"letter": format!("{n}"), "kind": "twist-on"})).collect();
    let contents =
        contents(vec![hots(9, "14"), grounds(3, "14")], json!({"size": "square4x1-1-2", "splices": splices}));
    let fill = fill(&contents, Nec2023, Inch).unwrap();
    assert!(fill.over.is_none() && fill.crowded);
}
