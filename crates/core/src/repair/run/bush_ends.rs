//! `bush-ends`: bushings where armour and conduit end.

use super::{RunChange, RunFound, RunRepair};
use crate::facts::RunObservation;
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: RunRepair = RunRepair { code: "bush-ends", title: "Fit the bushings", mends: &["end-bushing"], plan };

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let work = "Draw the cable back, slip the bushing in where it can be seen, and make up the connector.";
    let caution = "Look at the insulation at the edge first: where it is cut, note the damage.";
    let material = MaterialLine::piece(("armour-bushing", "insulating bushing for armour or conduit"), 2);
    Ok(found.put_right(RunObservation::EndUnbushed, work, caution, material))
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
        mends(&REPAIR, "end-bushing", &Scene::of(WiringMethod::ArmouredBonded).seen(RunObservation::EndUnbushed, true));
    }
}
