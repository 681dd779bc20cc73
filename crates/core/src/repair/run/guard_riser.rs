//! `guard-riser`: conduit where a cable comes out of the ground.

use super::{LICENSED, RunChange, RunFound, RunRepair, count, point_at};
use crate::facts::RunMark;
use crate::quantity::Length;
use crate::repair::{Act, MaterialLine};

/// Up to here: 8 ft 6 in, past the limit of every edition.
const UP: Length = Length::inches(102);

/// The repair.
pub const REPAIR: RunRepair = RunRepair {
    code: "guard-riser",
    title: "Protect the cable where it comes out of the ground",
    mends: &["riser-guard"],
    plan,
};

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let places = found.broken_at("riser-guard");
    if places.is_empty() {
        return Err(vec!["no place was noted where it comes out unprotected".to_owned()]);
    }
    let mut after = found.situation.course.clone();
    for place in &places {
        if let Some(RunMark::Rises { protected }) = point_at(&mut after, *place).map(|point| &mut point.what) {
            *protected = Some(UP);
        }
    }
    let pieces = count(places.len());
    let steps = vec![
        (Act::OpenWall, "Dig by hand round the cable, 18 in down.".to_owned()),
        (
            Act::ClampCable,
            format!(
                "Put split conduit, schedule 80 or rigid, round it from 18 in below the ground to {} above, or to the building: {}.",
                UP.say_run(found.situation.basis.units),
                found.names(&places)
            ),
        ),
        (Act::CloseOpening, "Bush the upper end, seal it, and fill the hole.".to_owned()),
    ];
    Ok(RunChange {
        after,
        steps,
        cautions: vec!["Off before the spade; have gas, water and other lines located first.", LICENSED],
        minutes: 45 * pieces,
        materials: vec![MaterialLine::piece(
            ("riser-conduit-10-ft", "conduit for a riser, schedule 80, 10 ft, with bushing and straps"),
            pieces,
        )],
    })
}

#[cfg(test)]
mod tests {
    use super::REPAIR;
    use crate::facts::{RunMark, RunWay};
    use crate::quantity::Length;
    use crate::repair::run::testing::mends;
    use crate::rules::run_testing::Scene;
    use crate::standard::WiringMethod;

    #[test]
    fn the_run_passes_afterwards() {
        let mark = RunMark::Rises { protected: Some(Length::inches(12)) };
        let scene = Scene::of(WiringMethod::Underground).stretch(RunWay::Buried, 300).mark(300, mark);
        mends(&REPAIR, "riser-guard", &scene);
        mends(&REPAIR, "riser-guard", &scene.canadian());
    }
}
