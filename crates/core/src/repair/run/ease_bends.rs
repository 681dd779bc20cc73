//! `ease-bends`: a cable laid in a wide bend.

use super::{RunChange, RunFound, RunRepair};
use crate::facts::RunObservation;
use crate::repair::MaterialLine;

/// The repair.
pub const REPAIR: RunRepair = RunRepair { code: "ease-bends", title: "Ease the bends", mends: &["bend-radius"], plan };

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let work = "Draw slack and lay the bend no tighter than 5 times the width of the cable; where it was kinked, look for damage.";
    let caution = "Off before it is bent back: a conductor may be broken in the kink.";
    let material = MaterialLine::piece(("cable-staple", "insulated staple"), 2);
    Ok(found.put_right(RunObservation::SharpBend, work, caution, material))
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
