//! `fit-fan-control`: at the switch of the fan, a control that is made for one.

use crate::facts::{FanControl, HungKind};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "fit-fan-control",
    title: "Fit a control made for fans",
    mends: &["fan-control"],
    act: Act::Land,
    least_minutes: 20,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let hung = diagnosis.situation.contents.hung.as_ref();
    let Some(fan) = hung.filter(|hung| hung.kind == HungKind::Fan) else {
        return Err(vec!["no fan is here".to_owned()]);
    };
    if fan.control != Some(FanControl::Dimmer) {
        return Err(vec!["the fan is on no dimmer".to_owned()]);
    }
    let mut change = diagnosis.change(20);
    change.after.hung.iter_mut().for_each(|hung| hung.control = Some(FanControl::MadeForFans));
    change.step(
        Act::NewDevice,
        "At the switch of the fan, off and proven dead there: put a fan control or a plain switch in the place of the dimmer. Light and fan on one leg take a plain switch.",
    );
    change.bring(("fan-control", "fan control, rated for the fan"), 1);
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::Hung;
    use crate::testing::{hanging, repaired};

    #[test]
    fn the_dimmer_goes() {
        let on = |control| hanging(HungKind::Fan, |hung: &mut Hung| hung.control = Some(control));
        assert!(repaired(REPAIR.code, &on(FanControl::Dimmer)).clears.contains(&"fan-control"));
    }
}
