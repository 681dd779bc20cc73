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
    use crate::quantity::Gauge;
    use crate::rules::panel_testing::*;

    #[test]
    fn it_mends_what_it_says() {
        let mut sub = panel();
        sub.feed = sub_feed();
        sub.incoming = Some(crate::facts::Incoming { separate_ground: Some(true), ..incoming(Gauge::Awg6) });
        let neutrals = crate::facts::Bar { bonded: Some(true), ..bar(BarKind::Neutral, vec![neutral(1)]) };
        sub.bars =
            vec![neutrals, crate::facts::Bar { id: 2, bonded: Some(true), ..bar(BarKind::Ground, vec![ground(1)]) }];
        let main = main_panel();
        let panels = [&main, &sub];
        let found = PanelFound { panel: &sub, panels: &panels, directory: &[] };
        assert!(!passes("subpanel-neutral-isolated", &sub, &[&main]), "broken before");
        let change = plan(&found).expect("it can be made dead");
        assert!(passes("subpanel-neutral-isolated", &change.after, &[&main]), "passes after");
    }
}
