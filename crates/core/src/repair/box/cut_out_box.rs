//! `cut-out-box`: a nailed box is pried or cut off its stud, which frees slack behind it.

use super::replace_box::{NEW_BOX_MENDS, describe, fire_rating, set_new_box};
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "cut-out-box",
    title: "Cut a nailed box out, for slack and a larger box",
    mends: NEW_BOX_MENDS,
    act: Act::SetBox,
    least_minutes: 35,
    intrusiveness: 3,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let units = diagnosis.situation.basis.units;
    match contents.stand.nailed {
        Some(true) => {}
        Some(false) => return Err(vec!["the box is not nailed to a stud".to_owned()]),
        None => return Err(vec!["whether the box is nailed to a stud that can be reached is not noted".to_owned()]),
    }
    let freed = contents.cables.iter().filter_map(|cable| cable.slack).max().unwrap_or_default();
    if freed == crate::quantity::Length::ZERO {
        return Err(vec!["no slack is known behind the box; feel behind it and type what comes".to_owned()]);
    }
    diagnosis.measure_first(REPAIR.mends)?;
    let mut change = diagnosis.change(35);
    for cable in &mut change.after.cables {
        let slack = cable.slack.take().unwrap_or_default();
        for conductor in change.after.conductors.iter_mut().filter(|conductor| conductor.cable == Some(cable.id)) {
            conductor.free_length = conductor.free_length.map(|length| length + slack);
            conductor.reach = conductor.reach.map(|reach| reach + slack);
        }
    }
    let (volume, depth) = set_new_box(diagnosis, &mut change.after)?;
    change.step(
        Act::SetBox,
        format!("Pry the box off its stud or cut the nails between box and stud; {} of slack comes.", freed.say(units)),
    );
    describe(diagnosis, &mut change, volume, depth);
    fire_rating(diagnosis, &mut change);
    change.caution("Cut the nails, not the cable: keep the blade flat against the stud.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{DeviceKind, WallFinish};
    use crate::quantity::Length;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn the_slack_behind_it_is_gained() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.wall_finish = Some(WallFinish::GypsumBoard);
        contents.cables[0].slack = Some(Length::inches(4));
        for conductor in &mut contents.conductors {
            conductor.free_length = Some(Length::inches(3));
        }
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected, "nobody said that it is nailed");
        contents.stand.nailed = Some(true);
        // By hand: 3 + 4 = 7 in; the sheath now ends 2 1/4 in behind: it reaches 4 3/4 in.
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        let reach = proposal.after.and_then(|after| after.conductors[0].reach);
        assert_eq!(reach, Some(Length::sixteenths(76).into()));
    }
}
