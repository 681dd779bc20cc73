//! `join-grounds`: all grounds of the box in one splice, with a pigtail to each device.

use super::connector::choose;
use crate::facts::{Conductor, JoiningMethod, Observation};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "join-grounds",
    title: "Join the grounds",
    mends: &["grounds-joined"],
    act: Act::Splice,
    least_minutes: 6,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let grounds: Vec<&Conductor> = contents.grounds().filter(|ground| !ground.isolated && !ground.pigtail).collect();
    if grounds.len() < 2 {
        return Err(vec!["fewer than two grounds are in the box".to_owned()]);
    }
    let by = |method| choose(method, &grounds, diagnosis.situation.basis.house_rules.solid_sleeves);
    let connector = by(JoiningMethod::TwistOn).or_else(|_| by(JoiningMethod::SideBySideLever));
    let connector = connector.map_err(|reason| vec![reason])?;
    let mut change = diagnosis.change(6);
    let letters: Vec<String> = grounds.iter().filter_map(|ground| ground.joined.clone()).collect();
    let others =
        |letter: &String| contents.conductors.iter().any(|c| !c.is_ground() && c.joined.as_ref() == Some(letter));
    change.after.splices.retain(|splice| !letters.contains(&splice.letter) || others(&splice.letter));
    change.after.splices.push(connector.splice("G".to_owned(), 1));
    for conductor in change.after.conductors.iter_mut().filter(|c| c.is_ground() && !c.isolated && !c.pigtail) {
        conductor.joined = Some("G".to_owned());
    }
    change.after.observe(Observation::GroundsApart, false);
    change.after.observe(Observation::GroundThroughDevice, false);
    change.step(
        Act::Splice,
        "Join the grounds of all cables in one connector, with a pigtail to each device and to a metal box.",
    );
    change.step(Act::Splice, "Pull each ground: with the device away the rest stays joined.");
    change.bring((connector.code, connector.name), 1);
    change.body_volume = connector.body;
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn two_circuits_or_not_they_are_joined() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors.push(Conductor { id: 4, ..contents.conductors[2].clone() });
        contents.observe(Observation::GroundsApart, true);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Clears);
    }
}
