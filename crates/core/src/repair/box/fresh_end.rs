//! `fresh-end`: a nicked or broken end is cut off, and what it was joined to is joined anew; what is left has to be long
//! enough.

use crate::facts::{ConductorCondition, ConductorEnd};
use crate::quantity::Length;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "fresh-end",
    title: "Cut the damaged end off",
    mends: &["conductor-damage"],
    act: Act::FreshEnd,
    least_minutes: 4,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

/// What is cut away before the damage, so that none of it stays.
const PAST: Length = Length::sixteenths(2);

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
    let mut cuts = Vec::new();
    let mut letters: Vec<String> = Vec::new();
    for conductor in &mut change.after.conductors {
        let broken = conductor.condition == Some(ConductorCondition::Broken);
        if !broken && conductor.condition != Some(ConductorCondition::Nicked) && conductor.end != ConductorEnd::Nicked {
            continue;
        }
        let cut = match (conductor.end, conductor.damage_at, conductor.free_length) {
            // Cut just before the damage: what lies beyond it goes.
            (_, Some(at), Some(length)) if at > PAST => length.less(at.less(PAST)),
            (_, Some(_), Some(_)) => {
                return Err(vec![format!(
                    "{} is nicked where its sheath ends: strip the sheath farther back, or draw new cable",
                    conductor.label()
                )]);
            }
            (_, Some(_), None) => {
                return Err(vec![format!(
                    "measure the {} conductor first, from its sheath to its tip",
                    conductor.label()
                )]);
            }
            (ConductorEnd::Nicked, None, _) => nick_cut,
            // It broke where it was joined: at its tip.
            (_, None, _) if broken => nick_cut,
            _ => {
                return Err(vec![format!(
                    "note how far from its sheath the {} conductor is nicked: all beyond it is cut off",
                    conductor.label()
                )]);
            }
        };
        conductor.free_length = conductor.free_length.map(|length| length.less(cut));
        conductor.reach = conductor.reach.map(|reach| reach - cut);
        conductor.damage_at = None;
        conductor.end = ConductorEnd::Straight;
        conductor.condition = Some(ConductorCondition::Sound);
        cuts.push(format!(
            "Cut {} off the {} conductor, past the {}, and strip it fresh.",
            cut.say(units),
            conductor.label(),
            if broken { "break" } else { "nick" }
        ));
        if let Some(letter) = conductor.joined.clone().filter(|letter| broken && !letters.contains(letter)) {
            letters.push(letter);
        }
    }
    if cuts.is_empty() {
        return Err(vec!["no conductor is noted as nicked or broken".to_owned()]);
    }
    for cut in cuts {
        change.step(Act::FreshEnd, cut);
    }
    for letter in letters {
        change.minutes += 2;
        change.step(
            Act::Splice,
            format!("Make splice {letter} again with the fresh end, and pull each conductor: nothing may move."),
        );
        for splice in change.after.splices.iter_mut().filter(|splice| splice.letter == letter) {
            splice.pull_tested = Some(true);
        }
    }
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
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

    #[test]
    fn all_beyond_the_nick_is_cut_off() {
        // By hand: 7 in, nicked 4 in from the sheath, cut 1/8 in before that: 3 7/8 in is left.
        let mut nicked = conductor(Some(112), None);
        nicked.condition = Some(ConductorCondition::Nicked);
        let with = |damage_at: Option<Length>| {
            let contents =
                box_with(Some(Length::inches(2)), vec![crate::facts::Conductor { damage_at, ..nicked.clone() }]);
            repaired(REPAIR.code, &contents)
        };
        let proposal = with(Some(Length::inches(4)));
        assert_eq!(proposal.before_after[0].length_after.as_ref().map(|f| f.text.as_str()), Some("3 7/8 in"));
        assert_eq!(proposal.standing, Standing::Helps, "it is short now: {:?}", proposal.reasons);
        assert!(with(Some(Length::ZERO)).reasons[0].contains("where its sheath ends"));
        assert!(with(None).reasons[0].contains("note how far"), "the tip is sound");
    }

    #[test]
    fn what_broke_in_a_splice_is_cut_fresh_and_joined_anew() {
        // By hand: 7 in less 3/4 in is 6 1/4 in, still enough.
        let mut wires = vec![conductor(Some(112), None), conductor(Some(112), None)];
        wires[0].condition = Some(ConductorCondition::Broken);
        wires[1].condition = Some(ConductorCondition::Sound);
        for wire in &mut wires {
            wire.joined = Some("A".to_owned());
        }
        let mut contents = box_with(Some(Length::inches(2)), wires);
        let mut splice = crate::facts::Splice::new("A", crate::facts::SpliceKind::TwistOn);
        splice.pull_tested = Some(false);
        contents.splices = vec![splice];
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.before_after[0].length_after.as_ref().map(|f| f.text.as_str()), Some("6 1/4 in"));
        let steps: Vec<&str> = proposal.steps.iter().map(|step| step.words.as_str()).collect();
        let place = |wanted: &str| steps.iter().position(|words| words.contains(wanted));
        let (cut, joined) = (place("past the break"), place("Make splice A again"));
        assert!(cut.is_some() && cut < joined, "{steps:?}");
        contents.conductors[0].joined = None;
        let at_screw = repaired(REPAIR.code, &contents);
        assert!(at_screw.steps.iter().all(|step| !step.words.contains("splice A again")), "it broke under its screw");
    }
}
