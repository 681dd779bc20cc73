//! A plain box of one cable and one device, for jobs worked by hand.

use nailpunch_core::facts::BoxContents;
use serde_json::json;

/// A box with a cable of 12 AWG, its sheath 2 in behind the opening, and one device.
pub fn base(device: &str, length: &str) -> serde_json::Value {
    let inch = |text: &str| {
        nailpunch_core::quantity::parse_length(text, nailpunch_core::quantity::UnitSystem::Inch).unwrap().nm()
    };
    let wire = |id: u16, colour: &str, role: &str| json!({"id": id, "cable": 1, "gauge": "12", "colour": colour, "role": role, "free_length": inch(length)});
    json!({
        "kind": "device", "construction": "nonmetallic", "wall_finish": "gypsum-board",
        "cables": [{"id": 1, "method": "nonmetallic", "sheath_end": inch("2"), "fixed_close": true, "clamped": true}],
        "conductors": [
            wire(1, "black", "ungrounded"), wire(2, "white", "grounded"), wire(3, "bare", "equipment-grounding"),
        ],
        "devices": [{"id": 1, "kind": device, "seat": "box-ears"}],
    })
}

/// A box with some of its facts exchanged.
pub fn merged(mut base: serde_json::Value, more: serde_json::Value) -> BoxContents {
    for (key, value) in more.as_object().unwrap() {
        base[key] = value.clone();
    }
    serde_json::from_value(base).unwrap()
}

/// One thing that was seen to be wrong.
pub fn seen(what: &str) -> serde_json::Value {
    json!([{"what": what, "fault": true}])
}
