//! `remove-bond`: neutral and enclosure come apart where they meet behind the service.

use super::safety::{LINE_SIDE, QUALIFIED, bonds_may_change, closed_up, made_dead};
use super::{PanelChange, PanelFound, PanelRepair};
use crate::facts::{BarKind, Role};
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair = PanelRepair {
    code: "remove-bond",
    title: "Take the bond out of the sub-panel",
    mends: &["subpanel-neutral-isolated"],
    plan,
};

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    bonds_may_change(found).map_err(|why| vec![why])?;
    let mut steps = made_dead(found).map_err(|why| vec![why])?;
    let mut after = found.panel.clone();
    let holds = |bar: &crate::facts::Bar, role| bar.conductors.iter().any(|conductor| conductor.role == role);
    if after
        .bars
        .iter()
        .any(|bar| bar.kind == BarKind::Both || (holds(bar, Role::Grounded) && holds(bar, Role::EquipmentGrounding)))
    {
        return Err(vec!["a bar holds neutrals and grounds: they are separated first".to_owned()]);
    }
    let mut taken = Vec::new();
    if after.grounding.main_bond == Some(true) {
        after.grounding.main_bond = Some(false);
        taken.push("the bonding screw or strap".to_owned());
    }
    for bar in after.bars.iter_mut().filter(|bar| bar.kind == BarKind::Neutral && bar.bonded == Some(true)) {
        bar.bonded = Some(false);
        taken.push(format!("the bond of neutral bar {}", bar.id));
    }
    if taken.is_empty() {
        return Err(vec!["no bond is recorded here".to_owned()]);
    }
    steps.push(format!("Take out {}.", taken.join(" and ")));
    steps
        .push("Read neutral bar to enclosure with the feeder neutral lifted: open. Land the neutral again.".to_owned());
    steps.extend(closed_up());
    Ok(PanelChange {
        after,
        steps,
        cautions: vec!["The ground of the feeder is landed before the bond goes.", LINE_SIDE, QUALIFIED],
        minutes: 30,
        materials: Vec::<MaterialLine>::new(),
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Bar, Incoming, Panel};
    use crate::quantity::Gauge;
    use crate::repair::panel::testing::mends_at_a_sub_panel;
    use crate::rules::panel_testing::{bar, ground, incoming, neutral};

    fn broken(sub: &mut Panel) {
        sub.incoming = Some(Incoming { separate_ground: Some(true), ..incoming(Gauge::Awg6) });
        sub.bars = vec![
            Bar { bonded: Some(true), ..bar(BarKind::Neutral, vec![neutral(1)]) },
            Bar { id: 2, bonded: Some(true), ..bar(BarKind::Ground, vec![ground(1)]) },
        ];
    }

    #[test]
    fn it_mends_what_it_says() {
        mends_at_a_sub_panel(&REPAIR, "subpanel-neutral-isolated", broken);
    }
}
