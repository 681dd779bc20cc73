//! `pigtail-at-breaker`: conductors doubled under a breaker are joined, and one pigtail goes to its terminal.

use super::safety::{LINE_SIDE, QUALIFIED, closed_up, made_dead};
use super::{PanelChange, PanelFound, PanelRepair};
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: PanelRepair = PanelRepair {
    code: "pigtail-at-breaker",
    title: "One conductor a breaker terminal",
    mends: &["breaker-one-per-terminal"],
    plan,
};

fn plan(found: &PanelFound) -> Result<PanelChange, Vec<String>> {
    let mut steps = made_dead(found).map_err(|why| vec![why])?;
    let mut after = found.panel.clone();
    let mut doubled = Vec::new();
    for breaker in &mut after.breakers {
        let allowed = if breaker.for_two { 2 } else { 1 };
        let name = breaker.name();
        for pole in 1..=2 {
            let under = || breaker.conductors.iter().enumerate().filter(|(_, conductor)| conductor.terminal == pole);
            if under().count() <= allowed {
                continue;
            }
            let smallest = under().map(|(_, conductor)| conductor.gauge).min();
            if under().any(|(_, conductor)| Some(conductor.gauge) != smallest) {
                let why = format!(
                    "conductors of two sizes are under breaker {name}: whether it protects the smaller is settled first"
                );
                return Err(vec![why]);
            }
            let first = under().map(|(index, _)| index).next();
            let mut index = 0;
            breaker.conductors.retain(|conductor| {
                let keep = conductor.terminal != pole || Some(index) == first;
                index += 1;
                keep
            });
            doubled.push(name.clone());
        }
    }
    if doubled.is_empty() {
        return Err(vec!["one conductor is under each terminal here".to_owned()]);
    }
    let count = u32::try_from(doubled.len()).unwrap_or(u32::MAX);
    steps.push(format!("At breaker {}: join the conductors with one pigtail of their size in a listed connector, and land the pigtail.", doubled.join(", ")));
    steps.extend(closed_up());
    Ok(PanelChange {
        after,
        steps,
        cautions: vec!["The load of what is joined stays within the rating of the breaker.", LINE_SIDE, QUALIFIED],
        minutes: 10 + 8 * count,
        materials: vec![MaterialLine::piece(
            ("connector-for-3-of-the-size-of-the-conductors", "connector for 3, of the size of the conductors"),
            count,
        )],
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::facts::{Breaker, LandedConductor, Panel, Role};
    use crate::repair::panel::testing::{mends_at_a_sub_panel, referred_at_the_service};
    use crate::rules::panel_testing::neutral;

    fn broken(sub: &mut Panel) {
        let under = |terminal| LandedConductor { role: Role::Ungrounded, ..neutral(terminal) };
        sub.breakers = vec![Breaker { conductors: vec![under(1), under(1)], ..Breaker::new(1, 1) }];
    }

    #[test]
    fn it_mends_what_it_says() {
        mends_at_a_sub_panel(&REPAIR, "breaker-one-per-terminal", broken);
    }

    #[test]
    fn at_the_service_it_is_referred() {
        referred_at_the_service(&REPAIR, broken);
    }
}
