//! `neutral-a-terminal`: each neutral gets a terminal of its own, grounds as many as the label takes.

use super::safety::{LINE_SIDE, QUALIFIED, closed_up, made_dead};
use super::{PanelChange, PanelFound, PanelRepair};
use crate::facts::{BarKind, Role};
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair = PanelRepair {
    code: "neutral-a-terminal",
    title: "One neutral a terminal",
    mends: &["neutral-one-per-terminal", "terminal-one-conductor"],
    plan,
};

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    let mut steps = made_dead(found).map_err(|why| vec![why])?;
    let mut after = found.panel.clone();
    let mut moved = 0;
    for bar in &mut after.bars {
        let grounds_allowed = bar.grounds_per_terminal.unwrap_or(1).max(1);
        let mut under: std::collections::HashMap<u8, (usize, u8)> = std::collections::HashMap::new();
        let highest = bar.conductors.iter().map(|conductor| conductor.terminal).max().unwrap_or(0);
        let mut next = highest;
        for conductor in &mut bar.conductors {
            let (neutrals, grounds) = under.get(&conductor.terminal).copied().unwrap_or_default();
            let fits = match conductor.role {
                Role::EquipmentGrounding => neutrals == 0 && grounds < grounds_allowed,
                _ => neutrals == 0 && grounds == 0,
            };
            if !fits {
                next =
                    next.checked_add(1).ok_or_else(|| vec!["more conductors than a bar has terminals".to_owned()])?;
                conductor.terminal = next;
                moved += 1;
            }
            let known = under.entry(conductor.terminal).or_default();
            if conductor.role == Role::EquipmentGrounding { known.1 += 1 } else { known.0 += 1 }
        }
    }
    if moved == 0 {
        return Err(vec!["every conductor on a bar here has its place".to_owned()]);
    }
    let what = if after.bars.iter().any(|bar| bar.kind == BarKind::Neutral) { "neutral or ground bar" } else { "bar" };
    steps.push(format!("Move {moved} conductors to free terminals of the {what} they belong to; where none is free, add a bar listed for the panel."));
    steps.extend(closed_up());
    let materials = vec![MaterialLine::piece(
        (
            "bar-kit-listed-for-the-panel-where-no-terminal-is-free",
            "bar kit listed for the panel, where no terminal is free",
        ),
        1,
    )];
    Ok(PanelChange {
        after,
        steps,
        cautions: vec!["Two circuits that share a neutral go off together.", LINE_SIDE, QUALIFIED],
        minutes: 15 + 4 * moved,
        materials,
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::Panel;
    use crate::repair::panel::testing::{mends_at_a_sub_panel, referred_at_the_service};
    use crate::rules::panel_testing::{bar, neutral};

    fn broken(sub: &mut Panel) {
        sub.bars = vec![bar(BarKind::Neutral, vec![neutral(1), neutral(1)])];
    }

    #[test]
    fn it_mends_what_it_says() {
        let after = mends_at_a_sub_panel(&REPAIR, "neutral-one-per-terminal", broken);
        let terminals: Vec<u8> = after.bars[0].conductors.iter().map(|known| known.terminal).collect();
        assert_eq!(terminals, [1, 2]);
    }

    #[test]
    fn at_the_service_it_is_referred() {
        referred_at_the_service(&REPAIR, broken);
    }
}
