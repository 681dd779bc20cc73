//! `fan-to-luminaire`: where no fan can hang, a light one instead.

use crate::facts::{Hung, HungKind, LampKind, Observation, PlaceMark};
use crate::quantity::Mass;
use crate::repair::{Act, Change, Diagnosis, Repair};
use crate::standard::hanging::{BLADES_ABOVE_FLOOR, BOX_FOR_FANS};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "fan-to-luminaire",
    title: "Hang a luminaire in the place of the fan",
    mends: &[
        "fan-clearance",
        "fan-support",
        "fan-fixing",
        "fan-control",
        "luminaire-secure",
        "luminaire-whole",
        "luminaire-grounded",
        "luminaire-place",
        "lampholder-polarity",
        "canopy-closed",
    ],
    act: Act::NewDevice,
    least_minutes: 40,
    intrusiveness: 5,
    for_circuit: false,
    plan,
};

/// A luminaire as light as most: 5 lb. Common practice, no source.
const LIGHT: Mass = Mass::pounds(5);

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let contents = diagnosis.situation.contents;
    let units = diagnosis.situation.basis.units;
    let Some(fan) = contents.hung.as_ref().filter(|hung| hung.kind == HungKind::Fan) else {
        return Err(vec!["no fan is here".to_owned()]);
    };
    let asked = BLADES_ABOVE_FLOOR.shown(units);
    let highest = fan.blade_height.map(|height| height + fan.rod.unwrap_or_default());
    let too_low = highest.is_some_and(|highest| highest < asked);
    let too_heavy = fan.mass.is_some_and(|mass| mass > BOX_FOR_FANS);
    if !too_low && !too_heavy {
        return Err(vec!["the fan can stay: a fan box, or a shorter rod, does".to_owned()]);
    }
    let mut change = diagnosis.change(40);
    change.after.hung = Some(Hung {
        mass: Some(LIGHT),
        box_carries: fan.box_carries,
        box_marked_mass: fan.box_marked_mass,
        metal: Some(false),
        marked_for: contents.location.filter(|place| place.is_damp()).map(|_| PlaceMark::Wet),
        lamp_kind: Some(LampKind::BuiltIn),
        ..Hung::new(HungKind::CeilingLuminaire)
    });
    for seen in [Observation::LuminaireBroken, Observation::HangsByConductors, Observation::CanopyGap] {
        change.after.observe(seen, false);
    }
    change.step(
        Act::NewDevice,
        format!(
            "Take the fan down and hang a luminaire of {} at most, without metal that can be touched.",
            LIGHT.print(units)
        ),
    );
    change.bring(("ceiling-luminaire-light", format!("ceiling luminaire, {} at most", LIGHT.print(units))), 1);
    change.caution("A second person or a hook takes the weight of the fan before its last screw is out.");
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Length;
    use crate::repair::Standing;
    use crate::testing::{hanging, repaired};

    #[test]
    fn only_where_no_fan_can_stay() {
        let fan = |rod| {
            let contents = hanging(HungKind::Fan, |hung: &mut Hung| {
                (hung.blade_height, hung.rod) = (Some(Length::inches(76)), Some(Length::inches(rod)));
                hung.box_carries = Some(crate::facts::Carries::Fan);
            });
            repaired(REPAIR.code, &contents)
        };
        // By hand: 76 in and a rod of 4 in make 80 in, short of 84; with one of 12 in the fan can be mounted close.
        let proposal = fan(4);
        assert!(proposal.clears.contains(&"fan-clearance"), "{:?}", proposal.reasons);
        assert_eq!(fan(12).standing, Standing::Rejected);
    }
}
