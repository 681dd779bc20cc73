//! `mark-conductor`: tape or paint all round, in the colour of what it is used for.

use crate::facts::{Colour, Role};
use crate::quantity::Gauge;
use crate::repair::{Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "mark-conductor",
    title: "Mark the conductor",
    mends: &["conductor-reidentified", "neutral-identification"],
    least_minutes: 2,
    intrusiveness: 0,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let mut change = diagnosis.change(2);
    let mut marked = Vec::new();
    let mut reasons = Vec::new();
    for conductor in &mut change.after.conductors {
        let white = matches!(conductor.colour, Colour::White | Colour::Grey);
        let hot = matches!(conductor.role, Role::Ungrounded | Role::SwitchedLeg | Role::Traveller);
        let neutral = conductor.role == Role::Grounded && !white;
        if neutral && conductor.gauge <= Gauge::Awg6 {
            reasons.push(format!("{}: at this size tape does not make a neutral; land a white one", conductor.label()));
        } else if (white && hot || neutral) && conductor.remarked != Some(true) {
            conductor.remarked = Some(true);
            marked.push(conductor.label());
        }
    }
    if marked.is_empty() {
        return Err(if reasons.is_empty() {
            vec!["no conductor here is in want of a mark".to_owned()]
        } else {
            reasons
        });
    }
    change.step(format!("Mark {} all round at each end and wherever it shows.", marked.join(" and ")));
    change.bring("marking tape, permanent", 1);
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn a_white_hot_is_marked_and_a_small_black_neutral_is_not() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.conductors[1].role = Role::SwitchedLeg;
        contents.conductors[1].remarked = Some(false);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Clears);
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors[1].colour = Colour::Black;
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Rejected);
        assert!(proposal.reasons[0].contains("tape does not make a neutral"));
    }
}
