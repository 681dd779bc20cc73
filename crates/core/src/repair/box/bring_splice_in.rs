//! `bring-splice-in`: an accessible box with a cover round a splice found outside.

use crate::facts::Observation;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "bring-splice-in",
    title: "Enclose the splice in a box of its own",
    mends: &["splice-enclosed"],
    act: Act::SetBox,
    least_minutes: 45,
    intrusiveness: 3,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let units = diagnosis.situation.basis.units;
    let mut change = diagnosis.change(45);
    change.after.observe(Observation::SpliceOutside, false);
    change.step(
        Act::SetBox,
        format!(
            "Do both ends reach {} into one box? Then set an accessible box there. If not, as is usual: set two, a piece of cable \
             between them.",
            units.either("6 in", "150 mm")
        ),
    );
    change.step(
        Act::ClampCable,
        format!(
            "Clamp each cable, fasten it within {} of its box, make the splices anew inside, and fit blank covers that stay within \
             reach.",
            units.either("12 in", "300 mm")
        ),
    );
    change.step(
        Act::FindOut,
        format!(
            "More than {} of new cable wants AFCI where the place asks for it: measure the way between the boxes.",
            units.either("6 ft", "1.8 m")
        ),
    );
    change.bring(("junction-box", "junction box"), 2);
    change.bring(("blank-cover", "blank cover"), 2);
    change.bring(("cable-clamp", "cable clamp"), 4);
    change.bring(
        ("piece-of-cable-as-the-circuit-between-the-boxes", "piece of cable, as the circuit, between the boxes"),
        1,
    );
    change.caution("Both cables are dead and proven dead, each by itself.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::testing::{box_with_device, mends_what_is_seen};

    #[test]
    fn what_was_seen_is_mended() {
        let contents = box_with_device(DeviceKind::Switch);
        mends_what_is_seen(REPAIR.code, Observation::SpliceOutside, "splice-enclosed", &contents);
    }
}
