//! `second-raceway`: half of the circuits through a raceway of their own.

use super::{DEAD_FIRST, LICENSED, RunChange, RunFound, RunRepair};
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RunRepair = RunRepair {
    code: "second-raceway",
    title: "Draw some of it through a raceway of its own",
    mends: &["raceway-derating"],
    plan,
};

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let course = found.situation.course;
    let Some(carrying) = course.carrying.filter(|carrying| *carrying > 3) else {
        return Err(vec!["three conductors or fewer carry current here".to_owned()]);
    };
    // Nine leave 70 %, six 80 %: the fewest that are moved is what one draws.
    let mut after = course.clone();
    let stays = if carrying > 9 {
        9
    } else if carrying > 6 {
        6
    } else {
        3
    };
    after.carrying = Some(stays);
    let moved = carrying - stays;
    for held in &mut after.holds {
        held.count = held.count.saturating_sub(moved).max(1);
    }
    let steps = vec![
        (Act::FindOut, format!("Choose whole circuits, hots with their neutrals, of {moved} conductors that carry current.")),
        (Act::ProveDead, "Switch off all circuits in the conduit, and prove dead at both ends.".to_owned()),
        (Act::BringCable, format!("Run a second conduit the same way, supported like the first, and draw {moved} conductors with their ground through it.")),
        (Act::Read, "Power on; read what each circuit feeds, and note the run as left: what is in it, and how much of it carries current.".to_owned()),
    ];
    let materials = vec![MaterialLine::piece(
        ("conduit-of-the-same-size", "conduit of the same kind and size, with fittings, by the run"),
        1,
    )];
    Ok(RunChange { after, steps, cautions: vec![DEAD_FIRST, LICENSED], minutes: 180, materials })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::RacewayConductors;
    use crate::quantity::Gauge;
    use crate::repair::run::testing::{mends, plan};
    use crate::rules::run_testing::Scene;
    use crate::standard::{RacewayInsulation, WiringMethod};

    #[test]
    fn the_run_passes_afterwards() {
        let mut scene = Scene::of(WiringMethod::ThinWall);
        let insulation = RacewayInsulation::Thin;
        scene.run.found.holds = vec![RacewayConductors { count: 14, gauge: Gauge::Awg12, insulation }];
        (scene.run.found.carrying, scene.run.found.amperes) = (Some(14), Some(20));
        mends(&REPAIR, "raceway-derating", &scene);
        scene.run.found.carrying = Some(3);
        assert!(plan(&REPAIR, &scene).is_err());
    }
}
