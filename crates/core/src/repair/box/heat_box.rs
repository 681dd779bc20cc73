//! `heat-box`: the old cable ends in a box at least 1 ft away; conductors for the heat go on from there.

use crate::repair::{Act, Change, Diagnosis, Repair};

/// The repair.
pub const REPAIR: Repair = Repair {
    code: "heat-box",
    title: "Box 1 ft away, conductors for the heat from there",
    mends: &["supply-temperature"],
    act: Act::SetBox,
    least_minutes: 45,
    intrusiveness: 2,
    for_circuit: false,
    plan,
};

fn plan(diagnosis: &Diagnosis) -> Result<Change, Vec<String>> {
    let units = diagnosis.situation.basis.units;
    let hung = diagnosis.situation.contents.hung.as_ref();
    let Some(celsius) = hung.and_then(|hung| hung.supply_celsius) else {
        return Err(vec!["what its label asks of the supply conductors is not noted".to_owned()]);
    };
    let mut change = diagnosis.change(45);
    change.after.hung.iter_mut().for_each(|hung| hung.tap_box = Some(true));
    change.step(
        Act::SetBox,
        format!(
            "Set an accessible box {} or more from the luminaire; end the old cable in it.",
            units.either("1 ft", "300 mm")
        ),
    );
    change.step(
        Act::BringCable,
        format!(
            "Bring conductors of {celsius} °C or more from there to the luminaire, {} of armoured cable or flexible conduit.",
            units.either("18 in to 6 ft", "450 mm to 1.8 m")
        ),
    );
    change.bring(("junction-box", "junction box"), 1);
    change.bring(("blank-cover", "blank cover"), 1);
    change.bring((format!("whip-{celsius}-c"), format!("armoured whip with conductors of {celsius} °C")), 1);
    change.caution(
        "Old insulation in the canopy may crumble at a touch: cut back to sound conductor, or stop and refer.",
    );
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Hung, HungKind};
    use crate::testing::{hanging, repaired};

    #[test]
    fn conductors_for_the_heat_come_from_a_box_away() {
        // NEC 410.117(C), from memory, sure: a tap of 18 in to 6 ft from a box at least 1 ft away.
        let contents = hanging(HungKind::CeilingLuminaire, |hung: &mut Hung| hung.supply_celsius = Some(105));
        assert!(repaired(REPAIR.code, &contents).clears.contains(&"supply-temperature"));
    }
}
