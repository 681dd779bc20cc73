//! `close-openings`: a seal in every opening that nothing uses.

use crate::facts::Observation;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "close-openings",
    title: "Close the openings",
    mends: &["opening-closed"],
    act: Act::CloseOpening,
    least_minutes: 3,
    intrusiveness: 0,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let mut change = diagnosis.change(3);
    change.after.observe(Observation::OpenKnockout, false);
    change.step(
        Act::CloseOpening,
        format!(
            "Set a knockout seal in each opening that nothing uses; a plastic one in metal sits {} deep at least.",
            diagnosis.situation.basis.units.either("1/4 in", "6 mm")
        ),
    );
    change.bring(("knockout-seal", "knockout seal"), 1);
    change.caution("Count the openings at the back and the far side too.");
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
        mends_what_is_seen(REPAIR.code, Observation::OpenKnockout, "opening-closed", &contents);
    }
}
