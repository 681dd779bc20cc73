//! `swap-shell`: the neutral on the shell, the switched hot on the centre.

use crate::facts::{Observation, Role};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "swap-shell",
    title: "Put the screw shell on the neutral",
    mends: &["lampholder-polarity"],
    act: Act::Land,
    least_minutes: 15,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    if contents.observed(Observation::ShellLive) != Some(true) {
        return Err(vec!["the screw shell is not live".to_owned()]);
    }
    if !contents.conductors.iter().any(|conductor| conductor.role == Role::Grounded) {
        return Err(vec!["no neutral is noted in the box: find out what the shell is on first".to_owned()]);
    }
    let mut change = diagnosis.change(15);
    change.after.observe(Observation::ShellLive, false);
    change.step(
        Act::Land,
        "Put the neutral on the silver screw or the ribbed lead, which goes to the shell, and the switched hot on the other.",
    );
    change.step(
        Act::Read,
        "Switch on: the shell to ground reads nothing, the centre to the shell 120 V. Switch off: both read nothing.",
    );
    change.caution("If the shell is live with the switch off, the switch is in the neutral: it is moved to the hot at its own box.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Hung, HungKind};
    use crate::repair::Standing;
    use crate::testing::{hanging, repaired};

    #[test]
    fn it_wants_a_neutral_to_put_there() {
        let mut contents = hanging(HungKind::Lampholder, |_: &mut Hung| ());
        contents.observe(Observation::ShellLive, true);
        assert!(repaired(REPAIR.code, &contents).clears.contains(&"lampholder-polarity"));
        contents.conductors.remove(1);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected);
    }
}
