//! `fit-bushings`: bushings in metal framing.

use super::{RunChange, RunFound, RunRepair, count, point_at};
use crate::facts::RunMark;
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RunRepair =
    RunRepair { code: "fit-bushings", title: "Fit bushings in the metal studs", mends: &["stud-bushing"], plan };

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let places = found.broken_at("stud-bushing");
    if places.is_empty() {
        return Err(vec!["no metal stud was seen without its bushing".to_owned()]);
    }
    let mut after = found.situation.course.clone();
    for place in &places {
        if let Some(RunMark::Hole { bushed, .. }) = point_at(&mut after, *place).map(|point| &mut point.what) {
            *bushed = Some(true);
        }
    }
    let pieces = count(places.len());
    let steps = vec![
        (Act::FindOut, "Look at the sheath in each hole: where it is cut, note the damage.".to_owned()),
        (Act::ClampCable, format!("Snap a split bushing round the cable into each hole: {}.", found.names(&places))),
    ];
    Ok(RunChange {
        after,
        steps,
        cautions: vec!["Off before the cable is moved: the edge may be through its sheath."],
        minutes: 5 + 3 * pieces,
        materials: vec![MaterialLine::piece(("split-stud-bushing", "split bushing for metal studs"), pieces)],
    })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::{RunMark, RunWay};
    use crate::repair::run::testing::mends;
    use crate::rules::run_testing::Scene;

    #[test]
    fn the_run_passes_afterwards() {
        let hole = RunMark::Hole { edge: None, plate: None, metal: true, bushed: Some(false) };
        mends(&REPAIR, "stud-bushing", &Scene::nonmetallic().stretch(RunWay::Bored, 60).mark(16, hole));
    }
}
