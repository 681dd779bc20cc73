//! `tie-breakers`: a two-pole breaker or an identified handle tie for the circuits of a split yoke.

use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "tie-breakers",
    title: "Make both circuits go off together",
    mends: &["split-receptacle"],
    act: Act::AtPanel,
    least_minutes: 15,
    intrusiveness: 2,
    for_circuit: true,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    if !diagnosis.situation.contents.devices.iter().any(|device| device.split) {
        return Err(vec!["no yoke here is split".to_owned()]);
    }
    if diagnosis.situation.contents.supply.common_disconnect == Some(true) {
        return Err(vec!["the circuits go off together already".to_owned()]);
    }
    if !diagnosis.breaks("split-receptacle") {
        return Err(vec![
            "find out first whether two circuits feed the halves, or one of which a half is switched".to_owned(),
        ]);
    }
    let mut change = diagnosis.change(15);
    change.after.supply.common_disconnect = Some(true);
    change.bring(
        (
            "two-pole-breaker-or-identified-handle-tie-listed-for-the-panel",
            "two-pole breaker or identified handle tie, listed for the panel",
        ),
        1,
    );
    change.step(
        Act::FindOut, "Read hot to hot between the two circuits. 240 V: two legs. Next to nothing: both are on one leg, and a shared neutral \
         carries the sum of both; one circuit is moved to the other leg first.",
    );
    change.step(
        Act::AtPanel,
        "See that the two breakers sit side by side; where GFCI or AFCI is asked for, one two-pole breaker does it.",
    );
    change.step(Act::AtPanel, "Have both circuits of the yoke put on one disconnect.");
    change.step(Act::Read, "Switch the new disconnect off and on: both halves go dead together.");
    change.caution("Behind the dead front is work for qualified persons: the line side stays live with the main off.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn both_halves_go_dead_together() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.devices[0].split = true;
        contents.supply.common_disconnect = Some(false);
        contents.devices[0].halves = Some(crate::facts::Halves::TwoCircuits);
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert!(proposal.steps[0].words.contains("240 V"), "opposite legs first: {:?}", proposal.steps);
    }
}
