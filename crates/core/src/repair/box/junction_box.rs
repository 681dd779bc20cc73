//! `junction-box`: where no slack is to be had, the cable is cut back to an accessible box and a fresh piece comes in.

use super::try_slack::try_slack_first;
use crate::quantity::Length;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "junction-box",
    title: "Junction box upstream and a fresh cable",
    mends: &["free-conductor-length", "free-conductor-reach"],
    act: Act::BringCable,
    least_minutes: 45,
    intrusiveness: 4,
    for_circuit: false,
    plan,
};

/// Free conductor left at a fresh cable. Common practice, no source.
const FRESH: Length = Length::inches(8);

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let units = diagnosis.situation.basis.units;
    diagnosis.measure_first(REPAIR.mends)?;
    let mut change = diagnosis.change(45);
    let mut reasons = Vec::new();
    let mut done = Vec::new();
    for (cable, name) in diagnosis.short_cables().map_err(|reason| vec![reason])? {
        match cable.reachable {
            Some(true) => {}
            Some(false) => {
                reasons.push(format!("{name} cannot be reached upstream without opening the wall"));
                continue;
            }
            None => {
                reasons.push(format!("whether {name} can be reached upstream is not noted"));
                continue;
            }
        }
        let end = cable.sheath_end.unwrap_or_default();
        for conductor in change.after.conductors.iter_mut().filter(|conductor| conductor.cable == Some(cable.id)) {
            conductor.free_length = Some(FRESH.max(end + Length::inches(4)));
            conductor.reach = conductor.free_length.map(|length| length - end);
            conductor.joint = None;
        }
        done.push(name);
    }
    if !reasons.is_empty() {
        return Err(reasons);
    }
    try_slack_first(diagnosis, &mut change, "the junction box");
    for name in &done {
        change.step(Act::BringCable, format!(
            "Cut {name} where it can be reached, set an accessible junction box there, join a fresh piece, and fit a blank cover that stays in sight."
        ));
    }
    change.step(Act::BringCable, format!("Bring the fresh piece in with {} free at this box.", FRESH.say(units)));
    let count = u32::try_from(done.len()).unwrap_or(1);
    change.bring(("junction-box-with-blank-cover", "junction box with blank cover"), count);
    change.bring(
        ("cable-of-the-same-gauge-as-far-as-the-junction-box", "cable of the same gauge, as far as the junction box"),
        count,
    );
    change.bring(("cable-clamp", "cable clamp"), 2 * count);
    change.caution("The junction box stays accessible; it is never closed in.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::repair::Standing;
    use crate::testing::{box_with, conductor, repaired};

    #[test]
    fn a_reachable_cable_is_cut_back() {
        let mut contents = box_with(Some(Length::inches(2)), vec![conductor(Some(8), None)]);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected);
        contents.cables[0].reachable = Some(true);
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert_eq!(proposal.before_after[0].reach_after.as_ref().map(|f| f.text.as_str()), Some("6 in"));
    }
}
