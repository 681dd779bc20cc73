//! `expose-box`: the wall is opened so that the box can be reached, and stays so.

use crate::facts::Observation;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "expose-box",
    title: "Open the finish to the box",
    mends: &["box-accessible"],
    act: Act::OpenWall,
    least_minutes: 30,
    intrusiveness: 3,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let mut change = diagnosis.change(30);
    change.after.observe(Observation::BoxBuried, false);
    change.step(Act::OpenWall, "Open the finish to the box, and bring its front flush.");
    change.step(Act::Cover, "Fit a blank cover that stays in sight.");
    change.bring(("blank-cover", "blank cover"), 1);
    change.caution("Find out what runs behind the finish before cutting.");
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
        mends_what_is_seen(REPAIR.code, Observation::BoxBuried, "box-accessible", &contents);
    }
}
