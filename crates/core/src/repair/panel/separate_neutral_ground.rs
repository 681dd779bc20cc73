//! `separate-neutral-ground`: in a sub-panel neutrals go to a bar apart from the enclosure, grounds to one bonded to it.

use super::safety::{LINE_SIDE, QUALIFIED, bonds_may_change, closed_up, made_dead};
use super::{PanelChange, PanelFound, PanelRepair};
use crate::facts::{Bar, BarKind, Role, free_number};
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair = PanelRepair {
    code: "separate-neutral-ground",
    title: "Separate neutrals and grounds",
    mends: &["subpanel-neutral-isolated"],
    plan,
};

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    bonds_may_change(found).map_err(|why| vec![why])?;
    let mut steps = made_dead(found).map_err(|why| vec![why])?;
    let mut after = found.panel.clone();
    let mut materials = Vec::new();
    let mut grounds = Vec::new();
    for bar in &mut after.bars {
        let mixed = bar.kind == BarKind::Both || bar.conductors.iter().any(|c| c.role == Role::Grounded);
        if mixed && bar.conductors.iter().any(|c| c.role == Role::EquipmentGrounding) {
            let (own, other) = bar.conductors.drain(..).partition(|c| c.role == Role::Grounded);
            (bar.conductors, bar.kind) = (own, BarKind::Neutral);
            grounds.extend::<Vec<_>>(other);
        }
        if bar.kind != BarKind::Ground {
            (bar.kind, bar.bonded) = (BarKind::Neutral, Some(false));
        }
    }
    if grounds.is_empty() {
        return Err(vec!["no bar here holds neutrals and grounds together".to_owned()]);
    }
    after.grounding.main_bond = Some(false);
    let count = u32::try_from(grounds.len()).unwrap_or(u32::MAX);
    for bar in after.bars.iter_mut().filter(|bar| bar.kind == BarKind::Ground) {
        bar.bonded = Some(true);
    }
    if let Some(bar) = after.bars.iter_mut().find(|bar| bar.kind == BarKind::Ground) {
        let last = bar.conductors.iter().map(|known| known.terminal).max().unwrap_or(0);
        for (place, mut ground) in (1..=u8::MAX).zip(grounds) {
            ground.terminal = last.saturating_add(place);
            bar.conductors.push(ground);
        }
        steps
            .push(format!("Bond ground bar {} to the enclosure, on bare metal; land the feeder ground on it.", bar.id));
    } else {
        let id = free_number(after.bars.iter().map(|bar| bar.id));
        for (terminal, ground) in (1..=u8::MAX).zip(&mut grounds) {
            ground.terminal = terminal;
        }
        let bar =
            Bar { id, kind: BarKind::Ground, bonded: Some(true), grounds_per_terminal: None, conductors: grounds };
        after.bars.push(bar);
        materials.push(MaterialLine::piece(
            ("ground-bar-kit-listed-for-the-panel", "ground bar kit listed for the panel"),
            1,
        ));
        steps.push(
            "Screw a ground bar listed for the panel to the enclosure, on bare metal; land the feeder ground on it."
                .to_owned(),
        );
    }
    steps.push(format!("Move {count} grounds to it, one at a time. Neutrals stay on the insulated bar."));
    steps.push(
        "Take out the bonding screw or strap. Read neutral bar to enclosure with the feeder neutral lifted: open."
            .to_owned(),
    );
    steps.extend(closed_up());
    Ok(PanelChange {
        after,
        steps,
        cautions: vec!["The ground of the feeder is landed before the bond goes.", LINE_SIDE, QUALIFIED],
        minutes: 40 + 3 * count,
        materials,
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Incoming, Panel};
    use crate::quantity::Gauge;
    use crate::repair::panel::testing::mends_at_a_sub_panel;
    use crate::rules::panel_testing::{bar, ground, incoming, neutral};

    fn broken(sub: &mut Panel) {
        sub.incoming = Some(Incoming { separate_ground: Some(true), ..incoming(Gauge::Awg6) });
        sub.bars = vec![Bar { bonded: Some(true), ..bar(BarKind::Both, vec![neutral(1), ground(2)]) }];
    }

    #[test]
    fn it_mends_what_it_says() {
        mends_at_a_sub_panel(&REPAIR, "subpanel-neutral-isolated", broken);
    }
}
