//! `join-raceway`: couplings and connectors made up.

use super::{RunChange, RunFound, RunRepair};
use crate::facts::RunObservation;
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: RunRepair =
    RunRepair { code: "join-raceway", title: "Make the raceway whole", mends: &["raceway-whole"], plan };

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let work = "Bring the ends together, make up couplings and connectors tight, and strap it near them.";
    let caution = "Metal conduit that was apart may be live, and was no ground: read it before it is touched.";
    let material = MaterialLine::piece(("conduit-coupling", "coupling of the size of the raceway"), 2);
    Ok(found.put_right(RunObservation::Apart, work, caution, material))
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
