//! `guard-cable`: boards, strips or conduit before a cable that can be struck.

use super::{RunChange, RunFound, RunRepair, UP_THERE, count, point_at, stretch_at, taped};
use crate::facts::{RunMark, RunWay};
use crate::quantity::Length;
use crate::repair::{Act, MaterialLine};
use crate::standard::Profile;

/// The repair.
pub const REPAIR: RunRepair = RunRepair {
    code: "guard-cable",
    title: "Guard the cable where it can be struck",
    mends: &["exposed-to-damage", "attic-guard"],
    plan,
};

/// How far above a floor a sleeve is made: 8 in, in Canada 1.6 m.
fn sleeve_height(family: Profile) -> Length {
    if family == Profile::Cec { Length::mm(1_600) } else { Length::inches(8) }
}

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let course = found.situation.course;
    let mut places = found.broken_at("exposed-to-damage");
    places.extend(found.broken_at("attic-guard"));
    if places.is_empty() {
        return Err(vec!["nothing was seen that can be struck".to_owned()]);
    }
    let height = sleeve_height(found.situation.basis.edition.profile());
    let mut after = course.clone();
    let (mut steps, mut materials) = (Vec::new(), Vec::new());
    for place in &places {
        match point_at(&mut after, *place).map(|point| &mut point.what) {
            Some(RunMark::Floor { sleeve }) => *sleeve = Some(height),
            _ => {
                if let Some(stretch) = stretch_at(&mut after, *place) {
                    stretch.guarded = Some(true);
                }
            }
        }
    }
    let of_way = |ways: &[RunWay]| {
        let on = |index: usize| {
            let here = places.iter().any(|place| place.point.is_none() && place.stretch == index);
            here && course.stretches.get(index).is_some_and(|stretch| ways.contains(&stretch.way))
        };
        let there = (0..course.stretches.len()).any(on);
        there.then(|| taped(course, on))
    };
    let mut minutes = 15;
    if let Some(length) = of_way(&[RunWay::Joists]) {
        minutes += 3 * length.whole_feet();
        steps.push((
            Act::ClampCable,
            format!("Screw a running board, 1 by 3, to the joists and staple the cable to it: {}.", found.say(length)),
        ));
        materials.push(MaterialLine::piece(
            ("running-board-feet", "running board, 1 by 3 in, by the foot"),
            length.whole_feet(),
        ));
    }
    if let Some(length) = of_way(&[RunWay::Attic]) {
        minutes += 4 * length.whole_feet();
        steps.push((
            Act::ClampCable,
            format!("Nail guard strips as high as the cable to both sides of it: twice {}.", found.say(length)),
        ));
        materials.push(MaterialLine::piece(
            ("guard-strip-feet", "guard strip, 1 by 2 in, by the foot"),
            2 * length.whole_feet(),
        ));
    }
    if let Some(length) = of_way(&[RunWay::Surface, RunWay::Outdoors, RunWay::Air]) {
        minutes += 5 * length.whole_feet();
        steps.push((
            Act::ClampCable,
            format!("Box it in, or sleeve it in conduit with a bushing at each end: {}.", found.say(length)),
        ));
        materials.push(MaterialLine::piece(
            ("sleeve-conduit-feet", "conduit for a sleeve, by the foot"),
            length.whole_feet(),
        ));
        materials.push(MaterialLine::piece(("conduit-bushing", "bushing for the end of a sleeve"), 2));
    }
    let floors = count(places.iter().filter(|place| place.point.is_some()).count());
    if floors > 0 {
        minutes += 15 * floors;
        let up = height.say(found.situation.basis.units);
        steps.push((
            Act::ClampCable,
            format!("Put a split sleeve round the cable where it comes through the floor, {up} up."),
        ));
        materials.push(MaterialLine::piece(("floor-sleeve", "split sleeve for a cable through a floor"), floors));
    }
    steps.push((Act::MeasureAgain, "Look along the run again, and note it as left.".to_owned()));
    let cautions = vec!["Off before a nail or screw goes in beside the cable.", UP_THERE];
    Ok(RunChange { after, steps, cautions, minutes, materials })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::{RunMark, RunWay};
    use crate::quantity::Length;
    use crate::repair::run::testing::{mends, plan};
    use crate::rules::run_testing::Scene;

    #[test]
    fn each_by_what_guards_it() {
        let joists = Scene::nonmetallic().stretch(RunWay::Joists, 120);
        mends(&REPAIR, "exposed-to-damage", &joists);
        assert_eq!(plan(&REPAIR, &joists).expect("it can be done").materials[0].count, 10);
        mends(
            &REPAIR,
            "exposed-to-damage",
            &Scene::nonmetallic().stretch(RunWay::Surface, 60).with(|s| s.struck = Some(true)),
        );
        let floor = RunMark::Floor { sleeve: Some(Length::ZERO) };
        mends(&REPAIR, "exposed-to-damage", &Scene::nonmetallic().stretch(RunWay::Studs, 60).mark(20, floor));
        mends(
            &REPAIR,
            "exposed-to-damage",
            &Scene::nonmetallic().canadian().stretch(RunWay::Studs, 60).mark(20, floor),
        );
        let attic = Scene::nonmetallic().stretch(RunWay::Attic, 120).with(|s| s.stairs = Some(true));
        mends(&REPAIR, "attic-guard", &attic);
        assert_eq!(plan(&REPAIR, &attic).expect("it can be done").materials[0].count, 20, "both sides");
    }
}
