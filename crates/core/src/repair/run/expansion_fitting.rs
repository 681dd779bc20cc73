//! `expansion-fitting`: a fitting in which plastic conduit slides.

use super::{DEAD_FIRST, LICENSED, RunChange, RunFound, RunRepair, count};
use crate::facts::{RunMark, RunPoint};
use crate::repair::{Act, MaterialLine};
use crate::rules::missing_expansions;

/// The repair.
pub const REPAIR: RunRepair =
    RunRepair { code: "expansion-fitting", title: "Fit expansion fittings", mends: &["raceway-expansion"], plan };

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let missing = missing_expansions(&found.situation);
    if missing.is_empty() {
        return Err(vec!["no straight piece is long enough to ask for one".to_owned()]);
    }
    let mut after = found.situation.course.clone();
    for (stretch, at) in &missing {
        if let Some(stretch) = after.stretches.get_mut(*stretch) {
            stretch.points.push(RunPoint { at: *at, what: RunMark::Expansion });
            stretch.points.sort_by_key(|point| point.at);
        }
    }
    let places: Vec<String> =
        missing.iter().map(|(stretch, at)| format!("stretch {} at {}", stretch + 1, found.say(*at))).collect();
    let steps = vec![
        (Act::ProveDead, "Switch off, and prove dead at both ends.".to_owned()),
        (Act::BringCable, format!("Cut the conduit and fit an expansion fitting at {}: its barrel is fixed, its piston free.", places.join(", "))),
        (Act::BringCable, "Set the piston by the temperature of the day, as its sheet says; leave slack in the conductors, and straps that let it slide.".to_owned()),
        (Act::Read, "Power on; read what it feeds, and note the run as left.".to_owned()),
    ];
    let pieces = count(missing.len());
    let materials =
        vec![MaterialLine::piece(("expansion-fitting-pvc", "expansion fitting, of the size of the conduit"), pieces)];
    Ok(RunChange { after, steps, cautions: vec![DEAD_FIRST, LICENSED], minutes: 45 * pieces, materials })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::RunWay;
    use crate::repair::run::testing::mends;
    use crate::rules::run_testing::Scene;
    use crate::standard::WiringMethod;

    #[test]
    fn the_run_passes_afterwards() {
        mends(&REPAIR, "raceway-expansion", &Scene::of(WiringMethod::PlasticConduit).stretch(RunWay::Outdoors, 500));
    }
}
