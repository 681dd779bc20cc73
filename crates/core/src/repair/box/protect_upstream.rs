//! `protect-upstream`: protection in the panel, for the whole circuit.

use crate::facts::{Halves, Role};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "protect-upstream",
    title: "GFCI or AFCI breaker",
    mends: &["gfci-required", "afci-required"],
    act: Act::AtPanel,
    least_minutes: 15,
    intrusiveness: 2,
    for_circuit: true,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let mut change = diagnosis.change(15);
    let (gfci, afci) = (diagnosis.breaks("gfci-required"), diagnosis.breaks("afci-required"));
    change.after.protect(gfci, afci);
    // A single-pole one trips on the neutral that it shares.
    let contents = diagnosis.situation.contents;
    let shared = contents.devices.iter().any(|device| device.halves == Some(Halves::TwoCircuits))
        || contents.cables.iter().any(|cable| {
            let of = |role| contents.conductors.iter().filter(|c| c.cable == Some(cable.id) && c.role == role).count();
            of(Role::Ungrounded) > 1 && of(Role::Grounded) == 1
        });
    let kind = match (gfci, afci) {
        (true, true) => "dual-function breaker",
        (true, false) => "GFCI breaker",
        _ => "AFCI breaker",
    };
    let amperes = contents.supply.amperes.map_or_else(String::new, |amperes| format!(", {amperes} A"));
    let poles = if shared { "two-pole " } else { "" };
    let code = format!("{poles}{kind}{amperes}").to_lowercase().replace(", ", "-").replace(' ', "-");
    change.bring((code, format!("{poles}{kind}{amperes}, listed for the panel")), 1);
    if shared {
        change.step(
            Act::AtPanel,
            "Two hots share a neutral here: one two-pole breaker takes both; a single-pole one would trip at once.",
        );
    }
    if afci {
        change.step(
            Act::AtPanel, "In place of the breaker an AFCI receptacle at the first outlet serves what follows it, where the run to it is in metal, \
             or as short as the edition allows.",
        );
    }
    change.step(Act::AtPanel, "Have the breaker of this circuit replaced.");
    change.step(Act::Read, "Press the test button of the breaker: this outlet goes dead. Reset it.");
    change.caution("Behind the dead front is work for qualified persons: the line side stays live with the main off.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::repair::Standing;
    use crate::standard::Location;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn one_breaker_does_both() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.location = Some(Location::KitchenCounter);
        contents.supply.gfci = Some(false);
        contents.supply.afci = Some(false);
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert!(proposal.materials[0].what.starts_with("dual-function"));
    }

    #[test]
    fn a_shared_neutral_wants_two_poles() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        (contents.location, contents.supply.gfci) = (Some(Location::Bathroom), Some(false));
        contents.devices[0].halves = Some(Halves::TwoCircuits);
        assert!(repaired(REPAIR.code, &contents).materials[0].what.starts_with("two-pole GFCI"));
    }
}
