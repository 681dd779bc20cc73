//! `ease-bends`: a cable laid in a wide bend.

use super::{RunChange, RunFound, RunRepair};
use crate::facts::RunObservation;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RunRepair = RunRepair { code: "ease-bends", title: "Ease the bends", mends: &["bend-radius"], plan };

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let mut after = found.situation.course.clone();
    after.observe(RunObservation::SharpBend, false);
    let steps = vec![
        (Act::ProveDead, "Switch off, and prove dead at both ends.".to_owned()),
        (Act::ClampCable, "Draw slack and lay the bend no tighter than 5 times the width of the cable; where it was kinked, look for damage.".to_owned()),
        (Act::Read, "Power on; read what it feeds, look again, and note the run as left.".to_owned()),
    ];
    let materials = vec![MaterialLine::piece(("cable-staple", "insulated staple"), 2)];
    Ok(RunChange {
        after,
        steps,
        cautions: vec!["Off before it is bent back: a conductor may be broken in the kink."],
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
        mends(&REPAIR, "bend-radius", &Scene::of(WiringMethod::Nonmetallic).seen(RunObservation::SharpBend, true));
    }
}
