//! `ease-bends`: a cable laid in a wide bend.

use super::{RunChange, RunFound, RunRepair};
use crate::facts::{RunMark, RunObservation};
use crate::repair::MaterialLine;
use crate::rules::least_radius;

/// The repair.
pub const REPAIR: RunRepair = RunRepair { code: "ease-bends", title: "Ease the bends", mends: &["bend-radius"], plan };

#[allow(clippy::unnecessary_wraps, reason = "as every repair of the catalogue")]
fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let least = least_radius(&found.situation);
    let work = least.map_or_else(
        || "Draw slack and lay the bend no tighter than 5 times the width of the cable, metal-clad 7 times".to_owned(),
        |least| format!("Draw slack and lay each bend to {} or wider", found.say(least)),
    );
    let work = format!("{work}; where it was kinked, look for damage.");
    let caution = "Off before it is bent back: a conductor may be broken in the kink.";
    let material = MaterialLine::piece(("cable-staple", "insulated staple"), 2);
    let mut change = found.put_right(RunObservation::SharpBend, &work, caution, material);
    let points = change.after.stretches.iter_mut().flat_map(|stretch| &mut stretch.points);
    for point in points {
        if let RunMark::Curve { radius: Some(radius) } = &mut point.what {
            *radius = least.map_or(*radius, |least| least.max(*radius));
        }
    }
    Ok(change)
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::{RunMark, RunObservation, RunWay};
    use crate::quantity::Length;
    use crate::repair::run::testing::mends;
    use crate::rules::run_testing::Scene;
    use crate::standard::WiringMethod;

    #[test]
    fn the_run_passes_afterwards() {
        mends(&REPAIR, "bend-radius", &Scene::of(WiringMethod::Nonmetallic).seen(RunObservation::SharpBend, true));
        let tight = RunMark::Curve { radius: Some(Length::inches(1)) };
        let mut bent =
            Scene::nonmetallic().stretch(RunWay::Studs, 120).mark(60, tight).seen(RunObservation::SharpBend, false);
        bent.run.found.width = Some(Length::sixteenths(7));
        mends(&REPAIR, "bend-radius", &bent);
    }
}
