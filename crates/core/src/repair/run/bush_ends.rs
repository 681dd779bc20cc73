//! `bush-ends`: bushings where armour and conduit end.

use super::{RunChange, RunFound, RunRepair};
use crate::facts::RunObservation;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RunRepair = RunRepair { code: "bush-ends", title: "Fit the bushings", mends: &["end-bushing"], plan };

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let mut after = found.situation.course.clone();
    after.observe(RunObservation::EndUnbushed, false);
    let steps = vec![
        (Act::ProveDead, "Switch off, and prove dead at both ends.".to_owned()),
        (
            Act::ClampCable,
            "Draw the cable back, slip the bushing in where it can be seen, and make up the connector.".to_owned(),
        ),
        (Act::Read, "Power on; read what it feeds, look again, and note the run as left.".to_owned()),
    ];
    let materials = vec![MaterialLine::piece(("armour-bushing", "insulating bushing for armour or conduit"), 2)];
    Ok(RunChange {
        after,
        steps,
        cautions: vec!["Look at the insulation at the edge first: where it is cut, note the damage."],
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
        mends(&REPAIR, "end-bushing", &Scene::of(WiringMethod::ArmouredBonded).seen(RunObservation::EndUnbushed, true));
    }
}
