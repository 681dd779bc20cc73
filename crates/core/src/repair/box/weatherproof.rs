//! `weatherproof`: cover, gasket and drain as the place asks.

use crate::facts::Observation;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "weatherproof",
    title: "Make it fit for the wet",
    mends: &["wet-location", "in-use-cover"],
    act: Act::Cover,
    least_minutes: 15,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let mut change = diagnosis.change(15);
    change.after.observe(Observation::NotWeatherproof, false);
    change.after.observe(Observation::WaterTrapped, false);
    change.after.observe(Observation::NoInUseCover, false);
    change.step(
        Act::Cover,
        "Fit a cover for the place with its gasket bearing flat; seal top and sides, leave the bottom open to drain.",
    );
    if diagnosis.situation.contents.hung.is_some() {
        change.bring(("canopy-gasket", "gasket for the canopy"), 1);
    } else {
        change.bring(("in-use-cover-with-gasket", "in-use cover with gasket"), 1);
    }
    change.caution("A box that is itself made for indoors is replaced, not sealed.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::testing::{box_with_device, mends_what_is_seen};

    #[test]
    fn what_was_seen_is_mended() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.location = Some(crate::standard::Location::Outdoors);
        mends_what_is_seen(REPAIR.code, Observation::NotWeatherproof, "wet-location", &contents);
        mends_what_is_seen(REPAIR.code, Observation::NoInUseCover, "in-use-cover", &contents);
    }
}
