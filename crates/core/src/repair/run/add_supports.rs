//! `add-supports`: the fewest staples or straps that a run lacks, at even distances.

use super::{RunChange, RunFound, RunRepair, UP_THERE, count};
use crate::facts::{Course, CourseLine, RunMark, RunPoint, RunWay, SupportKind};
use crate::quantity::Length;
use crate::repair::{Act, Article, MaterialLine};
use crate::rules::{RunSituation, SupportGap, support_asked, support_gaps};
use crate::standard::{RunSupport, WiringMethod};

/// The repair.
pub const REPAIR: RunRepair =
    RunRepair { code: "add-supports", title: "Fasten the run where it hangs", mends: &["run-supported"], plan };

fn plan(found: &RunFound) -> Result<RunChange, Vec<String>> {
    let situation = &found.situation;
    let missing = missing_supports(situation)?;
    if missing.is_empty() {
        return Err(vec!["nothing that can be seen of it is too far from a support".to_owned()]);
    }
    let line = CourseLine::of(situation.course);
    let places: Vec<(usize, Length)> = missing.iter().filter_map(|at| line.at(*at)).collect();
    let mut after = situation.course.clone();
    put(&mut after, &places);
    let kind = support_for(situation.course.method);
    let said: Vec<String> =
        places.iter().map(|(stretch, at)| format!("stretch {} at {}", stretch + 1, found.say(*at))).collect();
    let pieces = if places.len() == 1 { kind.name().to_owned() } else { format!("{}s", kind.name()) };
    let steps = vec![
        (Act::FindOut, "Look along the run that nothing warms, crushes or cuts it before it is fastened.".to_owned()),
        (Act::ClampCable, format!("Fit {} {pieces}, snug and not biting: {}.", places.len(), said.join("; "))),
        (Act::MeasureAgain, "Tape the run anew, and note it as left.".to_owned()),
    ];
    let attic = situation.course.stretches.iter().any(|stretch| stretch.way == RunWay::Attic);
    let mut cautions = vec!["A staple driven too hard is a short circuit: off before it is fastened."];
    cautions.extend(attic.then_some(UP_THERE));
    let pieces = count(places.len());
    let materials = vec![MaterialLine::piece(support_article(situation.course), pieces)];
    Ok(RunChange { after, steps, cautions, minutes: 10 + 3 * pieces, materials })
}

/// What holds a run of this kind.
pub(super) const fn support_for(method: WiringMethod) -> SupportKind {
    match method {
        WiringMethod::Nonmetallic | WiringMethod::Underground | WiringMethod::OldTwoWire => SupportKind::Staple,
        _ => SupportKind::Strap,
    }
}

/// What is brought to hold it.
pub(super) fn support_article(course: &Course) -> Article {
    let size = course.label();
    match support_for(course.method) {
        SupportKind::Staple => {
            Article { code: "cable-staple".to_owned(), words: format!("insulated staple, for {size}") }
        }
        _ => Article {
            code: format!("strap-{}", size.replace(' ', "-").to_lowercase()),
            words: format!("strap, for {size}"),
        },
    }
}

/// Puts supports at places of a course.
pub(super) fn put(course: &mut Course, places: &[(usize, Length)]) {
    let what = RunMark::Support(support_for(course.method));
    for (stretch, at) in places {
        if let Some(stretch) = course.stretches.get_mut(*stretch) {
            stretch.points.push(RunPoint { at: *at, what });
            stretch.points.sort_by_key(|point| point.at);
        }
    }
}

/// Where the fewest supports go that a run lacks, in nanometres along it.
///
/// # Errors
/// Why they cannot be said.
pub fn missing_supports(situation: &RunSituation) -> Result<Vec<i64>, Vec<String>> {
    let asked = support_asked(situation).ok_or_else(|| {
        vec!["how this wiring is held is not known yet: its method, or the size of the conduit".to_owned()]
    })?;
    let gaps = support_gaps(situation)
        .map_err(|stretch| vec![format!("tape stretch {} first: how long it is", stretch + 1)])?;
    Ok(gaps.iter().flat_map(|gap| fewest(gap, asked)).collect())
}

