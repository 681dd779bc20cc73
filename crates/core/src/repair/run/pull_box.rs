//! `pull-box`: a box or conduit body before the bend that is too many.

use super::{DEAD_FIRST, LICENSED, RunChange, RunFound, RunRepair, count, stretch_at};
use crate::facts::{RunMark, RunPoint};
use crate::repair::{Act, MaterialLine};
use crate::rules::missing_pulls;

/// The repair.
pub const REPAIR: RunRepair = RunRepair {
    code: "pull-box",
    title: "A box to draw at, before the bend that is too many",
    mends: &["raceway-bends"],
    plan,
};

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let places = missing_pulls(&found.situation);
    if places.is_empty() {
        return Err(vec!["nowhere does it turn too far".to_owned()]);
    }
    let mut after = found.situation.course.clone();
    // From the last, so that the places of those before it stay what they are.
    for place in places.iter().rev() {
        let (Some(point), Some(stretch)) = (place.point, stretch_at(&mut after, *place)) else { continue };
        let Some(at) = stretch.points.get(point).map(|bend| bend.at) else { continue };
        stretch.points.insert(point, RunPoint { at, what: RunMark::Box });
    }
    let pieces = count(places.len());
    let steps = vec![
        (Act::ProveDead, "Switch off, and prove dead at both ends.".to_owned()),
        (
            Act::SetBox,
            format!(
                "Cut in a conduit body or box, where it stays in reach, before the bend: {}.",
                found.names(&places)
            ),
        ),
        (Act::BringCable, "Draw the conductors anew, and look at their insulation.".to_owned()),
        (Act::Read, "Power on; read what it feeds, and note the run as left.".to_owned()),
    ];
    let materials =
        vec![MaterialLine::piece(("conduit-body", "conduit body with cover, of the size of the raceway"), pieces)];
    Ok(RunChange { after, steps, cautions: vec![DEAD_FIRST, LICENSED], minutes: 60 * pieces, materials })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::{RunMark, RunWay};
    use crate::repair::run::testing::mends;
    use crate::rules::run_testing::Scene;
    use crate::standard::WiringMethod;

    #[test]
    fn the_run_passes_afterwards() {
        let run = Scene::of(WiringMethod::ThinWall).stretch(RunWay::Surface, 240);
        let scene = (1..=10).fold(run, |scene, at| scene.mark(at * 20, RunMark::Bend(90)));
        mends(&REPAIR, "raceway-bends", &scene);
    }
}
