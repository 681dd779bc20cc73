//! `part-low-voltage`: low-voltage wires out of the box, or behind a barrier.

use crate::facts::{DeviceKind, Observation};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "part-low-voltage",
    title: "Part low voltage from line voltage",
    mends: &["low-voltage-apart"],
    act: Act::Splice,
    least_minutes: 15,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let mut change = diagnosis.change(20);
    change.after.observe(Observation::LowVoltageMixed, false);
    if contents.devices.iter().any(|device| device.kind == DeviceKind::Transformer) {
        change.step(
            Act::Splice,
            "Set the transformer on the outside of the box, in a knockout, its line leads inside; join the low-voltage wires to its screws outside.",
        );
    } else {
        change.step(
            Act::Splice,
            "Draw the low-voltage wires out of the box through an opening of their own, and join them in a ring or box beside it.",
        );
    }
    change.step(
        Act::Splice,
        "Where both have to be in one box, fit the barrier that is made for it; close the openings that are left.",
    );
    change.bring(("low-voltage-ring-or-barrier", "low-voltage ring, or barrier made for the box"), 1);
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::testing::{box_with_device, mends_what_is_seen};

    #[test]
    fn at_a_transformer_and_elsewhere() {
        for kind in [DeviceKind::Transformer, DeviceKind::Switch] {
            mends_what_is_seen(REPAIR.code, Observation::LowVoltageMixed, "low-voltage-apart", &box_with_device(kind));
        }
    }
}
