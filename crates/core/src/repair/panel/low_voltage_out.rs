//! `low-voltage-out`: the transformer on a knockout from outside, its wires outside the panel.

use super::safety::{LINE_SIDE, QUALIFIED, closed_up, made_dead};
use super::{PanelChange, PanelFound, PanelRepair};
use crate::facts::PanelObservation;
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair = PanelRepair {
    code: "low-voltage-out",
    title: "Move the low voltage out of the panel",
    mends: &["low-voltage-apart"],
    plan,
};

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    let mut steps = made_dead(found).map_err(|why| vec![why])?;
    let mut after = found.panel.clone();
    after.observe(PanelObservation::LowVoltageInside, false);
    steps.push("Take the transformer and its wires out. Mount it on a junction box beside the panel, its line leads inside, its low-voltage screws outside.".to_owned());
    steps.push("Lead the low-voltage wires by their own way, not through the panel.".to_owned());
    steps.extend(closed_up());
    let materials = vec![
        MaterialLine::piece(("junction-box", "junction box"), 1),
        MaterialLine::piece(("blank-cover", "blank cover"), 1),
        MaterialLine::piece(("knockout-seal", "knockout seal"), 1),
    ];
    Ok(PanelChange { after, steps, cautions: vec![LINE_SIDE, QUALIFIED], minutes: 45, materials })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::Panel;
    use crate::repair::panel::testing::{mends_at_a_sub_panel, referred_at_the_service};

    fn broken(sub: &mut Panel) {
        sub.observe(PanelObservation::LowVoltageInside, true);
    }

    #[test]
    fn it_mends_what_it_says_and_is_referred_at_the_service() {
        mends_at_a_sub_panel(&REPAIR, "low-voltage-apart", broken);
        referred_at_the_service(&REPAIR, broken);
    }
}
