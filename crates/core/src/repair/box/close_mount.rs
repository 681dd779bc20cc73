//! `close-mount`: a shorter rod, or none, so that the blades are out of reach.

use crate::facts::HungKind;
use crate::quantity::Length;
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::standard::hanging::BLADES_ABOVE_FLOOR;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "close-mount",
    title: "Mount the fan closer to the ceiling",
    mends: &["fan-clearance"],
    act: Act::Cover,
    least_minutes: 30,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let units = diagnosis.situation.basis.units;
    let Some(hung) = contents.hung.as_ref().filter(|hung| hung.kind == HungKind::Fan) else {
        return Err(vec!["no fan is here".to_owned()]);
    };
    let Some(height) = hung.blade_height else {
        return Err(vec!["the height of the blades is not measured".to_owned()]);
    };
    let Some(rod) = hung.rod else { return Err(vec!["how long its rod is is not measured".to_owned()]) };
    let asked = BLADES_ABOVE_FLOOR.shown(units);
    let highest = height + rod;
    if highest < asked {
        return Err(vec![format!(
            "without its rod of {} the blades are {} above the floor; {} is required: hang a luminaire here instead",
            rod.say(units),
            highest.say_run(units),
            asked.say_run(units)
        )]);
    }
    let left = rod.less(asked.less(height));
    let mut change = diagnosis.change(30);
    if let Some(hung) = &mut change.after.hung {
        (hung.blade_height, hung.rod) = (Some(highest), Some(Length::ZERO));
    }
    change.step(
        Act::Cover,
        format!(
            "Take the rod out and mount the fan close, or fit a rod of {} at most: the blades come to {} and higher. Close its canopy.",
            left.say(units),
            asked.say_run(units)
        ),
    );
    change.bring(("close-mount-bracket", "close-mount bracket of the fan, or a shorter rod"), 1);
    change.caution("Only where the instructions of the fan allow it to be mounted close.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::Hung;
    use crate::repair::Standing;
    use crate::testing::{hanging, repaired};

    #[test]
    fn the_rod_is_what_can_be_won() {
        // By hand: blades at 80 in want 4 in more; a rod of 6 in gives them and leaves 2 in.
        let fan = |rod| {
            let contents = hanging(HungKind::Fan, |hung: &mut Hung| {
                (hung.blade_height, hung.rod) = (Some(Length::inches(80)), Some(Length::inches(rod)));
            });
            repaired(REPAIR.code, &contents)
        };
        let proposal = fan(6);
        assert!(proposal.clears.contains(&"fan-clearance"), "{:?}", proposal.reasons);
        assert!(proposal.steps.iter().any(|step| step.words.contains("a rod of 2 in")), "{:?}", proposal.steps);
        assert_eq!(fan(3).standing, Standing::Rejected);
    }
}
