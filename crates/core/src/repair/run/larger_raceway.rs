//! `larger-raceway`: the smallest raceway that holds what is drawn.

use super::{DEAD_FIRST, LICENSED, RunChange, RunFound, RunRepair, taped};
use crate::repair::{Act, Article, MaterialLine};
use crate::rules::smallest_raceway;

/// The repair.
pub const REPAIR: RunRepair =
    RunRepair { code: "larger-raceway", title: "A larger raceway", mends: &["raceway-fill"], plan };

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let course = found.situation.course;
    let size = smallest_raceway(course).ok_or_else(|| {
        vec!["nothing to 4 in holds it: part the conductors over two raceways, in own words".to_owned()]
    })?;
    let mut after = course.clone();
    after.size = Some(size);
    let length = taped(course, |_| true).whole_feet();
    let label = after.label();
    let steps = vec![
        (Act::ProveDead, "Switch off, and prove dead at both ends.".to_owned()),
        (Act::TakeOut, "Note what lands where; draw the conductors, and take the raceway down.".to_owned()),
        (Act::BringCable, format!("Put up {label}, strapped as its article asks, and draw new conductors.")),
        (Act::Read, "Power on; read what it feeds, and note the run as left.".to_owned()),
    ];
    let code = format!("{}-feet", label.replace(' ', "-").to_lowercase());
    let conduit = Article { code, words: format!("{label}, by the foot, with connectors and straps") };
    let wires: u32 = course.holds.iter().map(|held| u32::from(held.count)).sum();
    let wire =
        Article { code: "building-wire-feet".to_owned(), words: "single conductors as drawn, by the foot".to_owned() };
    let materials = vec![MaterialLine::piece(conduit, length), MaterialLine::piece(wire, wires * (length + 4))];
    Ok(RunChange { after, steps, cautions: vec![DEAD_FIRST, LICENSED], minutes: 60 + 10 * length, materials })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::{RacewayConductors, RunWay};
    use crate::quantity::Gauge;
    use crate::repair::run::testing::{mends, plan};
    use crate::rules::run_testing::Scene;
    use crate::standard::{RacewayInsulation, TradeSize, WiringMethod};

    #[test]
    fn the_next_that_holds_it() {
        let mut scene = Scene::of(WiringMethod::ThinWall).stretch(RunWay::Surface, 60);
        scene.run.found.size = Some(TradeSize::Half);
        let held = RacewayConductors { count: 17, gauge: Gauge::Awg12, insulation: RacewayInsulation::Thin };
        scene.run.found.holds = vec![held];
        mends(&REPAIR, "raceway-fill", &scene);
        // NEC Annex C, from memory: 3/4 holds 16, so that 17 want 1 in.
        assert_eq!(plan(&REPAIR, &scene).expect("it can be done").after.size, Some(TradeSize::One));
    }
}
