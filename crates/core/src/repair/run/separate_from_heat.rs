//! `separate-from-heat`: space, or insulation, between a run and what is warm.

use super::{RunChange, RunFound, RunRepair, count, point_at};
use crate::facts::RunMark;
use crate::quantity::Length;
use crate::repair::{Act, MaterialLine};

/// So far away it is moved: past every figure of the codes, 7 in.
const AWAY: Length = Length::inches(7);

/// The repair.
pub const REPAIR: RunRepair = RunRepair {
    code: "separate-from-heat",
    title: "Move the run away from what is warm",
    mends: &["heat-clearance"],
    plan,
};

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let places = found.broken_at("heat-clearance");
    if places.is_empty() {
        return Err(vec!["nothing warm was measured too near".to_owned()]);
    }
    let mut after = found.situation.course.clone();
    for place in &places {
        if let Some(RunMark::Near { distance, .. }) = point_at(&mut after, *place).map(|point| &mut point.what) {
            *distance = Some(AWAY);
        }
    }
    let pieces = count(places.len());
    let steps = vec![
        (Act::FindOut, "Look at the sheath where it was warm: brittle or brown is damage, another finding.".to_owned()),
        (
            Act::ClampCable,
            format!(
                "Move the run {} away and fasten it there: {}.",
                AWAY.say(found.situation.basis.units),
                found.names(&places)
            ),
        ),
        (Act::MeasureAgain, "Measure the way again, and note it as left.".to_owned()),
    ];
    Ok(RunChange {
        after,
        steps,
        cautions: vec![
            "Off before it is moved: what was warm for years breaks.",
            "Old wrapping of ducts and pipes may be asbestos: leave it alone.",
        ],
        minutes: 15 * pieces,
        materials: vec![MaterialLine::piece(super::add_supports::support_article(found.situation.course), 2 * pieces)],
    })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::{RunMark, RunWay, WarmThing};
    use crate::quantity::Length;
    use crate::repair::run::testing::mends;
    use crate::rules::run_testing::Scene;

    #[test]
    fn the_run_passes_afterwards() {
        let near = RunMark::Near { thing: WarmThing::CleanOut, distance: Some(Length::ZERO) };
        let scene = Scene::nonmetallic().stretch(RunWay::Studs, 60).mark(20, near);
        mends(&REPAIR, "heat-clearance", &scene);
        mends(&REPAIR, "heat-clearance", &scene.canadian());
    }
}
