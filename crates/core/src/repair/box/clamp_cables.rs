//! `clamp-cables`: a connector or bushing at each entry.

use crate::facts::Observation;
use crate::quantity::Length;
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::rules::sheath_inside;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "clamp-cables",
    title: "Clamp or bush the cables",
    mends: &["cable-entry"],
    act: Act::ClampCable,
    least_minutes: 6,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let units = diagnosis.situation.basis.units;
    let must_stay = diagnosis.situation.basis.house_rules.shop.sheath_must_stay;
    if contents.cables.is_empty() {
        return Err(vec!["no cable is noted".to_owned()]);
    }
    if contents.observed(Observation::CablesShareEntry) == Some(true) {
        return Err(vec!["two cables share an entry made for one: that takes another box".to_owned()]);
    }
    let mut change = diagnosis.change(6);
    let mut count = 0;
    for cable in &mut change.after.cables {
        if let Some(inside) = sheath_inside(contents, cable)
            && inside < must_stay
        {
            // More sheath comes in only with slack.
            let wanted = must_stay.less(inside);
            if cable.slack.unwrap_or(Length::ZERO) < wanted {
                return Err(vec![format!(
                    "{} has {} of sheath inside and no slack to bring {} more in",
                    cable.name(),
                    inside.say(units),
                    wanted.say(units)
                )]);
            }
            cable.sheath_inside = Some(must_stay);
            cable.sheath_end = cable.sheath_end.map(|end| end.less(wanted));
            cable.slack = cable.slack.map(|slack| slack.less(wanted));
        }
        if cable.clamped != Some(true) {
            cable.clamped = Some(true);
            count += 1;
        }
    }
    change.after.observe(Observation::EntryUnprotected, false);
    change.step(
        Act::ClampCable,
        format!(
            "Set a cable connector or bushing at each entry; snug, not crushing; {} of sheath or more inside.",
            diagnosis.situation.basis.units.either("1/4 in", "6 mm")
        ),
    );
    change.bring(("cable-connector", "cable connector"), count.max(1));
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{BoxContents, Construction, DeviceKind};
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    fn metal(inside: u32) -> BoxContents {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.construction = Some(Construction::Metal);
        contents.cables[0].clamped = Some(false);
        contents.cables[0].sheath_inside = Some(Length::sixteenths(inside));
        contents
    }

    #[test]
    fn sheath_comes_in_only_with_slack() {
        assert_eq!(repaired(REPAIR.code, &metal(8)).standing, Standing::Clears);
        let mut short = metal(2);
        assert_eq!(repaired(REPAIR.code, &short).standing, Standing::Rejected);
        short.cables[0].slack = Some(Length::sixteenths(4));
        assert_eq!(repaired(REPAIR.code, &short).standing, Standing::Clears);
    }
}
