//! Boxes of every kind, for the tests of what holds of every box.

use nailpunch_core::facts::{BoxContents, Observation};
use proptest::prelude::*;
use proptest::sample::select;
use serde_json::json;

fn any_conductor() -> impl Strategy<Value = serde_json::Value> {
    (
        select(vec!["18", "16", "14", "12", "10", "8", "6", "4"]),
        select(vec!["black", "white", "red", "bare", "green", "unknown"]),
        select(vec!["ungrounded", "grounded", "equipment-grounding", "switched-leg", "traveller"]),
        proptest::option::of(0_i64..400_000_000),
        proptest::option::of(0_i64..300_000_000),
        any::<[bool; 4]>(),
        proptest::option::of(select(vec!["A", "B", "G"])),
    )
        .prop_map(|(gauge, colour, role, length, reach, [through, looped, pigtail, canopy], joined)| {
            json!({"gauge": gauge, "colour": colour, "role": role, "free_length": length, "reach": reach,
                   "passes_through": through, "looped": looped, "pigtail": pigtail, "from_canopy": canopy,
                   "joined": joined, "cable": 1})
        })
}

fn any_device() -> impl Strategy<Value = serde_json::Value> {
    (
        select(vec!["duplex-receptacle", "two-slot-receptacle", "gfci-receptacle", "switch", "range-receptacle", "timer", "stacked-switches", "alarm"]),
        proptest::option::of(select(vec![15, 20, 50])),
        proptest::option::of(select(vec!["box-ears", "spacers", "floating", "makeshift"])),
        proptest::option::of(0_i64..90_000_000),
        proptest::option::of(any::<bool>()),
    )
        .prop_map(|(kind, amperes, seat, behind, tamper)| {
            json!({"kind": kind, "amperes": amperes, "seat": seat, "behind": behind, "tamper_resistant": tamper})
        })
}

fn any_hung() -> impl Strategy<Value = serde_json::Value> {
    let answer = || proptest::option::of(any::<bool>());
    let length = || proptest::option::of(0_i64..3_000_000_000);
    (
        (
            select(vec!["ceiling-luminaire", "wall-luminaire", "recessed-luminaire", "lampholder", "fan"]),
            proptest::option::of(500_000_i64..40_000_000),
            proptest::option::of(select(vec!["nothing", "luminaire", "fan"])),
            (answer(), answer(), answer(), answer(), answer()),
        ),
        (
            proptest::option::of(select(vec!["dry", "damp", "wet"])),
            proptest::option::of(select(vec!["flat", "siding", "rough"])),
            proptest::option::of(select(vec!["none", "top-and-sides", "all-round"])),
            proptest::option::of(select(vec!["screw", "pins", "built-in"])),
            proptest::option::of(select(vec!["switch", "made-for-fans", "dimmer"])),
        ),
        (length(), length(), length(), length()),
        (proptest::option::of(1_u16..200), proptest::option::of(1_u16..200), proptest::option::of(0_u8..5)),
        (proptest::option::of(select(vec![60, 75, 90, 105])), answer(), answer(), answer()),
    )
        .prop_map(
            |(
                (kind, mass, carries, (structure, screws, metal, block, gasket)),
                (mark, surface, seal, lamp, control),
                (insulation, wood, blades, rod),
                (watts, most, bolts),
                (celsius, contact, cast, spare),
            )| {
                json!({"kind": kind, "mass": mass, "box_carries": carries, "from_structure": structure,
                       "two_screws": screws, "metal": metal, "block": block, "gasket": gasket, "marked_for": mark,
                       "surface": surface, "seal": seal, "lamp_kind": lamp, "control": control,
                       "to_insulation": insulation, "to_wood": wood, "blade_height": blades, "rod": rod,
                       "lamp_watts": watts, "lamp_most": most, "bolts": bolts, "supply_celsius": celsius,
                       "insulation_contact": contact, "cast": cast, "spare_leg": spare})
            },
        )
}

/// Any box that is accepted.
pub fn any_box() -> impl Strategy<Value = BoxContents> {
    (
        proptest::collection::vec(any_conductor(), 0..9),
        proptest::collection::vec(any_device(), 0..3),
        (
            select(vec!["device", "square", "octagon", "pan", "masonry", "fan", "large"]),
            proptest::option::of(select(vec!["gypsum-board", "wood", "tile", "exposed"])),
            proptest::option::of(select(vec!["metal", "nonmetallic"])),
            proptest::option::of(select(vec!["bathroom", "outdoors", "bedroom", "kitchen-counter"])),
        ),
        (
            proptest::option::of(1_i64..500_000_000),
            proptest::option::of(0_i64..120_000_000),
            proptest::option::of(0_i64..30_000_000),
            proptest::option::of(0_i64..90_000_000),
        ),
        proptest::collection::vec((0..Observation::ALL.len(), any::<bool>()), 0..12),
        proptest::option::of(select(vec![15, 20, 30, 100])),
        proptest::option::weighted(0.4, any_hung()),
    )
        .prop_map(
            |(mut wires, mut devices, (kind, finish, made, place), (volume, depth, back, end), seen, amperes, hung)| {
                for (index, wire) in wires.iter_mut().enumerate() {
                    wire["id"] = json!(index + 1);
                }
                for (index, device) in devices.iter_mut().enumerate() {
                    device["id"] = json!(index + 1);
                }
                let mut contents: BoxContents = serde_json::from_value(json!({
                    "kind": kind, "wall_finish": finish, "construction": made, "location": place,
                    "marked_volume": volume, "depth": depth, "stand": {"set_back": back},
                    "cables": [{"id": 1, "sheath_end": end}], "conductors": wires, "devices": devices,
                    "supply": {"amperes": amperes}, "hung": hung,
                }))
                .unwrap();
                for (place, fault) in seen {
                    contents.observe(Observation::ALL[place], fault);
                }
                contents
            },
        )
}
