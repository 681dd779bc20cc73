//! `join-raceway`: couplings and connectors made up.

use super::{RunChange, RunFound, RunRepair};
use crate::facts::RunObservation;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RunRepair =
    RunRepair { code: "join-raceway", title: "Make the raceway whole", mends: &["raceway-whole"], plan };

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let mut after = found.situation.course.clone();
    after.observe(RunObservation::Apart, false);
    let steps = vec![
        (Act::ProveDead, "Switch off, and prove dead at both ends.".to_owned()),
        (
            Act::ClampCable,
            "Bring the ends together, make up couplings and connectors tight, and strap it near them.".to_owned(),
        ),
        (Act::Read, "Power on; read what it feeds, look again, and note the run as left.".to_owned()),
    ];
    let materials = vec![MaterialLine::piece(("conduit-coupling", "coupling of the size of the raceway"), 2)];
    Ok(RunChange {
        after,
        steps,
        cautions: vec!["Metal conduit that was apart may be live, and was no ground: read it before it is touched."],
        minutes: 25,
        materials,
    })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::RunObservation;
    use crate::repair::run::testing::mends;
    use crate::rules::run_testing::Scene;
    use crate::standard::WiringMethod;

    #[test]
    fn the_run_passes_afterwards() {
        mends(&REPAIR, "raceway-whole", &Scene::of(WiringMethod::ThinWall).seen(RunObservation::Apart, true));
    }
}
