//! `mark-conductor`: tape or paint all round, in the colour of what it is used for.

use crate::facts::{Colour, Role};
use crate::quantity::Gauge;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "mark-conductor",
    title: "Mark the conductor",
    mends: &["conductor-reidentified", "neutral-identification"],
    act: Act::MarkConductor,
    least_minutes: 2,
    intrusiveness: 0,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let mut change = diagnosis.change(2);
    let mut marked = Vec::new();
    let mut reasons = exchange_in_loops(&mut change);
    for conductor in &mut change.after.conductors {
        let white = matches!(conductor.colour, Colour::White | Colour::Grey);
        let hot = matches!(conductor.role, Role::Ungrounded | Role::SwitchedLeg | Role::Traveller);
        let neutral = conductor.role == Role::Grounded && !white;
        if neutral && conductor.gauge <= Gauge::Awg6 {
            reasons.push(format!("{}: at this size tape does not make a neutral; land a white one", conductor.label()));
        } else if white && conductor.role == Role::SwitchedLeg {
            continue;
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
    change.step(
        Act::MarkConductor,
        format!("Mark {} all round at each end and wherever it shows.", marked.join(" and ")),
    );
    change.bring(("marking-tape-permanent", "marking tape, permanent"), 1);
    Ok(change)
}

/// In a switch loop white brings the feed and the other goes back: where it is the other way round, the two change places
/// at both ends. Says of which white conductor the other is not known.
fn exchange_in_loops(change: &mut Change) -> Vec<String> {
    let mut reasons = Vec::new();
    let mut exchanged = Vec::new();
    let conductors = &mut change.after.conductors;
    let is_white = |colour| matches!(colour, Colour::White | Colour::Grey);
    let wrong: Vec<usize> = (0..conductors.len())
        .filter(|at| is_white(conductors[*at].colour) && conductors[*at].role == Role::SwitchedLeg)
        .collect();
    for white in wrong {
        let feed = (0..conductors.len()).find(|at| {
            let other = &conductors[*at];
            other.role == Role::Ungrounded && !is_white(other.colour) && other.cable == conductors[white].cable
        });
        let Some(feed) = feed else {
            let label = conductors[white].label();
            reasons.push(format!(
                "{label}: a mark does not make it the way back to the lamp, and no other of its cable is the feed"
            ));
            continue;
        };
        (conductors[white].role, conductors[feed].role) = (Role::Ungrounded, Role::SwitchedLeg);
        exchanged.push(format!(
            "At both ends of the switch loop exchange {} and {}: white brings the feed, the other goes back to the lamp.",
            conductors[white].label(),
            conductors[feed].label()
        ));
    }
    if !exchanged.is_empty() {
        change.minutes = 20;
    }
    for words in exchanged {
        change.step(Act::Land, words);
    }
    reasons
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
        contents.conductors[1].role = Role::Traveller;
        contents.conductors[1].remarked = Some(false);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Clears);
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.conductors[1].colour = Colour::Black;
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Rejected);
        assert!(proposal.reasons[0].contains("tape does not make a neutral"));
    }

    #[test]
    fn white_as_the_way_back_is_exchanged_at_both_ends() {
        let mut contents = box_with_device(DeviceKind::Switch);
        contents.conductors[1].role = Role::SwitchedLeg;
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert!(
            proposal.steps.iter().any(|step| step.act == Act::Land && step.words.starts_with("At both ends")),
            "{:?}",
            proposal.steps
        );
        contents.conductors.remove(0);
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Rejected);
    }
}
