//! `pull-slack`: what the cable gives when it is pulled gently.

use crate::quantity::Length;
use crate::repair::{Act, Change, Diagnosis, LENGTHS, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "pull-slack",
    title: "Pull slack from the cable",
    mends: &LENGTHS,
    act: Act::PullSlack,
    least_minutes: 5,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let situation = &diagnosis.situation;
    let mut reasons: Vec<String> = Vec::new();
    let mut change = diagnosis.change(5);
    for (cable, name) in diagnosis.short_cables().map_err(|reason| vec![reason])? {
        let id = cable.id;
        match cable.slack {
            _ if cable.fixed_close => reasons.push(format!("{name} is fixed close by: it gives nothing")),
            None => reasons.push(format!("{name}: slack not measured; it is tried first, and typed when it comes")),
            Some(slack) if slack == Length::ZERO => reasons.push(format!("{name} gave nothing when it was pulled")),
            Some(slack) => {
                let amount = slack.figure(situation.basis.units).text;
                change.step(
                    Act::PullSlack,
                    format!("{name}: ease {amount} of slack into the box, sheath and all, and fix it."),
                );
                for conductor in change.after.conductors.iter_mut().filter(|conductor| conductor.cable == Some(id)) {
                    conductor.free_length = conductor.free_length.map(|length| length + slack);
                    conductor.reach = conductor.reach.map(|reach| reach + slack);
                }
                for cable in change.after.cables.iter_mut().filter(|cable| cable.id == id) {
                    cable.slack = Some(Length::ZERO);
                }
            }
        }
    }
    if change.steps.is_empty() {
        return Err(reasons);
    }
    change
        .step(Act::StripCable, "Trim the sheath back to where it ended before, leaving the same length of it inside.");
    change.caution("Do not pull against a staple: it tears the sheath where nobody sees it.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::Basis;
    use crate::repair::{Proposal, Standing};
    use crate::rules::Situation;
    use crate::testing::{box_with, conductor};

    fn proposed(slack: Option<u32>, fixed_close: bool) -> Proposal {
        let mut contents = box_with(Some(Length::inches(2)), vec![conductor(Some(44), None)]);
        contents.cables[0].slack = slack.map(Length::sixteenths);
        contents.cables[0].fixed_close = fixed_close;
        let basis = Basis::default();
        let situation = Situation::new(&contents, &basis);
        Proposal::prove(&REPAIR, &Diagnosis::of(situation), &LENGTHS)
    }

    #[test]
    fn slack_adds_to_length_and_reach() {
        // By hand: 2 3/4 + 4 = 6 3/4 in long, and 6 3/4 − 2 = 4 3/4 in past the opening.
        let proposal = proposed(Some(64), false);
        assert_eq!(proposal.standing, Standing::Clears);
        let pair = &proposal.before_after[0];
        assert_eq!(pair.length_after.as_ref().map(|f| f.text.as_str()), Some("6 3/4 in"));
        assert_eq!(pair.reach_after.as_ref().map(|f| f.text.as_str()), Some("4 3/4 in"));
    }

    #[test]
    fn too_little_slack_says_what_is_left() {
        let proposal = proposed(Some(16), false);
        assert_eq!(proposal.standing, Standing::Helps);
        assert!(proposal.reasons[0].contains("short by 2 1/4 in"), "{:?}", proposal.reasons);
    }

    #[test]
    fn no_slack_is_rejected_for_its_reason() {
        assert!(proposed(None, false).reasons[0].contains("not measured"));
        assert!(proposed(Some(64), true).reasons[0].contains("fixed close by"));
        assert!(proposed(Some(0), false).reasons[0].contains("gave nothing"));
    }
}
