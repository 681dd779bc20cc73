//! `strip-back`: sheath that projects too far into the box is cut back, which frees conductor but adds no reach.

use crate::quantity::{Length, Rounding};
use crate::repair::{Act, Change, Diagnosis, LENGTHS, Repair};
use crate::rules::sheath_inside;

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "strip-back",
    title: "Strip the sheath back",
    mends: &LENGTHS,
    act: Act::StripCable,
    least_minutes: 5,
    intrusiveness: 0,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let situation = &diagnosis.situation;
    let units = situation.basis.units;
    let say = |length: Length| length.print(units, Rounding::Nearest);
    let must_stay = situation.basis.house_rules.shop.sheath_must_stay;
    let mut reasons = Vec::new();
    let mut change = diagnosis.change(5);
    for (cable, name) in diagnosis.short_cables().map_err(|reason| vec![reason])? {
        let id = cable.id;
        let Some(inside) = sheath_inside(situation.contents, cable) else {
            reasons.push(format!("{name}: how much sheath projects into the box is not measured"));
            continue;
        };
        let amount = inside.less(must_stay);
        if amount == Length::ZERO {
            let (inside, stay) = (say(inside), say(must_stay));
            reasons.push(format!("{name} has {inside} of sheath inside; {stay} must stay, so none can go"));
            continue;
        }
        change.step(
            Act::StripCable,
            format!("{name}: slit and cut back {} of sheath; leave {} inside.", say(amount), say(must_stay)),
        );
        for conductor in change.after.conductors.iter_mut().filter(|conductor| conductor.cable == Some(id)) {
            conductor.free_length = conductor.free_length.map(|length| length + amount);
        }
        for cable in change.after.cables.iter_mut().filter(|cable| cable.id == id) {
            cable.sheath_end = cable.sheath_end.map(|end| end + amount);
            cable.sheath_inside = Some(must_stay);
        }
    }
    if change.steps.is_empty() {
        return Err(reasons);
    }
    change.caution("Score the sheath, do not cut through it: a nicked conductor is a new fault.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::Basis;
    use crate::repair::{Proposal, Standing};
    use crate::rules::Situation;
    use crate::testing::{box_with, conductor};

    fn proposed(length: u32, reach: u32, sheath_end: u32, depth: Option<u32>) -> Proposal {
        let mut contents = box_with(Some(Length::sixteenths(sheath_end)), vec![conductor(Some(length), Some(reach))]);
        contents.depth = depth.map(Length::sixteenths);
        let basis = Basis::default();
        let situation = Situation::new(&contents, &basis);
        Proposal::prove(&REPAIR, &Diagnosis::of(situation), &LENGTHS)
    }

    #[test]
    fn it_adds_length_but_no_reach() {
        // By hand: box 3 1/2 deep, sheath ends 1 behind the opening, so 2 1/2 inside; 2 1/4 can go: 5 + 2 1/4 = 7 1/4.
        let proposal = proposed(80, 64, 16, Some(56));
        assert_eq!(proposal.standing, Standing::Clears);
        let pair = &proposal.before_after[0];
        assert_eq!(pair.length_after.as_ref().map(|f| f.text.as_str()), Some("7 1/4 in"));
        assert_eq!(pair.reach_before, pair.reach_after);
        assert_eq!(proposal.clears, ["free-conductor-length"], "the reach was never short");
    }

    #[test]
    fn it_cannot_mend_a_short_reach() {
        let proposal = proposed(44, 28, 16, Some(56));
        assert_eq!(proposal.standing, Standing::Helps);
        assert!(proposal.reasons.iter().any(|reason| reason.starts_with("Reach past the opening still violates")));
    }

    #[test]
    fn a_quarter_inch_of_sheath_stays() {
        assert!(proposed(44, 12, 32, Some(36)).reasons[0].contains("1/4 in must stay, so none can go"));
        assert!(proposed(44, 12, 32, None).reasons[0].contains("not measured"));
    }
}