/// The fewest supports within a gap, at even distances for the whole of it.
fn fewest(gap: &SupportGap, asked: RunSupport) -> Vec<i64> {
    // The shorter of the twins: what meets both.
    let [every, end] = [asked.every, asked.end].map(|limit| limit.lenient().nm());
    let length = gap.to - gap.from;
    if length <= gap.limit.lenient().nm() {
        return Vec::new();
    }
    let first = if gap.from_box { end } else { every };
    let last = if gap.to_box { end } else { every };
    let between = (length - first - last).max(0);
    let supports = 1 + i64::try_from(between.unsigned_abs().div_ceil(every.unsigned_abs())).unwrap_or(i64::MAX);
    let reach = first + last + (supports - 1) * every;
    let place = |index: i64| {
        // In whole sixteenths, so that it can be taped; the way before it never grows.
        let at = i128::from(first + index * every) * i128::from(length) / i128::from(reach.max(length));
        let sixteenth = Length::sixteenths(1).nm();
        gap.from + i64::try_from(at).unwrap_or(0) / sixteenth * sixteenth
    };
    (0..supports).map(place).collect()
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::{REPAIR, missing_supports};
    use crate::facts::RunWay;
    use crate::repair::run::testing::{mends, plan};
    use crate::rules::run_testing::Scene;
    use crate::standard::WiringMethod;

    fn run(inches: u32, staples: &[u32]) -> Scene {
        Scene::nonmetallic().stretch(RunWay::Studs, inches).staples(staples)
    }

    fn fewest(scene: &Scene) -> usize {
        missing_supports(&scene.situation()).expect("taped").len()
    }

    #[test]
    fn the_fewest_by_hand() {
        // 10 ft from box to box: 12 in from each leaves 8 ft, in which 4 1/2 ft goes once: three staples.
        assert_eq!(fewest(&run(120, &[])), 3);
        // 130 in without its ends, 300 mm each: 106.4 in, less than twice 54: three. With 3 in more it is past it.
        assert_eq!(fewest(&run(130, &[])), 3);
        assert_eq!(fewest(&run(133, &[])), 4);
        // 9 ft between two staples: one in the middle.
        assert_eq!(fewest(&run(128, &[10, 118])), 1);
        assert_eq!(fewest(&run(128, &[10, 60, 100, 118])), 0);
    }

    #[test]
    fn they_are_counted_and_the_run_passes() {
        let conduit = |inches| Scene::of(WiringMethod::ThinWall).stretch(RunWay::Surface, inches);
        for scene in [run(120, &[]), run(300, &[10]), conduit(24), conduit(42)] {
            mends(&REPAIR, "run-supported", &scene);
            let change = plan(&REPAIR, &scene).expect("it can be done");
            assert_eq!(change.materials[0].count as usize, fewest(&scene));
        }
        assert!(plan(&REPAIR, &Scene::nonmetallic().stretch(RunWay::Closed, 90)).is_err());
    }

    /// The fewest whole-inch places that leave no way too long, by trying all of so many.
    fn by_trying(length: u32, from_box: bool, to_box: bool) -> usize {
        let (first, last) = (if from_box { 11 } else { 54 }, if to_box { 11 } else { 54 });
        let mut reach = vec![0_u32];
        for count in 1..12 {
            let far = reach.last().copied().unwrap_or(0);
            let next = if count == 1 { first } else { far + 54 };
            if next + last >= length {
                return count;
            }
            reach.push(next);
        }
        unreachable!("long")
    }

    proptest! {
        #[test]
        fn no_fewer_would_do(feet in 3_u32..30, from_wall: bool) {
            // A run out of a closed wall, which holds it there. 300 mm is 11.8 in: 11 in whole.
            let length = feet * 12 + 1;
            let scene = if from_wall {
                Scene::nonmetallic().stretch(RunWay::Closed, 30).stretch(RunWay::Studs, length)
            } else {
                run(length, &[])
            };
            let own = fewest(&scene);
            let tried = by_trying(length, !from_wall, true);
            prop_assert!(own <= tried && own + 1 >= tried, "{own} and {tried}");
            mends(&REPAIR, "run-supported", &scene);
        }
    }
}
