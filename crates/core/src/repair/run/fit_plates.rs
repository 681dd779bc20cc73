//! `fit-plates`: steel before each hole and notch that is too near the edge, and cable along framing moved in.

use super::{RunChange, RunFound, RunRepair, count, point_at, stretch_at, taped};
use crate::facts::{RunMark, RunPlace};
use crate::quantity::Length;
use crate::repair::{Act, MaterialLine};

/// Cable along framing is moved so far in, or held off so far: 1 1/2 in. Common practice, no source.
const MOVED_IN: Length = Length::sixteenths(24);

/// The repair.
pub const REPAIR: RunRepair = RunRepair { code: "fit-plates", title: "Fit nail plates", mends: &["nail-plate"], plan };

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let (at_points, along): (Vec<RunPlace>, Vec<RunPlace>) =
        found.broken_at("nail-plate").into_iter().partition(|place| place.point.is_some());
    if at_points.is_empty() && along.is_empty() {
        return Err(vec!["no hole or notch that was measured wants a plate".to_owned()]);
    }
    let mut after = found.situation.course.clone();
    for place in &at_points {
        if let Some(RunMark::Hole { plate, .. } | RunMark::Notch { plate }) =
            point_at(&mut after, *place).map(|point| &mut point.what)
        {
            *plate = Some(true);
        }
    }
    for place in &along {
        if let Some(stretch) = stretch_at(&mut after, *place) {
            stretch.edge = Some(MOVED_IN);
        }
    }
    let (plates, mut steps, mut materials) = (count(at_points.len()), Vec::new(), Vec::new());
    if plates > 0 {
        let words = format!(
            "Drive a plate of 1/16 in steel over the edge of the wood before each: {}.",
            found.names(&at_points)
        );
        steps.push((Act::ClampCable, words));
        materials.push(MaterialLine::piece(
            ("steel-plate-1-16-in", "steel plate, 1/16 in, for each stud drilled near its edge"),
            plates,
        ));
    }
    let mut clips = 0;
    if !along.is_empty() {
        let length = taped(found.situation.course, |index| along.iter().any(|place| place.stretch == index));
        clips = 1 + length.whole_feet().div_ceil(4);
        let words = format!(
            "Move the cable to the middle of the stud, {} from its edge, or hold it off by clips: {}.",
            MOVED_IN.say(found.situation.basis.units),
            found.names(&along)
        );
        steps.push((Act::ClampCable, words));
        materials.push(MaterialLine::piece(("stand-off-clip", "stand-off clip for cable"), clips));
    }
    steps.push((Act::MeasureAgain, "Look along the run again, and note the plates as left.".to_owned()));
    Ok(RunChange {
        after,
        steps,
        cautions: vec!["Off before a plate is driven or a cable moved; the teeth of a plate stay clear of it."],
        minutes: 10 + 2 * plates + 3 * clips,
        materials,
    })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::{RunMark, RunWay};
    use crate::quantity::Length;
    use crate::repair::run::testing::{mends, plan};
    use crate::rules::run_testing::Scene;

    #[test]
    fn plates_are_counted() {
        let scene = Scene::nonmetallic().stretch(RunWay::Bored, 90);
        let scene = scene.hole(16, Some(12), Some(false)).hole(32, Some(24), None).hole(48, Some(8), Some(false));
        let scene = scene.mark(64, RunMark::Notch { plate: Some(false) });
        mends(&REPAIR, "nail-plate", &scene);
        assert_eq!(plan(&REPAIR, &scene).expect("it can be done").materials[0].count, 3);
        let along = Scene::nonmetallic().stretch(RunWay::Studs, 90).with(|s| s.edge = Some(Length::sixteenths(8)));
        mends(&REPAIR, "nail-plate", &along);
    }
}
