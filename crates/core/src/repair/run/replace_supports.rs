//! `replace-supports`: staples made for the cable in the place of what holds it wrongly.

use super::add_supports::{support_article, support_for};
use super::{RunChange, RunFound, RunRepair, count, point_at};
use crate::facts::{RunMark, RunObservation};
use crate::repair::{Act, MaterialLine};

/// The repair.
pub const REPAIR: RunRepair = RunRepair {
    code: "replace-supports",
    title: "Hold the run by what is made for it",
    mends: &["support-kind"],
    plan,
};

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let course = found.situation.course;
    let places = found.broken_at("support-kind");
    let on_edge = course.observed(RunObservation::OnEdge) == Some(true);
    if places.is_empty() && !on_edge {
        return Err(vec!["nothing that holds it is wrong".to_owned()]);
    }
    let mut after = course.clone();
    let mut steps = Vec::new();
    if !places.is_empty() {
        let words = format!("Take off what holds the run wrongly: {}.", found.names(&places));
        steps.push((Act::TakeOut, words));
        let look =
            "Look at the sheath under each. Where it is marked or cut, note the damage: that is another finding.";
        steps.push((Act::FindOut, look.to_owned()));
    }
    for place in &places {
        if let Some(point) = point_at(&mut after, *place) {
            point.what = RunMark::Support(support_for(course.method));
        }
    }
    if on_edge {
        after.observe(RunObservation::OnEdge, false);
        steps.push((Act::ClampCable, "Turn flat cable that stands on its edge, and fasten it flat.".to_owned()));
    }
    steps.push((Act::ClampCable, "Fit staples or straps made for it in their place, snug and not biting.".to_owned()));
    let pieces = count(places.len()).max(1);
    Ok(RunChange {
        after,
        steps,
        cautions: vec!["Off before a staple is drawn: the point may be in the cable."],
        minutes: 10 + 4 * pieces,
        materials: vec![MaterialLine::piece(support_article(course), pieces)],
    })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::{RunMark, RunObservation, RunWay, SupportKind};
    use crate::repair::run::testing::mends;
    use crate::rules::run_testing::Scene;

    #[test]
    fn the_run_passes_afterwards() {
        let scene = Scene::nonmetallic().seen(RunObservation::OnEdge, true).stretch(RunWay::Studs, 60);
        let scene = scene.mark(10, RunMark::Support(SupportKind::Nail)).mark(50, RunMark::Support(SupportKind::Pipe));
        mends(&REPAIR, "support-kind", &scene);
    }
}
