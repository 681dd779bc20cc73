//! `fresh-end`: a nicked end is cut off; what is left has to be long enough.

use crate::facts::{ConductorCondition, ConductorEnd};
use crate::repair::{Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "fresh-end",
    title: "Cut the damaged end off",
    mends: &["conductor-damage"],
    least_minutes: 4,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let nick_cut = diagnosis.situation.basis.house_rules.shop.nick_cut;
    let units = diagnosis.situation.basis.units;
    let beyond = contents.conductors.iter().find(|conductor| {
        matches!(conductor.condition, Some(ConductorCondition::HeatMarked | ConductorCondition::Brittle))
    });
    if let Some(conductor) = beyond {
        return Err(vec![format!("{} is not only nicked: refer it", conductor.label())]);
    }
    let mut change = diagnosis.change(4);
    let mut steps = Vec::new();
    for conductor in &mut change.after.conductors {
        if conductor.condition != Some(ConductorCondition::Nicked) && conductor.end != ConductorEnd::Nicked {
            continue;
        }
        conductor.free_length = conductor.free_length.map(|length| length.less(nick_cut));
        conductor.reach = conductor.reach.map(|reach| reach.less(nick_cut));
        conductor.end = ConductorEnd::Straight;
        conductor.condition = Some(ConductorCondition::Sound);
        steps.push(format!(
            "Cut {} off the {} conductor, past the nick, and strip it fresh.",
            nick_cut.say(units),
            conductor.label()
        ));
    }
    if steps.is_empty() {
        return Err(vec!["no conductor is noted as nicked".to_owned()]);
    }
    change.steps = steps;
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Length;
    use crate::repair::Standing;
    use crate::testing::{box_with, conductor, repaired};

    #[test]
    fn the_cut_is_taken_from_the_length() {
        // By hand: 7 in less 3/4 in is 6 1/4 in; 2 in behind the opening that reaches 4 1/4 in.
        let mut nicked = conductor(Some(112), None);
        nicked.end = ConductorEnd::Nicked;
        nicked.condition = Some(ConductorCondition::Nicked);
        let contents = box_with(Some(Length::inches(2)), vec![nicked]);
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Clears, "{:?}", proposal.reasons);
        assert_eq!(proposal.before_after[0].length_after.as_ref().map(|f| f.text.as_str()), Some("6 1/4 in"));
    }

    #[test]
    fn heat_is_not_cut_off() {
        let mut hot = conductor(Some(112), None);
        hot.condition = Some(ConductorCondition::HeatMarked);
        assert_eq!(repaired(REPAIR.code, &box_with(None, vec![hot])).standing, Standing::Rejected);
    }
}
