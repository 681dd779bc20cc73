//! `reterminate`: ends are cut fresh and landed one to a screw.

use crate::facts::{Observation, UsedEnds};
use crate::quantity::Length;
use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "reterminate",
    title: "Cut fresh and land again",
    mends: &["exposed-copper", "terminal-spring", "strands-astray", "terminal-one-conductor"],
    act: Act::FreshEnd,
    least_minutes: 8,
    intrusiveness: 1,
    for_circuit: false,
    plan,
};

/// Bare copper that good work leaves. Common practice, no source.
const GOOD: Length = Length::sixteenths(1);

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let house = &diagnosis.situation.basis.house_rules;
    let units = diagnosis.situation.basis.units;
    if contents.devices.is_empty() {
        return Err(vec!["there is no device to land conductors on".to_owned()]);
    }
    // Excess copper is cut off; a bent end is cut off altogether where the house cuts fresh.
    let excess = contents.bare_copper.unwrap_or_default().less(GOOD);
    let cut = if house.used_ends == UsedEnds::Fresh { excess.max(house.shop.hook_cut) } else { excess };
    let mut change = diagnosis.change(8);
    for conductor in change.after.conductors.iter_mut().filter(|c| !c.passes_through && !c.from_canopy) {
        conductor.free_length = conductor.free_length.map(|length| length.less(cut));
        conductor.reach = conductor.reach.map(|reach| reach - cut);
    }
    change.after.bare_copper = Some(Length::ZERO);
    for what in [
        Observation::InsulationClamped,
        Observation::StrandsAstray,
        Observation::SpringTerminals,
        Observation::DoubledTerminal,
    ] {
        change.after.observe(what, false);
    }
    if cut > Length::ZERO {
        change.step(
            Act::FreshEnd,
            format!(
                "Cut {} off each end and strip it fresh: {} for a clamp, {} for a hook.",
                cut.say(units),
                units.either("1/2 in", "12 mm"),
                units.either("5/8 to 3/4 in", "16 to 19 mm")
            ),
        );
    }
    change.step(
        Act::Land,
        "Land one conductor on each terminal, copper up to the screw and no further, insulation outside; pull each.",
    );
    if contents.observed(Observation::DoubledTerminal) == Some(true) {
        change.step(Act::Splice, "Where two shared a screw, join them to a pigtail, which is landed in their place.");
        let doubled = contents.landings.iter().find(|one| {
            contents
                .landings
                .iter()
                .filter(|other| (other.device, other.terminal) == (one.device, one.terminal))
                .count()
                > 1
        });
        let of = doubled.map(|landing| landing.conductor);
        let landed = contents.conductors.iter().filter(|conductor| !conductor.is_ground() && !conductor.from_canopy);
        if let Some(conductor) =
            landed.clone().find(|conductor| Some(conductor.id) == of).or_else(|| landed.clone().next())
        {
            change.pigtails_for(conductor, conductor.colour, house.shop.pigtail_minimum.figure(units), 1);
        }
        change.bring(("connector-3-conductors", "connector, 3 conductors"), 1);
    }
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::DeviceKind;
    use crate::repair::Standing;
    use crate::testing::{box_with_device, repaired};

    #[test]
    fn cutting_fresh_costs_length_and_may_break_it() {
        let mut contents = box_with_device(DeviceKind::DuplexReceptacle);
        contents.observe(Observation::DoubledTerminal, true);
        for conductor in &mut contents.conductors {
            conductor.free_length = Some(Length::inches(7));
        }
        assert_eq!(repaired(REPAIR.code, &contents).standing, Standing::Clears);
        for conductor in &mut contents.conductors {
            conductor.free_length = Some(Length::sixteenths(98));
        }
        // By hand: 6 1/8 in less 1/2 in is 5 5/8 in, short of 6 in.
        let proposal = repaired(REPAIR.code, &contents);
        assert_eq!(proposal.standing, Standing::Helps);
        assert!(proposal.reasons.iter().any(|reason| reason.contains("5 5/8 in")), "{:?}", proposal.reasons);
    }
}
